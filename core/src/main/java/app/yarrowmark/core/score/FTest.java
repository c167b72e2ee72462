package app.yarrowmark.core.score;

import org.hipparchus.distribution.continuous.FDistribution;

/** Fisher's distribution of a ratio of two variances. */
public final class FTest {

    private FTest() {}

    /** Returns the share of the distribution above a value, with so many degrees of freedom above and below. */
    public static double above(double value, double numerator, double denominator) {
        return 1 - new FDistribution(numerator, denominator).cumulativeProbability(value);
    }
}
