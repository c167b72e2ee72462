package app.yarrowmark.server.scorebook;

import app.yarrowmark.core.score.NoisePool;
import app.yarrowmark.core.score.PlainScore;
import app.yarrowmark.core.score.PooledNoise;
import app.yarrowmark.core.score.Reading;
import app.yarrowmark.core.score.Score;
import app.yarrowmark.core.score.Scoring;
import app.yarrowmark.core.suite.Scale;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** All scores of one metric, by setup; computed when first asked for. */
public final class ScoreColumn {

    private static final ScoreColumn EMPTY = new ScoreColumn(Map.of(), Scale.RATIO);

    private final Map<Long, List<Reading>> readings;
    private final Scale scale;
    private volatile @Nullable Map<Long, Score> scores;
    private volatile @Nullable Map<Long, PlainScore> plain;
    private volatile @Nullable NoisePool<Long> noise;

    ScoreColumn(Map<Long, List<Reading>> readings, Scale scale) {
        this.readings = readings;
        this.scale = scale;
    }

    static ScoreColumn empty() {
        return EMPTY;
    }

    /** Returns the score of every setup that has one; none unless the metric is on a ratio scale. */
    public Map<Long, Score> scores() {
        Map<Long, Score> computed = scores;
        if (computed == null) {
            computed = compute();
            scores = computed;
        }
        return computed;
    }

    /** Returns the score of every setup on a metric without ratios; none on a ratio scale. */
    public Map<Long, PlainScore> plainScores() {
        Map<Long, PlainScore> computed = plain;
        if (computed == null) {
            computed = scale == Scale.RATIO
                    ? Map.of()
                    : readings.entrySet().stream()
                            .collect(Collectors.toMap(Map.Entry::getKey, e -> PlainScore.of(e.getValue(), scale)));
            plain = computed;
        }
        return computed;
    }

    /** Returns the readings behind a setup's score, the first started first; empty if it has none. */
    public List<Reading> readings(long setupId) {
        return readings.getOrDefault(setupId, List.of());
    }

    /** Returns the noise of the metric over all setups. */
    public PooledNoise noise() {
        return pool().all();
    }

    /** Returns the noise of the metric over all setups but one: what is known without the readings in question. */
    public PooledNoise noiseWithout(long setupId) {
        return pool().without(setupId);
    }

    private NoisePool<Long> pool() {
        NoisePool<Long> computed = noise;
        if (computed == null) {
            computed = scale == Scale.RATIO ? NoisePool.ofReadings(readings) : NoisePool.of(Map.of());
            noise = computed;
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
        Map<Long, Score> all = new HashMap<>(readings.size() * 2);
        if (scale == Scale.RATIO) {
            readings.forEach((setup, list) -> all.put(setup, Scoring.score(list, noise())));
        }
        return all;
    }
}
