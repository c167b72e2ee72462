package app.yarrowmark.server.follow;

import app.yarrowmark.core.series.CountLadder;
import app.yarrowmark.core.series.FrameBins;
import app.yarrowmark.core.series.Frames;
import app.yarrowmark.core.series.MiddleRun;
import app.yarrowmark.core.series.Series;
import app.yarrowmark.core.series.SizeCurve;
import app.yarrowmark.core.series.TimeTrace;
import app.yarrowmark.core.suite.Direction;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.core.suite.SuiteSheet;
import app.yarrowmark.core.written.DigitText;
import app.yarrowmark.server.catalogue.CatalogueService;
import app.yarrowmark.server.follow.InsideView.ClaimLine;
import app.yarrowmark.server.follow.InsideView.Crossing;
import app.yarrowmark.server.follow.InsideView.FrameWords;
import app.yarrowmark.server.follow.InsideView.Holds;
import app.yarrowmark.server.follow.InsideView.InsideLine;
import app.yarrowmark.server.follow.InsideView.InsideRun;
import app.yarrowmark.server.follow.InsideView.Kind;
import app.yarrowmark.server.follow.InsideView.Odd;
import app.yarrowmark.server.follow.InsideView.SeriesName;
import app.yarrowmark.server.follow.InsideView.Sizes;
import app.yarrowmark.server.problems.Refusal;
import app.yarrowmark.server.problems.RuleViolations;
import app.yarrowmark.server.runs.RunReadings;
import app.yarrowmark.server.runs.RunReadings.NamedSeries;
import app.yarrowmark.server.runs.RunReadings.RunSeries;
import app.yarrowmark.server.setups.SetupLabel;
import app.yarrowmark.server.setups.SetupLabels;
import app.yarrowmark.server.suites.Suite;
import app.yarrowmark.server.suites.SuiteService;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.UUID;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Looks inside scores: curves along sizes, traces over time, frames, counts, with what is drawn from them. */
@Service
@Transactional(readOnly = true)
class InsideService {

    private static final int MOST_SETUPS = 6;
    private static final int MOST_SERIES = 6;
    private static final int MOST_RUNS = 8;
    /** About two a pixel. */
    private static final int MOST_POINTS = 1_600;

    private static final int BINS = 48;
    private static final Set<String> SIZES = Set.of("By", "KiBy", "MiBy", "GiBy", "kBy", "MBy", "KiB", "MiB");
    private static final Set<String> TIMES = Set.of("s", "ms", "min", "h");

    private final RunReadings runs;
    private final SetupLabels setupLabels;
    private final SuiteService suites;
    private final CatalogueService catalogue;

    InsideService(RunReadings runs, SetupLabels setupLabels, SuiteService suites, CatalogueService catalogue) {
        this.runs = runs;
        this.setupLabels = setupLabels;
        this.suites = suites;
        this.catalogue = catalogue;
    }

    /** The part of the axis that is shown; all of it where an end is absent. */
    record Window(@Nullable Double from, @Nullable Double to) {

        Series of(Series whole) {
            if (from == null && to == null) {
                return whole;
            }
            int[] within = IntStream.range(0, whole.size())
                    .filter(i -> (from == null || whole.x()[i] >= from) && (to == null || whole.x()[i] <= to))
                    .toArray();
            return new Series(
                    Arrays.stream(within).mapToDouble(i -> whole.x()[i]).toArray(),
                    Arrays.stream(within).mapToDouble(i -> whole.y()[i]).toArray());
        }
    }

