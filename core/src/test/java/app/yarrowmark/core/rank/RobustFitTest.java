package app.yarrowmark.core.rank;

import static org.assertj.core.api.Assertions.assertThat;

import org.apache.commons.math3.distribution.NormalDistribution;
import org.apache.commons.math3.linear.LUDecomposition;
import org.apache.commons.math3.linear.MatrixUtils;
import org.apache.commons.math3.linear.RealMatrix;
import org.assertj.core.data.Offset;
import org.junit.jupiter.api.Test;

/**
 * The fit eliminates the subjects and sums those with the same tests together; here the plain way stands beside it: the tests
 * are eliminated, and τ² comes from halving an interval.
 */
class RobustFitTest {

    private static final double K = 1.345;

    @Test
    void agreesWithThePlainWay() {
        SplitMix random = new SplitMix(31);
        int settled = 0;
        for (int pool = 0; pool < 60; pool++) {
            int subjects = 3 + pool % 14;
            int tests = 3 + pool % 8;
            double[][] y = new double[subjects][tests];
            double[][] v = new double[subjects][tests];
            for (int s = 0; s < subjects; s++) {
                double theta = .3 * random.gaussian();
                for (int m = 0; m < tests; m++) {
                    double slip = random.uniform() < .08 ? .9 : 0;
                    y[s][m] = m > 0 && random.uniform() < .2
                            ? Double.NaN
                            : theta + m + (.02 + .02 * (pool % 6)) * random.gaussian() + slip;
                    v[s][m] = 1e-4 * (.2 + random.uniform());
                }
            }
            AdditiveFit fit = AdditiveModel.fit(ScoreMatrix.of(y, v));
            Plain plain = new Plain(y, v);
            boolean stays = plain.settles();
            if (!stays) {
                // Cells contradict each other and any place between them is about as good; so this one must be.
                assertThat(plain.cost(fit.theta(), fit.mu(), fit.tauSquared()))
                        .as("pool %d", pool)
                        .isLessThan(plain.cost(plain.theta, plain.mu, fit.tauSquared()) * 1.002);
                continue;
            }
            settled++;
            assertThat(fit.tauSquared()).as("pool %d", pool).isCloseTo(plain.tau, Offset.offset(1e-9));
            assertThat(fit.theta()).as("pool %d", pool).containsExactly(plain.theta, Offset.offset(1e-7));
            assertThat(fit.mu()).as("pool %d", pool).containsExactly(plain.mu, Offset.offset(1e-7));
        }
        // The others creep on from a doubt of one cell to that of another.
        assertThat(settled).isGreaterThan(50);
    }

    private static final class Plain {

        private final double[][] y;
        private final double[][] v;
        private final int dof;
        private double tau = .01;
        private double[] theta = {};
        private double[] mu = {};
        private final double[][] trust;

        Plain(double[][] y, double[][] v) {
            this.y = y;
            this.v = v;
            this.trust = new double[y.length][y[0].length];
            int cells = 0;
            for (int s = 0; s < y.length; s++) {
                for (int m = 0; m < y[0].length; m++) {
                    trust[s][m] = 1;
                    cells += Double.isNaN(y[s][m]) ? 0 : 1;
                }
            }
            this.dof = cells - y.length - y[0].length + 1;
        }

        /** Fits; false if it never comes to rest, or would go on from there. */
        boolean settles() {
            boolean settled = false;
            for (int step = 0; step < 400 && !settled; step++) {
                settled = Math.abs(step()) < 1e-11;
            }
            solve();
            double[] rest = theta.clone();
            for (int step = 0; step < 400; step++) {
                step();
            }
            for (int s = 0; s < y.length; s++) {
                settled &= Math.abs(theta[s] - rest[s]) < 1e-8;
            }
            return settled;
        }

        /** Returns by how much τ² changed. */
        private double step() {
            solve();
            for (int s = 0; s < y.length; s++) {
                for (int m = 0; m < y[0].length; m++) {
                    double z = Math.abs(residual(s, m)) / Math.sqrt(tau + v[s][m]);
                    trust[s][m] = Math.max(.02, Math.min(1, K / z));
                }
            }
            double next = (.01 + dof * huber()) / (1 + dof);
            double change = (next - tau) / 2;
            tau += change;
            return change;
        }

        /** Huber's cost of levels, with τ² as given. */
        double cost(double[] subjects, double[] tests, double variance) {
            double sum = 0;
            for (int s = 0; s < y.length; s++) {
                for (int m = 0; m < tests.length; m++) {
                    double z = Math.abs(y[s][m] - tests[m] - subjects[s]) / Math.sqrt(variance + v[s][m]);
                    sum += Double.isNaN(z) ? 0 : z <= K ? z * z / 2 : K * (z - K / 2);
                }
            }
            return sum;
        }

        private double residual(int s, int m) {
            return y[s][m] - mu[m] - theta[s];
        }

        private double huber() {
            NormalDistribution normal = new NormalDistribution(null, 0, 1);
            double below = normal.cumulativeProbability(K);
            double target = dof * 2 * (K * K * (1 - below) + below - .5 - K * normal.density(K));
            double low = 0;
            double high = 100;
            if (target <= 0 || sum(0) <= target) {
                return 0;
            }
            for (int i = 0; i < 200; i++) {
                double middle = (low + high) / 2;
                if (sum(middle) > target) {
                    low = middle;
                } else {
                    high = middle;
                }
            }
            return low;
        }

        private double sum(double t) {
            double sum = 0;
            for (int s = 0; s < y.length; s++) {
                for (int m = 0; m < y[0].length; m++) {
                    if (!Double.isNaN(y[s][m])) {
                        sum += Math.min(residual(s, m) * residual(s, m) / (t + v[s][m]), K * K);
                    }
                }
            }
            return sum;
        }

        private double weight(int s, int m) {
            return Double.isNaN(y[s][m]) ? 0 : trust[s][m] / (tau + v[s][m]);
        }

        private void solve() {
            int n = y.length;
            double[][] l = new double[n][n];
            double[] b = new double[n];
            double[] column = new double[y[0].length];
            double[] weighted = new double[y[0].length];
            for (int m = 0; m < column.length; m++) {
                for (int s = 0; s < n; s++) {
                    column[m] += weight(s, m);
                    weighted[m] += weight(s, m) == 0 ? 0 : weight(s, m) * y[s][m];
                }
                for (int s = 0; s < n; s++) {
                    double w = weight(s, m);
                    l[s][s] += w;
                    b[s] += w == 0 ? 0 : w * (y[s][m] - weighted[m] / column[m]);
                    for (int o = 0; o < n; o++) {
                        l[s][o] -= w * weight(o, m) / column[m];
                    }
                }
            }
            RealMatrix whole = MatrixUtils.createRealMatrix(l).scalarAdd(1.0 / n);
            theta = new LUDecomposition(whole)
                    .getSolver()
                    .solve(MatrixUtils.createRealVector(b))
                    .toArray();
            mu = new double[column.length];
            for (int m = 0; m < column.length; m++) {
                for (int s = 0; s < n; s++) {
                    mu[m] += weight(s, m) == 0 ? 0 : weight(s, m) * (y[s][m] - theta[s]) / column[m];
                }
            }
        }
    }
}
