package app.yarrowmark.server.scorebook;

import app.yarrowmark.core.score.Contrast;
import app.yarrowmark.core.score.DayMovement;
import app.yarrowmark.core.score.NoisePool;
import app.yarrowmark.core.score.PlainScore;
import app.yarrowmark.core.score.PooledNoise;
import app.yarrowmark.core.score.Score;
import app.yarrowmark.core.score.Scoring;
import app.yarrowmark.core.suite.Scale;
import app.yarrowmark.core.suite.TestGroup;
import app.yarrowmark.core.written.Reading;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/** All readings of one metric, by setup, and the scores they come to; those are computed when first asked for. */
public final class ScoreColumn {

    private static final ScoreColumn EMPTY = new Builder().build(Kind.NONE, new HashMap<>());

    private final Cells cells;
    private final double[] value;
    private final double[] resolution;
    private final Kind kind;
    private final DayMovement movement;
    private volatile @Nullable Map<Long, Score> scores;
    private volatile @Nullable Double middle;
    private volatile @Nullable Map<Long, PlainScore> plain;
    private volatile @Nullable NoisePool noise;
    private volatile @Nullable List<Contrast> contrasts;

    private ScoreColumn(Cells cells, double[] value, double[] resolution, Kind kind, DayMovement movement) {
        this.cells = cells;
        this.value = value;
        this.resolution = resolution;
        this.kind = kind;
        this.movement = movement;
    }

    /** What a metric is of. */
    record Kind(Scale scale, TestGroup group) {

        /** Of no metric. */
        static final Kind NONE = new Kind(Scale.INFORMATION, TestGroup.BODY);
    }

    /** Puts a column together, setup by setup. */
    static final class Builder {

        private long[] setups = new long[4];
        private int[] start = new int[5];
        private int cells;
        private double[] value = new double[8];
        private double[] resolution = new double[8];
        private int[] day = new int[8];
        private int readings;

        /**
         * Adds a reading; setups come in rising order, their readings in the order they were started.
         *
         * @throws IllegalArgumentException if a setup comes after a later one
         */
        Builder add(long setup, int readingDay, double readingValue, double readingResolution) {
            if (cells == 0 || setups[cells - 1] != setup) {
                if (cells > 0 && setups[cells - 1] > setup) {
                    throw new IllegalArgumentException("setup " + setup + " comes after " + setups[cells - 1]);
                }
                if (cells == setups.length) {
                    setups = Arrays.copyOf(setups, 2 * cells);
                    start = Arrays.copyOf(start, 2 * cells + 1);
                }
                setups[cells] = setup;
                start[cells++] = readings;
            }
            if (readings == value.length) {
                value = Arrays.copyOf(value, 2 * readings);
                resolution = Arrays.copyOf(resolution, 2 * readings);
                day = Arrays.copyOf(day, 2 * readings);
            }
            day[readings] = readingDay;
            value[readings] = readingValue;
            resolution[readings++] = readingResolution;
            start[cells] = readings;
            return this;
        }

        private void addAll(ScoreColumn from, int cell) {
            for (int i = from.cells.from(cell); i < from.cells.to(cell); i++) {
                add(from.cells.setup(cell), from.cells.day(i), from.value[i], from.resolution[i]);
            }
        }

        /**
         * Returns the column.
         *
         * @param alike of columns before, to share with them what is equal
         */
        ScoreColumn build(Kind kind, Map<Cells, Cells> alike) {
            return new ScoreColumn(
                    new Cells(
                                    Arrays.copyOf(setups, cells),
                                    Arrays.copyOf(start, cells + 1),
                                    Arrays.copyOf(day, readings))
                            .shared(alike),
                    Arrays.copyOf(value, readings),
                    Arrays.copyOf(resolution, readings),
                    kind,
                    DayMovement.ASSUMED);
        }
    }

    static ScoreColumn empty() {
        return EMPTY;
    }

    /**
     * Returns the column with what it has of some setups replaced by what another has of them. It is this column itself where
     * that changes nothing, so that what was computed from it still holds.
     *
     * @param alike of columns before, to share with them what is equal
     */
    ScoreColumn with(Set<Long> replaced, ScoreColumn by, Map<Cells, Cells> alike) {
        if (kind.equals(by.kind) && replaced.stream().allMatch(s -> isSame(s, by))) {
            return this;
        }
        Builder merged = new Builder();
        int mine = 0;
        int theirs = 0;
        while (mine < cells.count() || theirs < by.cells.count()) {
            if (theirs == by.cells.count() || (mine < cells.count() && cells.setup(mine) < by.cells.setup(theirs))) {
                if (!replaced.contains(cells.setup(mine))) {
                    merged.addAll(this, mine);
                }
                mine++;
            } else {
                mine += mine < cells.count() && cells.setup(mine) == by.cells.setup(theirs) ? 1 : 0;
                merged.addAll(by, theirs++);
            }
        }
        return merged.build(by.kind, alike);
    }

    private boolean isSame(long setup, ScoreColumn other) {
        int mine = cells.at(setup);
        int theirs = other.cells.at(setup);
        if (mine < 0 || theirs < 0) {
            return mine < 0 && theirs < 0;
        }
        int from = cells.from(mine);
        int to = cells.to(mine);
        int otherFrom = other.cells.from(theirs);
        int otherTo = other.cells.to(theirs);
        return IntStream.range(from, to)
                        .allMatch(i -> to - from == otherTo - otherFrom
                                && cells.day(i) == other.cells.day(otherFrom + i - from))
                && Arrays.equals(value, from, to, other.value, otherFrom, otherTo)
                && Arrays.equals(resolution, from, to, other.resolution, otherFrom, otherTo);
    }

