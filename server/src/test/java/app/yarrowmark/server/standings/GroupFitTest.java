package app.yarrowmark.server.standings;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.yarrowmark.core.suite.TestGroup;
import app.yarrowmark.core.written.Reading;
import app.yarrowmark.server.catalogue.DeviceKind;
import app.yarrowmark.server.scorebook.ScoreSnapshot;
import app.yarrowmark.server.scorebook.TestColumn;
import app.yarrowmark.server.scorebook.TestScores;
import app.yarrowmark.server.subjects.Subject;
import app.yarrowmark.server.subjects.SubjectKey;
import app.yarrowmark.server.subjects.SubjectScores;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class GroupFitTest {

    private static final List<TestColumn> TESTS = TestScores.SILTPATH;

    @Test
    void lessIsBetterIsTurnedRound() {
        ScoreSnapshot scores = TestScores.snapshot(Map.of(
                10L, Map.of(1L, readings(100, 101), 2L, readings(200, 201)),
                11L, Map.of(1L, readings(60, 61), 2L, readings(30, 30.5))));

        GroupFit fit = fit(scores, 1, 2);

        assertThat(fit.parts()).hasSize(1);
        double[] theta = fit.parts().get(0).estimate().theta();
        assertThat(Math.exp(theta[1] - theta[0])).isCloseTo(2, within(.02));
    }

    @Test
    void onlyThePoolCountsAndSubjectsWithoutACommonTestStandApart() {
        ScoreSnapshot scores = TestScores.snapshot(Map.of(
                10L, Map.of(1L, readings(100, 101), 2L, readings(200, 201), 9L, readings(5, 5)),
                11L, Map.of(3L, readings(60, 61))));

        GroupFit fit = fit(scores, 1, 2, 3, 4);

        assertThat(fit.parts()).extracting(GroupFit.Part::subjects).containsExactly(List.of(0, 1), List.of(2));
        assertThat(fit.parts().get(0).tests()).hasSize(1);
        assertThat(fit.parts().get(0).testsOf(0)).isEqualTo(1);
        assertThat(fit.parts().get(0).rowOf(3)).isEqualTo(-1);
    }

    @Test
    void aScoreOfUnknownNoiseTakesTheTypicalNoiseOfThePool() {
        Map<Long, Map<Long, List<Reading>>> cells = Map.of(
                10L, Map.of(1L, readings(100, 101), 2L, readings(200, 202)),
                // Single readings without history: nothing is known of their noise.
                11L, Map.of(1L, readings(60), 2L, readings(30)));
        double error =
                fit(TestScores.snapshot(cells), 1, 2).parts().get(0).fit().varianceOfDifference(0, 1);
        assertThat(error).isPositive().isLessThan(1);
    }

    @Test
    void whoHasOneTestAmongOthersWithMoreHasNoPlace() {
        ScoreSnapshot scores = TestScores.snapshot(Map.of(
                10L, Map.of(1L, readings(100, 101), 2L, readings(200, 201), 3L, readings(150)),
                11L, Map.of(1L, readings(60, 61), 2L, readings(30, 30.5))));

        GroupFit fit = fit(scores, 1, 2, 3);

        assertThat(fit.parts().get(0).subjects()).containsExactly(0, 1);
        assertThat(fit.alone()).containsExactly(2);
        assertThat(fit.parts().get(0).fit().suites())
                .as("both tests are of one suite")
                .isEqualTo(1);
    }

    @Test
    void nobodyIsNoPart() {
        GroupFit fit = fit(TestScores.snapshot(Map.of()), 1);
        assertThat(fit.parts()).isEmpty();
        assertThat(fit.tests()).isEmpty();
    }

    private static GroupFit fit(ScoreSnapshot scores, long... setups) {
        List<Subject> pool = Arrays.stream(setups)
                .mapToObj(s ->
                        new Subject(SubjectKey.ofSetup(s), "Fen " + s, "", DeviceKind.LAPTOP, false, "", s, List.of(s)))
                .toList();
        return GroupFit.of(TestGroup.STORAGE, TESTS, pool, new SubjectScores(scores, null, null), scores, false);
    }

    private static List<Reading> readings(double... values) {
        return Arrays.stream(values).mapToObj(v -> new Reading(v, .1)).toList();
    }
}
