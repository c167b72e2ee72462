package app.yarrowmark.server.scorebook;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.yarrowmark.core.suite.Scale;
import app.yarrowmark.core.written.Reading;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;

class ScoreColumnTest {

    private final ScoreColumn column = TestScores.column(
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
        assertThat(TestScores.column(Map.of(2L, List.of(new Reading(50, 1))), Scale.RATIO)
                        .scores()
                        .get(2L)
                        .noiseKnown())
                .isFalse();
    }

    @Test
    void theMiddleIsThatOfAllSetupsAlike() {
        ScoreColumn three = TestScores.column(
                Map.of(
                        1L, List.of(new Reading(10, 1), new Reading(10, 1)),
                        2L, List.of(new Reading(40, 1)),
                        3L, List.of(new Reading(90, 1))),
                Scale.RATIO);
        assertThat(three.middleLog()).isCloseTo(Math.log(40), within(1e-9));
        assertThat(ScoreColumn.empty().middleLog()).isNaN();
    }

    @Test
    void decimalsAreThoseOfTheCoarsestReading() {
        assertThat(column.decimals(1)).isZero();
        assertThat(column.decimals(2)).isEqualTo(2);
        assertThat(column.decimals(99)).isZero();
    }

    @Test
    void whereRatiosMeanNothingThereAreOnlyPlainScores() {
        ScoreColumn checks = TestScores.column(
                Map.of(1L, List.of(new Reading(1, 1), new Reading(0, 1), new Reading(1, 1), new Reading(1, 1))),
                Scale.CHECK);
        assertThat(checks.scores()).isEmpty();
        assertThat(checks.plainScores().get(1L).value()).isEqualTo(.75);
        ScoreColumn ladder = TestScores.column(Map.of(1L, List.of(new Reading(3, 1), new Reading(2, 1))), Scale.LADDER);
        assertThat(ladder.plainScores().get(1L).value()).isEqualTo(2);
        assertThat(column.plainScores()).isEmpty();
    }

    @Test
    void whatChangedOfSomeSetupsReplacesWhatWasThere() {
        ScoreColumn fresh = TestScores.column(
                Map.of(0L, List.of(new Reading(7, 1)), 2L, List.of(new Reading(51, 1), new Reading(52, 1))),
                Scale.RATIO);
        ScoreColumn merged = column.with(Set.of(0L, 1L, 2L, 5L), fresh, new HashMap<>());
        assertThat(merged.scores().keySet()).containsExactly(0L, 2L);
        assertThat(merged.readings(2))
                .extracting(DatedReading::reading)
                .containsExactly(new Reading(51, 1), new Reading(52, 1));
        assertThat(merged.readings(1)).isEmpty();
        assertThat(column.with(Set.of(5L), TestScores.column(Map.of(), Scale.RATIO), new HashMap<>())
                        .readings(1))
                .isEqualTo(column.readings(1));
        assertThat(column.hasAny(Set.of(5L, 2L))).isTrue();
        assertThat(column.hasAny(Set.of(5L))).isFalse();
    }

    @Test
    void whatIsReplacedByTheSameIsTheColumnItself() {
        ScoreColumn same = column.with(Set.of(1L, 5L), part(1), new HashMap<>());
        assertThat(same).isSameAs(column);
        assertThat(column.with(Set.of(5L, 6L), TestScores.column(Map.of(), Scale.RATIO), new HashMap<>()))
                .isSameAs(column);
        assertThat(column.with(Set.of(1L), TestScores.column(Map.of(), Scale.RATIO), new HashMap<>()))
                .isNotSameAs(column);
        assertThat(column.with(Set.of(1L), TestScores.column(Map.of(1L, plain(1)), Scale.LADDER), new HashMap<>()))
                .isNotSameAs(column);
        // One digit more as typed is another score.
        List<Reading> finer = plain(1).stream()
                .map(r -> new Reading(r.value(), r.resolution() / 10))
                .toList();
        assertThat(column.with(Set.of(1L), TestScores.column(Map.of(1L, finer), Scale.RATIO), new HashMap<>()))
                .isNotSameAs(column);
    }

    private List<Reading> plain(long setup) {
        return column.readings(setup).stream().map(DatedReading::reading).toList();
    }

    private ScoreColumn part(long setup) {
        return TestScores.column(Map.of(setup, plain(setup)), Scale.RATIO);
    }

    @Test
    void scoresAreFoundBySetup() {
        assertThat(column.scores().containsKey(3L)).isFalse();
        assertThat(column.scores()).hasSize(2);
        assertThat(column.scores().entrySet().iterator().next().getKey()).isEqualTo(1L);
        assertThatThrownBy(() -> new ScoreColumn.Builder().add(2, 0, 1, 1).add(1, 0, 1, 1))
                .hasMessage("setup 1 comes after 2");
    }
}
