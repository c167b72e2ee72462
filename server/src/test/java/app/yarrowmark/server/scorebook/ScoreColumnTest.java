package app.yarrowmark.server.scorebook;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.yarrowmark.core.score.Reading;
import app.yarrowmark.core.suite.Scale;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class ScoreColumnTest {

    private final ScoreColumn column = new ScoreColumn(
            Map.of(
                    1L, List.of(new Reading(100, .1), new Reading(102, 1)),
                    2L, List.of(new Reading(50.25, .01))),
            Scale.RATIO);

    @Test
    void noiseIsSharedByTheSetupsOfAColumn() {
        assertThat(column.scores().get(1L).count()).isEqualTo(2);
        assertThat(column.scores().get(2L).value()).isCloseTo(50.25, within(1e-9));
        // One reading alone: known only because the other setup has two.
        assertThat(column.scores().get(2L).noiseKnown()).isTrue();
        assertThat(new ScoreColumn(Map.of(2L, List.of(new Reading(50, 1))), Scale.RATIO)
                        .scores()
                        .get(2L)
                        .noiseKnown())
                .isFalse();
    }

    @Test
    void decimalsAreThoseOfTheCoarsestReading() {
        assertThat(column.decimals(1)).isZero();
        assertThat(column.decimals(2)).isEqualTo(2);
        assertThat(column.decimals(99)).isZero();
    }

    @Test
    void whereRatiosMeanNothingThereAreOnlyPlainScores() {
        ScoreColumn checks = new ScoreColumn(
                Map.of(1L, List.of(new Reading(1, 1), new Reading(0, 1), new Reading(1, 1), new Reading(1, 1))),
                Scale.CHECK);
        assertThat(checks.scores()).isEmpty();
        assertThat(checks.plainScores().get(1L).value()).isEqualTo(.75);
        ScoreColumn ladder = new ScoreColumn(Map.of(1L, List.of(new Reading(3, 1), new Reading(2, 1))), Scale.LADDER);
        assertThat(ladder.plainScores().get(1L).value()).isEqualTo(2);
        assertThat(column.plainScores()).isEmpty();
    }
}
