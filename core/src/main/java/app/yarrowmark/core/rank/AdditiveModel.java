package app.yarrowmark.core.rank;

import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;
import org.hipparchus.linear.Array2DRowRealMatrix;
import org.hipparchus.linear.ArrayRealVector;
import org.hipparchus.linear.CholeskyDecomposition;

/**
 * Fits y[s,m] = μ[m] + θ[s] + η[s, suite of m] + ε to every cell there is, so that a missing test neither punishes nor favours,
 * and so that the many tests of one suite do not pass for as many witnesses: a device has a taste η for a suite.
 *
 * <p>A linear mixed model with crossed and nested effects. The variances of η and ε follow from moments after Henderson (1953),
 * "Estimation of variance and covariance components", method 3, and Paule and Mandel (1982), "Consensus values and weighting
 * factors", each blended with a prior; cells and suites that are odd are weighed down after Huber (1964), "Robust estimation of a
 * location parameter".
 *
 * <p>Given the tests' levels μ the subjects are independent of each other, so the system that is solved has the size of the
 * tests, however many subjects there are.
 */
public final class AdditiveModel {

    static final double PRIOR_DOF_WITHIN = 1;
    static final double PRIOR_DOF_BETWEEN = 2;
    static final double PRIOR = 0.10 * 0.10 / 2;
    private static final double USUAL_TASTE = 1;
    private static final double HUBER_K = 1.345;
    /** Mean of min(z², k²) for a standard normal z. */
    private static final double HUBER_MEAN = 0.710164627;

    private static final double LEAST_TRUST = 0.02;
    private static final int MOST_STEPS = 100;
    private static final int UNDAMPED = 20;
    private static final double SETTLED = 1e-9;
    private static final double SETTLED_LARGE = 1e-6;
    private static final int LARGE = 200;
    private static final double LEAST_LEVERAGE = 1e-9;
    /** Keeps a cell without any noise from weighing infinitely. */
    static final double LEAST_VARIANCE = 1e-12;

    private final ScoreMatrix given;
    /** Subjects, those with the same tests one after the other. */
    private final int[] alike;
    /** Tests, those of a suite one after the other. */
    private final int[] bySuite;
    /** The same as given, with subjects and tests in those orders. */
    private final ScoreMatrix matrix;

    private final Blocks blocks;
    private final boolean robust;
    private final int dofWithin;
    private final int dofBetween;
    /** Own variance of each cell. */
    private final double[] variance;

    /** Trust in each cell and in each block. */
    private final double[] trust;

    private final double[] suiteTrust;

    private AdditiveModel(ScoreMatrix given, boolean robust) {
        List<Island> islands = Island.of(given);
        if (islands.size() != 1 || islands.get(0).subjects().length != given.subjects()) {
            throw new IllegalArgumentException("subjects that share no test cannot be fitted together");
        }
        this.given = given;
        this.robust = robust;
        this.bySuite = IntStream.range(0, given.tests())
                .boxed()
                .sorted(Comparator.comparingInt(given::suiteOf))
                .mapToInt(Integer::intValue)
                .toArray();
        ScoreMatrix turned = given.part(IntStream.range(0, given.subjects()).toArray(), bySuite);
        this.alike = IntStream.range(0, given.subjects())
                .boxed()
                .sorted(turned::compareTests)
                .mapToInt(Integer::intValue)
                .toArray();
        this.matrix = turned.inOrder(alike);
        this.blocks = new Blocks(matrix);
        this.dofWithin = Math.max(0, matrix.cells() - blocks.count() - matrix.tests() + blocks.suites());
        this.dofBetween = Math.max(0, blocks.count() - matrix.subjects() - blocks.suites() + 1);
        this.variance = IntStream.range(0, matrix.cells())
                .mapToDouble(i -> Math.max(LEAST_VARIANCE, matrix.varianceOf(i)))
                .toArray();
        this.trust = ones(matrix.cells());
        this.suiteTrust = ones(blocks.count());
    }

    private static double[] ones(int count) {
        double[] ones = new double[count];
        Arrays.fill(ones, 1);
        return ones;
    }

    /**
     * Returns the fit with doubtful cells and suites weighed down.
     *
     * @throws IllegalArgumentException if the matrix is not one island
     */
    public static AdditiveFit fit(ScoreMatrix matrix) {
        return new AdditiveModel(matrix, true).settled();
    }

