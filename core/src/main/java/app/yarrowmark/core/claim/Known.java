package app.yarrowmark.core.claim;

import app.yarrowmark.core.written.UnitWords;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * A number that a figure or a record says.
 *
 * @param of what it is a number of: a test with its suite, a mean, a place among others
 * @param subject whose it is: a device, a setup, a version
 * @param base whom it is held against, for ratios; empty for every other number
 * @param text as it is shown, without its unit
 * @param value how many times the base for ratios, where more is better; else in its unit
 * @param unit as it is written; empty for ratios, counts and places
 * @param low of its interval; null where it has none
 * @param high of its interval; null where it has none
 * @param lessIsBetter whether a smaller number is the better one
 * @param outOf among how many, for places; 0 for every other number
 * @param confidence of the interval; null for the usual 95 %
 */
public record Known(
        String of,
        String subject,
        String base,
        String text,
        double value,
        String unit,
        @Nullable Double low,
        @Nullable Double high,
        boolean lessIsBetter,
        int outOf,
        @Nullable Double confidence) {

    /** Of an interval of which nothing else is told. */
    static final double USUAL = .95;

    /** Of one whose interval, if it has one, is the usual. */
    public Known(
            String of,
            String subject,
            String base,
            String text,
            double value,
            String unit,
            @Nullable Double low,
            @Nullable Double high,
            boolean lessIsBetter,
            int outOf) {
        this(of, subject, base, text, value, unit, low, high, lessIsBetter, outOf, null);
    }

    /** Returns whether it is a ratio to another. */
    boolean isRatio() {
        return !base.isEmpty();
    }

    /** Returns whether it is a place among others. */
    boolean isPlace() {
        return outOf > 0;
    }

    /** Returns how many seconds its unit is; empty if it is no time. */
    Optional<Double> seconds() {
        return UnitWords.code(unit)
                .map(code -> switch (code) {
                    case "s", UnitWords.CLOCK -> 1.0;
                    case "ms" -> 1e-3;
                    case "us" -> 1e-6;
                    case "min" -> 60.0;
                    case "h" -> 3600.0;
                    default -> 0.0;
                })
                .filter(s -> s > 0);
    }
}
