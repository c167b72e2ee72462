package app.yarrowmark.core.score;

import java.util.stream.IntStream;
import org.hipparchus.distribution.continuous.ChiSquaredDistribution;
import org.hipparchus.distribution.continuous.NormalDistribution;

/**
 * The largest of several changes that are all judged by one estimate of their noise: where that happens to be too small, all of
 * them look large together. The studentized maximum modulus, by the mean over 200 middles of equal parts of the scale's distribution.
 */
public final class CommonScale {

    private static final int PARTS = 200;
    private static final NormalDistribution NORMAL = new NormalDistribution(0, 1);

    private CommonScale() {}

    /** Over 1/√ν, in which these are smooth up to no error at all. */
    private static final class Scales {
        private static final DofTable[] TABLE = IntStream.range(0, PARTS)
                .mapToObj(i -> new DofTable(x -> scale((i + .5) / PARTS, x)))
                .toArray(DofTable[]::new);

        private static double scale(double share, double x) {
            if (x == 0) {
                return 1;
            }
            double dof = 1 / (x * x);
            return new ChiSquaredDistribution(dof).inverseCumulativeProbability(share) / dof;
        }
    }

    /**
     * Returns the chance that the largest of some changes exceeds a value if there were none.
     *
     * @param value change over its standard error; the sign does not matter
     * @param dof degrees of freedom of the common estimate, at least 1
     * @param changes how many are looked at; with one it is Student's
     */
    public static double chance(double value, double dof, int changes) {
        double place = 1 / Math.sqrt(Math.max(1, dof));
        double sum = 0;
        for (DofTable scale : Scales.TABLE) {
            double within =
                    2 * NORMAL.cumulativeProbability(Math.abs(value) * Math.sqrt(Math.max(0, scale.at(place)))) - 1;
            sum += Math.pow(within, changes);
        }
        return 1 - sum / PARTS;
    }
}
