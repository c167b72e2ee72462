package app.yarrowmark.server.runs;

import app.yarrowmark.core.Maps;
import app.yarrowmark.core.exchange.Json;
import app.yarrowmark.core.exchange.RunFile;
import app.yarrowmark.core.score.ReadingText;
import app.yarrowmark.core.series.Series;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.server.runs.RunViews.GapView;
import app.yarrowmark.server.runs.RunViews.LedgerRow;
import app.yarrowmark.server.runs.RunViews.ReadingView;
import app.yarrowmark.server.runs.RunViews.RunView;
import app.yarrowmark.server.runs.RunViews.SeriesView;
import app.yarrowmark.server.runs.RunViews.SiblingView;
import app.yarrowmark.server.scorebook.Uncounted;
import app.yarrowmark.server.setups.SetupLabel;
import app.yarrowmark.server.suites.Suite;
import app.yarrowmark.server.suites.SuiteService;
import com.fasterxml.jackson.core.type.TypeReference;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Puts runs into the views in which they are sent. */
@Component
class RunViewer {

    /** Points of a series as it is shown: about one a pixel. */
    private static final int MOST_POINTS = 800;

    private final SuiteService suites;
    private final Uncounted uncounted;

    RunViewer(SuiteService suites, Uncounted uncounted) {
        this.suites = suites;
        this.uncounted = uncounted;
    }

    static List<SeriesView> series(RunEntity run) {
        return new TreeMap<>(run.series)
                .entrySet().stream()
                        .map(e -> {
                            Series all = Json.read(e.getValue().points, new TypeReference<Series>() {});
                            Series thin = all.thinned(MOST_POINTS);
                            return new SeriesView(
                                    e.getKey(),
                                    e.getValue().unit,
                                    e.getValue().axis,
                                    e.getValue().axisUnit,
                                    all.size(),
                                    Arrays.stream(thin.x()).boxed().toList(),
                                    Arrays.stream(thin.y()).boxed().toList(),
                                    e.getValue().typed == null || thin.size() != all.size()
                                            ? null
                                            : Json.read(e.getValue().typed, new TypeReference<TypedSeries>() {}));
                        })
                        .toList();
    }

    LedgerRow row(RunEntity run, SetupLabel label, List<RunEntity> siblings) {
        Suite suite = suites.get(run.suiteId);
        long headline = suite.metricId(suite.sheet().headlineMetric());
        return new LedgerRow(
                run.id,
                label,
                run.suiteId,
                suite.sheet().name(),
                suite.sheet().id().version(),
                run.startedAt,
                run.state,
                run.reason,
                run.readings.containsKey(headline)
                        ? view(run).readings().stream()
                                .filter(r -> r.metric()
                                        .equals(suite.sheet().headlineMetric().key()))
                                .findFirst()
                                .orElseThrow()
                        : null,
                siblings.stream()
                        .filter(s -> s.readings.containsKey(headline))
                        .map(s -> new SiblingView(
                                s.readings.get(headline).value, s.state, !s.flags.isEmpty(), s.id.equals(run.id)))
                        .toList(),
                Flags.of(run.flags),
                run.openDoubts,
                run.origin);
    }

    RunView view(RunEntity run) {
        Suite suite = suites.get(run.suiteId);
        Map<String, String> broken = uncounted.of(suite, run.setupId, run.startedAt, run.values(suite));
        List<ReadingView> readings = suite.sheet().metrics().stream()
                .filter(m -> run.readings.containsKey(suite.metricId(m)))
                .map(m -> view(m, Maps.at(run.readings, suite.metricId(m)), broken.get(m.key())))
                .toList();
        return new RunView(
                run.id,
                run.setupId,
                run.suiteId,
                run.state,
                run.reason,
                run.startedAt,
                run.endedAt,
                run.sender,
                run.workSize.equals("tiny"),
                readings,
                gaps(run, suite),
                Flags.of(run.flags),
                run.openDoubts,
                run.origin);
    }

    /** The gaps that were given a reason, then the totals that do not follow from what was read. */
    private static List<GapView> gaps(RunEntity run, Suite suite) {
        List<RunFile.GapLine> given = run.gaps == null ? List.of() : Json.read(run.gaps, new TypeReference<>() {});
        Map<String, String> reasons = new LinkedHashMap<>();
        given.forEach(g -> reasons.put(g.metric(), g.reason()));
        suite.sheet().metrics().stream()
                .filter(m -> !run.readings.containsKey(suite.metricId(m)))
                .forEach(m -> m.formula()
                        .flatMap(f -> whyNoTotal(f.keys(), run, suite))
                        .ifPresent(why -> reasons.putIfAbsent(m.key(), why)));
        return reasons.entrySet().stream()
                .map(g -> new GapView(
                        g.getKey(),
                        suite.sheet().metric(g.getKey()).map(Metric::name).orElse(g.getKey()),
                        g.getValue()))
                .toList();
    }

    /** Why a total is not there; empty where none of its parts was read, so that nobody expects it. */
    private static Optional<String> whyNoTotal(Set<String> parts, RunEntity run, Suite suite) {
        List<Metric> all = suite.sheet().metrics().stream()
                .filter(m -> parts.contains(m.key()))
                .toList();
        List<String> unread = all.stream()
                .filter(m -> !run.readings.containsKey(suite.metricId(m)))
                .map(Metric::name)
                .toList();
        if (unread.size() == all.size()) {
            return Optional.empty();
        }
        return Optional.of(
                unread.isEmpty()
                        ? "its formula gives no number for these parts"
                        : "not without " + String.join(", ", unread));
    }

    private static ReadingView view(Metric m, RunEntity.ReadingValue r, @Nullable String broken) {
        return new ReadingView(
                m.key(),
                m.name(),
                m.unit(),
                m.scale(),
                m.better(),
                r.text,
                ReadingText.words(m, r.text, r.value),
                r.value,
                r.computed,
                r.note,
                broken,
                r.average());
    }
}
