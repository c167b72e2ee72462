package app.yarrowmark.server.scorebook;

import app.yarrowmark.core.rank.ScoreMatrix;
import app.yarrowmark.core.score.Score;
import app.yarrowmark.core.score.Scoring;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** Puts scores of a pool of setups into a matrix that can be fitted. */
public final class PoolMatrix {

    /** Where no cell of a pool tells its noise, a reading is taken to be this uncertain (log scale). */
    private static final double ASSUMED_ERROR = 0.05;

    private PoolMatrix() {}

    /** Returns the scores of the setups (rows) in the tests (columns); a cell of unknown noise gets the usual one. */
    public static ScoreMatrix of(List<TestColumn> tests, List<Long> setups, ScoreSnapshot scores) {
        double[][] log = new double[setups.size()][tests.size()];
        double[][] variance = new double[setups.size()][tests.size()];
        List<int[]> unknown = new ArrayList<>();
        List<Double> known = new ArrayList<>();
        for (int m = 0; m < tests.size(); m++) {
            Map<Long, Score> column = scores.column(tests.get(m).metricId()).scores();
            int sign = tests.get(m).metric().better().sign();
            for (int s = 0; s < setups.size(); s++) {
                Score score = column.get(setups.get(s));
                log[s][m] = score == null ? Double.NaN : sign * score.log();
                if (score != null && score.noiseKnown()) {
                    variance[s][m] = score.standardError() * score.standardError();
                    known.add(variance[s][m]);
                } else if (score != null) {
                    unknown.add(new int[] {s, m});
                }
            }
        }
        double typical = known.isEmpty()
                ? ASSUMED_ERROR * ASSUMED_ERROR
                : Scoring.median(known.stream().mapToDouble(Double::doubleValue).toArray());
        unknown.forEach(cell -> variance[cell[0]][cell[1]] = typical);
        return ScoreMatrix.of(log, variance);
    }
}
