package app.yarrowmark.core.rank;

import java.util.Arrays;
import java.util.function.DoubleUnaryOperator;
import org.apache.commons.math3.analysis.solvers.AllowedSolution;
import org.apache.commons.math3.analysis.solvers.BracketingNthOrderBrentSolver;
import org.apache.commons.math3.distribution.NormalDistribution;
import org.apache.commons.math3.linear.Array2DRowRealMatrix;
import org.apache.commons.math3.linear.ArrayRealVector;
import org.apache.commons.math3.linear.CholeskyDecomposition;

/**
 * Fits the additive log model to every cell there is, so that a missing test neither punishes nor favours.
 *
 * <p>The variance between tests τ² follows Paule and Mandel (1982), "Consensus values and weighting factors", blended
 * with a prior; doubtful cells are weighed down after Huber (1964), "Robust estimation of a location parameter".
 *
 * <p>Given the tests' levels μ the subjects are independent of each other, so the system that is solved has the size of the
 * tests, however many subjects there are.
 */
public final class AdditiveModel {

    private static final double PRIOR_DOF = 1;
    private static final double PRIOR_TAU = 0.10;
    private static final double HUBER_K = 1.345;
    private static final double LEAST_WEIGHT = 0.02;
    private static final int MOST_STEPS = 400;
    private static final double SETTLED = 1e-11;
    /** Relative precision of a root that is one of many on the way. */
    private static final double PRECISE = 1e-13;
    /** Keeps a cell without any noise from weighing infinitely. */
    static final double LEAST_VARIANCE = 1e-12;
    /** Up to so many subjects the covariance is kept as a whole; above, what it is made of is smaller and quicker to draw from. */
    static final int MOST_WHOLE = 60;

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
        return new AdditiveModel(matrix).robust(MOST_WHOLE);
    }

    /** Returns the same with the covariance kept as a whole only up to so many subjects. */
    static AdditiveFit fit(ScoreMatrix matrix, int mostWhole) {
        return new AdditiveModel(matrix).robust(mostWhole);
    }

    /** Returns the fit with every cell at its full weight. */
    static AdditiveFit fitPlain(ScoreMatrix matrix) {
        return new AdditiveModel(matrix).plain();
    }

    private AdditiveFit plain() {
        double[] full = fullTrust();
        double paule = rootOrZero(t -> squares(residuals(solve(t, full)), t), residualDof);
        double tau = blend(paule);
        return finish(solve(tau, full), tau, full, MOST_WHOLE);
    }

    /**
     * τ² and the trust of the cells by turns. A whole step comes closer by a factor of three or four each time; once one does
     * not, half steps follow, which cannot swing.
     */
    private AdditiveFit robust(int mostWhole) {
        double target = residualDof * expectedHuberSquare();
        double[] trust = fullTrust();
        double tau = PRIOR_TAU * PRIOR_TAU;
        double last = Double.POSITIVE_INFINITY;
        double part = 1;
        for (int step = 0; step < MOST_STEPS; step++) {
            double[] residual = residuals(solve(tau, trust));
            trust = huberWeights(residual, tau);
            double gap = blend(huberVariance(residual, target, tau)) - tau;
            if (step > 2 && Math.abs(gap) > 0.6 * last) {
                part = 0.5;
            }
            tau += part * gap;
            last = Math.abs(gap);
            if (last < SETTLED) {
                break;
            }
        }
        return finish(solve(tau, trust), tau, trust, mostWhole);
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

    /** A solved system with what is needed for the covariance. */
    private record Solution(
            double[] theta, double[] mu, double[] own, double[] share, CholeskyDecomposition factor, double scale) {}

    /** Tests after subjects are eliminated: K μ = c, with K made regular by the constraint Σμ = 0; then Σθ = 0. */
    private Solution solve(double tau, double[] trust) {
        int subjects = matrix.subjects();
        int tests = matrix.tests();
        double[][] k = new double[tests][tests];
        double[] c = new double[tests];
        double[] own = new double[subjects];
        double[] share = new double[matrix.cells()];
        double[] mean = new double[subjects];
        double total = 0;
        for (int s = 0; s < subjects; s++) {
            double row = 0;
            double sum = 0;
            for (int i = matrix.from(s); i < matrix.from(s + 1); i++) {
                share[i] = trust[i] / Math.max(LEAST_VARIANCE, tau + matrix.varianceOf(i));
                row += share[i];
                sum += share[i] * matrix.logOf(i);
            }
            own[s] = 1 / row;
            mean[s] = sum / row;
            total += row;
            addSubject(k, c, s, share, row, mean[s]);
        }
        for (int m = 0; m < tests; m++) {
            for (int below = 0; below < m; below++) {
                k[below][m] = k[m][below];
            }
        }
        // J/M scaled to the size of K keeps the factorisation well conditioned; it cancels for Σμ = 0.
        double scale = total / tests;
        for (double[] row : k) {
            for (int m = 0; m < tests; m++) {
                row[m] += scale / tests;
            }
        }
        CholeskyDecomposition factor = new CholeskyDecomposition(new Array2DRowRealMatrix(k, false), 1e-6 * scale, 0);
        double[] mu = factor.getSolver().solve(new ArrayRealVector(c, false)).toArray();
        double[] theta = new double[subjects];
        double middle = 0;
        for (int s = 0; s < subjects; s++) {
            theta[s] = mean[s];
            for (int i = matrix.from(s); i < matrix.from(s + 1); i++) {
                theta[s] -= share[i] * mu[matrix.testOf(i)];
            }
            middle += theta[s] / subjects;
        }
        for (int s = 0; s < subjects; s++) {
            theta[s] -= middle;
        }
        for (int m = 0; m < tests; m++) {
            mu[m] += middle;
        }
        return new Solution(theta, mu, own, share, factor, scale);
    }

    /** Adds what one subject says of the tests it has, to the lower half of K; its weights become shares. */
    private void addSubject(double[][] k, double[] c, int s, double[] weight, double row, double mean) {
        int end = matrix.from(s + 1);
        for (int i = matrix.from(s); i < end; i++) {
            int m = matrix.testOf(i);
            double w = weight[i];
            k[m][m] += w;
            c[m] += w * (matrix.logOf(i) - mean);
        }
        for (int i = matrix.from(s); i < end; i++) {
            weight[i] /= row;
        }
        for (int i = matrix.from(s); i < end; i++) {
            double[] into = k[matrix.testOf(i)];
            double w = weight[i] * row;
            for (int j = matrix.from(s); j <= i; j++) {
                into[matrix.testOf(j)] -= w * weight[j];
            }
        }
    }

    private AdditiveFit finish(Solution solution, double tau, double[] trust, int mostWhole) {
        double[][] levels = solution.factor.getSolver().getInverse().getData();
        for (double[] row : levels) {
            for (int m = 0; m < row.length; m++) {
                row[m] -= 1 / (solution.scale * row.length);
            }
        }
        Factored factored = new Factored(matrix, solution.own, solution.share, levels);
        return new AdditiveFit(
                matrix,
                solution.theta,
                solution.mu,
                matrix.subjects() <= mostWhole ? Covariance.dense(factored.centred()) : factored,
                tau,
                residualDof + 1,
                trust);
    }

    private double[] residuals(Solution solution) {
        double[] r = new double[matrix.cells()];
        for (int s = 0; s < matrix.subjects(); s++) {
            for (int i = matrix.from(s); i < matrix.from(s + 1); i++) {
                r[i] = matrix.logOf(i) - solution.mu[matrix.testOf(i)] - solution.theta[s];
            }
        }
        return r;
    }

    private double squares(double[] residual, double tau) {
        double sum = 0;
        for (int i = 0; i < residual.length; i++) {
            sum += residual[i] * residual[i] / Math.max(LEAST_VARIANCE, tau + matrix.varianceOf(i));
        }
        return sum;
    }

    private double[] huberWeights(double[] residual, double tau) {
        double[] h = new double[residual.length];
        for (int i = 0; i < h.length; i++) {
            double z = Math.abs(residual[i]) / Math.sqrt(Math.max(LEAST_VARIANCE, tau + matrix.varianceOf(i)));
            h[i] = Math.max(LEAST_WEIGHT, Math.min(1, HUBER_K / z));
        }
        return h;
    }

    private double[] fullTrust() {
        double[] h = new double[matrix.cells()];
        Arrays.fill(h, 1);
        return h;
    }

    /**
     * Where Σ min(r²/(t+V), k²) falls to the target; 0 if it is already below at 0. Newton's steps from the last τ², kept between
     * the best bounds so far: every step goes once through all cells, of which a large pool has hundreds of thousands.
     */
    private double huberVariance(double[] residual, double target, double guess) {
        double most = HUBER_K * HUBER_K;
        double[] square = new double[residual.length];
        double[] variance = new double[residual.length];
        for (int i = 0; i < square.length; i++) {
            square[i] = residual[i] * residual[i];
            variance[i] = Math.max(LEAST_VARIANCE, matrix.varianceOf(i));
        }
        if (target <= 0 || huberSum(square, variance, most, 0)[0] <= target) {
            return 0;
        }
        double low = 0;
        double high = Double.POSITIVE_INFINITY;
        double t = guess;
        for (int step = 0; step < MOST_STEPS; step++) {
            double[] sum = huberSum(square, variance, most, t);
            if (sum[0] > target) {
                low = t;
            } else {
                high = t;
            }
            double next = t + (sum[0] - target) / sum[1];
            if (!(next > low && next < high)) {
                next = high == Double.POSITIVE_INFINITY ? 4 * t : (low + high) / 2;
            }
            if (Math.abs(next - t) <= PRECISE * t) {
                return next;
            }
            t = next;
        }
        return t;
    }

    /** The sum, and how fast it falls with t. */
    private static double[] huberSum(double[] square, double[] variance, double most, double t) {
        double sum = 0;
        double fall = 0;
        for (int i = 0; i < square.length; i++) {
            double weight = 1 / (t + variance[i]);
            double term = square[i] * weight;
            if (term < most) {
                sum += term;
                fall += term * weight;
            } else {
                sum += most;
            }
        }
        return new double[] {sum, fall};
    }

    /** Where a falling function of τ² meets the target; 0 if it is already below at 0. */
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
        return new BracketingNthOrderBrentSolver(1e-14, 1e-17, 1e-15, 5)
                .solve(500, t -> falling.applyAsDouble(t) - target, low, high, AllowedSolution.ANY_SIDE);
    }
}
