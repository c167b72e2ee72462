package app.yarrowmark.core.score;

import java.math.BigDecimal;
import java.math.MathContext;
import java.util.OptionalDouble;

/**
 * What all accepted readings of one metric in one setup come to, on a ratio scale.
 *
 * @param count accepted readings behind it, at least 1; 0 for a claim
 * @param days on which they were read, at least 1; 0 for a claim
 * @param log natural logarithm of the score
 * @param dof degrees of freedom of the noise within a day; 0 where it is unknown
 * @param moderatedVariance log variance of one reading within a day, own and pooled together
 * @param withinVariance log variance of the score from that noise; 0 where it is unknown
 * @param dayVariance log variance of the score from movement between days
 * @param roundingVariance log variance that comes from the digits alone
 * @param movement between days that was reckoned with
 */
public record Score(
        int count,
        int days,
        double log,
        double dof,
        double moderatedVariance,
        double withinVariance,
        double dayVariance,
        double roundingVariance,
        DayMovement movement) {

    /** As many as a logarithm that is taken and undone leaves as they were. */
    private static final MathContext DIGITS = new MathContext(14);

    /** Returns a figure that somebody claims: it has no noise of its own. */
    public static Score claimed(double value) {
        return new Score(0, 0, Math.log(value), Double.POSITIVE_INFINITY, 0, 0, 0, 0, DayMovement.ASSUMED);
    }

    /** Returns the score in the metric's unit; of a single reading the digits that were read. */
    public double value() {
        double value = Math.exp(log);
        return Double.isFinite(value) ? new BigDecimal(value).round(DIGITS).doubleValue() : value;
    }

    /** Returns whether anything is known of the noise; a single reading without history has none. */
    public boolean noiseKnown() {
        return dof > 0;
    }

    /** Returns the error of {@code log} by its parts. */
    public ErrorParts error() {
        return new ErrorParts(withinVariance, dof, dayVariance, movement.dof(), roundingVariance);
    }

    /** Returns the standard error of {@code log}; 0 where the noise is unknown. */
    public double standardError() {
        return noiseKnown() ? Math.sqrt(withinVariance + dayVariance + roundingVariance) : 0;
    }

    /**
     * Returns how far the 95 % interval reaches above the score, as a share of it (0.006 is 0.6 %); it reaches as many times
     * below. Empty where the noise is unknown.
     */
    public OptionalDouble reach() {
        return noiseKnown()
                ? OptionalDouble.of(Math.expm1(Student.quantile(.975, error().dof()) * standardError()))
                : OptionalDouble.empty();
    }
}
