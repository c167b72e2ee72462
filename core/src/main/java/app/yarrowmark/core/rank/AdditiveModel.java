package app.yarrowmark.core.rank;

import java.util.Arrays;
import java.util.function.DoubleUnaryOperator;
import org.apache.commons.math3.distribution.NormalDistribution;
import org.apache.commons.math3.linear.Array2DRowRealMatrix;
import org.apache.commons.math3.linear.CholeskyDecomposition;
import org.apache.commons.math3.linear.RealMatrix;

/**
 * Fits the additive log model to every cell there is, so that a missing test neither punishes nor favours.
 *
 * <p>The variance between tests τ² follows Paule and Mandel (1982), "Consensus values and weighting factors", blended
 * with a prior; doubtful cells are weighed down after Huber (1964), "Robust estimation of a location parameter".
 */
public final class AdditiveModel {

    private static final double PRIOR_DOF = 1;
    private static final double PRIOR_TAU = 0.10;
    private static final double HUBER_K = 1.345;
    private static final double LEAST_WEIGHT = 0.02;
    private static final int MOST_STEPS = 400;
    private static final double SETTLED = 1e-11;
    /** Keeps a cell without any noise from weighing infinitely. */
    static final double LEAST_VARIANCE = 1e-12;

    private final ScoreMatrix matrix;
    private final int residualDof;

    private AdditiveModel(ScoreMatrix matrix) {
        if (Island.of(matrix).size() != 1 || Island.of(matrix).get(0).subjects().length != matrix.subjects()) {
            throw new IllegalArgumentException("subjects that share no test cannot be fitted together");
        }
        this.matrix = matrix;
        this.residualDof = matrix.cells() - matrix.subjects() - matrix.tests() + 1;
    }

    /**
     * Returns the fit with doubtful cells weighed down.
     *
     * @throws IllegalArgumentException if the matrix is not one island
     */
    public static AdditiveFit fit(ScoreMatrix matrix) {
        return new AdditiveModel(matrix).robust();
    }

    /** Returns the fit with every cell at its full weight. */
    static AdditiveFit fitPlain(ScoreMatrix matrix) {
        return new AdditiveModel(matrix).plain();
    }

    private AdditiveFit plain() {
        double[][] full = fullWeights();
        double paule = rootOrZero(t -> squares(solve(t, full), t), residualDof);
        double tau = blend(paule);
        return finish(solve(tau, full), tau, full);
    }

    private AdditiveFit robust() {
        double target = residualDof * expectedHuberSquare();
        double[][] weight = fullWeights();
        double tau = PRIOR_TAU * PRIOR_TAU;
        for (int step = 0; step < MOST_STEPS; step++) {
            double[][] residual = residuals(solve(tau, weight));
            weight = huberWeights(residual, tau);
            double next = blend(rootOrZero(t -> clippedSquares(residual, t), target));
            double change = (next - tau) / 2;
            tau += change;
            if (Math.abs(change) < SETTLED) {
                break;
            }
        }
        return finish(solve(tau, weight), tau, weight);
    }

    private double blend(double measured) {
        return (PRIOR_DOF * PRIOR_TAU * PRIOR_TAU + residualDof * measured) / (PRIOR_DOF + residualDof);
    }

    /** Half the mean of min(z², k²) for a normal z, doubled: E in Huber's Proposal 2. */
    private static double expectedHuberSquare() {
        NormalDistribution normal = new NormalDistribution(null, 0, 1);
        double tail = 1 - normal.cumulativeProbability(HUBER_K);
        return 2
                * (HUBER_K * HUBER_K * tail
                        + normal.cumulativeProbability(HUBER_K)
                        - 0.5
                        - HUBER_K * normal.density(HUBER_K));
    }

