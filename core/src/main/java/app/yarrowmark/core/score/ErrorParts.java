package app.yarrowmark.core.score;

/**
 * What the error of a logarithm is made of. The three parts are kept apart, because they come together in different ways when
 * scores are held against each other: noise within a day is each one's own, while movement between days is reckoned with one
 * number, which errs for all at once.
 *
 * @param within log variance from the noise within a day
 * @param withinDof its degrees of freedom; 0 where the noise is unknown, infinite where there is none
 * @param day log variance from movement between days
 * @param dayDof degrees of freedom of the movement
 * @param rounding log variance that comes from the digits alone
 */
public record ErrorParts(double within, double withinDof, double day, double dayDof, double rounding) {

    /** No error at all. */
    public static final ErrorParts NONE = new ErrorParts(0, Double.POSITIVE_INFINITY, 0, Double.POSITIVE_INFINITY, 0);

    /** Returns an error of one part with so many degrees of freedom. */
    public static ErrorParts of(double standardError, double dof) {
        return new ErrorParts(standardError * standardError, dof, 0, Double.POSITIVE_INFINITY, 0);
    }

    /** Returns whether anything is known of the noise. */
    public boolean known() {
        return withinDof > 0;
    }

    /** Returns the whole log variance. */
    public double variance() {
        return within + day + rounding;
    }

    /** Returns its square root; 0 where the noise is unknown. */
    public double standardError() {
        return known() ? Math.sqrt(variance()) : 0;
    }

    /** Returns the degrees of freedom of the whole after Welch and Satterthwaite; 0 where the noise is unknown. */
    public double dof() {
        if (!known()) {
            return 0;
        }
        double spread = part(within, withinDof) + part(day, dayDof);
        return spread == 0 ? Double.POSITIVE_INFINITY : variance() * variance() / spread;
    }

    /** Returns the error of the sum or difference of two, whose noise is independent and whose movement is known from one place. */
    public ErrorParts plus(ErrorParts other) {
        if (!known() || !other.known()) {
            return new ErrorParts(0, 0, 0, 0, rounding + other.rounding);
        }
        double noise = within + other.within;
        double spread = part(within, withinDof) + part(other.within, other.withinDof);
        return new ErrorParts(
                noise,
                spread == 0 ? Double.POSITIVE_INFINITY : noise * noise / spread,
                day + other.day,
                Math.min(
                        day == 0 ? Double.POSITIVE_INFINITY : dayDof,
                        other.day == 0 ? Double.POSITIVE_INFINITY : other.dayDof),
                rounding + other.rounding);
    }

    private static double part(double variance, double dof) {
        return variance == 0 ? 0 : variance * variance / dof;
    }
}
