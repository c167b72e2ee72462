package app.yarrowmark.server.suites;

import app.yarrowmark.core.suite.Axis;
import app.yarrowmark.core.suite.Direction;
import app.yarrowmark.core.suite.Formula;
import app.yarrowmark.core.suite.Home;
import app.yarrowmark.core.suite.KnownFault;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.core.suite.Scale;
import app.yarrowmark.core.suite.Step;
import app.yarrowmark.core.suite.SuiteSheet;
import app.yarrowmark.core.suite.TestGroup;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** A suite as pages and devices see it. */
public record SuiteView(
        long id,
        String key,
        String version,
        String name,
        String about,
        List<String> comparesWith,
        TestGroup group,
        Home home,
        int repeats,
        int warmups,
        double minutes,
        int restSeconds,
        List<String> conditions,
        List<SettingView> settings,
        List<StepView> steps,
        List<MetricView> metrics,
        List<FaultView> faults,
        List<CurveView> curves,
        String headline) {

    /** A series that metrics are drawn from: its name, what its places are (if the sheet tells), and the unit of its values. */
    public record CurveView(String name, @Nullable Axis axis, String unit) {}

    /** One setting that makes results comparable. */
    public record SettingView(String name, String value) {}

    /** A part of a long job, with what to do by hand before it. */
    public record StepView(String name, String before, double minutes, List<String> metrics) {}

    /**
     * One metric; with its formula if it is a total.
     *
     * @param id number that standings and addresses know it by; 0 if it is not kept yet
     * @param group what it loads
     * @param rungs of a ladder, the lowest first
     * @param series name of the series it is drawn from, and how
     */
    public record MetricView(
            long id,
            String key,
            String name,
            String unit,
            Scale scale,
            Direction better,
            int decimals,
            TestGroup group,
            @Nullable String formula,
            List<String> rungs,
            @Nullable String series) {}

    /** A metric known to be broken on some setups, with the setups in words. */
    public record FaultView(
            String metric,
            String where,
            @Nullable String from,
            @Nullable String to,
            String note) {}

    /** Returns the view of a suite. */
    public static SuiteView of(Suite suite) {
        return of(suite.id(), suite.sheet(), suite.metricIds());
    }

    /** Returns the view of a sheet that is not kept, or not yet: its number is 0. */
    public static SuiteView draft(SuiteSheet sheet) {
        return of(0, sheet, Map.of());
    }

    private static SuiteView of(long id, SuiteSheet sheet, Map<String, Long> metricIds) {
        return new SuiteView(
                id,
                sheet.id().key(),
                sheet.id().version(),
                sheet.name(),
                sheet.about(),
                List.copyOf(new TreeSet<>(sheet.comparesWith())),
                sheet.group(),
                sheet.home(),
                sheet.schedule().repeats(),
                sheet.schedule().warmups(),
                sheet.schedule().minutes(),
                sheet.schedule().restSeconds(),
                sheet.conditions(),
                sheet.settings().entrySet().stream()
                        .map(e -> new SettingView(e.getKey(), e.getValue()))
                        .toList(),
                sheet.steps().stream().map(SuiteView::step).toList(),
                sheet.metrics().stream()
                        .map(m -> metric(m, sheet, metricIds.getOrDefault(m.key(), 0L)))
                        .toList(),
                sheet.faults().stream().map(SuiteView::fault).toList(),
                sheet.series().stream()
                        .map(name -> new CurveView(name, sheet.axisOf(name).orElse(null), sheet.unitOfSeries(name)))
                        .toList(),
                sheet.headlineMetric().key());
    }

    private static StepView step(Step s) {
        return new StepView(s.name(), s.before(), s.minutes(), s.metrics());
    }

    private static MetricView metric(Metric m, SuiteSheet sheet, long id) {
        return new MetricView(
                id,
                m.key(),
                m.name(),
                m.unit(),
                m.scale(),
                m.better(),
                m.decimals(),
                sheet.groupOf(m),
                m.formula().map(Formula::toString).orElse(null),
                m.rungs(),
                m.reducer().map(r -> r.way().word() + " of " + r.series()).orElse(null));
    }

    private static FaultView fault(KnownFault f) {
        String where = f.where().stream()
                .map(c -> c.key() + " " + c.comparison().sign() + " " + c.value())
                .collect(Collectors.joining(", "));
        return new FaultView(
                f.metric(),
                where.isEmpty() ? "everywhere" : where,
                f.from().orElse(null),
                f.to().orElse(null),
                f.note());
    }
}
