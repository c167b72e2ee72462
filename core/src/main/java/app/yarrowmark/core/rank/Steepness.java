package app.yarrowmark.core.rank;

import java.util.Arrays;

/**
 * How steep tests are: y[s,m] = μ[m] + β[m] θ[s] + ε. In a test with β = 1.3 the same two devices lie 1.3 times as far apart
 * (on the log scale) as in the test of usual steepness.
 *
 * <p>Where weak devices skip the steep tests, the additive model takes the gentle tests' narrow gaps for those of all. This
 * is another reading of the same scores, for a reader who wants to know how much of a place hangs on that. Each β is shrunk
 * to 1 by what is known of it, with the spread of true steepness estimated after Paule and Mandel (1982); with no spread
 * beyond noise every β is 1 and the fit is the additive one.
 */
public final class Steepness {

    private static final int ROUNDS = 4;
    private static final int MOST_STEPS = 500;
    private static final double SETTLED = 1e-7;
    private static final double LEAST = 0.25;
    private static final double MOST = 4;
    /** A slope through fewer points than this says nothing. */
    private static final int FEWEST = 4;

    private final ScoreMatrix matrix;
    private final double[] weight;
    private final double[] theta;
    private final double[] mu;
    private final double[] beta;
    private final int[] points;

    private Steepness(ScoreMatrix matrix, Levelled before) {
        AdditiveFit start = before.fit;
        this.matrix = matrix;
        this.theta = start.theta().clone();
        this.beta = before.steepness.clone();
        this.mu = new double[matrix.tests()];
        this.weight = new double[matrix.cells()];
        this.points = new int[matrix.tests()];
        for (int i = 0; i < weight.length; i++) {
            double b = beta[matrix.testOf(i)];
            weight[i] = start.trust()[i]
                    / Math.max(AdditiveModel.LEAST_VARIANCE, b * b * start.tauSquared() + matrix.varianceOf(i));
            points[matrix.testOf(i)]++;
        }
    }

    /**
     * Tests brought to one steepness.
     *
     * @param steepness of each test, their mean logarithm 0
     * @param fit additive, of the levelled scores
     */
    public record Levelled(double[] steepness, AdditiveFit fit) {}

    /**
     * Returns the fit with every test at the usual steepness. The variance between tests and the trust in each cell are those of
     * the levelled scores: before levelling, what is only steepness looks like noise and hides itself.
     *
     * @throws IllegalArgumentException if the matrix is not one island
     */
    public static Levelled fit(ScoreMatrix matrix) {
        double[] one = new double[matrix.tests()];
        Arrays.fill(one, 1);
        Levelled at = new Levelled(one, AdditiveModel.fit(matrix));
        for (int round = 0; round < ROUNDS; round++) {
            double[] steepness = steepness(matrix, at);
            at = new Levelled(steepness, AdditiveModel.fit(level(matrix, steepness)));
        }
        return at;
    }

    private static double[] steepness(ScoreMatrix matrix, Levelled last) {
        Steepness search = new Steepness(matrix, last);
        for (int step = 0; step < MOST_STEPS; step++) {
            double[] before = search.beta.clone();
            search.tests();
            search.subjects();
            double change = 0;
            for (int m = 0; m < before.length; m++) {
                change = Math.max(change, Math.abs(before[m] - search.beta[m]));
            }
            if (change < SETTLED) {
                break;
            }
        }
        return search.beta;
    }

    /** Logarithms and their errors divided by β: a matrix to be fitted like any other. */
    static ScoreMatrix level(ScoreMatrix matrix, double[] beta) {
        ScoreMatrix.Builder level = new ScoreMatrix.Builder(matrix.tests());
        for (int s = 0; s < matrix.subjects(); s++) {
            for (int i = matrix.from(s); i < matrix.from(s + 1); i++) {
                double b = beta[matrix.testOf(i)];
                level.add(matrix.testOf(i), matrix.logOf(i) / b, matrix.varianceOf(i) / (b * b));
            }
            level.endRow();
        }
        return level.build();
    }

