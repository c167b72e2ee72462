package app.yarrowmark.server.suites;

import app.yarrowmark.core.suite.Direction;
import app.yarrowmark.core.suite.Home;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.core.suite.Scale;
import app.yarrowmark.core.suite.SuiteSheet;
import app.yarrowmark.core.suite.TestGroup;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** A suite as pages and devices see it. */
public record SuiteView(
        long id,
        String key,
        String version,
        String name,
        TestGroup group,
        Home home,
        int repeats,
        double minutes,
        int restSeconds,
        List<String> conditions,
        List<SettingView> settings,
        List<MetricView> metrics,
        String headline) {

    /** One setting that makes results comparable. */
    public record SettingView(String name, String value) {}

    /** One metric; with its formula if it is a total. */
    public record MetricView(
            String key,
            String name,
            String unit,
            Scale scale,
            Direction better,
            int decimals,
            @Nullable String formula) {}

    /** Returns the view of a suite. */
    public static SuiteView of(Suite suite) {
        SuiteSheet sheet = suite.sheet();
        return new SuiteView(
                suite.id(),
                sheet.id().key(),
                sheet.id().version(),
                sheet.name(),
                sheet.group(),
                sheet.home(),
                sheet.schedule().repeats(),
                sheet.schedule().minutes(),
                sheet.schedule().restSeconds(),
                sheet.conditions(),
                sheet.settings().entrySet().stream()
                        .map(e -> new SettingView(e.getKey(), e.getValue()))
                        .toList(),
                sheet.metrics().stream().map(SuiteView::metric).toList(),
                sheet.headline().key());
    }

    private static MetricView metric(Metric m) {
        return new MetricView(
                m.key(),
                m.name(),
                m.unit(),
                m.scale(),
                m.better(),
                m.decimals(),
                m.formula().map(Object::toString).orElse(null));
    }
}
