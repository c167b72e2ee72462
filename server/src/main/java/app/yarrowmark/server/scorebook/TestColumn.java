package app.yarrowmark.server.scorebook;

import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.server.suites.Suite;

/** One test: a metric of a suite. */
public record TestColumn(Suite suite, Metric metric) {

    /** Returns the number the records know the metric by. */
    public long metricId() {
        return suite.metricId(metric);
    }
}