    /** Level and slope of each test given the subjects, the slopes then shrunk together. */
    private void tests() {
        int tests = matrix.tests();
        double[] sum = new double[tests];
        double[] x = new double[tests];
        double[] y = new double[tests];
        each((s, m, i) -> {
            sum[m] += weight[i];
            x[m] += weight[i] * theta[s];
            y[m] += weight[i] * matrix.logOf(i);
        });
        double[] xx = new double[tests];
        double[] xy = new double[tests];
        each((s, m, i) -> {
            double off = theta[s] - x[m] / sum[m];
            xx[m] += weight[i] * off * off;
            xy[m] += weight[i] * off * (matrix.logOf(i) - y[m] / sum[m]);
        });
        double[] slope = new double[tests];
        double[] variance = new double[tests];
        for (int m = 0; m < tests; m++) {
            boolean known = points[m] >= FEWEST && xx[m] > 0;
            slope[m] = known ? xy[m] / xx[m] : 1;
            variance[m] = known ? 1 / xx[m] : Double.POSITIVE_INFINITY;
        }
        double spread = spread(slope, variance);
        double logs = 0;
        for (int m = 0; m < tests; m++) {
            double shrunk = variance[m] == Double.POSITIVE_INFINITY || spread == 0
                    ? 1
                    : 1 + (slope[m] - 1) * spread / (spread + variance[m]);
            beta[m] = Math.max(LEAST, Math.min(MOST, shrunk));
            logs += Math.log(beta[m]) / tests;
        }
        for (int m = 0; m < tests; m++) {
            beta[m] /= Math.exp(logs);
            mu[m] = (y[m] - beta[m] * x[m]) / sum[m];
        }
    }

    /** The variance of true slopes about 1: Σ (b−1)²/(spread+v) = how many there are less one; 0 if already below. */
    private static double spread(double[] slope, double[] variance) {
        int known = 0;
        for (double v : variance) {
            known += v < Double.POSITIVE_INFINITY ? 1 : 0;
        }
        if (known < 2 || excess(slope, variance, 0) <= known - 1) {
            return 0;
        }
        double low = 0;
        double high = 1;
        while (excess(slope, variance, high) > known - 1) {
            high *= 2;
        }
        for (int step = 0; step < 60; step++) {
            double middle = (low + high) / 2;
            if (excess(slope, variance, middle) > known - 1) {
                low = middle;
            } else {
                high = middle;
            }
        }
        return (low + high) / 2;
    }

    private static double excess(double[] slope, double[] variance, double spread) {
        double sum = 0;
        for (int m = 0; m < slope.length; m++) {
            if (variance[m] < Double.POSITIVE_INFINITY) {
                sum += (slope[m] - 1) * (slope[m] - 1) / (spread + variance[m]);
            }
        }
        return sum;
    }

    /** Each subject given the tests; then moved so that they sum to 0. */
    private void subjects() {
        double[] over = new double[theta.length];
        double[] under = new double[theta.length];
        each((s, m, i) -> {
            over[s] += weight[i] * beta[m] * (matrix.logOf(i) - mu[m]);
            under[s] += weight[i] * beta[m] * beta[m];
        });
        double middle = 0;
        for (int s = 0; s < theta.length; s++) {
            theta[s] = over[s] / under[s];
            middle += theta[s] / theta.length;
        }
        for (int s = 0; s < theta.length; s++) {
            theta[s] -= middle;
        }
    }

    private interface Cell {
        void at(int subject, int test, int cell);
    }

    private void each(Cell cell) {
        for (int s = 0; s < matrix.subjects(); s++) {
            for (int i = matrix.from(s); i < matrix.from(s + 1); i++) {
                cell.at(s, matrix.testOf(i), i);
            }
        }
    }
}
