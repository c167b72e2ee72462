package app.yarrowmark.core.rank;

import org.apache.commons.math3.linear.Array2DRowRealMatrix;
import org.apache.commons.math3.linear.CholeskyDecomposition;

/**
 * Draws from the joint distribution of the errors of a fit, multivariate Student: own noise of each subject, and levels of the
 * tests, which move all who have them.
 */
final class FitDraws implements Estimate.Draws {

    private static final int MOST_DOF = 200;

    private final AdditiveFit fit;
    private final long seed;
    private final double[] ownError;
    /** Lower factor of the covariance of the levels. */
    private final double[][] factor;

    private final int dof;

    private FitDraws(AdditiveFit fit, long seed, double[] ownError, double[][] factor) {
        this.fit = fit;
        this.seed = seed;
        this.ownError = ownError;
        this.factor = factor;
        this.dof = (int) Math.max(1, Math.min(MOST_DOF, fit.dof()));
    }

    static FitDraws of(AdditiveFit fit, long seed) {
        int tests = fit.mu().length;
        double[][] regular = new double[tests][tests];
        for (int a = 0; a < tests; a++) {
            for (int b = 0; b < tests; b++) {
                regular[a][b] = fit.levels()[a][b] + 1 / (fit.scale() * tests);
            }
        }
        double[] own = fit.own().clone();
        for (int s = 0; s < own.length; s++) {
            own[s] = Math.sqrt(own[s]);
        }
        return new FitDraws(
                fit,
                seed,
                own,
                new CholeskyDecomposition(new Array2DRowRealMatrix(regular, false), 1e-6, 0)
                        .getL()
                        .getData());
    }

    @Override
    public void draw(int number, double[] into) {
        int subjects = ownError.length;
        int tests = factor.length;
        SplitMix random = new SplitMix(seed).skipGaussians((long) number * (subjects + tests + dof));
        for (int s = 0; s < subjects; s++) {
            into[s] = ownError[s] * random.gaussian();
        }
        double[] level = new double[tests];
        for (int b = 0; b < tests; b++) {
            double z = random.gaussian();
            for (int a = b; a < tests; a++) {
                level[a] += factor[a][b] * z;
            }
        }
        double squares = 0;
        for (int k = 0; k < dof; k++) {
            double z = random.gaussian();
            squares += z * z;
        }
        double stretch = Math.sqrt(dof / squares);
        ScoreMatrix matrix = fit.matrix();
        for (int s = 0; s < subjects; s++) {
            double sum = into[s];
            for (int i = matrix.from(s); i < matrix.from(s + 1); i++) {
                sum += fit.share()[i] * level[matrix.testOf(i)];
            }
            into[s] = stretch * sum;
        }
    }
}
