package app.yarrowmark.core.written;

import java.math.BigDecimal;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A number as a person or program wrote it: {@code 116.0}, {@code 1 284}, {@code 0,61}, {@code 3.2e-4}.
 *
 * <p>Blanks (thin and non-breaking ones too) and apostrophes group digits; so do points before a decimal comma ({@code
 * 1.203,5}), commas before a decimal point, and either where it stands more than once. A comma alone is a decimal comma.
 * Where one comma is followed by exactly three digits, it could mean either, and the text is refused rather than guessed.
 */
public final class DigitText {

    private static final Pattern NUMBER = Pattern.compile(
            "([+\\-\u2212]?)(\\d+|\\d{1,3}(?:[ '\u2019]\\d{3})+)(?:([.,])(\\d+))?(?:[eE]([+-]?\\d{1,3}))?");
    private static final Pattern GROUPING = Pattern.compile("[ '\u2019]");
    /** Numbers whose points, or whose commas, can only group digits. */
    private static final Pattern GROUPED_BY_POINT =
            Pattern.compile("[+\\-\u2212]?\\d{1,3}(?:(?:\\.\\d{3})+,\\d+|(?:\\.\\d{3}){2,})");

    private static final Pattern GROUPED_BY_COMMA =
            Pattern.compile("[+\\-\u2212]?\\d{1,3}(?:(?:,\\d{3})+\\.\\d+|(?:,\\d{3}){2,})");
    private static final Pattern THIN_BLANK = Pattern.compile("[\u00a0\u2009\u202f]");
    private static final int LONGEST = 40;

    private DigitText() {}

    /**
     * Returns the value with the step of its last digit.
     *
     * @throws IllegalArgumentException if the text is no plain number; the message says how to write it
     */
    public static Reading parse(String text) {
        int digits = plainFraction(text);
        if (digits >= 0) {
            return new Reading(Double.parseDouble(text), Math.pow(10, -digits));
        }
        Matcher match = match(text);
        String clean = match.group();
        String whole = whole(match);
        String fraction = match.group(4) == null ? "" : match.group(4);
        int exponent = match.group(5) == null ? 0 : Integer.parseInt(match.group(5));
        double value = Double.parseDouble(sign(match) + whole + "." + fraction + "0e" + exponent);
        double step = Math.pow(10, exponent - fraction.length());
        if (!Double.isFinite(value) || step == 0) {
            throw new IllegalArgumentException("\"" + clean + "\" is too large or too small a number");
        }
        return new Reading(value, step);
    }

    /**
     * Returns the same number in plain digits with a point: {@code 1 284,50} gives {@code 1284.50}, {@code 3e2} 300.
     *
     * @throws IllegalArgumentException as {@link #parse}
     */
    public static String plain(String text) {
        if (plainFraction(text) >= 0) {
            return text;
        }
        Matcher match = match(text);
        if (match.group(5) != null) {
            parse(text);
            return new BigDecimal(match.group().replace('\u2212', '-').replace(',', '.')).toPlainString();
        }
        return sign(match) + whole(match) + (match.group(4) == null ? "" : "." + match.group(4));
    }

    /** Returns whether a text is only digits, with a point between them or none, as nearly every one is. */
    public static boolean isPlain(String text) {
        return plainFraction(text) >= 0;
    }

    /** Nearly every text is only digits, with a point or none: digits after the point; -1 if there is more to it. */
    private static int plainFraction(String text) {
        int point = -1;
        int length = text.length();
        for (int i = 0; i < length; i++) {
            char c = text.charAt(i);
            if (c == '.' && point < 0 && i > 0 && i < length - 1) {
                point = i;
            } else if (c < '0' || c > '9') {
                return -1;
            }
        }
        return length == 0 || length > LONGEST ? -1 : point < 0 ? 0 : length - 1 - point;
    }

    private static String sign(Matcher match) {
        return match.group(1).isEmpty() || match.group(1).equals("+") ? "" : "-";
    }

    private static String whole(Matcher match) {
        return GROUPING.matcher(match.group(2)).replaceAll("");
    }

    private static String ungrouped(String clean) {
        if (GROUPED_BY_POINT.matcher(clean).matches()) {
            return clean.replace(".", "");
        }
        return GROUPED_BY_COMMA.matcher(clean).matches() ? clean.replace(",", "") : clean;
    }

    private static Matcher match(String text) {
        String clean = THIN_BLANK.matcher(text.strip()).replaceAll(" ");
        if (clean.isEmpty()) {
            throw new IllegalArgumentException("a number is missing");
        }
        if (clean.length() > LONGEST) {
            throw new IllegalArgumentException(
                    "a number has at most " + LONGEST + " characters, got " + clean.length());
        }
        Matcher match = NUMBER.matcher(ungrouped(clean));
        if (!match.matches()) {
            throw new IllegalArgumentException(
                    "\"" + clean + "\" is no plain number: write digits with a decimal point, such as 1284.5");
        }
        String whole = whole(match);
        String fraction = match.group(4) == null ? "" : match.group(4);
        if (",".equals(match.group(3)) && fraction.length() == 3 && whole.length() <= 3 && !whole.equals("0")) {
            throw new IllegalArgumentException("\"" + clean + "\" could be " + whole + fraction + " or " + whole + "."
                    + fraction + ": write one of them");
        }
        return match;
    }
}
