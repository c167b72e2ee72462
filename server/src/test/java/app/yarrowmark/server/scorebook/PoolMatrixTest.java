package app.yarrowmark.server.scorebook;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.yarrowmark.core.rank.ScoreMatrix;
import app.yarrowmark.core.score.DayMovement;
import app.yarrowmark.core.score.Score;
import java.util.List;
import org.junit.jupiter.api.Test;

class PoolMatrixTest {

    private static final List<TestColumn> TESTS = TestScores.SILTPATH;

    private final PoolMatrix matrix = new PoolMatrix(100);

    @Test
    void putsScoresInTheirRowsInWhateverOrderTheyCome() {
        for (int s = 99; s >= 0; s -= 3) {
            matrix.add(TESTS.get(0), s, score(s, .01));
        }
        matrix.endTest(TESTS.get(0));
        for (int s = 0; s < 100; s += 2) {
            matrix.add(TESTS.get(1), s, score(s, .01));
        }
        matrix.endTest(TESTS.get(0));

        ScoreMatrix built = matrix.build();

        assertThat(built.subjects()).isEqualTo(100);
        assertThat(built.cells()).isEqualTo(34 + 50);
        assertThat(built.log(99, 0)).isEqualTo(99);
        assertThat(built.has(98, 0)).isFalse();
        // Less is better: turned round.
        assertThat(built.log(96, 1)).isEqualTo(-96);
        assertThat(built.testsOf(96)).isEqualTo(2);
        assertThat(built.testsOf(1)).isZero();
    }

    @Test
    void whatIsUnknownOfTheNoiseIsAsOfTheOthers() {
        matrix.add(TESTS.get(0), 0, score(1, .01));
        matrix.add(TESTS.get(0), 1, score(1, .03));
        matrix.add(TESTS.get(0), 2, score(1, .05));
        matrix.add(TESTS.get(0), 3, unknown());
        matrix.endTest(TESTS.get(0));

        assertThat(matrix.build().variance(3, 0)).isCloseTo(.03 * .03, within(1e-15));
    }

    @Test
    void whereNothingIsKnownOfAnyNoiseItIsAssumed() {
        assertThat(matrix.hasAny()).isFalse();
        matrix.add(TESTS.get(0), 7, unknown());
        assertThat(matrix.hasAny()).isTrue();
        matrix.endTest(TESTS.get(0));
        assertThat(matrix.hasAny()).isFalse();

        assertThat(matrix.build().variance(7, 0)).isCloseTo(.05 * .05, within(1e-15));
    }

    private static Score score(double log, double error) {
        return new Score(3, 1, log, 8, error * error, error * error, 0, 0, DayMovement.ASSUMED);
    }

    private static Score unknown() {
        return new Score(1, 1, 1, 0, 0, 0, 0, 0, DayMovement.ASSUMED);
    }
}
