package app.yarrowmark.core.suite;

import java.util.List;
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
 * @param aliases other names the suite prints it under
 * @param group what it loads, where that is not what its sheet says
 * @param rungs of a ladder, the lowest first; empty on other scales
 * @param reducer how it is drawn from a series of the run
 * @param counts whether it may count in standings: not a total that was typed from the screen beside its parts, nor the
 *     time that a score was made from
 */
public record Metric(
        String key,
        String name,
        String unit,
        Scale scale,
        Direction better,
        int decimals,
        Optional<Formula> formula,
        List<String> aliases,
        Optional<TestGroup> group,
        List<String> rungs,
        Optional<Reducer> reducer,
        boolean counts) {

    private static final Pattern KEY = Pattern.compile("[a-z][a-z0-9_]*(\\.[a-z0-9_]+)*");

    /** @throws IllegalArgumentException if the key is no metric key, decimals are out of range, or rungs do not fit */
    public Metric {
        aliases = List.copyOf(aliases);
        rungs = List.copyOf(rungs);
        if (!KEY.matcher(key).matches() || key.length() > 60) {
            throw new IllegalArgumentException("a metric's key is up to 60 lower-case letters, digits and underscores"
                    + " in parts joined by dots, got \"" + key + "\"");
        }
        if (decimals < 0 || decimals > 6) {
            throw new IllegalArgumentException("decimals must be 0 to 6, got " + decimals);
        }
        if ((scale == Scale.LADDER) != (rungs.size() >= 2)) {
            throw new IllegalArgumentException(
                    scale == Scale.LADDER
                            ? "the ladder " + key + " needs two rungs or more, the lowest first"
                            : key + " has rungs and is no ladder");
        }
        if (formula.isPresent() && reducer.isPresent()) {
            throw new IllegalArgumentException(key + " cannot have both a formula and a series to be drawn from");
        }
    }

    /** Returns a metric that is named like its key, has one decimal, and nothing beyond. */
    public static Metric of(String key, String unit, Scale scale, Direction better) {
        return new Metric(
                key,
                key,
                unit,
                scale,
                better,
                1,
                Optional.empty(),
                List.of(),
                Optional.empty(),
                List.of(),
                Optional.empty(),
                true);
    }

    /** Returns the same metric as a total with that formula. */
    public Metric withFormula(Formula of) {
        return new Metric(
                key,
                name,
                unit,
                scale,
                better,
                decimals,
                Optional.of(of),
                aliases,
                group,
                rungs,
                Optional.empty(),
                counts);
    }

    /** Returns whether the metric can be scored and ranked on a log scale. */
    public boolean isRatio() {
        return scale == Scale.RATIO;
    }

    /** Returns whether the unit is one of time, so that there is time to be saved. */
    public boolean isTime() {
        return List.of("s", "s{m:ss}", "ms", "us", "ns", "min", "h").contains(unit);
    }

    /**
     * Returns whether it is an amount of which less is better, such as watts drawn or frames dropped: of two devices one has so
     * much more of it, and is not so much slower. Of times less is faster.
     */
    public boolean isAmount() {
        return isRatio() && better == Direction.LOWER && !isTime();
    }

    /** Returns whether the number follows from others of the same run. */
    public boolean isTotal() {
        return formula.isPresent();
    }
}
