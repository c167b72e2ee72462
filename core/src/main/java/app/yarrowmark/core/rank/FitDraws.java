package app.yarrowmark.core.rank;

import org.hipparchus.linear.Array2DRowRealMatrix;
import org.hipparchus.linear.CholeskyDecomposition;

/**
 * Draws from the joint distribution of the errors of a fit, multivariate Student: own noise of each subject, and levels of the
 * tests, which move all who have them.
 */
final class FitDraws implements Estimate.Draws {

    private static final int MOST_DOF = 200;

    private final AdditiveFit fit;
    private final long seed;
    private final double[] ownError;
    /** Lower factor of the covariance of the levels, column by column. */
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
                        .getLT()
                        .getData());
    }

    @Override
    public void draw(int number, double[] into) {
        SplitMix random = start(number);
        for (int s = 0; s < into.length; s++) {
            into[s] = ownError[s] * random.gaussian();
        }
        double stretch = addLevels(random, into);
        for (int s = 0; s < into.length; s++) {
            into[s] *= stretch;
        }
    }

    @Override
    public void own(int number, double[] into) {
        SplitMix random = start(number);
        for (int s = 0; s < into.length; s++) {
            into[s] = random.gaussian();
        }
    }

    @Override
    public void addShared(int number, double scale, double[] shared, double[] variance) {
        SplitMix random = start(number).skipGaussians(ownError.length);
        double[] levels = new double[shared.length];
        double stretch = scale * addLevels(random, levels);
        for (int s = 0; s < shared.length; s++) {
            shared[s] += stretch * levels[s];
            variance[s] += stretch * stretch * ownError[s] * ownError[s];
        }
    }

    private SplitMix start(int number) {
        return new SplitMix(seed).skipGaussians((long) number * (ownError.length + factor.length + dof));
    }

    /** Adds what the tests' levels make of each subject; returns by how much everything is stretched. */
    private double addLevels(SplitMix random, double[] into) {
        int tests = factor.length;
        double[] level = new double[tests];
        for (int b = 0; b < tests; b++) {
            double z = random.gaussian();
            double[] column = factor[b];
            for (int a = b; a < tests; a++) {
                level[a] += column[a] * z;
            }
        }
        double stretch = Math.sqrt(dof / random.squaredGaussians(dof));
        ScoreMatrix matrix = fit.matrix();
        double[] share = fit.share();
        for (int s = 0; s < into.length; s++) {
            double sum = 0;
            for (int i = matrix.from(s); i < matrix.from(s + 1); i++) {
                sum += share[i] * level[matrix.testOf(i)];
            }
            into[s] += sum;
        }
        return stretch;
    }
}
