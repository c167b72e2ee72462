package app.yarrowmark.core;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import org.assertj.core.data.Offset;

/** Worked examples with six significant digits, read from the test resources. */
public final class Golden {

    private Golden() {}

    public static JsonNode read(String name) {
        try (InputStream in = Golden.class.getResourceAsStream("/golden/" + name + ".json")) {
            return new ObjectMapper().readTree(in);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Six significant digits agree. */
    public static void assertSame(String what, double actual, JsonNode expected) {
        double wanted = expected.asDouble();
        assertThat(actual).as(what).isCloseTo(wanted, Offset.offset(Math.max(1e-12, Math.abs(wanted) * 6e-6)));
    }

    public static double[] doubles(JsonNode array) {
        double[] values = new double[array.size()];
        for (int i = 0; i < values.length; i++) {
            values[i] = array.get(i).isNull() ? Double.NaN : array.get(i).asDouble();
        }
        return values;
    }

    public static double[][] matrix(JsonNode rows) {
        double[][] values = new double[rows.size()][];
        for (int i = 0; i < values.length; i++) {
            values[i] = doubles(rows.get(i));
        }
        return values;
    }
}
