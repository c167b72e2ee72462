package app.yarrowmark.server.scorebook;

import app.yarrowmark.core.rank.ScoreMatrix;
import app.yarrowmark.core.score.Score;
import app.yarrowmark.core.score.Scoring;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** Puts scores of a pool into a matrix that can be fitted, test by test. */
public final class PoolMatrix {

    /** Where no cell of a pool tells its noise, a reading is taken to be this uncertain (log scale). */
    private static final double ASSUMED_ERROR = 0.05;

    private final List<List<Cell>> rows = new ArrayList<>();
    private int tests;

    /** A score at its column, turned so that up is better; the variance is NaN where the noise is unknown. */
    private record Cell(int column, double log, double variance) {}

    /** Starts a matrix of so many subjects. */
    public PoolMatrix(int subjects) {
        for (int s = 0; s < subjects; s++) {
            rows.add(new ArrayList<>());
        }
    }

    /** Adds the next test: scores by row; who has none is left out. */
    public void add(TestColumn test, Map<Integer, Score> scores) {
        int sign = test.metric().better().sign();
        scores.forEach((row, score) -> rows.get(row)
                .add(new Cell(
                        tests,
                        sign * score.log(),
                        score.noiseKnown() ? score.standardError() * score.standardError() : Double.NaN)));
        tests++;
    }

    /** Returns the matrix; a cell of unknown noise gets the usual one. */
    public ScoreMatrix build() {
        double[] known = rows.stream()
                .flatMap(List::stream)
                .mapToDouble(Cell::variance)
                .filter(v -> !Double.isNaN(v))
                .toArray();
        double typical = known.length == 0 ? ASSUMED_ERROR * ASSUMED_ERROR : Scoring.median(known);
        ScoreMatrix.Builder builder = new ScoreMatrix.Builder(tests);
        for (List<Cell> row : rows) {
            row.forEach(c -> builder.add(c.column, c.log, Double.isNaN(c.variance) ? typical : c.variance));
            builder.endRow();
        }
        return builder.build();
    }

    /** Returns the scores of the setups (rows) in the tests (columns). */
    public static ScoreMatrix of(List<TestColumn> tests, List<Long> setups, ScoreSnapshot scores) {
        PoolMatrix matrix = new PoolMatrix(setups.size());
        for (TestColumn test : tests) {
            Map<Long, Score> column = scores.column(test.metricId()).scores();
            Map<Integer, Score> byRow = new HashMap<>();
            for (int s = 0; s < setups.size(); s++) {
                Score score = column.get(setups.get(s));
                if (score != null) {
                    byRow.put(s, score);
                }
            }
            matrix.add(test, byRow);
        }
        return matrix.build();
    }
}