    /** Returns whether it has a reading of a setup. */
    boolean has(long setupId) {
        return cells.at(setupId) >= 0;
    }

    void addSetupsTo(Set<Long> all) {
        cells.setups().forEach(all::add);
    }

    /** Returns whether it has a reading of any of some setups. */
    boolean hasAny(Set<Long> of) {
        return of.stream().anyMatch(this::has);
    }

    /** Returns the score of every setup that has one; none unless the metric is on a ratio scale. */
    public Map<Long, Score> scores() {
        Map<Long, Score> computed = scores;
        if (computed == null) {
            computed = isRatio() ? compute() : Map.of();
            scores = computed;
        }
        return computed;
    }

    private Map<Long, Score> compute() {
        PooledNoise all = noise();
        return new BySetup<>(
                cells,
                cells.all()
                        .mapToObj(i -> Scoring.score(ofDays(i), all, movement))
                        .toArray(Score[]::new));
    }

    /** Returns the logarithm of the score in the middle of all setups; NaN if none has one. */
    public double middleLog() {
        Double computed = middle;
        if (computed == null) {
            double[] logs = scores().values().stream().mapToDouble(Score::log).toArray();
            computed = logs.length == 0 ? Double.NaN : Scoring.median(logs);
            middle = computed;
        }
        return computed;
    }

    /** Returns the score of every setup on a metric without ratios; none on a ratio scale. */
    public Map<Long, PlainScore> plainScores() {
        Map<Long, PlainScore> computed = plain;
        if (computed == null) {
            computed = isRatio()
                    ? Map.of()
                    : new BySetup<>(
                            cells,
                            cells.all()
                                    .mapToObj(i -> PlainScore.of(cell(i), kind.scale()))
                                    .toArray(PlainScore[]::new));
            plain = computed;
        }
        return computed;
    }

    private boolean isRatio() {
        return kind.scale() == Scale.RATIO;
    }

    /** Returns the group of tests that the metric is of. */
    public TestGroup group() {
        return kind.group();
    }

    /** Returns what the setups that were measured on several days tell of the movement between days. */
    List<Contrast> contrasts() {
        List<Contrast> computed = contrasts;
        if (computed == null) {
            PooledNoise all = noise();
            computed = !isRatio()
                    ? List.of()
                    : cells.all()
                            .filter(i -> cells.days(i).length > 1)
                            .boxed()
                            .flatMap(i -> Scoring.contrasts(ofDays(i), all).stream())
                            .toList();
            contrasts = computed;
        }
        return computed;
    }

    /** Returns the movement between days that its scores are reckoned with. */
    public DayMovement movement() {
        return movement;
    }

    /** Returns the same readings with their scores reckoned with another movement; itself where that is no other. */
    ScoreColumn moving(DayMovement by) {
        if (movement.equals(by)) {
            return this;
        }
        ScoreColumn moved = new ScoreColumn(cells, value, resolution, kind, by);
        moved.noise = noise;
        moved.contrasts = contrasts;
        moved.plain = plain;
        return moved;
    }

    private List<List<Reading>> ofDays(int i) {
        return cells.days(i).length == 1 ? List.of(cell(i)) : DatedReading.byDay(dated(i));
    }

    private List<DatedReading> dated(int i) {
        return IntStream.range(cells.from(i), cells.to(i))
                .mapToObj(r -> new DatedReading(cells.day(r), new Reading(value[r], resolution[r])))
                .toList();
    }

    private List<Reading> cell(int i) {
        return IntStream.range(cells.from(i), cells.to(i))
                .mapToObj(r -> new Reading(value[r], resolution[r]))
                .toList();
    }

    /** Returns the readings behind a setup's score, the first started first; empty if it has none. */
    public List<DatedReading> readings(long setupId) {
        int at = cells.at(setupId);
        return at < 0 ? List.of() : dated(at);
    }

    /** Returns those readings by day, the first day first; empty if it has none. */
    public List<List<Reading>> days(long setupId) {
        int at = cells.at(setupId);
        return at < 0 ? List.of() : ofDays(at);
    }

    /** Returns the days behind a setup's score as days since 1970, rising; none if it has none. */
    public int[] daysOf(long setupId) {
        int at = cells.at(setupId);
        return at < 0 ? new int[0] : cells.days(at);
    }

    /** Returns the values of those readings. */
    public List<Double> values(long setupId) {
        int at = cells.at(setupId);
        if (at < 0) {
            return List.of();
        }
        int from = cells.from(at);
        Double[] values = new Double[cells.to(at) - from];
        Arrays.setAll(values, i -> value[from + i]);
        return List.of(values);
    }

    /** Returns the noise of the metric over all setups. */
    public PooledNoise noise() {
        return pool().all();
    }

    /** Returns the noise of the metric over all setups but one: what is known without the readings in question. */
    public PooledNoise noiseWithout(long setupId) {
        int at = cells.at(setupId);
        return at < 0 || !isRatio() ? noise() : pool().without(at);
    }

    private NoisePool pool() {
        NoisePool computed = noise;
        if (computed == null) {
            computed =
                    NoisePool.of(isRatio() ? cells.all().mapToObj(this::ofDays).toList() : List.of());
            noise = computed;
        }
        return computed;
    }

    /** Returns digits after the point that the coarsest reading of a setup has. */
    public int decimals(long setupId) {
        int at = cells.at(setupId);
        double step = at < 0 ? 1 : 0;
        for (int i = at < 0 ? 0 : cells.from(at); at >= 0 && i < cells.to(at); i++) {
            step = Math.max(step, resolution[i]);
        }
        return (int) Math.max(0, Math.round(-Math.log10(step)));
    }
}
