package app.yarrowmark.server.scorebook;

import static org.assertj.core.api.Assertions.assertThat;

import app.yarrowmark.core.suite.Scale;
import app.yarrowmark.core.written.Reading;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class ScoreSnapshotTest {

    private static final List<Reading> SOME = List.of(new Reading(100, 1));

    private final ScoreSnapshot scores = ScoreSnapshot.of(
            TestScores.moment(1),
            Map.of(
                    41L, TestScores.column(Map.of(7L, SOME, 9L, SOME), Scale.RATIO),
                    42L, TestScores.column(Map.of(9L, SOME), Scale.RATIO)));

    @Test
    void aSetupIsMeasuredIfAnyColumnHasIt() {
        assertThat(scores.measured(7)).isTrue();
        assertThat(scores.measured(8)).isFalse();
        assertThat(scores.column(42).scores()).containsOnlyKeys(9L);
        assertThat(scores.column(43).scores()).isEmpty();
    }

    @Test
    void whoseOnlyRunWasSetAsideIsMeasuredNoMore() {
        assertThat(TestScores.changed(scores, 41, 7, List.of()).measured(7)).isFalse();
        // Another metric still has it.
        assertThat(TestScores.changed(scores, 41, 9, List.of()).measured(9)).isTrue();
    }

    @Test
    void whoIsMeasuredForTheFirstTimeIsMeasured() {
        ScoreSnapshot later = TestScores.changed(scores, 42, 8, SOME);
        assertThat(later.measured(8)).isTrue();
        assertThat(later.revision()).isEqualTo(2);
        assertThat(scores.measured(8)).isFalse();
    }
}
