package app.yarrowmark.core.rank;

import java.util.Arrays;
import java.util.List;
import java.util.function.DoubleUnaryOperator;
import java.util.stream.IntStream;
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
    private static final double TRUST_SETTLED = 1e-8;
    private static final int DECIDING_STEPS = 4;
    private static final int CREEPING_STEPS = 30;
    private static final int MOST_ROUNDS = 30;
    /** Keeps a cell without any noise from weighing infinitely. */
    static final double LEAST_VARIANCE = 1e-12;
    /** Up to so many subjects the covariance is kept as a whole; above, what it is made of is smaller and quicker to draw from. */
    static final int MOST_WHOLE = 60;

    private final ScoreMatrix given;
    /** Subjects, those with the same tests one after the other. */
    private final int[] alike;
    /** The same as given, with subjects in that order. */
    private final ScoreMatrix matrix;

    private final int residualDof;
    /** Own variance of each cell. */
    private final double[] variance;

    private AdditiveModel(ScoreMatrix given) {
        List<Island> islands = Island.of(given);
        if (islands.size() != 1 || islands.get(0).subjects().length != given.subjects()) {
            throw new IllegalArgumentException("subjects that share no test cannot be fitted together");
        }
        this.given = given;
        this.alike = IntStream.range(0, given.subjects())
                .boxed()
                .sorted(given::compareTests)
                .mapToInt(Integer::intValue)
                .toArray();
        this.matrix = given.inOrder(alike);
        this.residualDof = matrix.cells() - matrix.subjects() - matrix.tests() + 1;
        this.variance = IntStream.range(0, matrix.cells())
                .mapToDouble(i -> Math.max(LEAST_VARIANCE, matrix.varianceOf(i)))
                .toArray();
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
        double[] share = new double[matrix.cells()];
        double[] residual = new double[matrix.cells()];
        double paule = rootOrZero(
                t -> {
                    residuals(solve(t, full, share), residual);
                    return squares(residual, t);
                },
                residualDof);
        double tau = blend(paule);
        return finish(solve(tau, full, share), tau, full, MOST_WHOLE);
    }

    /**
     * τ² and the trust of the cells by turns. While it is decided which cells are doubted, τ² goes by half steps and every cell
     * moves once a step. After that τ² goes the whole way, and each subject comes to rest by itself in every step, since most
     * of what is left to settle is between the cells of one subject.
     */
    private AdditiveFit robust(int mostWhole) {
        HuberVariance measured = new HuberVariance(residualDof * expectedHuberSquare());
        double[] trust = fullTrust();
        double[] share = new double[matrix.cells()];
        double[] residual = new double[matrix.cells()];
        double tau = PRIOR_TAU * PRIOR_TAU;
        for (int step = 0; step < MOST_STEPS; step++) {
            boolean decided = step >= DECIDING_STEPS;
            double moved = weigh(solve(tau, trust, share), tau, decided ? MOST_ROUNDS : 1, residual, trust);
            double change = (blend(measured.follow(residual)) - tau) / (decided ? 1 : 2);
            tau += change;
            // Cells of one subject that contradict each other may creep on: any place between them is as good.
            boolean atRest = moved < TRUST_SETTLED || step >= CREEPING_STEPS;
            if (atRest && Math.abs(change) < SETTLED && measured.precise) {
                break;
            }
        }
        return finish(solve(tau, trust, share), tau, trust, mostWhole);
    }

    /**
     * Finds what is left of each cell, and its trust after Huber.
     *
     * @param rounds in which a subject may come to rest between its cells, with the levels of the tests as solved
     * @return how far the trust of any cell moved at most
     */
    private double weigh(Solution solution, double tau, int rounds, double[] residual, double[] trust) {
        double most = 0;
        for (int s = 0; s < matrix.subjects(); s++) {
            int from = matrix.from(s);
            int to = matrix.from(s + 1);
            double theta = solution.theta[s];
            double moved = 0;
            for (int round = 1; ; round++) {
                double change = 0;
                double weights = 0;
                double sum = 0;
                for (int i = from; i < to; i++) {
                    double level = matrix.logOf(i) - solution.mu[matrix.testOf(i)];
                    double r = level - theta;
                    double own = tau + variance[i];
                    double square = r * r;
                    double h = square <= HUBER_K * HUBER_K * own
                            ? 1
                            : Math.max(LEAST_WEIGHT, HUBER_K * Math.sqrt(own / square));
                    change = Math.max(change, Math.abs(h - trust[i]));
                    trust[i] = h;
                    residual[i] = r;
                    weights += h / own;
                    sum += h / own * level;
                }
                moved += change;
                if (round >= rounds || change < TRUST_SETTLED) {
                    break;
                }
                theta = sum / weights;
            }
            most = Math.max(most, moved);
        }
        return most;
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

    /**
     * Tests after subjects are eliminated: K μ = c, with K made regular by the constraint Σμ = 0; then Σθ = 0. What each cell
     * has of its subject's weight is written into {@code share}, which the solution keeps.
     */
    private Solution solve(double tau, double[] trust, double[] share) {
        int subjects = matrix.subjects();
        int tests = matrix.tests();
        double[][] k = new double[tests][tests];
        double[] c = new double[tests];
        double[] own = new double[subjects];
        double[] mean = new double[subjects];
        double total = 0;
        // What subjects with the same tests say is summed first, close together in memory: the lower half, row by row.
        double[] joint = new double[tests * (tests + 1) / 2];
        for (int s = 0; s < subjects; s++) {
            double row = 0;
            double sum = 0;
            for (int i = matrix.from(s); i < matrix.from(s + 1); i++) {
                share[i] = trust[i] / (tau + variance[i]);
                row += share[i];
                sum += share[i] * matrix.logOf(i);
            }
            own[s] = 1 / row;
            mean[s] = sum / row;
            total += row;
            for (int i = matrix.from(s); i < matrix.from(s + 1); i++) {
                c[matrix.testOf(i)] += share[i] * (matrix.logOf(i) - mean[s]);
                share[i] *= own[s];
            }
            addSubject(joint, share, matrix.from(s), matrix.testsOf(s), row);
            if (s + 1 == subjects || matrix.compareTests(s, s + 1) != 0) {
                spread(joint, k, s);
            }
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

    /** Adds what one subject says of the tests it has. */
    private static void addSubject(double[] joint, double[] share, int from, int count, double row) {
        int at = 0;
        for (int i = 0; i < count; i++) {
            double w = share[from + i] * row;
            for (int j = 0; j <= i; j++) {
                joint[at + j] -= w * share[from + j];
            }
            at += i + 1;
            joint[at - 1] += w;
        }
    }

    /** Moves what subjects with the tests of one of them said to where those tests stand. */
    private void spread(double[] joint, double[][] k, int s) {
        int from = matrix.from(s);
        int at = 0;
        for (int i = from; i < matrix.from(s + 1); i++) {
            double[] into = k[matrix.testOf(i)];
            for (int j = from; j <= i; j++) {
                into[matrix.testOf(j)] += joint[at];
                joint[at++] = 0;
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
        double[] theta = new double[alike.length];
        double[] own = new double[alike.length];
        for (int place = 0; place < alike.length; place++) {
            theta[alike[place]] = solution.theta[place];
            own[alike[place]] = solution.own[place];
        }
        Factored factored = new Factored(given, own, asGiven(solution.share), levels);
        return new AdditiveFit(
                given,
                theta,
                solution.mu,
                given.subjects() <= mostWhole ? Covariance.dense(factored.centred()) : factored,
                tau,
                residualDof + 1,
                asGiven(trust));
    }

    /** Returns values of cells in the order of the cells that were given. */
    private double[] asGiven(double[] values) {
        double[] turned = new double[values.length];
        for (int place = 0; place < alike.length; place++) {
            System.arraycopy(values, matrix.from(place), turned, given.from(alike[place]), matrix.testsOf(place));
        }
        return turned;
    }

    private void residuals(Solution solution, double[] r) {
        for (int s = 0; s < matrix.subjects(); s++) {
            for (int i = matrix.from(s); i < matrix.from(s + 1); i++) {
                r[i] = matrix.logOf(i) - solution.mu[matrix.testOf(i)] - solution.theta[s];
            }
        }
    }

    private double squares(double[] residual, double tau) {
        double sum = 0;
        for (int i = 0; i < residual.length; i++) {
            sum += residual[i] * residual[i] / (tau + variance[i]);
        }
        return sum;
    }

    private double[] fullTrust() {
        double[] h = new double[matrix.cells()];
        Arrays.fill(h, 1);
        return h;
    }

    /**
     * Where Σ min(r²/(t+V), k²) falls to the target; 0 if it is already below at 0. The residuals hardly change from one step to
     * the next, so Newton's first step from the last answer is mostly all there is to do: each goes once through all cells, of
     * which a large pool has hundreds of thousands.
     */
    private final class HuberVariance {

        /** A step as small as this, in parts of τ², leaves an error as small as its square. */
        private static final double NEAR = 1e-3;

        private static final double PRECISE = 1e-6;
        private static final double MOST = HUBER_K * HUBER_K;

        private final double target;
        private double last = PRIOR_TAU * PRIOR_TAU;
        /** How much the sum at the place asked last falls with t. */
        private double fall;
        /** Whether the last answer is as precise as numbers allow, not only near. */
        private boolean precise;

        HuberVariance(double target) {
            this.target = target;
        }

        /** Returns the answer for other residuals, near the one before: the more precise, the less it moved. */
        double follow(double[] residual) {
            if (target <= 0 || last == 0 && sum(residual, 0) <= target) {
                precise = true;
                last = 0;
                return 0;
            }
            double low = 0;
            double high = Double.POSITIVE_INFINITY;
            double t = last;
            for (int step = 0; step < MOST_STEPS; step++) {
                double over = sum(residual, t) - target;
                if (over > 0) {
                    low = t;
                } else {
                    high = t;
                }
                double next = t + over / fall;
                if (!(next > low && next < high)) {
                    if (low == 0 && sum(residual, 0) <= target) {
                        precise = true;
                        last = 0;
                        return 0;
                    }
                    next = high == Double.POSITIVE_INFINITY ? 4 * t + LEAST_VARIANCE : (low + high) / 2;
                }
                double moved = Math.abs(next - t);
                t = next;
                if (moved <= NEAR * t) {
                    precise = moved <= PRECISE * t;
                    break;
                }
            }
            last = t;
            return t;
        }

        private double sum(double[] residual, double t) {
            double sum = 0;
            double falling = 0;
            for (int i = 0; i < residual.length; i++) {
                double weight = 1 / (t + variance[i]);
                double term = residual[i] * residual[i] * weight;
                if (term < MOST) {
                    sum += term;
                    falling += term * weight;
                } else {
                    sum += MOST;
                }
            }
            fall = falling;
            return sum;
        }
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
