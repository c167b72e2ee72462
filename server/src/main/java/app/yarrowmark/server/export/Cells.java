package app.yarrowmark.server.export;

import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;
import java.util.regex.Pattern;

/** Cells of a table for programs and spreadsheets. */
final class Cells {

    /** What a computed number is worth: more digits are those of the machine. */
    private static final MathContext DIGITS = new MathContext(12, RoundingMode.HALF_EVEN);

    private static final Pattern NUMBER = Pattern.compile("[-+]\\d[\\d.,\\s\u2009\u202f]*");

    private Cells() {}

    /** Returns a text that no spreadsheet takes for a formula; a number with its sign is none. */
    static String text(String text) {
        return !NUMBER.matcher(text).matches() && !text.isEmpty() && "=+-@\t\r".indexOf(text.charAt(0)) >= 0
                ? "'" + text
                : text;
    }

    /** Returns a computed number in plain digits. */
    static String number(double value) {
        return new BigDecimal(value).round(DIGITS).stripTrailingZeros().toPlainString();
    }
}
