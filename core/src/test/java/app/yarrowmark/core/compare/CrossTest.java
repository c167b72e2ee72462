package app.yarrowmark.core.compare;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.yarrowmark.core.score.Score;
import app.yarrowmark.core.score.Scores;
import app.yarrowmark.core.suite.Direction;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class CrossTest {

    private static final double ONE_PERCENT = .01;

    private static Map<String, String> traits(String chip, String system, String driver) {
        return Map.of("chip", chip, "system", system, "driver", driver, "maker", "Sedge");
    }

    @Test
    void fourAlongTwoTraitsAreFoundInWhateverOrderTheyStand() {
        List<Map<String, String>> four = List.of(
                traits("Tarn 7", "Marram", "2.1"),
                traits("Tarn 5", "Fenwin", "9.4"),
                traits("Tarn 7", "Fenwin", "9.4"),
                traits("Tarn 5", "Marram", "2.1"));
        Cross cross = Cross.of(four, 3).orElseThrow();
        // The last is held against: beside it the other system with the same chip, or the other way round.
        assertThat(cross.cells()).containsExactly(3, 0, 1, 2);
        assertThat(cross.rows()).containsExactlyInAnyOrder("system", "driver");
        assertThat(cross.columns()).containsExactly("chip");
    }

    @Test
    void whatDoesNotPartEvenlyIsNotCrossed() {
        assertThat(Cross.of(
                        List.of(
                                traits("a", "x", "1"),
                                traits("a", "y", "1"),
                                traits("b", "x", "1"),
                                traits("c", "y", "1")),
                        0))
                .isEmpty();
        // Three ways to part four into two pairs: nobody could say which two are meant.
        assertThat(Cross.of(
                        List.of(
                                traits("a", "x", "1"),
                                traits("a", "y", "2"),
                                traits("b", "x", "2"),
                                traits("b", "y", "1")),
                        0))
                .isEmpty();
        assertThat(Cross.of(List.of(traits("a", "x", "1"), traits("b", "x", "1")), 0))
                .isEmpty();
        assertThat(Cross.of(
                        List.of(
                                traits("a", "x", "1"),
                                traits("a", "y", "1"),
                                traits("b", "x", "1"),
                                Map.of("chip", "b", "maker", "Sedge")),
                        0))
                .as("what one lacks parts nothing")
                .isEmpty();
    }

    private static Score score(double value, double error, double dof) {
        return Scores.of(value, error, dof);
    }

    @Test
    void twoChangesThatMultiplyAddUpToNothingMore() {
        Advantage together = Interaction.of(
                score(80, .003, 8),
                score(120, .004, 8),
                score(88, .003, 8),
                score(132, .002, 8),
                Direction.HIGHER,
                ONE_PERCENT);
        assertThat(together.log()).isCloseTo(0, within(1e-12));
        assertThat(together.standardError()).isCloseTo(Math.sqrt(9 + 16 + 9 + 4) / 1000, within(1e-12));
        double variance = 38e-6;
        assertThat(together.error().dof())
                .isCloseTo(variance * variance * 8 / ((81 + 256 + 81 + 16) * 1e-12), within(1e-9));
    }

    @Test
    void lessIsBetterTurnsItRoundAndUnknownNoiseStaysUnknown() {
        Score unknown = Scores.unknown(50);
        Advantage together = Interaction.of(
                score(100, .01, 4), score(80, .01, 4), score(90, .01, 4), unknown, Direction.LOWER, ONE_PERCENT);
        // 100 to 80 and 100 to 90 would be 72 together; 50 is ahead of that by 44 %.
        assertThat(together.times()).isCloseTo(72.0 / 50, within(1e-9));
        assertThat(together.noiseKnown()).isFalse();
        assertThat(together.verdict()).isEmpty();
    }
}
