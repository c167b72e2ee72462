package app.yarrowmark.core.written;

import app.yarrowmark.core.suite.UnitCode;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * A number with or without a unit, or a time, as a person or program wrote it: {@code 631 g}, {@code 1 lb 6 oz}, {@code
 * 1:39}, {@code 3:24:10}, {@code 1 h 12 min}, {@code 77.2 MB/s}, {@code 1 284}.
 *
 * @param digits plain digits with a decimal point, in the unit
 * @param step of the last digit, in the unit; positive
 * @param unit UCUM code; empty if none was written
 * @param time whether it was written in minutes and seconds or the like, and so is shown as a time
 */
public record Amount(BigDecimal digits, double step, String unit, boolean time) {

    private static final Pattern THIN_BLANK = Pattern.compile("[\u00a0\u2009\u202f]");
    private static final Pattern CLOCK = Pattern.compile(
            "([+\\-\u2212]?)(\\d{1,4}):(\\d{1,2})(?::(\\d{1,2}))?(?:[.,](\\d{1,6}))?(?: ?(h|min|s|m:ss|mm:ss|h:mm:ss))?");
    private static final Pattern NUMBER =
            Pattern.compile("[+\\-\u2212]?\\d+(?:[ '\u2019.,]\\d+)*(?:[eE][+-]?\\d{1,3}(?![\\p{L}]))?");
    private static final Pattern PAIR =
            Pattern.compile("(\\d+(?:[.,]\\d+)?) ?([\\p{L}]+|\"|\u2033|')\\.?(?:,| and)? ?");

    /**
     * Reads it; marks that could mean either are refused rather than guessed.
     *
     * @throws IllegalArgumentException if it is none; the message says how to write it
     */
    public static Amount read(String text) {
        return read(text, null);
    }

    /**
     * Reads it.
     *
     * @param marks how its decimals and thousands are marked; null if the number itself must say
     * @throws IllegalArgumentException if it is none; the message says how to write it
     */
    public static Amount read(String text, @Nullable Marks marks) {
        String clean = THIN_BLANK.matcher(text.strip()).replaceAll(" ");
        Matcher clock = CLOCK.matcher(clean);
        if (clock.matches()) {
            return clock(clock);
        }
        Optional<Amount> parts = parts(clean);
        if (parts.isPresent()) {
            return parts.get();
        }
        Matcher number = NUMBER.matcher(clean);
        String written = number.lookingAt() ? number.group() : clean;
        String rest = clean.substring(written.length()).strip();
        String plain = marks == null ? written : marks.plain(written);
        Reading reading = DigitText.parse(plain);
        String unit = UnitWords.code(rest)
                .orElseThrow(
                        () -> new IllegalArgumentException(
                                "\"" + rest
                                        + "\" behind the number is no unit known here: write one such as MB/s, ms or \u00b0C, or only the number"));
        return new Amount(new BigDecimal(DigitText.plain(plain)), reading.resolution(), unit, false);
    }

    /** Two parts are minutes and seconds, three hours, minutes and seconds; with "h" behind two, hours and minutes. */
    private static Amount clock(Matcher match) {
        boolean three = match.group(4) != null;
        boolean hours = three || "h".equals(match.group(6));
        long first = Long.parseLong(match.group(2));
        long second = Long.parseLong(match.group(3));
        long third = three ? Long.parseLong(match.group(4)) : 0;
        if (second > 59 || third > 59) {
            throw new IllegalArgumentException(
                    "\"" + match.group() + "\" is no time: after the colon stand 00 to 59, such as 1:39 or 3:24:10");
        }
        long whole = hours ? first * 3600 + second * 60 + third : first * 60 + second;
        String fraction = match.group(5) == null ? "" : match.group(5);
        boolean minus = !match.group(1).isEmpty() && !match.group(1).equals("+");
        BigDecimal digits = new BigDecimal((minus ? "-" : "") + whole + (fraction.isEmpty() ? "" : "." + fraction));
        double step = hours && !three ? 60 : Math.pow(10, -fraction.length());
        return new Amount(digits, step, "s", true);
    }

    /** Two or more numbers with units of one kind, the largest first; in the unit of the last. */
    private static Optional<Amount> parts(String clean) {
        Matcher match = PAIR.matcher(clean);
        List<BigDecimal> numbers = new ArrayList<>();
        List<UnitCode> units = new ArrayList<>();
        int at = 0;
        while (at < clean.length() && match.region(at, clean.length()).lookingAt()) {
            boolean minutes = match.group(2).equals("m")
                    && !units.isEmpty()
                    && units.get(0).dimensions().equals(UnitCode.parse("s").dimensions());
            Optional<String> code = minutes ? Optional.of("min") : UnitWords.code(match.group(2));
            if (code.isEmpty()) {
                return Optional.empty();
            }
            numbers.add(new BigDecimal(match.group(1).replace(',', '.')));
            units.add(UnitCode.parse(code.get()));
            at = match.end();
        }
        return at < clean.length() || units.size() < 2 ? Optional.empty() : sum(numbers, units);
    }

    private static Optional<Amount> sum(List<BigDecimal> numbers, List<UnitCode> units) {
        UnitCode last = units.get(units.size() - 1);
        BigDecimal sum = BigDecimal.ZERO;
        for (int i = 0; i < units.size(); i++) {
            Optional<Double> in = units.get(i).in(last);
            boolean smaller = i == 0 || units.get(i).factor() < units.get(i - 1).factor();
            if (in.isEmpty() || !smaller) {
                return Optional.empty();
            }
            sum = sum.add(numbers.get(i).multiply(exact(in.get())));
        }
        double step = Math.pow(10, -Math.max(0, numbers.get(numbers.size() - 1).scale()));
        boolean time = last.dimensions().equals(UnitCode.parse("s").dimensions());
        return Optional.of(new Amount(sum.stripTrailingZeros(), step, last.text(), time));
    }

    /**
     * Returns it in another unit; one that was written without a unit is taken to be in that.
     *
     * @param code UCUM
     * @throws IllegalArgumentException if it measures something else; the message names both units
     */
    public Amount in(String code) {
        if (unit.isEmpty() || unit.equals(code)) {
            return new Amount(digits, step, code, time);
        }
        double factor = UnitCode.parse(unit)
                .in(UnitCode.parse(code))
                .orElseThrow(() -> new IllegalArgumentException("is written in " + unit + ", and "
                        + (code.isEmpty() ? "a number without a unit" : code) + " is wanted here"));
        BigDecimal converted = digits.multiply(exact(factor));
        return new Amount(converted.signum() == 0 ? BigDecimal.ZERO : converted, step * factor, code, time);
    }

    /** Returns the number with the step of its last digit. */
    public Reading reading() {
        return new Reading(digits.doubleValue(), step);
    }

    /** The factor as people would write it: a thousandth is 0.001, not what is next to it in binary. */
    private static BigDecimal exact(double factor) {
        return factor >= 1 || factor == 0
                ? new BigDecimal(Double.toString(factor))
                : new BigDecimal(Double.toString(factor)).round(new java.math.MathContext(15));
    }
}
