package app.yarrowmark.core.compare;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.yarrowmark.core.Golden;
import app.yarrowmark.core.rank.SplitMix;
import app.yarrowmark.core.score.NoisePool;
import app.yarrowmark.core.score.PooledNoise;
import app.yarrowmark.core.score.Score;
import app.yarrowmark.core.score.Scores;
import app.yarrowmark.core.score.Scoring;
import app.yarrowmark.core.score.WorkedCells;
import app.yarrowmark.core.suite.Direction;
import app.yarrowmark.core.written.Reading;
import com.fasterxml.jackson.databind.JsonNode;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

class AdvantageTest {

    private static final JsonNode GOLDEN = Golden.read("B_verdict");

    private static Score known(JsonNode triple) {
        double error = triple.get(1).asDouble();
        return Scores.of(triple.get(0).asDouble(), error, triple.get(2).asDouble());
    }

    @Test
    void lessIsBetterTurnsItRound() {
        Advantage up = Advantage.of(WorkedCells.score("a"), WorkedCells.score("b"), Direction.HIGHER, .01);
        Advantage down = Advantage.of(WorkedCells.score("a"), WorkedCells.score("b"), Direction.LOWER, .01);

        assertThat(down.log()).isEqualTo(-up.log());
        assertThat(down.low()).isCloseTo(1 / up.high(), within(1e-12));
        assertThat(List.of(up.verdict().orElseThrow(), down.verdict().orElseThrow()))
                .containsExactly(Verdict.AHEAD, Verdict.BEHIND);
    }

    @ParameterizedTest
    @ValueSource(strings = {"even", "undecided"})
    void agreesWithTheWorkedExampleOfWhatIsNotALead(String name) {
        JsonNode input = GOLDEN.get("inputs").get(name + "_case");
        check(
                Advantage.of(known(input.get("a")), known(input.get("b")), Direction.HIGHER, .01),
                GOLDEN.get("expected").get(name));
    }

    private static void check(Advantage advantage, JsonNode expected) {
        Golden.assertSame("log", advantage.log(), expected.get("log_ratio"));
        Golden.assertSame("A", advantage.times(), expected.get("A"));
        Golden.assertSame("se", advantage.standardError(), expected.get("se"));
        Golden.assertSame("dof", advantage.error().dof(), expected.get("dof"));
        Golden.assertSame("low", advantage.low(), expected.get("lo95"));
        Golden.assertSame("high", advantage.high(), expected.get("hi95"));
        assertThat(advantage.verdict().orElseThrow().name())
                .isEqualToIgnoringCase(expected.get("verdict").asText());
    }

    @Test
    void unknownNoiseGivesNoVerdict() {
        Score single = Scores.unknown(100);

        Advantage advantage = Advantage.of(single, WorkedCells.score("a"), Direction.HIGHER, .01);

        assertThat(advantage.verdict()).isEmpty();
        assertThat(advantage.low()).isEqualTo(advantage.times());
    }

    @Test
    void readingsThatNeverDifferNeedMoreThanHalfAStepOfTheirDigits() {
        Score nine = still(9);
        Score ten = still(10);

        assertThat(Advantage.of(ten, nine, Direction.HIGHER, .01).verdict()).contains(Verdict.UNDECIDED);
        assertThat(WouldDecide.of(ten, nine, Advantage.of(ten, nine, Direction.HIGHER, .01))
                        .orElseThrow()
                        .answer())
                .isEqualTo(WouldDecide.Answer.FINER_READINGS);
    }

    private static Score still(double value) {
        return Scoring.score(
                List.of(List.of(new Reading(value, 1), new Reading(value, 1))), PooledNoise.NONE, Scores.STILL);
    }

    @Test
    void aClaimIsAReferenceWithoutNoise() {
        Advantage against = Advantage.of(WorkedCells.score("a"), Score.claimed(2000), Direction.HIGHER, .01);

        assertThat(against.standardError()).isEqualTo(WorkedCells.score("a").standardError());
        assertThat(against.error().dof())
                .isCloseTo(WorkedCells.score("a").error().dof(), within(1e-9));
    }

