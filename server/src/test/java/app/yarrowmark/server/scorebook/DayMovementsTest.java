package app.yarrowmark.server.scorebook;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.yarrowmark.core.score.DayMovement;
import app.yarrowmark.core.suite.TestGroup;
import app.yarrowmark.core.written.Reading;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.DoubleStream;
import org.junit.jupiter.api.Test;

class DayMovementsTest {

    private static final List<List<Reading>> ONE_DAY = List.of(readings(100, 101));
    private static final List<List<Reading>> RESTLESS =
            List.of(readings(100, 101), readings(106, 107), readings(97, 98));

    private static List<Reading> readings(double... values) {
        return DoubleStream.of(values).mapToObj(v -> new Reading(v, .1)).toList();
    }

    private static ScoreColumn column(TestGroup group, List<List<Reading>> days) {
        return TestScores.byDay(Map.of(1L, days, 2L, ONE_DAY), group);
    }

    @Test
    void aTestWithoutRepeatedDaysGoesByItsGroupAndAGroupByTheDesk() {
        Map<Long, ScoreColumn> moving = DayMovements.moving(Map.of(
                10L, column(TestGroup.STORAGE, RESTLESS),
                11L, column(TestGroup.STORAGE, ONE_DAY),
                12L, column(TestGroup.BROWSER, ONE_DAY)));

        assertThat(moving.get(10L).movement().source()).isEqualTo(DayMovement.Source.TEST);
        assertThat(moving.get(11L).movement().source()).isEqualTo(DayMovement.Source.GROUP);
        assertThat(moving.get(12L).movement().source()).isEqualTo(DayMovement.Source.DESK);
        assertThat(moving.get(12L).movement().share()).isGreaterThan(.01);
        assertThat(moving.get(10L).movement().repeats()).isEqualTo(2);
        double widened = moving.get(11L).scores().get(2L).standardError();
        assertThat(widened)
                .isGreaterThan(
                        column(TestGroup.STORAGE, ONE_DAY).scores().get(2L).standardError());
    }

    @Test
    void withoutAnyRepeatedDayItIsAssumed() {
        Map<Long, ScoreColumn> moving = DayMovements.moving(Map.of(11L, column(TestGroup.STORAGE, ONE_DAY)));

        assertThat(moving.get(11L).movement()).isEqualTo(DayMovement.ASSUMED);
        assertThat(moving.get(11L).scores().get(1L).dayVariance()).isCloseTo(1e-4, within(1e-15));
    }

    /** Where what is learned stays the same to three digits, scores that were worked out are kept. */
    @Test
    void aRunOfOneDayLeavesTheScoresOfOtherTestsAsTheyAre() {
        ScoreColumn still = column(TestGroup.BROWSER, ONE_DAY);
        Map<Long, ScoreColumn> before =
                DayMovements.moving(Map.of(10L, column(TestGroup.STORAGE, RESTLESS), 12L, still));
        Map<Long, ScoreColumn> later = new HashMap<>(before);
        later.put(13L, column(TestGroup.MEMORY, ONE_DAY));

        assertThat(DayMovements.moving(later).get(12L)).isSameAs(before.get(12L));
    }
}
