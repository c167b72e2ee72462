package app.yarrowmark.runner.measure;

import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;

/** Numbers as the runner writes them: four significant digits, plainly. */
public final class Digits {

    private static final MathContext FOUR = new MathContext(4, RoundingMode.HALF_EVEN);

    private Digits() {}

    /** Returns the text of a positive number, e.g. {@code 41.20}, {@code 2131}, {@code 21350}. */
    public static String text(double value) {
        BigDecimal rounded = BigDecimal.valueOf(value).round(FOUR);
        int decimals = FOUR.getPrecision() - (rounded.precision() - rounded.scale());
        return rounded.setScale(Math.max(0, decimals), RoundingMode.UNNECESSARY).toPlainString();
    }
}