    /** Returns the fit with every cell at its full weight. */
    static AdditiveFit fitPlain(ScoreMatrix matrix) {
        return new AdditiveModel(matrix, false).settled();
    }

    /** Returns the fit with variances that are given, nothing weighed down. */
    static AdditiveFit fitFixed(ScoreMatrix matrix, double tau, double taste) {
        AdditiveModel model = new AdditiveModel(matrix, false);
        return model.finish(model.new Solution(tau, taste));
    }

    private AdditiveFit settled() {
        double cap = robust ? HUBER_K * HUBER_K : Double.POSITIVE_INFINITY;
        boolean large = matrix.subjects() > LARGE;
        CappedVariance within = new CappedVariance(cap, PRIOR, !large);
        CappedVariance between = new CappedVariance(cap, PRIOR, !large);
        Rest rest = new Rest();
        double tau = PRIOR;
        double taste = PRIOR;
        for (int step = 0; step < MOST_STEPS; step++) {
            Solution solution = new Solution(tau, taste);
            rest.of(solution);
            double newTau =
                    (PRIOR_DOF_WITHIN * PRIOR + dofWithin * rest.within(within)) / (PRIOR_DOF_WITHIN + dofWithin);
            double newTaste = (PRIOR_DOF_BETWEEN * USUAL_TASTE * newTau + dofBetween * rest.between(between))
                    / (PRIOR_DOF_BETWEEN + dofBetween);
            double change = (Math.abs(newTau - tau) + Math.abs(newTaste - taste)) / (tau + taste);
            double whole = step < UNDAMPED ? 1 : .5;
            tau += whole * (newTau - tau);
            taste += whole * (newTaste - taste);
            if (robust) {
                rest.weigh(solution, tau, taste);
            }
            if (change < (large ? SETTLED_LARGE : SETTLED)) {
                break;
            }
        }
        return finish(new Solution(tau, taste));
    }

    /** The normal equations solved with some variances and trusts. */
    private final class Solution {

        private final double tau;
        private final double taste;
        /** W of each cell, its trust over its variance. */
        private final double[] weight = new double[matrix.cells()];
        /** Share of each cell in what its subject's place rests on: B. */
        private final double[] share = new double[matrix.cells()];
        /** Σ W of each block, and φ, what of it is left beside the taste. */
        private final double[] blockWeight = new double[blocks.count()];

        private final double[] left = new double[blocks.count()];
        /** 1/p of each subject. */
        private final double[] own = new double[matrix.subjects()];

        private final double[] theta = new double[matrix.subjects()];
        private final double[] mu;
        private final CholeskyDecomposition factor;
        private final double scale;

        Solution(double tau, double taste) {
            this.tau = tau;
            this.taste = taste;
            int tests = matrix.tests();
            double[][] a = new double[tests][tests];
            double[] right = new double[tests];
            // What subjects with the same tests say is summed first, close together in memory: the lower half, row by
            // row.
            double[] joint = new double[tests * (tests + 1) / 2];
            double[] mean = new double[matrix.subjects()];
            for (int s = 0; s < matrix.subjects(); s++) {
                mean[s] = weigh(s, right);
                addSubject(joint, s);
                if (s + 1 == matrix.subjects() || matrix.compareTests(s, s + 1) != 0) {
                    spread(joint, a, s);
                }
            }
            double trace = 0;
            for (int m = 0; m < tests; m++) {
                trace += a[m][m] / tests;
                for (int below = 0; below < m; below++) {
                    a[below][m] = a[m][below];
                }
            }
            // J/M scaled to the size of A makes it regular; it cancels for what sums to nothing.
            this.scale = trace > 0 ? trace : 1;
            for (double[] row : a) {
                for (int m = 0; m < tests; m++) {
                    row[m] += scale / tests;
                }
            }
            this.factor = new CholeskyDecomposition(new Array2DRowRealMatrix(a, false), 1e-6 * scale, 0);
            this.mu =
                    factor.getSolver().solve(new ArrayRealVector(right, false)).toArray();
            place(mean);
        }

