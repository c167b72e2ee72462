package app.yarrowmark.core.rank;

import org.apache.commons.math3.linear.Array2DRowRealMatrix;
import org.apache.commons.math3.linear.CholeskyDecomposition;

/** Draws from the joint distribution of a fit: multivariate Student around the estimates. */
final class JointDraws {

    static final int COUNT = 2000;
    /** Where the covariance is kept in parts: the ends of a place range are known to a hundredth of the rank in half the time. */
    static final int COUNT_LARGE = 1000;

    /** Above this many degrees of freedom χ² comes from one normal by Wilson and Hilferty (1931). */
    private static final int EXACT_DOF = 200;

    private JointDraws() {}

    /** Returns draw by subject, each draw up to a constant of its own. */
    static double[][] draw(AdditiveFit fit, long seed) {
        return fit.covariance() instanceof Factored factored
                ? fromParts(fit.theta(), factored, fit.dof(), new SplitMix(seed))
                : whole(fit.theta(), fit.covariance(), fit.dof(), new SplitMix(seed));
    }

    /** The last subject is 0 in every draw. */
    private static double[][] whole(double[] theta, Covariance covariance, int dof, SplitMix random) {
        int last = theta.length - 1;
        double[][] lower = last == 0 ? new double[0][0] : factor(covariance, last);
        double[][] draws = new double[COUNT][theta.length];
        double[] z = new double[last];
        for (double[] v : draws) {
            for (int i = 0; i < last; i++) {
                z[i] = random.gaussian();
            }
            double stretch = Math.sqrt(dof / chiSquare(dof, random));
            for (int i = 0; i < last; i++) {
                double sum = 0;
                for (int j = 0; j <= i; j++) {
                    sum += lower[i][j] * z[j];
                }
                v[i] = theta[i] - theta[last] + stretch * sum;
            }
        }
        return draws;
    }

    /**
     * Own noise of each subject, and levels of the tests against the last, which move all who have them. Draws come in pairs
     * on both sides of the estimates: half the work, and ends of place ranges at least as steady, since what one of a pair
     * says of the lower end the other says of the upper (Hammersley and Morton 1956, antithetic variates).
     */
    private static double[][] fromParts(double[] theta, Factored parts, int dof, SplitMix random) {
        ScoreMatrix matrix = parts.matrix();
        int last = matrix.tests() - 1;
        double[][] lower = last == 0 ? new double[0][0] : factor(Covariance.dense(parts.levels()), last);
        double[][] draws = new double[COUNT_LARGE][theta.length];
        double[] level = new double[matrix.tests()];
        double[] z = new double[last];
        for (int d = 0; d < COUNT_LARGE; d += 2) {
            for (int i = 0; i < last; i++) {
                z[i] = random.gaussian();
            }
            double stretch = Math.sqrt(dof / chiSquare(dof, random));
            for (int i = 0; i < last; i++) {
                level[i] = 0;
                for (int j = 0; j <= i; j++) {
                    level[i] += lower[i][j] * z[j];
                }
            }
            for (int s = 0; s < theta.length; s++) {
                double sum = Math.sqrt(parts.own()[s]) * random.gaussian();
                for (int k = matrix.from(s); k < matrix.from(s + 1); k++) {
                    sum -= parts.share()[k] * level[matrix.testOf(k)];
                }
                draws[d][s] = theta[s] + stretch * sum;
                draws[d + 1][s] = theta[s] - stretch * sum;
            }
        }
        return draws;
    }

    /** Lower Cholesky factor of the covariance of θᵢ − θ_last. */
    private static double[][] factor(Covariance covariance, int last) {
        double[][] difference = new double[last][last];
        double largest = 0;
        for (int i = 0; i < last; i++) {
            for (int j = 0; j < last; j++) {
                difference[i][j] = covariance.at(i, j)
                        - covariance.at(i, last)
                        - covariance.at(last, j)
                        + covariance.at(last, last);
            }
            largest = Math.max(largest, difference[i][i]);
        }
        for (int i = 0; i < last; i++) {
            difference[i][i] += 1e-14 * largest;
        }
        return new CholeskyDecomposition(new Array2DRowRealMatrix(difference, false), 1e-6 * largest, 0)
                .getL()
                .getData();
    }

    private static double chiSquare(int dof, SplitMix random) {
        if (dof > EXACT_DOF) {
            double spread = 2.0 / (9 * dof);
            return dof * Math.pow(Math.max(1e-3, 1 - spread + random.gaussian() * Math.sqrt(spread)), 3);
        }
        double sum = 0;
        for (int i = 0; i < dof; i++) {
            double z = random.gaussian();
            sum += z * z;
        }
        return sum;
    }
}
