package app.yarrowmark.core.rank;

/**
 * The additive log model fitted: y[s,m] = μ[m] + θ[s] + ε.
 *
 * @param theta of each subject; they sum to 0
 * @param mu of each test
 * @param covariance of {@code theta}
 * @param tauSquared variance of a cell beyond its own noise: how differently subjects fare from test to test
 * @param dof degrees of freedom for intervals
 * @param robustWeight of each cell, 0.02 to 1; under 1 the cell was doubted. NaN where there is no score
 */
public record AdditiveFit(
        double[] theta, double[] mu, double[][] covariance, double tauSquared, int dof, double[][] robustWeight) {

    /** Returns the estimate with draws from a fixed seed. */
    public Estimate estimate(long seed) {
        return new Estimate(theta, covariance, dof, JointDraws.draw(theta, covariance, dof, seed));
    }

    /**
     * Returns what the model says of a cell that is not in the matrix it was fitted to.
     *
     * @param matrix the one fitted
     * @throws IllegalArgumentException if the cell holds a score: it would predict itself
     */
    public Prediction predict(ScoreMatrix matrix, int subject, int test) {
        if (matrix.has(subject, test)) {
            throw new IllegalArgumentException("cell " + subject + "," + test + " was fitted itself");
        }
        double[] x = new double[theta.length];
        double column = 0;
        for (int s = 0; s < x.length; s++) {
            if (matrix.has(s, test)) {
                x[s] = robustWeight[s][test]
                        / Math.max(AdditiveModel.LEAST_VARIANCE, tauSquared + matrix.variance(s, test));
                column += x[s];
            }
        }
        for (int s = 0; s < x.length; s++) {
            x[s] = (s == subject ? 1 : 0) - x[s] / column;
        }
        double spread = 0;
        for (int a = 0; a < x.length; a++) {
            for (int b = 0; b < x.length; b++) {
                spread += x[a] * covariance[a][b] * x[b];
            }
        }
        return new Prediction(theta[subject] + mu[test], spread + 1 / column + tauSquared, dof);
    }
}
