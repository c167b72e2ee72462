package app.yarrowmark.core.written;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.BigRange;
import net.jqwik.api.constraints.Scale;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class DigitTextTest {

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "116 | 116 | 1",
                "116.0 | 116 | 0.1",
                "1 284 | 1284 | 1",
                "1 284,5 | 1284.5 | 0.1",
                "1\u202f284 | 1284 | 1",
                "12'500 | 12500 | 1",
                "0,612 | 0.612 | 0.001",
                "3.20e-4 | 0.00032 | 0.000001",
                "-4.5 | -4.5 | 0.1",
                "1.203,5 | 1203.5 | 0.1",
                "-1.203,567 | -1203.567 | 0.001",
                "12,345.25 | 12345.25 | 0.01",
                "1,203,500 | 1203500 | 1",
                "1.203.500 | 1203500 | 1",
                "1.284 | 1.284 | 0.001",
                "\u22124.5 | -4.5 | 0.1"
            })
    void keepsValueAndResolution(String text, double value, double resolution) {
        assertThat(DigitText.parse(text).value()).isEqualTo(value);
        assertThat(DigitText.parse(text).resolution()).isEqualTo(resolution);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "NaN",
                "Infinity",
                "12a",
                "1.2.3",
                "--4",
                "1,284,5",
                "1,28.5",
                "1.2034,5",
                "12.345.6",
                "0x10",
                "12 84",
                "1e999",
                ""
            })
    void refusesWhatIsNoPlainNumber(String text) {
        assertThatThrownBy(() -> DigitText.parse(text)).isInstanceOf(IllegalArgumentException.class);
    }

    @Property
    void plainDigitsMeanTheSameAsWithASign(@ForAll @BigRange(min = "0", max = "1e20") @Scale(9) BigDecimal number) {
        String text = number.toPlainString();
        assertThat(DigitText.parse(text)).isEqualTo(DigitText.parse("+" + text));
        assertThat(DigitText.plain(text)).isEqualTo(DigitText.plain("+" + text)).isEqualTo(text);
    }

    @Property
    void everyDigitTypedIsRead(@ForAll @BigRange(min = "-1e20", max = "1e20") @Scale(9) BigDecimal number) {
        Reading reading = DigitText.parse(number.toPlainString());
        assertThat(reading.value()).isEqualTo(number.doubleValue());
        assertThat(reading.resolution()).isEqualTo(Double.parseDouble("1e" + -Math.max(0, number.scale())));
    }

    @Test
    void refusesToGuessWhatACommaMeans() {
        assertThatThrownBy(() -> DigitText.parse("1,284"))
                .hasMessage("\"1,284\" could be 1284 or 1.284: write one of them");
    }
}