    /** Subjects after tests are eliminated: L θ = b, with L made regular by the constraint Σθ = 0. */
    private Solution solve(double tau, double[][] h) {
        int subjects = matrix.subjects();
        int tests = matrix.tests();
        double[][] w = new double[subjects][tests];
        double[] column = new double[tests];
        double[] columnSum = new double[tests];
        for (int s = 0; s < subjects; s++) {
            for (int m = 0; m < tests; m++) {
                if (matrix.has(s, m)) {
                    w[s][m] = h[s][m] / Math.max(LEAST_VARIANCE, tau + matrix.variance(s, m));
                    column[m] += w[s][m];
                    columnSum[m] += w[s][m] * matrix.log(s, m);
                }
            }
        }
        double[][] laplacian = new double[subjects][subjects];
        double[] b = new double[subjects];
        for (int s = 0; s < subjects; s++) {
            for (int m = 0; m < tests; m++) {
                if (w[s][m] == 0) {
                    continue;
                }
                laplacian[s][s] += w[s][m];
                b[s] += w[s][m] * (matrix.log(s, m) - columnSum[m] / column[m]);
                double share = w[s][m] / column[m];
                for (int other = 0; other < subjects; other++) {
                    laplacian[s][other] -= share * w[other][m];
                }
            }
        }
        // J/S scaled to the size of L keeps the factorisation well conditioned; it cancels for Σθ = 0.
        double scale = Arrays.stream(column).sum() / subjects;
        for (double[] row : laplacian) {
            for (int other = 0; other < subjects; other++) {
                row[other] += scale / subjects;
            }
        }
        CholeskyDecomposition factor =
                new CholeskyDecomposition(new Array2DRowRealMatrix(laplacian, false), 1e-6 * scale, 0);
        double[] theta = factor.getSolver()
                .solve(new org.apache.commons.math3.linear.ArrayRealVector(b, false))
                .toArray();
        double[] mu = new double[tests];
        for (int s = 0; s < subjects; s++) {
            for (int m = 0; m < tests; m++) {
                if (w[s][m] > 0) {
                    mu[m] += w[s][m] * (matrix.log(s, m) - theta[s]) / column[m];
                }
            }
        }
        return new Solution(theta, mu, w, factor, scale);
    }

    private AdditiveFit finish(Solution solution, double tau, double[][] h) {
        int subjects = matrix.subjects();
        RealMatrix inverse = solution.factor.getSolver().getInverse();
        double[][] covariance = inverse.getData();
        for (double[] row : covariance) {
            for (int other = 0; other < subjects; other++) {
                row[other] -= 1 / (solution.scale * subjects);
            }
        }
        return new AdditiveFit(solution.theta, solution.mu, covariance, tau, residualDof + 1, h);
    }

    private double[][] residuals(Solution solution) {
        double[][] r = new double[matrix.subjects()][matrix.tests()];
        for (int s = 0; s < r.length; s++) {
            for (int m = 0; m < r[s].length; m++) {
                r[s][m] = matrix.log(s, m) - solution.mu[m] - solution.theta[s];
            }
        }
        return r;
    }

    private double squares(Solution solution, double tau) {
        return sumOverCells(residuals(solution), tau, Double.POSITIVE_INFINITY);
    }

    private double clippedSquares(double[][] residual, double tau) {
        return sumOverCells(residual, tau, HUBER_K * HUBER_K);
    }

    private double sumOverCells(double[][] residual, double tau, double most) {
        double sum = 0;
        for (int s = 0; s < residual.length; s++) {
            for (int m = 0; m < residual[s].length; m++) {
                if (matrix.has(s, m)) {
                    double variance = Math.max(LEAST_VARIANCE, tau + matrix.variance(s, m));
                    sum += Math.min(most, residual[s][m] * residual[s][m] / variance);
                }
            }
        }
        return sum;
    }

    private double[][] huberWeights(double[][] residual, double tau) {
        double[][] h = fullWeights();
        for (int s = 0; s < h.length; s++) {
            for (int m = 0; m < h[s].length; m++) {
                if (matrix.has(s, m)) {
                    double z =
                            Math.abs(residual[s][m]) / Math.sqrt(Math.max(LEAST_VARIANCE, tau + matrix.variance(s, m)));
                    h[s][m] = Math.max(LEAST_WEIGHT, Math.min(1, HUBER_K / z));
                }
            }
        }
        return h;
    }

    private double[][] fullWeights() {
        double[][] h = new double[matrix.subjects()][matrix.tests()];
        for (int s = 0; s < h.length; s++) {
            for (int m = 0; m < h[s].length; m++) {
                h[s][m] = matrix.has(s, m) ? 1 : Double.NaN;
            }
        }
        return h;
    }

    /** Where a falling function of τ² meets the target, by bisection; 0 if it is already below at 0. */
    private static double rootOrZero(DoubleUnaryOperator falling, double target) {
        if (target <= 0 || falling.applyAsDouble(0) <= target) {
            return 0;
        }
        double low = 0;
        double high = 1e-6;
        while (falling.applyAsDouble(high) > target) {
            low = high;
            high *= 4;
        }
        for (int i = 0; i < 100 && high - low > 1e-15 + 1e-13 * high; i++) {
            double middle = (low + high) / 2;
            if (falling.applyAsDouble(middle) > target) {
                low = middle;
            } else {
                high = middle;
            }
        }
        return (low + high) / 2;
    }

    /** A solved system with what is needed for residuals and the covariance. */
    private record Solution(double[] theta, double[] mu, double[][] w, CholeskyDecomposition factor, double scale) {}
}
