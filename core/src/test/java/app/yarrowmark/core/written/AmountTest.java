package app.yarrowmark.core.written;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class AmountTest {

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "1:39 | s | 99 | 1",
                "17:00 | s | 1020 | 1",
                "3:24:10 | s | 12250 | 1",
                "1:39.5 | s | 99.5 | 0.1",
                "1:12 h | s | 4320 | 60",
                "1 h 12 min | s | 4320 | 60",
                "2 h 3 min 20 s | s | 7400 | 1",
                "2h 3m 20s | s | 7400 | 1",
                "3 min 20 s | s | 200 | 1",
                "3:44 | s{m:ss} | 224 | 1",
                "655 | s{m:ss} | 655 | 1",
                "631 g | kg | 0.631 | 0.001",
                "1 lb 6 oz | [oz_av] | 22 | 1",
                "14 Ah | mA.h | 14000 | 1000",
                "77.2 MB/s | MB/s | 77.2 | 0.1",
                "5.3W | W | 5.3 | 0.1",
                "0 % | % | 0 | 1",
                "0% | % | 0 | 1",
                "18.2 % | % | 18.2 | 0.1",
                "612 points | {point} | 612 | 1",
                "41 °C | Cel | 41 | 1",
                "1 284 | {point} | 1284 | 1",
                "1 284,5 ms | ms | 1284.5 | 0.1",
                "60 fps | {frame}/s | 60 | 1",
                "3.2 million records/s | M{record}/s | 3.2 | 0.1",
                "38 dB(A) | dB[SPL] | 38 | 1"
            })
    void readsWhatPeopleWrite(String text, String unit, double value, double step) {
        Reading reading = Amount.read(text).in(unit).reading();
        assertThat(reading.value()).isEqualTo(value);
        assertThat(reading.resolution()).isCloseTo(step, org.assertj.core.data.Offset.offset(step * 1e-9));
    }

    @Test
    void keepsPoundsAndOuncesExact() {
        assertThat(Amount.read("1 lb 2 oz").in("g").digits()).isEqualByComparingTo("510.29141625");
    }

    @ParameterizedTest
    @ValueSource(strings = {"1:60", "1:2:99", "twelve", "12 flurbs", "", "1 h 90 C", "5 min 3 h", "1:2:3:4"})
    void refusesWhatMeansNothing(String text) {
        assertThatThrownBy(() -> Amount.read(text)).isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void refusesAnotherQuantity() {
        assertThatThrownBy(() -> Amount.read("41 °C").in("W")).hasMessage("is written in Cel, and W is wanted here");
        assertThatThrownBy(() -> Amount.read("1:39").in("{point}"))
                .hasMessage("is written in s, and {point} is wanted here");
    }

    @Property
    void everyTimeIsItsSeconds(
            @ForAll @IntRange(max = 99) int h, @ForAll @IntRange(max = 59) int m, @ForAll @IntRange(max = 59) int s) {
        double seconds = h * 3600 + m * 60 + s;
        assertThat(Amount.read("%d:%02d:%02d".formatted(h, m, s)).reading().value())
                .isEqualTo(seconds);
        assertThat(Amount.read("%d h %d min %d s".formatted(h, m, s)).reading().value())
                .isEqualTo(seconds);
        assertThat(Amount.read("%dh%dm%ds".formatted(h, m, s)).reading().value())
                .isEqualTo(seconds);
    }
}
