package app.yarrowmark.core.rank;

import java.util.Arrays;

/**
 * The additive log model fitted: y[s,m] = μ[m] + θ[s] + ε.
 *
 * @param matrix that was fitted
 * @param theta of each subject; they sum to 0
 * @param mu of each test
 * @param covariance of {@code theta}; kept as a whole, each row has mean 0
 * @param tauSquared variance of a cell beyond its own noise: how differently subjects fare from test to test
 * @param dof degrees of freedom for intervals
 * @param trust of each cell, 0.02 to 1; under 1 the cell was doubted
 */
public record AdditiveFit(
        ScoreMatrix matrix,
        double[] theta,
        double[] mu,
        Covariance covariance,
        double tauSquared,
        int dof,
        double[] trust) {

    private static final int MOST_DRAWN = 400;

    /** Returns the estimate, with draws from a fixed seed unless there are more than 400 subjects. */
    public Estimate estimate(long seed) {
        return estimate(seed, MOST_DRAWN);
    }

    Estimate estimate(long seed, int mostDrawn) {
        double[][] draws = theta.length <= mostDrawn ? JointDraws.draw(this, seed) : new double[0][];
        return new Estimate(theta, covariance, dof, spread(), draws);
    }

    private double[] spread() {
        if (covariance instanceof Factored parts) {
            return parts.spread();
        }
        double[] spread = new double[theta.length];
        Arrays.setAll(spread, s -> covariance.at(s, s));
        return spread;
    }

    /** Returns the weight of a cell in the fit, trust over variance; NaN where there is no score. */
    public double weight(int subject, int test) {
        return trust(subject, test)
                / Math.max(AdditiveModel.LEAST_VARIANCE, tauSquared + matrix.variance(subject, test));
    }

    /** Returns how far a cell was trusted, 0.02 to 1; NaN where there is no score. */
    public double trust(int subject, int test) {
        int cell = matrix.cell(subject, test);
        return cell < 0 ? Double.NaN : trust[cell];
    }

    /** Returns what the model leaves over of a cell: more than 0 is better than expected. NaN where there is no score. */
    public double residual(int subject, int test) {
        return matrix.log(subject, test) - mu[test] - theta[subject];
    }

    /**
     * Returns what the model says of a cell that is not in the matrix it was fitted to.
     *
     * @throws IllegalArgumentException if the cell holds a score: it would predict itself
     */
    public Prediction predict(int subject, int test) {
        if (matrix.has(subject, test)) {
            throw new IllegalArgumentException("cell " + subject + "," + test + " was fitted itself");
        }
        double[] x = new double[theta.length];
        double column = 0;
        for (int s = 0; s < x.length; s++) {
            int cell = matrix.cell(s, test);
            if (cell >= 0) {
                x[s] = trust[cell] / Math.max(AdditiveModel.LEAST_VARIANCE, tauSquared + matrix.varianceOf(cell));
                column += x[s];
            }
        }
        for (int s = 0; s < x.length; s++) {
            x[s] = (s == subject ? 1 : 0) - x[s] / column;
        }
        double spread = 0;
        for (int a = 0; a < x.length; a++) {
            for (int b = 0; b < x.length; b++) {
                spread += x[a] * covariance.at(a, b) * x[b];
            }
        }
        return new Prediction(theta[subject] + mu[test], spread + 1 / column + tauSquared, dof);
    }
}
