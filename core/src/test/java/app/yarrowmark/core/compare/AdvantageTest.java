package app.yarrowmark.core.compare;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.yarrowmark.core.Golden;
import app.yarrowmark.core.rank.SplitMix;
import app.yarrowmark.core.score.NoisePool;
import app.yarrowmark.core.score.PooledNoise;
import app.yarrowmark.core.score.Score;
import app.yarrowmark.core.score.Scoring;
import app.yarrowmark.core.score.WorkedCells;
import app.yarrowmark.core.suite.Direction;
import app.yarrowmark.core.written.Reading;
import com.fasterxml.jackson.databind.JsonNode;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
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
        return new Score(3, Math.log(triple.get(0).asDouble()), triple.get(2).asDouble(), error * error * 3, 0, error);
    }

    @ParameterizedTest
    @EnumSource(Direction.class)
    void agreesWithTheWorkedExampleInBothDirections(Direction better) {
        check(
                Advantage.of(WorkedCells.score("a"), WorkedCells.score("b"), better, .01),
                GOLDEN.get("expected").get("a_vs_b_from_A_" + better.name().toLowerCase(Locale.ROOT) + "_better"));
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
        Golden.assertSame("dof", advantage.dof(), expected.get("dof"));
        Golden.assertSame("low", advantage.low(), expected.get("lo95"));
        Golden.assertSame("high", advantage.high(), expected.get("hi95"));
        assertThat(advantage.verdict().orElseThrow().name())
                .isEqualToIgnoringCase(expected.get("verdict").asText());
    }

    @Test
    void unknownNoiseGivesNoVerdict() {
        Score single = Scoring.score(List.of(new Reading(100, 1)), PooledNoise.NONE);

        Advantage advantage = Advantage.of(single, WorkedCells.score("a"), Direction.HIGHER, .01);

        assertThat(advantage.verdict()).isEmpty();
        assertThat(advantage.low()).isEqualTo(advantage.times());
    }

    @Test
    void readingsThatNeverDifferNeedMoreThanHalfAStepOfTheirDigits() {
        Score nine = Scoring.score(List.of(new Reading(9, 1), new Reading(9, 1)), PooledNoise.NONE);
        Score ten = Scoring.score(List.of(new Reading(10, 1), new Reading(10, 1)), PooledNoise.NONE);

        assertThat(Advantage.of(ten, nine, Direction.HIGHER, .01).verdict()).contains(Verdict.UNDECIDED);
        assertThat(MoreRuns.toDecide(ten, nine, Advantage.of(ten, nine, Direction.HIGHER, .01))
                        .orElseThrow()
                        .answer())
                .isEqualTo(MoreRuns.Answer.FINER_READINGS);
    }

    @Test
    void aClaimIsAReferenceWithoutNoise() {
        Advantage against = Advantage.of(WorkedCells.score("a"), Score.claimed(2000), Direction.HIGHER, .01);

        assertThat(against.standardError()).isEqualTo(WorkedCells.score("a").standardError());
        assertThat(against.dof()).isCloseTo(WorkedCells.score("a").dof(), within(1e-9));
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

    @ParameterizedTest
    @ValueSource(strings = {"more_runs", "more_runs_even"})
    void countsTheRunsThatWouldDecide(String name) {
        JsonNode in = GOLDEN.get("inputs").get(name + "_case");
        JsonNode expected = GOLDEN.get("expected").get(name);
        double a = in.get("mod_var_a").asDouble();
        double b = in.get("mod_var_b").asDouble();
        int n = in.get("n_a").asInt();
        Score left = new Score(n, in.get("log_ratio").asDouble(), 8, a, 0, Math.sqrt(a / n));
        Score right = new Score(n, 0, 8, b, 0, Math.sqrt(b / n));

        MoreRuns runs = MoreRuns.toDecide(left, right, Advantage.of(left, right, Direction.HIGHER, .01))
                .orElseThrow();

        assertThat(runs.aim())
                .isEqualTo("lead".equals(expected.get("aim").asText()) ? MoreRuns.Aim.A_LEAD : MoreRuns.Aim.EVENNESS);
        assertThat(runs.each()).isEqualTo(expected.get("n_each_total").asInt());
        assertThat(runs.more()).isEqualTo(expected.get("more_a").asInt());
        assertThat(runs.answer()).isEqualTo(runs.each() > 40 ? MoreRuns.Answer.MORE_THAN_40 : MoreRuns.Answer.ABOUT);
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
            PooledNoise noise = NoisePool.ofReadings(cells).all();
            Verdict verdict = Advantage.of(
                            Scoring.score(cells.get(0), noise),
                            Scoring.score(cells.get(1), noise),
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