        /** Weighs the cells of a subject, and adds what it says of the tests' levels; returns its mean over them. */
        private double weigh(int s, double[] right) {
            double all = 0;
            double sum = 0;
            for (int b = blocks.first(s); b < blocks.first(s + 1); b++) {
                double w = 0;
                double wy = 0;
                for (int i = blocks.from(b); i < blocks.from(b + 1); i++) {
                    weight[i] = trust[i] / (tau + variance[i]);
                    w += weight[i];
                    wy += weight[i] * matrix.logOf(i);
                }
                blockWeight[b] = w;
                left[b] = 1 / (1 + taste / suiteTrust[b] * w);
                double common = taste / suiteTrust[b] * left[b] * wy;
                for (int i = blocks.from(b); i < blocks.from(b + 1); i++) {
                    right[matrix.testOf(i)] += weight[i] * (matrix.logOf(i) - common);
                    share[i] = weight[i] * left[b];
                }
                all += w * left[b];
                sum += wy * left[b];
            }
            own[s] = 1 / all;
            double mean = sum / all;
            for (int i = matrix.from(s); i < matrix.from(s + 1); i++) {
                right[matrix.testOf(i)] -= share[i] * mean;
                share[i] /= all;
            }
            return mean;
        }

        /** Adds Ω − uuᵀ/p of one subject. */
        private void addSubject(double[] joint, int s) {
            int from = matrix.from(s);
            int at = 0;
            for (int b = blocks.first(s); b < blocks.first(s + 1); b++) {
                double taken = taste / suiteTrust[b] * left[b];
                int start = blocks.from(b);
                for (int i = start; i < blocks.from(b + 1); i++) {
                    double u = share[i] / own[s];
                    for (int j = from; j <= i; j++) {
                        joint[at + j - from] -= u * share[j];
                    }
                    for (int j = start; j <= i; j++) {
                        joint[at + j - from] -= taken * weight[i] * weight[j];
                    }
                    at += i - from + 1;
                    joint[at - 1] += weight[i];
                }
            }
        }

        /** Moves what subjects with the tests of one of them said to where those tests stand. */
        private void spread(double[] joint, double[][] a, int s) {
            int from = matrix.from(s);
            int at = 0;
            for (int i = from; i < matrix.from(s + 1); i++) {
                double[] into = a[matrix.testOf(i)];
                for (int j = from; j <= i; j++) {
                    into[matrix.testOf(j)] += joint[at];
                    joint[at++] = 0;
                }
            }
        }

        /** Places the subjects given the tests' levels, so that they sum to nothing. */
        private void place(double[] mean) {
            double middle = 0;
            for (int s = 0; s < theta.length; s++) {
                theta[s] = mean[s];
                for (int i = matrix.from(s); i < matrix.from(s + 1); i++) {
                    theta[s] -= share[i] * mu[matrix.testOf(i)];
                }
                middle += theta[s] / theta.length;
            }
            for (int s = 0; s < theta.length; s++) {
                theta[s] -= middle;
            }
            for (int m = 0; m < mu.length; m++) {
                mu[m] += middle;
            }
        }

        double left(int s, int i) {
            return matrix.logOf(i) - mu[matrix.testOf(i)] - theta[s];
        }
    }

    /** What a solution leaves over. */
    private final class Rest {

        private final double[] residual = new double[matrix.cells()];
        /** Mean of each block. */
        private final double[] mean = new double[blocks.count()];

        private final double[] leverage = new double[matrix.cells()];
        private final double[] square = new double[matrix.cells()];
        private final double[] ownOfUsed = new double[matrix.cells()];
        private int used;
        private double leverages;
        private final double[] blockSquare = new double[blocks.count()];
        private final double[] blockOwn = new double[blocks.count()];
        private final double[] one = ones(blocks.count());

        void of(Solution solution) {
            used = 0;
            leverages = 0;
            for (int s = 0; s < matrix.subjects(); s++) {
                for (int b = blocks.first(s); b < blocks.first(s + 1); b++) {
                    ofBlock(solution, s, b);
                }
            }
        }

        private void ofBlock(Solution solution, int s, int b) {
            double sum = 0;
            for (int i = blocks.from(b); i < blocks.from(b + 1); i++) {
                residual[i] = solution.left(s, i);
                sum += solution.weight[i] * residual[i];
            }
            double w = solution.blockWeight[b];
            mean[b] = sum / w;
            blockSquare[b] = mean[b] * mean[b];
            blockOwn[b] = 1 / w;
            for (int i = blocks.from(b); i < blocks.from(b + 1) && blocks.tests(b) > 1; i++) {
                double lever = 1 - solution.weight[i] / w;
                if (lever > LEAST_LEVERAGE) {
                    double inner = residual[i] - mean[b];
                    leverage[used] = lever;
                    square[used] = inner * inner / lever;
                    ownOfUsed[used++] = variance[i];
                    leverages += lever;
                }
            }
        }

