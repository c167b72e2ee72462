package app.yarrowmark.core.score;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.yarrowmark.core.suite.Direction;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.core.suite.Scale;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class ReadingTextTest {

    private static Metric metric(Scale scale) {
        List<String> rungs = scale == Scale.LADDER ? List.of("720 lines", "1080 lines") : List.of();
        return new Metric(
                "m",
                "M",
                "s",
                scale,
                Direction.HIGHER,
                0,
                Optional.empty(),
                List.of(),
                Optional.empty(),
                rungs,
                Optional.empty(),
                true);
    }

    @Test
    void eachScaleReadsItsOwnWords() {
        assertThat(ReadingText.parse(metric(Scale.RATIO), "1 846,0").value()).isEqualTo(1846);
        assertThat(ReadingText.parse(metric(Scale.INTERVAL), "-4.5").value()).isEqualTo(-4.5);
        assertThat(ReadingText.parse(metric(Scale.CHECK), "Passed").value()).isEqualTo(1);
        assertThat(ReadingText.parse(metric(Scale.CHECK), "no").value()).isZero();
        assertThat(ReadingText.parse(metric(Scale.CHECK), "\u2713").value()).isEqualTo(1);
        assertThat(ReadingText.parse(metric(Scale.CHECK), "\u2717").value()).isZero();
        assertThat(ReadingText.parse(metric(Scale.LADDER), "1080  Lines").value())
                .isEqualTo(2);
        assertThat(ReadingText.parse(metric(Scale.LADDER), "720").value()).isEqualTo(1);
        assertThat(ReadingText.parse(metric(Scale.LADDER), "none").value()).isZero();
        assertThat(ReadingText.parse(metric(Scale.INFORMATION), "build 7b").value())
                .isZero();
    }

    @Test
    void valuesAreSaidInTheScalesWords() {
        assertThat(ReadingText.words(metric(Scale.CHECK), "1", 1)).isEqualTo("passed");
        assertThat(ReadingText.words(metric(Scale.LADDER), "720", 1)).isEqualTo("720 lines");
        assertThat(ReadingText.words(metric(Scale.LADDER), "none", 0)).isEqualTo("none");
        assertThat(ReadingText.words(metric(Scale.RATIO), "1 846", 1846)).isEqualTo("1 846");
    }

    @Test
    void whatMeansNothingOnAScaleIsRefusedWithWhatWould() {
        assertThatThrownBy(() -> ReadingText.parse(metric(Scale.RATIO), "0"))
                .hasMessageContaining("must be more than 0 s");
        assertThatThrownBy(() -> ReadingText.parse(metric(Scale.CHECK), "maybe"))
                .hasMessage("is passed or failed, got \"maybe\"");
        assertThatThrownBy(() -> ReadingText.parse(metric(Scale.LADDER), "4000"))
                .hasMessage("is one of [720 lines, 1080 lines] or none, got \"4000\"");
        assertThatThrownBy(() -> ReadingText.parse(metric(Scale.INFORMATION), ""))
                .hasMessageContaining("1 to 40");
    }
}
