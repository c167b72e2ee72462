package app.yarrowmark.server.api;

import com.fasterxml.jackson.core.JsonGenerator;
import com.fasterxml.jackson.databind.SerializerProvider;
import com.fasterxml.jackson.databind.ser.std.StdSerializer;
import java.io.IOException;
import java.math.BigDecimal;
import java.util.stream.IntStream;

/**
 * Writes a computed number to nine significant digits, far more than any page shows: a long answer of ratios and
 * their intervals is shorter and sooner written. Not for anything that was read, which keeps every digit.
 */
public final class NineDigits extends StdSerializer<Double> {

    private static final int DIGITS = 9;
    private static final double LEAST = 1e-6;
    private static final double[] POWERS =
            IntStream.range(0, 16).mapToDouble(i -> Math.pow(10, i)).toArray();

    NineDigits() {
        super(Double.class);
    }

    @Override
    public void serialize(Double value, JsonGenerator out, SerializerProvider provider) throws IOException {
        double size = Math.abs(value);
        if (!(size >= LEAST && size < POWERS[DIGITS])) {
            out.writeNumber(value);
            return;
        }
        // Digits before the point, or as many noughts after it, less.
        int before = 0;
        while (size >= POWERS[before]) {
            before++;
        }
        int after = DIGITS - before;
        while (size * POWERS[after] < POWERS[DIGITS - 1]) {
            after++;
        }
        out.writeNumber(BigDecimal.valueOf(Math.round(value * POWERS[after]), after));
    }
}
