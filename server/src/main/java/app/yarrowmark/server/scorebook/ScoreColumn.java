package app.yarrowmark.server.scorebook;

import app.yarrowmark.core.score.PooledNoise;
import app.yarrowmark.core.score.Reading;
import app.yarrowmark.core.score.Score;
import app.yarrowmark.core.score.Scoring;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** All scores of one metric, by setup; computed when first asked for. */
public final class ScoreColumn {

    private static final ScoreColumn EMPTY = new ScoreColumn(Map.of());

    private final Map<Long, List<Reading>> readings;
    private volatile @Nullable Map<Long, Score> scores;

    ScoreColumn(Map<Long, List<Reading>> readings) {
        this.readings = readings;
    }

    static ScoreColumn empty() {
        return EMPTY;
    }

    /** Returns the score of every setup that has one. */
    public Map<Long, Score> scores() {
        Map<Long, Score> computed = scores;
        if (computed == null) {
            computed = compute();
            scores = computed;
        }
        return computed;
    }

    /** Returns digits after the point that the coarsest reading of a setup has. */
    public int decimals(long setupId) {
        double step = readings.getOrDefault(setupId, List.of()).stream()
                .mapToDouble(Reading::resolution)
                .max()
                .orElse(1);
        return (int) Math.max(0, Math.round(-Math.log10(step)));
    }

    Map<Long, List<Reading>> readings() {
        return readings;
    }

    private Map<Long, Score> compute() {
        PooledNoise noise = PooledNoise.ofReadings(readings.values());
        Map<Long, Score> all = new HashMap<>(readings.size() * 2);
        readings.forEach((setup, list) -> all.put(setup, Scoring.score(list, noise)));
        return all;
    }
}
