package app.yarrowmark.core.suite;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class UnitCodeTest {

    @ParameterizedTest
    @CsvSource({
        "MB/s, kB/s, 1000",
        "MBy/s, MB/s, 1",
        "GiB, MiB, 1024",
        "min, s, 60",
        "W.h, W.s, 3600",
        "Mbit/s, MB/s, 0.125",
        "cm3, m3, 1e-6",
        "Hz, s-1, 1",
        "'M{record}/s', 'k{record}/s', 1000",
        "'{frame}/s', '{frame}/min', 60",
        "%, '', 0.01"
    })
    void convertsWhatMeasuresTheSame(String from, String to, double factor) {
        assertThat(UnitCode.parse(from).in(UnitCode.parse(to)).orElseThrow())
                .isCloseTo(factor, org.assertj.core.data.Percentage.withPercentage(1e-9));
    }

    @ParameterizedTest
    @CsvSource({"MB/s, MB", "'{point}', '{frame}'", "W, Cel"})
    void whatMeasuresSomethingElseIsNotConverted(String from, String to) {
        assertThat(UnitCode.parse(from).in(UnitCode.parse(to))).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(strings = {"msec", "MB//s", "MB/", "points", "kmin", "{frame", "MB s", "/s", "°C"})
    void whatIsNoUnitIsRefused(String text) {
        assertThatThrownBy(() -> UnitCode.parse(text)).hasMessageContaining("\"" + text + "\" is no unit at");
    }

    @Test
    void theUnitsOfOurOwnSuitesAreUnits() {
        app.yarrowmark.core.exchange.OwnSuites.all()
                .values()
                .forEach(s -> s.metrics().forEach(m -> UnitCode.parse(m.unit())));
    }
}
