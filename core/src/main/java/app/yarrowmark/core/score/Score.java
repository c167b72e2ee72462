package app.yarrowmark.core.score;

import java.util.OptionalDouble;

/**
 * What all accepted readings of one metric in one setup come to, on a ratio scale.
 *
 * @param count accepted readings behind it, at least 1; 0 for a claim
 * @param log natural logarithm of the score
 * @param dof degrees of freedom of the noise; 0 where the noise is unknown
 * @param moderatedVariance log variance of one reading, own and pooled together
 * @param roundingVariance log variance that comes from the digits alone
 * @param standardError of {@code log}; 0 where the noise is unknown
 */
public record Score(
        int count, double log, double dof, double moderatedVariance, double roundingVariance, double standardError) {

    /** Returns a figure that somebody claims: it has no noise of its own. */
    public static Score claimed(double value) {
        return new Score(0, Math.log(value), Double.POSITIVE_INFINITY, 0, 0, 0);
    }

    /** Returns the score in the metric's unit. */
    public double value() {
        return Math.exp(log);
    }

    /** Returns whether anything is known of the noise; a single reading without history has none. */
    public boolean noiseKnown() {
        return dof > 0;
    }

    /**
     * Returns how far the 95 % interval reaches above the score, as a share of it (0.006 is 0.6 %); it reaches as many times
     * below. Empty where the noise is unknown.
     */
    public OptionalDouble reach() {
        return noiseKnown()
                ? OptionalDouble.of(Math.expm1(Student.quantile(.975, dof) * standardError))
                : OptionalDouble.empty();
    }
}
