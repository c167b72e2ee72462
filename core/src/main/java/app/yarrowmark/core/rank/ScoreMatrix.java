package app.yarrowmark.core.rank;

import java.util.Arrays;
import java.util.stream.IntStream;

/**
 * Scores of subjects (rows) in tests (columns), logarithms turned so that up is better; cells may be missing.
 */
public final class ScoreMatrix {

    private final double[][] log;
    private final double[][] variance;

    private ScoreMatrix(double[][] log, double[][] variance) {
        this.log = log;
        this.variance = variance;
    }

    /**
     * Returns the matrix.
     *
     * @param log subject by test; NaN where there is no score
     * @param variance se² of each logarithm, same shape; ignored where there is no score
     * @throws IllegalArgumentException if the shapes differ, or a present cell is infinite or has no variance ≥ 0
     */
    public static ScoreMatrix of(double[][] log, double[][] variance) {
        if (log.length != variance.length) {
            throw new IllegalArgumentException(log.length + " rows of scores, " + variance.length + " of variances");
        }
        for (int s = 0; s < log.length; s++) {
            if (log[s].length != log[0].length || variance[s].length != log[0].length) {
                throw new IllegalArgumentException("row " + s + " has another length than the first");
            }
            for (int m = 0; m < log[s].length; m++) {
                if (!Double.isNaN(log[s][m])
                        && !(Double.isFinite(log[s][m]) && variance[s][m] >= 0 && Double.isFinite(variance[s][m]))) {
                    throw new IllegalArgumentException("cell " + s + "," + m + " has no usable score");
                }
            }
        }
        return new ScoreMatrix(copy(log), copy(variance));
    }

    /** Returns how many subjects there are. */
    public int subjects() {
        return log.length;
    }

    /** Returns how many tests there are. */
    public int tests() {
        return log.length == 0 ? 0 : log[0].length;
    }

    /** Returns whether the subject has a score in the test. */
    public boolean has(int subject, int test) {
        return !Double.isNaN(log[subject][test]);
    }

    /** Returns the logarithm of the score, up is better; NaN where there is none. */
    public double log(int subject, int test) {
        return log[subject][test];
    }

    /** Returns se² of the logarithm. */
    public double variance(int subject, int test) {
        return variance[subject][test];
    }

    /** Returns how many cells hold a score. */
    public int cells() {
        return (int) Arrays.stream(log)
                .flatMapToDouble(Arrays::stream)
                .filter(v -> !Double.isNaN(v))
                .count();
    }

    /** Returns the matrix of the chosen rows and columns, in the order given. */
    public ScoreMatrix part(int[] rows, int[] columns) {
        return new ScoreMatrix(pick(log, rows, columns), pick(variance, rows, columns));
    }

    /** Returns the matrix with one cell emptied. */
    public ScoreMatrix without(int subject, int test) {
        ScoreMatrix copy = new ScoreMatrix(copy(log), copy(variance));
        copy.log[subject][test] = Double.NaN;
        return copy;
    }

    private static double[][] pick(double[][] from, int[] rows, int[] columns) {
        return Arrays.stream(rows)
                .mapToObj(
                        r -> Arrays.stream(columns).mapToDouble(c -> from[r][c]).toArray())
                .toArray(double[][]::new);
    }

    private static double[][] copy(double[][] from) {
        return IntStream.range(0, from.length).mapToObj(i -> from[i].clone()).toArray(double[][]::new);
    }
}
