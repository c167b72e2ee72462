package app.yarrowmark.core.rank;

import app.yarrowmark.core.score.FTest;
import java.util.Arrays;
import java.util.stream.IntStream;

/**
 * How steep tests are: in a test of steepness 1.3 the same two devices lie 1.3 times as far apart, on the log scale, as in the
 * usual test. Where weak devices skip the steep tests, the additive model takes the gentle tests' narrow gaps for those of all.
 * Whether tests differ at all is asked first, by the slopes of what the model leaves over (Mandel (1961), "Non-additivity in two-way
 * analysis of variance": a bundle of lines).
 *
 * @param chance that slopes lie as far apart as this if all tests were alike; 1 where too little is known
 * @param statistic F
 * @param numerator its degrees of freedom above
 * @param denominator and below
 * @param spread of the slopes beyond what chance makes
 * @param steepness of each test, drawn to 1; their mean is 1
 * @param theta of each subject with that in mind
 * @param mu of each test with that in mind
 * @param largestShift of any subject's place by it, a logarithm
 */
public record Steepness(
        double chance,
        double statistic,
        double numerator,
        double denominator,
        double spread,
        double[] steepness,
        double[] theta,
        double[] mu,
        double largestShift) {

    private static final double ALPHA = .05;
    private static final double MATTERS = Math.log(1.02);
    private static final int FEWEST = 3;
    private static final int ROUNDS = 200;
    private static final double SETTLED = 1e-8;
    private static final double LEAST_SPREAD = 1e-6;
    private static final double LEAST_REACH = 1e-9;
    private static final int ENOUGH_FOR_HALVES = 6;

    /** Returns whether a reader should know: the tests differ, and some place moves by two percent or more. */
    public boolean matters() {
        return chance < ALPHA && largestShift >= MATTERS;
    }

    /** Returns what the tests of a fit tell of their steepness. */
    public static Steepness of(AdditiveFit fit) {
        Slopes slopes = new Slopes(fit);
        int tests = slopes.known();
        double all = 0;
        double reach = 0;
        for (int m = 0; m < slopes.slope.length; m++) {
            all += slopes.slope[m] * slopes.slope[m] * slopes.reach[m];
            reach += slopes.reach[m];
        }
        if (tests < 2) {
            return new Steepness(1, 0, 0, 0, 0, ones(slopes.slope.length), fit.theta(), fit.mu(), 0);
        }
        double statistic = all / (tests - 1);
        double numerator = tests * (tests - 1.0) / (tests + slopes.sharedSuites());
        double denominator = fit.dofBetween() + AdditiveModel.PRIOR_DOF_BETWEEN;
        double chance = FTest.above(statistic, numerator, denominator);
        double spread = Math.sqrt(Math.max(0, (all - (tests - 1)) / reach));
        double[] steepness = ones(slopes.slope.length);
        double[] mu = fit.mu().clone();
        double[] theta = fit.theta();
        double shift = 0;
        if (spread > 0) {
            theta = slopes.bundle(spread, steepness, mu);
            for (int s = 0; s < theta.length; s++) {
                shift = Math.max(shift, Math.abs(theta[s] - fit.theta()[s]));
            }
        }
        return new Steepness(chance, statistic, numerator, denominator, spread, steepness, theta, mu, shift);
    }

    private static double[] ones(int count) {
        double[] ones = new double[count];
        Arrays.fill(ones, 1);
        return ones;
    }

    /**
     * Returns the tests that none of the weaker half ran, so that nothing can tell how steep they are: the index of the others
     * rests on the lighter tests. None with fewer than six subjects.
     */
    public static int[] untold(AdditiveFit fit) {
        int subjects = fit.theta().length;
        if (subjects < ENOUGH_FOR_HALVES) {
            return new int[0];
        }
        double[] sorted = fit.theta().clone();
        Arrays.sort(sorted);
        double middle = sorted[subjects / 2];
        boolean[] told = new boolean[fit.mu().length];
        ScoreMatrix matrix = fit.matrix();
        for (int s = 0; s < subjects; s++) {
            for (int i = matrix.from(s); i < matrix.from(s + 1) && fit.theta()[s] < middle; i++) {
                told[matrix.testOf(i)] = true;
            }
        }
        return IntStream.range(0, told.length).filter(m -> !told[m]).toArray();
    }

    /** The slope of what is left over in each test along the subjects' places. */
    private static final class Slopes {

        private final AdditiveFit fit;
        private final ScoreMatrix matrix;
        private final double[] weight;
        private final double[] slope;
        /** ΣWx² of each test; 0 where too few subjects have it. */
        private final double[] reach;

        Slopes(AdditiveFit fit) {
            this.fit = fit;
            this.matrix = fit.matrix();
            this.weight = new double[matrix.cells()];
            int tests = matrix.tests();
            double[] sum = new double[tests];
            double[] middle = new double[tests];
            int[] points = new int[tests];
            each((s, m, i) -> {
                weight[i] = fit.trust()[i] / (fit.tasteSquared() + fit.tauSquared() + matrix.varianceOf(i));
                sum[m] += weight[i];
                middle[m] += weight[i] * fit.theta()[s];
                points[m]++;
            });
            this.slope = new double[tests];
            this.reach = new double[tests];
            double[] cross = new double[tests];
            each((s, m, i) -> {
                double x = fit.theta()[s] - middle[m] / sum[m];
                reach[m] += weight[i] * x * x;
                cross[m] += weight[i] * x * (matrix.logOf(i) - fit.mu()[m] - fit.theta()[s]);
            });
            for (int m = 0; m < tests; m++) {
                boolean known = points[m] >= FEWEST && reach[m] > LEAST_REACH;
                reach[m] = known ? reach[m] : 0;
                slope[m] = known ? cross[m] / reach[m] : 0;
            }
        }

        int known() {
            return (int) Arrays.stream(reach).filter(r -> r > 0).count();
        }

        /** Σ n(n−1)ρ² over the suites: tests of one suite are no witnesses of their own. */
        double sharedSuites() {
            double rho = fit.tasteSquared() / (fit.tasteSquared() + fit.tauSquared());
            int most = IntStream.of(matrix.suites()).max().orElse(0);
            int[] of = new int[most + 1];
            IntStream.range(0, reach.length).filter(m -> reach[m] > 0).forEach(m -> of[matrix.suiteOf(m)]++);
            return IntStream.of(of).mapToDouble(n -> n * (n - 1.0) * rho * rho).sum();
        }

        /**
         * Fits y = μ + λθ, each λ drawn to 1 by how far they spread; λ moves half the way each time.
         *
         * @param lambda from 1; written
         * @param level of each test; written
         * @return θ
         */
        double[] bundle(double spread, double[] lambda, double[] level) {
            double prior = 1 / Math.max(spread * spread, LEAST_SPREAD);
            double[] theta = fit.theta().clone();
            int tests = lambda.length;
            for (int round = 0; round < ROUNDS; round++) {
                double[] own = theta;
                double[] sum = new double[tests];
                double[] mu = new double[tests];
                double[] middle = new double[tests];
                each((s, m, i) -> {
                    sum[m] += weight[i];
                    mu[m] += weight[i] * (matrix.logOf(i) - lambda[m] * own[s]);
                    middle[m] += weight[i] * own[s];
                });
                double[] cross = new double[tests];
                double[] squares = new double[tests];
                each((s, m, i) -> {
                    double x = own[s] - middle[m] / sum[m];
                    cross[m] += weight[i] * x * (matrix.logOf(i) - mu[m] / sum[m]);
                    squares[m] += weight[i] * x * x;
                });
                double moved = 0;
                double mean = 0;
                for (int m = 0; m < tests; m++) {
                    double next = (prior + cross[m]) / (prior + squares[m]);
                    moved = Math.max(moved, Math.abs(next - lambda[m]));
                    lambda[m] = (lambda[m] + next) / 2;
                    mean += lambda[m] / tests;
                }
                for (int m = 0; m < tests; m++) {
                    lambda[m] /= mean;
                }
                theta = places(lambda, mu, sum);
                if (moved < SETTLED) {
                    break;
                }
            }
            levels(theta, lambda, level);
            return theta;
        }

        private void levels(double[] theta, double[] lambda, double[] level) {
            double[] sum = new double[level.length];
            Arrays.fill(level, 0);
            each((s, m, i) -> {
                sum[m] += weight[i];
                level[m] += weight[i] * (matrix.logOf(i) - lambda[m] * theta[s]);
            });
            Arrays.setAll(level, m -> level[m] / sum[m]);
        }

        private double[] places(double[] lambda, double[] mu, double[] sum) {
            double[] over = new double[matrix.subjects()];
            double[] under = new double[matrix.subjects()];
            each((s, m, i) -> {
                over[s] += weight[i] * lambda[m] * (matrix.logOf(i) - mu[m] / sum[m]);
                under[s] += weight[i] * lambda[m] * lambda[m];
            });
            double[] theta = IntStream.range(0, over.length)
                    .mapToDouble(s -> over[s] / under[s])
                    .toArray();
            double middle = Arrays.stream(theta).average().orElse(0);
            return Arrays.stream(theta).map(t -> t - middle).toArray();
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
}
