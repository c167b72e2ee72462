package app.yarrowmark.server.export;

import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;

/** Cells of a table for programs and spreadsheets. */
final class Cells {

    /** What a computed number is worth: more digits are those of the machine. */
    private static final MathContext DIGITS = new MathContext(12, RoundingMode.HALF_EVEN);

    private Cells() {}

    /** Returns a text that no spreadsheet takes for a formula. */
    static String text(String text) {
        return !text.isEmpty() && "=+-@\t\r".indexOf(text.charAt(0)) >= 0 ? "'" + text : text;
    }

    /** Returns a computed number in plain digits. */
    static String number(double value) {
        return new BigDecimal(value).round(DIGITS).stripTrailingZeros().toPlainString();
    }
}
