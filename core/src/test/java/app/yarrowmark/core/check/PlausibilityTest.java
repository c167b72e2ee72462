package app.yarrowmark.core.check;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.yarrowmark.core.Golden;
import app.yarrowmark.core.rank.AdditiveFit;
import app.yarrowmark.core.rank.AdditiveModel;
import app.yarrowmark.core.rank.ScoreMatrix;
import app.yarrowmark.core.score.DayMovement;
import app.yarrowmark.core.score.PooledNoise;
import app.yarrowmark.core.score.Score;
import app.yarrowmark.core.score.Scores;
import app.yarrowmark.core.score.Scoring;
import app.yarrowmark.core.suite.Direction;
import app.yarrowmark.core.written.Reading;
import com.fasterxml.jackson.databind.JsonNode;
import java.util.List;
import org.junit.jupiter.api.Test;

class PlausibilityTest {

    /** Six devices in six tests of three suites; some cells are missing. */
    private static ScoreMatrix matrix() {
        JsonNode inputs = Golden.read("D2_standings_suites").get("inputs");
        double[][] log = Golden.matrix(inputs.get("readings"));
        double[][] variance = new double[log.length][log[0].length];
        for (int s = 0; s < log.length; s++) {
            for (int m = 0; m < log[s].length; m++) {
                log[s][m] = Math.log(log[s][m]);
                variance[s][m] = .012 * .012;
            }
        }
        return ScoreMatrix.of(log, variance, new int[] {0, 0, 0, 1, 1, 2});
    }

    @Test
    void whatADeviceDoesInOtherTestsTellsWhereAReadingShouldFall() {
        Expectation expected =
                Plausibility.fromOtherTests(AdditiveModel.fit(matrix()).predict(0, 2), Direction.HIGHER, .02);

        assertThat(expected.value()).isBetween(850.0, 1000.0);
        assertThat(expected.basis()).isEqualTo(Expectation.Basis.OTHER_TESTS);
        assertThat(expected.fits(950)).isTrue();
        assertThat(expected.fits(9500)).as("a point one place off").isFalse();
        assertThat(expected.fits(95)).isFalse();
    }

    @Test
    void aCellThatWasFittedDoesNotPredictItself() {
        AdditiveFit fit = AdditiveModel.fit(matrix());
        assertThatThrownBy(() -> fit.predict(1, 2)).hasMessage("cell 1,2 was fitted itself");
        ScoreMatrix without = matrix().without(1, 2);
        assertThat(Math.exp(AdditiveModel.fit(without).predict(1, 2).log())).isBetween(700.0, 900.0);
    }

    @Test
    void withLittleKnownOnlyAFactorOfFiveIsPointedOut() {
        ScoreMatrix small = matrix().part(new int[] {0, 1, 3}, new int[] {0, 2});
        Expectation expected =
                Plausibility.fromOtherTests(AdditiveModel.fit(small).predict(0, 1), Direction.HIGHER, .02);
        assertThat(expected.basis()).isEqualTo(Expectation.Basis.FEW_OTHER_TESTS);
        assertThat(expected.high() / expected.value()).isCloseTo(5, org.assertj.core.data.Offset.offset(1e-9));
    }

    @Test
    void whereLessIsBetterTheRangeIsTurnedBack() {
        AdditiveFit fit = AdditiveModel.fit(matrix());
        Expectation up = Plausibility.fromOtherTests(fit.predict(0, 2), Direction.HIGHER, .02);
        Expectation down = Plausibility.fromOtherTests(fit.predict(0, 2), Direction.LOWER, .02);
        assertThat(down.low()).isCloseTo(1 / up.high(), org.assertj.core.data.Offset.offset(1e-9));
    }

    @Test
    void repeatsTellWhereTheNextOneFalls() {
        PooledNoise history = new PooledNoise(.0001, 60);
        Score others = Scoring.score(
                List.of(List.of(new Reading(2981, 1), new Reading(2988, 1))), history, DayMovement.ASSUMED);
        Expectation expected = Plausibility.fromRepeats(others, true).orElseThrow();
        assertThat(expected.fits(2958)).isTrue();
        assertThat(expected.fits(2298)).isFalse();
        Expectation otherDay = Plausibility.fromRepeats(others, false).orElseThrow();
        assertThat(otherDay.fits(2780)).as("another day may lie further off").isTrue();
        assertThat(expected.fits(2780)).isFalse();
        assertThat(Plausibility.fromRepeats(Scores.unknown(5), true)).isEmpty();
    }

    @Test
    void aDeviceOfWhichNothingIsKnownIsHeldAgainstItsKind() {
        assertThat(Plausibility.fromKind(List.of(100.0, 300.0))).isEmpty();
        Expectation expected =
                Plausibility.fromKind(List.of(100.0, 300.0, 200.0)).orElseThrow();
        assertThat(expected.value()).isEqualTo(200);
        assertThat(expected.fits(21)).isTrue();
        assertThat(expected.fits(1501)).isFalse();
    }
}
