package app.yarrowmark.server.suites;

import app.yarrowmark.core.Maps;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.core.suite.SuiteSheet;
import java.util.Map;

/**
 * A sheet with the numbers the records know it and its metrics by.
 *
 * @param id of the suite
 * @param metricIds by metric key
 */
public record Suite(long id, SuiteSheet sheet, Map<String, Long> metricIds) {

    /** Returns the number of a metric of this sheet. */
    public long metricId(Metric metric) {
        return Maps.at(metricIds, metric.key());
    }
}
