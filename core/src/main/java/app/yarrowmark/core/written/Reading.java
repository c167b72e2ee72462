package app.yarrowmark.core.written;

import java.math.BigDecimal;
import java.math.RoundingMode;

/**
 * One value as it was read.
 *
 * @param value in the metric's unit
 * @param resolution the step of its last digit, e.g. 0.1 for {@code 116.0}; positive
 */
public record Reading(double value, double resolution) {

    /** @throws IllegalArgumentException unless the value is finite and the resolution finite and positive */
    public Reading {
        if (!Double.isFinite(value)) {
            throw new IllegalArgumentException("a reading must be a number, got " + value);
        }
        if (!(resolution > 0 && resolution < Double.POSITIVE_INFINITY)) {
            throw new IllegalArgumentException("resolution must be positive, got " + resolution);
        }
    }

    /** Returns the value in plain digits with a decimal point, down to the step: 1284.50 for a step of 0.01. */
    public String digits() {
        int decimals = (int) Math.max(0, Math.round(-Math.log10(resolution)));
        return BigDecimal.valueOf(value)
                .setScale(decimals, RoundingMode.HALF_EVEN)
                .toPlainString();
    }
}
