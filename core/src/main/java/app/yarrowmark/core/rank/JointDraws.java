package app.yarrowmark.core.rank;

import org.apache.commons.math3.linear.Array2DRowRealMatrix;
import org.apache.commons.math3.linear.CholeskyDecomposition;

/** Draws from the joint distribution of a fit: multivariate Student around the estimates. */
final class JointDraws {

    static final int COUNT = 2000;

    /** Above this many degrees of freedom χ² comes from one normal by Wilson and Hilferty (1931). */
    private static final int EXACT_DOF = 200;

    private JointDraws() {}

    /** Returns draw by subject; the last subject is 0 in every draw. */
    static double[][] draw(double[] theta, double[][] covariance, int dof, long seed) {
        int last = theta.length - 1;
        double[][] lower = last == 0 ? new double[0][0] : factor(covariance, last);
        SplitMix random = new SplitMix(seed);
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

    /** Lower Cholesky factor of the covariance of θᵢ − θ_last. */
    private static double[][] factor(double[][] covariance, int last) {
        double[][] difference = new double[last][last];
        double largest = 0;
        for (int i = 0; i < last; i++) {
            for (int j = 0; j < last; j++) {
                difference[i][j] =
                        covariance[i][j] - covariance[i][last] - covariance[last][j] + covariance[last][last];
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
