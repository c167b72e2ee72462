package app.yarrowmark.server.standings;

import app.yarrowmark.core.Maps;
import app.yarrowmark.core.rank.PoolPosition;
import app.yarrowmark.core.score.PlainScore;
import app.yarrowmark.core.score.Score;
import app.yarrowmark.core.score.Scoring;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.core.suite.Scale;
import app.yarrowmark.server.problems.Refusal;
import app.yarrowmark.server.scorebook.PlainWords;
import app.yarrowmark.server.scorebook.ScoreBook;
import app.yarrowmark.server.scorebook.ScoreColumn;
import app.yarrowmark.server.scorebook.ScoreSnapshot;
import app.yarrowmark.server.scorebook.TestColumn;
import app.yarrowmark.server.scorebook.TypedWords;
import app.yarrowmark.server.setups.SetupLabel;
import app.yarrowmark.server.setups.SetupLabels;
import app.yarrowmark.server.standings.ScorePoolView.OwnScore;
import app.yarrowmark.server.standings.ScorePoolView.PlainShare;
import app.yarrowmark.server.standings.ScorePoolView.PlainView;
import app.yarrowmark.server.standings.ScorePoolView.PoolScore;
import app.yarrowmark.server.subjects.GapReasons;
import app.yarrowmark.server.subjects.MovementView;
import app.yarrowmark.server.subjects.Subject;
import app.yarrowmark.server.subjects.SubjectService;
import app.yarrowmark.server.suites.Suite;
import app.yarrowmark.server.suites.SuiteService;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** Where one setup's scores fall among those of its kind, metric by metric. */
@Service
class ScorePools {

    private final ScoreBook book;
    private final SetupLabels setupLabels;
    private final SuiteService suites;
    private final SubjectService subjects;
    private final GapReasons gaps;
    private final TypedWords words;

    ScorePools(
            ScoreBook book,
            SetupLabels setupLabels,
            SuiteService suites,
            SubjectService subjects,
            GapReasons gaps,
            TypedWords words) {
        this.book = book;
        this.setupLabels = setupLabels;
        this.suites = suites;
        this.subjects = subjects;
        this.gaps = gaps;
        this.words = words;
    }

    List<ScorePoolView> pools(long suiteId, long setupId) {
        Suite suite = suites.get(suiteId);
        Map<Long, SetupLabel> labels = setupLabels.all();
        SetupLabel own = Optional.ofNullable(labels.get(setupId))
                .orElseThrow(() -> Refusal.notFound("There is no setup number " + setupId + "."));
        ScoreSnapshot scores = book.current();
        Subject subject = subjects.ofSetup(own);
        GapReasons.Reasons reasons = gaps.of(List.of(subject));
        return suite.sheet().metrics().stream()
                .map(m -> pool(
                        m,
                        suite.metricId(m),
                        scores.column(suite.metricId(m)),
                        own,
                        labels,
                        () -> reasons.why(subject, new TestColumn(suite, m))))
                .toList();
    }

    private ScorePoolView pool(
            Metric metric,
            long metricId,
            ScoreColumn column,
            SetupLabel own,
            Map<Long, SetupLabel> labels,
            Supplier<String> whyNone) {
        int sign = metric.better().sign();
        List<PoolScore> pool = column.scores().entrySet().stream()
                .filter(e -> Maps.at(labels, e.getKey()).kind().equals(own.kind()))
                .map(e -> new PoolScore(
                        e.getKey(),
                        Maps.at(labels, e.getKey()).text(),
                        e.getValue().value()))
                .sorted(Comparator.comparingDouble(s -> -sign * s.value()))
                .toList();
        return new ScorePoolView(
                metric.key(),
                metric.name(),
                metric.unit(),
                metric.scale(),
                metric.better(),
                own(column, own, sign, labels),
                Ticks.thinned(pool, PoolScore::value, s -> s.setupId() == own.setupId()),
                pool.size(),
                pool.isEmpty()
                        ? null
                        : Scoring.median(
                                pool.stream().mapToDouble(PoolScore::value).toArray()),
                plain(
                        metric,
                        metricId,
                        own.setupId(),
                        column.plainScores().get(own.setupId()),
                        column.decimals(own.setupId())),
                shares(metric, column, own, labels),
                column.readings(own.setupId()).isEmpty() ? whyNone.get() : null);
    }

    private @Nullable PlainView plain(
            Metric metric, long metricId, long setupId, @Nullable PlainScore score, int decimals) {
        if (score == null) {
            return null;
        }
        String said = words.of(metric, metricId, setupId, score, decimals);
        boolean text = !metric.scale().isOrdered();
        return new PlainView(
                said,
                score.count(),
                text ? said : PlainWords.of(metric, score.low(), 1, decimals),
                text ? said : PlainWords.of(metric, score.high(), 1, decimals));
    }

    /** Only rungs and checks are few enough to be counted. */
    private static List<PlainShare> shares(
            Metric metric, ScoreColumn column, SetupLabel own, Map<Long, SetupLabel> labels) {
        if (metric.scale().isNumber() || !metric.scale().isOrdered()) {
            return List.of();
        }
        Map<Double, Integer> counts = new TreeMap<>(Comparator.reverseOrder());
        column.plainScores().forEach((setup, score) -> {
            if (Maps.at(labels, setup).kind().equals(own.kind())) {
                counts.merge(
                        metric.scale() == Scale.CHECK ? Math.floor(score.value()) : score.value(), 1, Integer::sum);
            }
        });
        return counts.entrySet().stream()
                .map(e -> new PlainShare(PlainWords.of(metric, e.getKey(), 1, 0), e.getValue()))
                .toList();
    }

    private static @Nullable OwnScore own(ScoreColumn column, SetupLabel own, int sign, Map<Long, SetupLabel> labels) {
        Score score = column.scores().get(own.setupId());
        if (score == null) {
            return null;
        }
        PoolPosition position =
                PoolPosition.of(sign * score.value(), devices(column, own, sign * score.value(), sign, labels));
        return new OwnScore(
                score.value(),
                score.count(),
                score.days(),
                score.reach().isPresent() ? score.reach().getAsDouble() : null,
                MovementView.of(column.movement(), column.group()),
                column.decimals(own.setupId()),
                position.place(),
                position.of(),
                position.band().orElse(null));
    }

    /** This score, and the best of every other device of the kind that is not tuned: six setups of one are one device. */
    private static double[] devices(
            ScoreColumn column, SetupLabel own, double score, int sign, Map<Long, SetupLabel> labels) {
        Map<Device, Double> best = new HashMap<>();
        column.scores().forEach((setup, other) -> {
            SetupLabel label = Maps.at(labels, setup);
            if (label.kind().equals(own.kind()) && !label.tuned()) {
                best.merge(Device.of(label), sign * other.value(), Math::max);
            }
        });
        best.put(Device.of(own), score);
        return best.values().stream().mapToDouble(Double::doubleValue).toArray();
    }

    private record Device(long model, String unit) {

        static Device of(SetupLabel label) {
            return new Device(label.modelId(), label.unit());
        }
    }
}
