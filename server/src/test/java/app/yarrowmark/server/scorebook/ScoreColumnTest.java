package app.yarrowmark.server.scorebook;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.yarrowmark.core.score.Reading;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class ScoreColumnTest {

    private final ScoreColumn column = new ScoreColumn(Map.of(
            1L, List.of(new Reading(100, .1), new Reading(102, 1)),
            2L, List.of(new Reading(50.25, .01))));

    @Test
    void noiseIsSharedByTheSetupsOfAColumn() {
        assertThat(column.scores().get(1L).count()).isEqualTo(2);
        assertThat(column.scores().get(2L).value()).isCloseTo(50.25, within(1e-9));
        // One reading alone: known only because the other setup has two.
        assertThat(column.scores().get(2L).noiseKnown()).isTrue();
        assertThat(new ScoreColumn(Map.of(2L, List.of(new Reading(50, 1))))
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
}
