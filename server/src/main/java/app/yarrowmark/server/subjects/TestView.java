package app.yarrowmark.server.subjects;

import app.yarrowmark.core.suite.Direction;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.core.suite.Scale;
import app.yarrowmark.core.suite.SuiteSheet;
import app.yarrowmark.core.suite.TestGroup;
import app.yarrowmark.server.scorebook.TestColumn;

/**
 * What a test is, wherever its scores are shown.
 *
 * @param metric key
 * @param unit UCUM
 * @param total whether it follows from others and so does not count in its group
 * @param settings of the suite, in words
 */
public record TestView(
        long suiteId,
        String suite,
        String version,
        String metric,
        String name,
        String unit,
        Scale scale,
        Direction better,
        TestGroup group,
        boolean total,
        String settings) {

    /** Returns the view of a test. */
    public static TestView of(TestColumn test) {
        SuiteSheet sheet = test.suite().sheet();
        Metric metric = test.metric();
        return new TestView(
                test.suite().id(),
                sheet.name(),
                sheet.id().version(),
                metric.key(),
                metric.name(),
                metric.unit(),
                metric.scale(),
                metric.better(),
                sheet.groupOf(metric),
                metric.isTotal() && !sheet.isRanked(metric),
                sheet.settingsText());
    }
}