    /**
     * Returns what lies inside.
     *
     * @param names series to show; if empty the first, with all that share its axis and unit
     * @param only the one run to show; all that count if absent
     * @param floor frames a second that are to hold
     * @throws RuleViolations for more than six setups or series, or a floor that is none
     */
    InsideView inside(
            long suiteId,
            List<Long> setupIds,
            List<String> names,
            @Nullable UUID only,
            @Nullable Double floor,
            Window window) {
        if (setupIds.isEmpty() || setupIds.size() > MOST_SETUPS) {
            throw new RuleViolations("setup", "one to " + MOST_SETUPS + " setups are shown, got " + setupIds.size());
        }
        if (names.size() > MOST_SERIES) {
            throw new RuleViolations("series", "at most " + MOST_SERIES + " series are shown, got " + names.size());
        }
        if (floor != null && !(floor > 0 && floor < 10_000)) {
            throw new RuleViolations("floor", "is more than 0 frames a second, got " + floor);
        }
        Suite suite =
                suites.find(suiteId).orElseThrow(() -> Refusal.notFound("There is no suite number " + suiteId + "."));
        Map<Long, SetupLabel> labels = setupLabels.all();
        List<SetupLabel> chosen = setupIds.stream()
                .map(id -> Optional.ofNullable(labels.get(id))
                        .orElseThrow(() -> Refusal.notFound("There is no setup number " + id + ".")))
                .toList();
        List<NamedSeries> there = runs.seriesNames(suiteId, setupIds);
        List<NamedSeries> shown = shown(there, names, suite.sheet());
        Map<Long, Map<String, List<RunSeries>>> bySetup = new LinkedHashMap<>();
        for (RunSeries one : runs.seriesOf(
                suiteId, setupIds, shown.stream().map(NamedSeries::name).toList(), only)) {
            bySetup.computeIfAbsent(one.setupId(), s -> new LinkedHashMap<>())
                    .computeIfAbsent(one.name(), n -> new ArrayList<>())
                    .add(one);
        }
        Kind kind = shown.isEmpty() ? Kind.COUNT : kind(shown.get(0));
        List<InsideLine> lines = new ArrayList<>();
        for (SetupLabel label : chosen) {
            for (NamedSeries name : shown) {
                List<RunSeries> own =
                        bySetup.getOrDefault(label.setupId(), Map.of()).getOrDefault(name.name(), List.of());
                if (!own.isEmpty()) {
                    lines.add(line(label, name, own, suite, kind, floor, window));
                }
            }
        }
        return new InsideView(
                suiteId,
                suite.sheet().name() + " " + suite.sheet().id().version(),
                chosen.stream()
                        .map(l -> new InsideView.SetupChoice(l.setupId(), l.text()))
                        .toList(),
                there.stream()
                        .map(n ->
                                new SeriesName(n.name(), n.unit(), n.axis(), n.axisUnit(), kind(n), shown.contains(n)))
                        .toList(),
                kind,
                shown.isEmpty() ? "" : shown.get(0).axis(),
                shown.isEmpty() ? "" : shown.get(0).axisUnit(),
                floor,
                lines,
                kind == Kind.SIZES ? crossings(lines) : List.of());
    }

    private static Kind kind(NamedSeries series) {
        if (series.axisUnit().equals("{frame}")) {
            return Kind.FRAMES;
        }
        return SIZES.contains(series.axisUnit())
                ? Kind.SIZES
                : TIMES.contains(series.axisUnit()) ? Kind.TIME : Kind.COUNT;
    }

    /** One axis only; what the sheet draws its first metric from leads. */
    private static List<NamedSeries> shown(List<NamedSeries> there, List<String> names, SuiteSheet sheet) {
        List<NamedSeries> asked = there.stream()
                .filter(n -> names.contains(n.name()))
                .sorted(Comparator.comparingInt(n -> names.indexOf(n.name())))
                .toList();
        Optional<NamedSeries> first = asked.isEmpty()
                ? sheet.metrics().stream()
                        .flatMap(m -> m.reducer().stream())
                        .flatMap(r -> there.stream().filter(n -> n.name().equals(r.series())))
                        .findFirst()
                        .or(() -> there.stream().findFirst())
                : Optional.of(asked.get(0));
        if (first.isEmpty()) {
            return List.of();
        }
        NamedSeries lead = first.get();
        return (asked.isEmpty() ? there : asked)
                .stream()
                        .filter(n ->
                                n.axis().equals(lead.axis()) && n.axisUnit().equals(lead.axisUnit()))
                        .filter(n -> !asked.isEmpty() || n.unit().equals(lead.unit()))
                        .limit(MOST_SERIES)
                        .toList();
    }

    private static Optional<Metric> drawn(SuiteSheet sheet, String series) {
        return sheet.metrics().stream()
                .filter(m -> m.reducer().filter(r -> r.series().equals(series)).isPresent())
                .findFirst();
    }

    private InsideLine line(
            SetupLabel label,
            NamedSeries name,
            List<RunSeries> own,
            Suite suite,
            Kind kind,
            @Nullable Double floor,
            Window window) {
        Direction better = better(suite.sheet(), name);
        List<RunSeries> last = own.subList(Math.max(0, own.size() - MOST_RUNS), own.size());
        Series middle = window.of(
                MiddleRun.of(last.stream().map(RunSeries::series).toList()).series());
        Series thin = middle.thinned(MOST_POINTS);
        return new InsideLine(
                label.setupId(),
                label.text(),
                name.name(),
                name.unit(),
                better == Direction.HIGHER,
                last.stream()
                        .map(r -> run(r, kind, better, name.unit(), window))
                        .toList(),
                list(thin.x()),
                list(thin.y()),
                kind == Kind.SIZES ? sizes(last, better) : null,
                kind == Kind.TIME ? overRuns(last, better, name.unit()) : null,
                kind == Kind.FRAMES ? frames(last, floor) : null,
                kind == Kind.COUNT ? number(CountLadder.eachFurther(middle)) : null,
                claims(label, suite, name.name()));
    }

