package app.yarrowmark.core.score;

import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.core.suite.Scale;
import java.util.List;
import java.util.Locale;

/** What a text that was read off a device means on a metric's scale. */
public final class ReadingText {

    private static final List<String> PASSED = List.of("passed", "pass", "yes", "ok", "true", "works", "1");
    private static final List<String> FAILED = List.of("failed", "fail", "no", "false", "broken", "0");
    private static final int LONGEST = 40;

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
            case INTERVAL -> DigitText.parse(clean);
            case CHECK -> check(clean);
            case LADDER -> rung(metric, clean);
            case INFORMATION -> information(clean);
        };
    }

    /** Returns the words to show for a value on the metric's scale, where they are not its digits; else the text. */
    public static String words(Metric metric, String text, double value) {
        if (metric.scale() == Scale.CHECK) {
            return value == 1 ? "passed" : "failed";
        }
        if (metric.scale() == Scale.LADDER) {
            return value < 1 ? "none" : metric.rungs().get((int) value - 1);
        }
        return text;
    }

    private static Reading ratio(Metric metric, String text) {
        Reading reading = DigitText.parse(text);
        if (!(reading.value() > 0)) {
            throw new IllegalArgumentException(
                    "must be more than 0 " + metric.unit() + "; where there is no result, leave it out and say why");
        }
        return reading;
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
