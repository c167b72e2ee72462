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
}
