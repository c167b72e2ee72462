package app.yarrowmark.server.api;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.annotation.JsonSerialize;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class NineDigitsTest {

    private record Answer(
            @JsonSerialize(using = NineDigits.class) Double ratio) {}

    private static String written(double value) throws JsonProcessingException {
        String text = new ObjectMapper().writeValueAsString(new Answer(value));
        return text.substring("{\"ratio\":".length(), text.length() - 1);
    }

    @ParameterizedTest
    @CsvSource({
        "1.0003083335243073, 1.00030833",
        "-0.014534795832956138, -0.0145347958",
        "0.9999999996, 1.000000000",
        "12345.678949, 12345.6789",
        "123456789.4, 123456789",
        "0.00000123456789012, 0.00000123456789",
        "9.5E-8, 9.5E-8",
        "-2.5E12, -2.5E12",
        "0.0, 0.0",
        "NaN, \"NaN\"",
        "-Infinity, \"-Infinity\""
    })
    void nineDigitsAreKeptAndWhatIsVerySmallOrLargeIsWrittenInFull(double value, String text) throws Exception {
        assertThat(written(value)).isEqualTo(text);
    }

    @Property
    void noneIsOffByMoreThanHalfTheNinthDigit(
            @ForAll @DoubleRange(min = -9, max = 11) double power, @ForAll boolean negative) throws Exception {
        double value = (negative ? -1 : 1) * Math.pow(10, power);
        double back = Double.parseDouble(written(value));
        assertThat(Math.abs(back / value - 1)).isLessThanOrEqualTo(5.000001e-9);
    }
}