    @Test
    void twoClaimsAreAsFarApartAsTheyAre() {
        assertThat(Advantage.of(Score.claimed(200), Score.claimed(100), Direction.HIGHER, .01)
                        .verdict())
                .contains(Verdict.AHEAD);
        assertThat(Advantage.of(Score.claimed(100), Score.claimed(100), Direction.HIGHER, .01)
                        .verdict())
                .contains(Verdict.EVEN);
    }

    @Test
    void aThresholdIsAShare() {
        assertThatThrownBy(() -> Advantage.of(WorkedCells.score("a"), WorkedCells.score("b"), Direction.HIGHER, 1))
                .hasMessageContaining("share from 0 to below 1, got 1");
    }

    /** What is put in is compared with what is shown: equal devices lead falsely, and clear leads are found. */
    @ParameterizedTest
    @CsvSource({"0, 0, 0.05", "0.04, 0.9, 1"})
    void isRarelyWrongAboutTheDirection(double truth, double fewest, double most) {
        SplitMix random = new SplitMix(41);
        int leads = 0;
        int tries = 1500;
        for (int t = 0; t < tries; t++) {
            List<List<Reading>> cells = new ArrayList<>();
            for (int c = 0; c < 8; c++) {
                double level = 1000 * Math.exp(c == 0 ? truth : 0);
                cells.add(IntStream.range(0, 3)
                        .mapToObj(i -> new Reading(level * Math.exp(.01 * random.gaussian()), .1))
                        .toList());
            }
            PooledNoise noise =
                    NoisePool.of(cells.stream().map(List::of).toList()).all();
            Verdict verdict = Advantage.of(
                            Scoring.score(List.of(cells.get(0)), noise, Scores.STILL),
                            Scoring.score(List.of(cells.get(1)), noise, Scores.STILL),
                            Direction.HIGHER,
                            .01)
                    .verdict()
                    .orElseThrow();
            leads += verdict == Verdict.AHEAD || (truth == 0 && verdict == Verdict.BEHIND) ? 1 : 0;
        }
        assertThat((double) leads / tries).isBetween(fewest, most);
    }

    @ParameterizedTest
    @CsvSource({
        "TIMES_AS_FAST, 1250, 1000, HIGHER, 1.25",
        "GAIN, 1250, 1000, HIGHER, 0.25",
        "SHORT, 1250, 1000, HIGHER, 0.2",
        "MIDPOINT, 1250, 1000, HIGHER, 0.222222",
        "OWN_UNIT, 1250, 1000, HIGHER, 250",
        "TIMES_AS_FAST, 100, 200, LOWER, 2",
        "GAIN, 100, 200, LOWER, 1",
        "SHORT, 100, 200, LOWER, 0.5",
        "MIDPOINT, 100, 200, LOWER, 0.666667",
        "TIME_SAVED, 100, 200, LOWER, 0.5",
        "OWN_UNIT, 100, 200, LOWER, -100"
    })
    void everyBasisIsTheUsualOne(Basis basis, double value, double reference, Direction better, double expected) {
        assertThat(basis.of(value, reference, better)).isCloseTo(expected, within(1e-6));
    }

    @ParameterizedTest
    @EnumSource(value = Basis.class, names = "OWN_UNIT", mode = EnumSource.Mode.EXCLUDE)
    void aDifferenceLeadsBackToItsRatio(Basis basis) {
        for (double times : new double[] {.2, .99, 1, 1.3, 8}) {
            assertThat(basis.toRatio(basis.ofRatio(times))).isCloseTo(times, within(1e-12));
        }
        assertThatThrownBy(() -> Basis.OWN_UNIT.ofRatio(2)).hasMessageContaining("needs both values");
    }
}
