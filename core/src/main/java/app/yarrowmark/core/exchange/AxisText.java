package app.yarrowmark.core.exchange;

import app.yarrowmark.core.suite.Axis;
import app.yarrowmark.core.suite.UnitCode;
import app.yarrowmark.core.written.Amount;
import app.yarrowmark.core.written.DigitText;
import app.yarrowmark.core.written.Marks;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.OffsetDateTime;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/** Places on an axis as tables write them: times, sizes, counts. */
public final class AxisText {

    private static final Pattern CLOCK = Pattern.compile("(?:(\\d{1,3}):)?(\\d{1,2}):(\\d{1,2}(?:[.,]\\d+)?)");
    private static final Pattern SIZE = Pattern.compile("(?i)(\\d[\\d .,']*) ?([kmgt]?)(i?)(b|bytes?|byte)?");
    private static final String PREFIXES = "kmgt";
    private static final Pattern TIME_HEAD =
            Pattern.compile("(?iu).*\\b(time|times|elapsed|sec|seconds?|clock)\\b.*|s");
    private static final Pattern SIZE_HEAD =
            Pattern.compile("(?iu).*\\b(sizes?|blocks?|bytes|pieces?|chunks?|transfers?|working set|[kmg]i?b)\\b.*");
    private static final Pattern COUNT_HEAD = Pattern.compile(
            "(?iu)(no\\.?|n|#|(number|count) of .*|count|pages?|tabs?|threads?|clients?|users?|windows?|copies)( open)?");
    private static final Pattern FRAME_HEAD = Pattern.compile("(?iu).*\\bframe ?(times?|lengths?)\\b.*");
    private static final Pattern SIZE_TEXT = Pattern.compile("(?i)\\d[\\d .,']* ?([kmgt]i?b?|bytes?|b)");

    private AxisText() {}

    /**
     * Returns what the first column of a table is, by its name and its texts; empty if they do not tell.
     *
     * @param head its name; empty if it has none
     * @param alone whether the table has no other column
     */
    public static Optional<Axis> guess(String head, Collection<String> texts, boolean alone) {
        List<String> written =
                texts.stream().map(String::strip).filter(t -> !t.isEmpty()).toList();
        String name = head.strip();
        if (alone || FRAME_HEAD.matcher(name).matches()) {
            return Optional.of(Axis.FRAME);
        }
        if (!written.isEmpty()
                && written.stream().allMatch(t -> SIZE_TEXT.matcher(t).matches())) {
            return Optional.of(Axis.SIZE);
        }
        boolean clocks = !written.isEmpty()
                && written.stream()
                        .allMatch(t -> t.indexOf(':') > 0 && seconds(t).isPresent());
        if (clocks || TIME_HEAD.matcher(name).matches()) {
            return Optional.of(Axis.TIME);
        }
        if (SIZE_HEAD.matcher(name).matches()) {
            return Optional.of(Axis.SIZE);
        }
        return COUNT_HEAD.matcher(HeadName.of(name).name()).matches() ? Optional.of(Axis.COUNT) : Optional.empty();
    }

    /**
     * Returns the place that a text stands for, in the unit of its axis.
     *
     * @param unit that a size without one is in, UCUM; sizes only
     * @throws IllegalArgumentException if it stands for none
     */
    public static double place(Axis axis, String text, String unit) {
        return switch (axis) {
            case TIME ->
                seconds(text).orElseThrow(() -> new IllegalArgumentException("\"" + text.strip() + "\" is no time"));
            case SIZE -> size(text, unit);
            case COUNT, FRAME -> DigitText.parse(text).value();
        };
    }

    /** In KiB. Of a power of two, KB and the like are meant with 1,024, as programs write sizes of pieces. */
    private static double size(String text, String unit) {
        Matcher match = SIZE.matcher(text.strip().replace('\u00a0', ' ').replace('\u202f', ' '));
        if (!match.matches()) {
            throw new IllegalArgumentException("\"" + text.strip() + "\" is no size such as 4 KiB");
        }
        double digits = Amount.read(
                        match.group(1).strip(),
                        Marks.of(List.of(match.group(1))).marks())
                .digits()
                .doubleValue();
        String prefix = match.group(2).toLowerCase(Locale.ROOT);
        if (prefix.isEmpty() && match.group(4) == null) {
            return digits * factor(unit);
        }
        boolean binary = !match.group(3).isEmpty() || match.group(4) == null || isPowerOfTwo(digits);
        int power = prefix.isEmpty() ? 0 : PREFIXES.indexOf(prefix) + 1;
        return digits * Math.pow(binary ? 1024 : 1000, power) / 1024;
    }

    private static boolean isPowerOfTwo(double digits) {
        return digits >= 1 && digits == Math.rint(digits) && Long.bitCount((long) digits) == 1;
    }

    private static double factor(String unit) {
        try {
            return UnitCode.parse(unit)
                    .in(UnitCode.parse(Axis.SIZE.unit()))
                    .orElseThrow(() -> new IllegalArgumentException(unit + " is no unit of sizes"));
        } catch (IllegalArgumentException none) {
            throw new IllegalArgumentException("the sizes have no unit: say whether they are bytes, KiB or MiB", none);
        }
    }

    /** Returns the unit that a place is written in, for a count: {@code {page}} under "pages"; the axis' own else. */
    public static String unitOf(Axis axis, @Nullable String head) {
        if (axis != Axis.COUNT || head == null) {
            return axis.unit();
        }
        String thing = HeadName.of(head)
                .name()
                .toLowerCase(Locale.ROOT)
                .replaceFirst("^(number|count) of ", "")
                .replaceAll("[^\\p{L}].*$", "");
        return thing.length() < 3 ? axis.unit() : "{" + thing.replaceFirst("(?<=\\p{L}{2})s$", "") + "}";
    }

    /** Seconds that a time stands for, from whatever beginning. */
    static Optional<Double> seconds(String text) {
        String clean = text.strip().replace(',', '.');
        Matcher clock = CLOCK.matcher(clean);
        if (clock.matches()) {
            double hours = clock.group(1) == null ? 0 : Double.parseDouble(clock.group(1));
            return Optional.of(
                    hours * 3600 + Double.parseDouble(clock.group(2)) * 60 + Double.parseDouble(clock.group(3)));
        }
        try {
            double value = Double.parseDouble(clean);
            return Double.isFinite(value) ? Optional.of(value) : Optional.empty();
        } catch (NumberFormatException notSeconds) {
            return iso(clean.replace(' ', 'T'));
        }
    }

    private static Optional<Double> iso(String text) {
        try {
            return Optional.of(OffsetDateTime.parse(text).toInstant().toEpochMilli() / 1000.0);
        } catch (DateTimeException noOffset) {
            try {
                LocalDateTime local = LocalDateTime.parse(text);
                return Optional.of(local.toLocalDate().toEpochDay() * 86_400.0
                        + Duration.between(LocalTime.MIDNIGHT, local.toLocalTime())
                                        .toMillis()
                                / 1000.0);
            } catch (DateTimeException none) {
                return Optional.empty();
            }
        }
    }
}
