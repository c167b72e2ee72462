package app.yarrowmark.core.score;

import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.core.suite.Scale;
import app.yarrowmark.core.written.Amount;
import app.yarrowmark.core.written.DigitText;
import app.yarrowmark.core.written.Marks;
import app.yarrowmark.core.written.Reading;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;

/** What a text that was read off a device means on a metric's scale. */
public final class ReadingText {

    private static final List<String> PASSED = List.of("passed", "pass", "yes", "ok", "true", "works", "\u2713", "1");
    private static final List<String> FAILED = List.of("failed", "fail", "no", "false", "broken", "\u2717", "0");
    private static final int LONGEST = 40;
    /** In a number without decimals a comma before three digits can only part thousands. */
    private static final Pattern COMMA_THOUSANDS = Pattern.compile("[+\\-\u2212]?\\d{1,3}(?:,\\d{3})+(?![\\d,.])");

    private ReadingText() {}

    /**
     * Returns the value: a number on ratio and interval scales, 1 or 0 for a check, the number of the rung for a ladder
     * (0 for "none"), 0 for information.
     *
     * @throws IllegalArgumentException if the text means nothing on that scale; the message says what would
     */
    public static Reading parse(Metric metric, String text) {
        String clean = text.strip();
        return switch (metric.scale()) {
            case RATIO -> ratio(metric, clean);
            case INTERVAL -> number(metric, clean);
            case CHECK -> check(clean);
            case LADDER -> rung(metric, clean);
            case INFORMATION -> information(clean);
        };
    }

    /** Returns the words to show for a value on the metric's scale, where they are not its digits; else the text. */
    public static String words(Metric metric, String text, double value) {
        return switch (metric.scale()) {
            case CHECK -> value == 1 ? "passed" : "failed";
            case LADDER -> value < 1 ? "none" : metric.rungs().get((int) value - 1);
            case RATIO, INTERVAL, INFORMATION -> text;
        };
    }

    /**
     * Returns the value of a text as a person said that its digits are to be read, such as 1204 for {@code 1.204}.
     *
     * @param digits plain digits in the metric's unit
     * @throws IllegalArgumentException if the text cannot be read so
     */
    public static Reading parse(Metric metric, String text, String digits) {
        for (Marks marks : Marks.values()) {
            Optional<Reading> reading = tried(metric, text, marks);
            if (reading.filter(r -> r.digits().equals(digits)).isPresent()) {
                return reading.get();
            }
        }
        throw new IllegalArgumentException("\"" + text + "\" cannot be read as " + digits);
    }

    /** Returns the value of a text with its decimals and thousands so marked; empty if it is none so. */
    public static Optional<Reading> tried(Metric metric, String text, Marks marks) {
        if (!metric.scale().isNumber()) {
            return Optional.empty();
        }
        try {
            Reading reading = Amount.read(text, marks).in(metric.unit()).reading();
            return Optional.of(metric.scale() == Scale.RATIO ? positive(metric, reading) : reading);
        } catch (IllegalArgumentException notSo) {
            return Optional.empty();
        }
    }

    private static Reading ratio(Metric metric, String text) {
        return positive(metric, number(metric, text));
    }

    private static Reading positive(Metric metric, Reading reading) {
        if (!(reading.value() > 0)) {
            throw new IllegalArgumentException("must be more than 0 " + metric.unit()
                    + ", because this test is compared by how many times as much; where there is no result, leave it out"
                    + " and say why, and where 0 is a result, have the suite compare it by difference");
        }
        return reading;
    }

    /** With its unit or without; a time also in minutes and seconds. Where the sheet has no decimals, marks part thousands. */
    private static Reading number(Metric metric, String text) {
        if (DigitText.isPlain(text)) {
            return DigitText.parse(text);
        }
        boolean thousands =
                metric.decimals() == 0 && COMMA_THOUSANDS.matcher(text).lookingAt();
        return Amount.read(text, thousands ? Marks.POINT : null)
                .in(metric.unit())
                .reading();
    }

    private static Reading check(String text) {
        String word = text.toLowerCase(Locale.ROOT);
        if (!PASSED.contains(word) && !FAILED.contains(word)) {
            throw new IllegalArgumentException("is passed or failed, got \"" + text + "\"");
        }
        return new Reading(PASSED.contains(word) ? 1 : 0, 1);
    }

    private static Reading rung(Metric metric, String text) {
        String word = plain(text);
        if (word.equals("none")) {
            return new Reading(0, 1);
        }
        for (int i = 0; i < metric.rungs().size(); i++) {
            String rung = plain(metric.rungs().get(i));
            if (rung.equals(word) || rung.split(" ")[0].equals(word)) {
                return new Reading(i + 1, 1);
            }
        }
        throw new IllegalArgumentException("is one of " + metric.rungs() + " or none, got \"" + text + "\"");
    }

    private static Reading information(String text) {
        if (text.isEmpty() || text.length() > LONGEST) {
            throw new IllegalArgumentException("has 1 to " + LONGEST + " characters, got " + text.length());
        }
        return new Reading(0, 1);
    }

    private static String plain(String text) {
        return text.toLowerCase(Locale.ROOT).replaceAll("\\s+", " ").strip();
    }
}