        /** τ² from what is left inside the blocks; half of the leverage correction keeps it within a few percent of the truth. */
        double within(CappedVariance estimate) {
            if (dofWithin == 0) {
                return 0;
            }
            double half = Math.sqrt(leverages / dofWithin);
            for (int i = 0; i < used; i++) {
                square[i] *= half;
            }
            return estimate.of(leverage, square, ownOfUsed, used, half * dofWithin * expected());
        }

        /** σ_η² from the means of the blocks. */
        double between(CappedVariance estimate) {
            if (dofBetween == 0) {
                return 0;
            }
            double half = Math.sqrt((double) blocks.count() / dofBetween);
            double[] scaled = Arrays.stream(blockSquare).map(q -> half * q).toArray();
            return estimate.of(one, scaled, blockOwn, blocks.count(), half * dofBetween * expected());
        }

        private double expected() {
            return robust ? HUBER_MEAN : 1;
        }

        /** Trusts less what is odd for a cell beside its block, and for a block beside its subject. */
        void weigh(Solution solution, double tau, double taste) {
            for (int b = 0; b < mean.length; b++) {
                double drawn = (1 - solution.left[b]) * mean[b];
                for (int i = blocks.from(b); i < blocks.from(b + 1); i++) {
                    trust[i] = capped(Math.abs(residual[i] - drawn), Math.sqrt(tau + variance[i]));
                }
                suiteTrust[b] = capped(Math.abs(mean[b]), Math.sqrt(taste + blockOwn[b]));
            }
        }

        private static double capped(double off, double error) {
            return off <= HUBER_K * error ? 1 : Math.max(LEAST_TRUST, HUBER_K * error / off);
        }
    }

    private AdditiveFit finish(Solution solution) {
        double[][] levels = solution.factor.getSolver().getInverse().getData();
        int tests = matrix.tests();
        double[][] turned = new double[tests][tests];
        double[] mu = new double[tests];
        for (int a = 0; a < tests; a++) {
            mu[bySuite[a]] = solution.mu[a];
            for (int b = 0; b < tests; b++) {
                turned[bySuite[a]][bySuite[b]] = levels[a][b] - 1 / (solution.scale * tests);
            }
        }
        double[] theta = new double[alike.length];
        double[] own = new double[alike.length];
        for (int place = 0; place < alike.length; place++) {
            theta[alike[place]] = solution.theta[place];
            own[alike[place]] = solution.own[place];
        }
        Rest rest = new Rest();
        rest.of(solution);
        double[] taken = new double[matrix.cells()];
        double[] ofSuite = new double[matrix.cells()];
        double[] mean = new double[matrix.cells()];
        double between = 0;
        for (int b = 0; b < blocks.count(); b++) {
            between += solution.taste / (solution.taste + rest.blockOwn[b]) / blocks.count();
            for (int i = blocks.from(b); i < blocks.from(b + 1); i++) {
                taken[i] = 1 - solution.left[b];
                ofSuite[i] = suiteTrust[b];
                mean[i] = rest.mean[b];
            }
        }
        double phi = dofWithin == 0 ? 1 : between;
        double dof = 1
                / (phi * phi / (dofBetween + PRIOR_DOF_BETWEEN)
                        + (1 - phi) * (1 - phi) / (dofWithin + PRIOR_DOF_WITHIN));
        return new AdditiveFit(
                given,
                theta,
                mu,
                own,
                asGiven(solution.share),
                turned,
                solution.scale,
                solution.tau,
                solution.taste,
                dof,
                dofWithin,
                dofBetween,
                blocks.suites(),
                asGiven(trust),
                asGiven(ofSuite),
                asGiven(mean),
                asGiven(taken));
    }

    /** Returns values of cells in the order of the cells that were given. */
    private double[] asGiven(double[] values) {
        double[] turned = new double[values.length];
        for (int place = 0; place < alike.length; place++) {
            for (int i = matrix.from(place); i < matrix.from(place + 1); i++) {
                turned[given.cell(alike[place], bySuite[matrix.testOf(i)])] = values[i];
            }
        }
        return turned;
    }
}