    /** As the metric that is drawn from it; frame times and shares of what was lost are better low, all else high. */
    private static Direction better(SuiteSheet sheet, NamedSeries series) {
        if (series.axisUnit().equals("{frame}")
                || Set.of("ns", "us", "ms", "s", "Cel", "W", "%").contains(series.unit())) {
            return Direction.LOWER;
        }
        return drawn(sheet, series.name()).map(Metric::better).orElse(Direction.HIGHER);
    }

    private static InsideRun run(RunSeries r, Kind kind, Direction better, String unit, Window window) {
        Series thin = window.of(r.series()).thinned(MOST_POINTS);
        return new InsideRun(
                r.runId(),
                r.startedAt(),
                r.series().size(),
                list(thin.x()),
                list(thin.y()),
                kind == Kind.TIME && r.series().size() > 0 ? holds(TimeTrace.of(r.series(), better), unit) : null);
    }

    /** Of temperatures there are no shares: their zero is anywhere. */
    private static Holds holds(TimeTrace trace, String unit) {
        boolean ratio = !unit.equals("Cel");
        return new Holds(
                trace.peak(),
                trace.sustained(),
                ratio ? number(trace.held()) : null,
                ratio ? number(trace.onset()) : null);
    }

    /** The middle of what the runs held. */
    private static @Nullable Holds overRuns(List<RunSeries> own, Direction better, String unit) {
        List<TimeTrace> all = own.stream()
                .map(RunSeries::series)
                .filter(s -> s.size() > 0)
                .map(s -> TimeTrace.of(s, better))
                .toList();
        if (all.isEmpty()) {
            return null;
        }
        return holds(TimeTrace.middle(all), unit);
    }

    private static @Nullable Sizes sizes(List<RunSeries> own, Direction better) {
        List<Series> all = own.stream().map(RunSeries::series).toList();
        MiddleRun middle = MiddleRun.of(all);
        Series curve = middle.series();
        if (curve.size() == 0 || Arrays.stream(curve.y()).anyMatch(v -> !(v > 0))) {
            return null;
        }
        SizeCurve told = SizeCurve.of(curve, better, middle.noise());
        return new Sizes(
                curve.x()[told.peak()],
                curve.y()[told.peak()],
                told.level(),
                number(told.halfSize()),
                IntStream.range(0, curve.size())
                        .filter(i -> told.marks().get(i) != SizeCurve.Mark.NONE)
                        .mapToObj(i -> new Odd(curve.x()[i], told.marks().get(i)))
                        .toList());
    }

    private static @Nullable FrameWords frames(List<RunSeries> own, @Nullable Double floor) {
        List<double[]> times = own.stream().map(r -> r.series().y()).toList();
        if (times.stream().allMatch(d -> d.length == 0)
                || times.stream().flatMapToDouble(Arrays::stream).anyMatch(d -> d <= 0)) {
            return null;
        }
        Frames told = Frames.of(times);
        FrameBins bins = FrameBins.of(times, BINS);
        return new FrameWords(
                told.count(),
                told.average(),
                told.low(),
                told.slowest(),
                told.rough(),
                number(told.heldAt()),
                floor == null ? null : Frames.shareUnder(times, floor),
                bins.width(),
                Arrays.stream(bins.counts()).boxed().toList());
    }

    private List<ClaimLine> claims(SetupLabel label, Suite suite, String series) {
        return catalogue.model(label.modelId()).details().claims().stream()
                .filter(c -> c.suite().equals(suite.sheet().id().key()))
                .map(c -> suite.sheet()
                        .metric(c.metric())
                        .filter(m -> m.reducer()
                                .filter(r -> r.series().equals(series))
                                .isPresent())
                        .map(m -> new ClaimLine(
                                m.name(), DigitText.parse(c.text()).value(), c.text()))
                        .orElse(null))
                .filter(Objects::nonNull)
                .toList();
    }

    /** Between the series of one setup, and between setups in one series. */
    private static List<Crossing> crossings(List<InsideLine> lines) {
        List<Crossing> found = new ArrayList<>();
        for (int a = 0; a < lines.size(); a++) {
            for (int b = a + 1; b < lines.size(); b++) {
                InsideLine one = lines.get(a);
                InsideLine other = lines.get(b);
                boolean meet = one.unit().equals(other.unit())
                        && (one.setupId() == other.setupId() || one.name().equals(other.name()));
                if (meet) {
                    int left = a;
                    int right = b;
                    Arrays.stream(SizeCurve.crossings(series(one), series(other)))
                            .forEach(x -> found.add(new Crossing(left, right, x)));
                }
            }
        }
        return found;
    }

    private static Series series(InsideLine line) {
        return new Series(
                line.x().stream().mapToDouble(Double::doubleValue).toArray(),
                line.y().stream().mapToDouble(Double::doubleValue).toArray());
    }

    private static List<Double> list(double[] values) {
        return Arrays.stream(values).boxed().toList();
    }

    private static @Nullable Double number(OptionalDouble value) {
        return value.isPresent() ? value.getAsDouble() : null;
    }
}
