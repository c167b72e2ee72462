package app.yarrowmark.server.scorebook;

import app.yarrowmark.core.Maps;
import app.yarrowmark.core.rank.ScoreMatrix;
import app.yarrowmark.core.score.Score;
import app.yarrowmark.core.score.Scoring;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;

/** Puts scores of a pool into a matrix that can be fitted, test by test. */
public final class PoolMatrix {

    /** Where no cell of a pool tells its noise, a reading is taken to be this uncertain (log scale). */
    private static final double ASSUMED_ERROR = 0.05;

    private final int subjects;
    /** The suite of each test, all versions and settings of one being one. */
    private final List<Integer> suites = new ArrayList<>();

    private final Map<String, Integer> suiteNumbers = new HashMap<>();
    private int cells;
    /** Cells of the test at hand begin here. */
    private int begun;

    private int[] row = new int[64];
    private int[] column = new int[64];
    private double[] log = new double[64];
    /** NaN where the noise is unknown. */
    private double[] variance = new double[64];

    /** Starts a matrix of so many subjects. */
    public PoolMatrix(int subjects) {
        this.subjects = subjects;
    }

    /** Adds a subject's score in the test at hand, at most one for each subject. */
    public void add(TestColumn test, int subject, Score score) {
        if (cells == row.length) {
            row = Arrays.copyOf(row, 2 * cells);
            column = Arrays.copyOf(column, 2 * cells);
            log = Arrays.copyOf(log, 2 * cells);
            variance = Arrays.copyOf(variance, 2 * cells);
        }
        row[cells] = subject;
        column[cells] = suites.size();
        log[cells] = test.metric().better().sign() * score.log();
        variance[cells++] = score.noiseKnown() ? score.standardError() * score.standardError() : Double.NaN;
    }

    /** Returns whether any subject has the test at hand. */
    public boolean hasAny() {
        return cells > begun;
    }

    /** Ends the test at hand, though nobody may have it; the next one is another column. */
    public void endTest(TestColumn test) {
        begun = cells;
        suites.add(suiteNumbers.computeIfAbsent(test.suite().sheet().name(), name -> suiteNumbers.size()));
    }

    /** Returns the matrix; a cell of unknown noise gets the usual one. */
    public ScoreMatrix build() {
        double typical = Double.NaN;
        ScoreMatrix.Builder builder = new ScoreMatrix.Builder(
                suites.stream().mapToInt(Integer::intValue).toArray(), subjects, cells);
        int[] byRow = byRow();
        int next = 0;
        for (int s = 0; s < subjects; s++) {
            for (; next < cells && row[byRow[next]] == s; next++) {
                int cell = byRow[next];
                if (Double.isNaN(variance[cell]) && Double.isNaN(typical)) {
                    typical = typicalVariance();
                }
                builder.add(column[cell], log[cell], Double.isNaN(variance[cell]) ? typical : variance[cell]);
            }
            builder.endRow();
        }
        return builder.build();
    }

    private double typicalVariance() {
        double[] known =
                Arrays.stream(variance, 0, cells).filter(v -> !Double.isNaN(v)).toArray();
        return known.length == 0 ? ASSUMED_ERROR * ASSUMED_ERROR : Scoring.median(known);
    }

    /** Cells by row, those of a row in the order they came. */
    private int[] byRow() {
        int[] place = new int[subjects + 1];
        for (int cell = 0; cell < cells; cell++) {
            place[row[cell] + 1]++;
        }
        for (int s = 0; s < subjects; s++) {
            place[s + 1] += place[s];
        }
        int[] sorted = new int[cells];
        for (int cell = 0; cell < cells; cell++) {
            sorted[place[row[cell]]++] = cell;
        }
        return sorted;
    }

    /** Returns the scores of the setups (rows) in the tests (columns). */
    public static ScoreMatrix of(List<TestColumn> tests, List<Long> setups, ScoreSnapshot scores) {
        PoolMatrix matrix = new PoolMatrix(setups.size());
        for (TestColumn test : tests) {
            Map<Long, Score> column = scores.column(test.metricId()).scores();
            IntStream.range(0, setups.size())
                    .filter(s -> column.containsKey(setups.get(s)))
                    .forEach(s -> matrix.add(test, s, Maps.at(column, setups.get(s))));
            matrix.endTest(test);
        }
        return matrix.build();
    }
}
