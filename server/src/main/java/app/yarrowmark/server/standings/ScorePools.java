package app.yarrowmark.server.standings;

import app.yarrowmark.core.rank.PoolPosition;
import app.yarrowmark.core.score.Score;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.server.scorebook.ScoreBook;
import app.yarrowmark.server.scorebook.ScoreColumn;
import app.yarrowmark.server.scorebook.ScoreSnapshot;
import app.yarrowmark.server.setups.SetupLabel;
import app.yarrowmark.server.setups.SetupService;
import app.yarrowmark.server.shell.Refusal;
import app.yarrowmark.server.standings.ScorePoolView.OwnScore;
import app.yarrowmark.server.standings.ScorePoolView.PoolScore;
import app.yarrowmark.server.suites.Suite;
import app.yarrowmark.server.suites.SuiteService;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** Where one setup's scores fall among those of its kind, metric by metric. */
@Service
class ScorePools {

    private final ScoreBook book;
    private final SetupService setups;
    private final SuiteService suites;

    ScorePools(ScoreBook book, SetupService setups, SuiteService suites) {
        this.book = book;
        this.setups = setups;
        this.suites = suites;
    }

    List<ScorePoolView> pools(long suiteId, long setupId) {
        Suite suite = suites.get(suiteId);
        Map<Long, SetupLabel> labels = setups.labels();
        SetupLabel own = Optional.ofNullable(labels.get(setupId))
                .orElseThrow(() -> Refusal.notFound("There is no setup number " + setupId + "."));
        ScoreSnapshot scores = book.current();
        return suite.sheet().metrics().stream()
                .filter(Metric::isRatio)
                .map(m -> pool(m, scores.column(suite.metricId(m)), own, labels))
                .toList();
    }

    private static ScorePoolView pool(Metric metric, ScoreColumn column, SetupLabel own, Map<Long, SetupLabel> labels) {
        int sign = metric.better().sign();
        List<PoolScore> pool = column.scores().entrySet().stream()
                .filter(e -> labels.get(e.getKey()).kind() == own.kind())
                .map(e -> new PoolScore(
                        e.getKey(), labels.get(e.getKey()).text(), e.getValue().value()))
                .sorted(Comparator.comparingDouble(s -> -sign * s.value()))
                .toList();
        double[] better = pool.stream().mapToDouble(s -> sign * s.value()).toArray();
        return new ScorePoolView(
                metric.key(),
                metric.name(),
                metric.unit(),
                metric.better(),
                own(column, own.setupId(), sign, better),
                pool);
    }

    private static @Nullable OwnScore own(ScoreColumn column, long setupId, int sign, double[] better) {
        Score score = column.scores().get(setupId);
        if (score == null) {
            return null;
        }
        PoolPosition position = PoolPosition.of(sign * score.value(), better);
        return new OwnScore(
                score.value(),
                score.count(),
                score.relativeError().isPresent() ? score.relativeError().getAsDouble() : null,
                column.decimals(setupId),
                position.place(),
                position.of(),
                position.band().orElse(null));
    }
}
