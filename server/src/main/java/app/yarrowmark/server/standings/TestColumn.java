package app.yarrowmark.server.standings;

import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.server.suites.Suite;

/** One test of a standing: a metric of a suite. */
record TestColumn(Suite suite, Metric metric) {

    long metricId() {
        return suite.metricId(metric);
    }
}
