package app.yarrowmark.core.suite;

import java.util.Optional;
import java.util.regex.Pattern;

/**
 * One number a suite yields.
 *
 * @param key unique in its sheet, usable in formulas, e.g. {@code pack.one}
 * @param name as people read it, e.g. {@code Pack and unpack, one thread}
 * @param unit UCUM code or a counted thing in braces, e.g. {@code MB/s}, {@code {point}}
 * @param scale what may be done with the numbers
 * @param better which way is better
 * @param decimals digits after the point when the number is computed, 0 to 6
 * @param formula how it follows from other metrics of the sheet; present for a total
 */
public record Metric(
        String key, String name, String unit, Scale scale, Direction better, int decimals, Optional<Formula> formula) {

    private static final Pattern KEY = Pattern.compile("[a-z][a-z0-9_]*(\\.[a-z0-9_]+)*");

    /** @throws IllegalArgumentException if the key is no metric key or decimals are out of range */
    public Metric {
        if (!KEY.matcher(key).matches() || key.length() > 60) {
            throw new IllegalArgumentException("a metric's key is up to 60 lower-case letters, digits and underscores"
                    + " in parts joined by dots, got \"" + key + "\"");
        }
        if (decimals < 0 || decimals > 6) {
            throw new IllegalArgumentException("decimals must be 0 to 6, got " + decimals);
        }
    }

    /** Returns whether the metric can be scored and ranked on a log scale. */
    public boolean isRatio() {
        return scale == Scale.RATIO;
    }

    /** Returns whether the number follows from others of the same run. */
    public boolean isTotal() {
        return formula.isPresent();
    }
}
