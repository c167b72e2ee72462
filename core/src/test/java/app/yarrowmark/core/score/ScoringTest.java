package app.yarrowmark.core.score;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.yarrowmark.core.Golden;
import app.yarrowmark.core.rank.SplitMix;
import app.yarrowmark.core.written.Reading;
import com.fasterxml.jackson.databind.JsonNode;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.DoubleStream;
import org.hipparchus.distribution.continuous.TDistribution;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class ScoringTest {

    private static final JsonNode GOLDEN = Golden.read("A_cell");
    private static final PooledNoise HISTORY = WorkedCells.history();

    @Test
    void poolsNoiseOverSetups() {
        JsonNode expected = GOLDEN.get("expected");
        Golden.assertSame("variance", HISTORY.logVariance(), expected.get("pooled_log_var"));
        assertThat(HISTORY.dof()).isEqualTo(expected.get("nu").asDouble());
    }

    @ParameterizedTest
    @ValueSource(strings = {"a", "b", "single"})
    void agreesWithTheWorkedExample(String cell) {
        check(cell, Scoring.score(List.of(WorkedCells.readings(cell, 0.1)), HISTORY, Scores.STILL));
    }

    @Test
    void withoutHistoryTwoIdenticalReadingsAreAsGoodAsTheirDigits() {
        check(
                "two_identical_no_history_resolution_1",
                Scoring.score(
                        List.of(WorkedCells.readings("two_identical_no_history_resolution_1", 1)),
                        PooledNoise.NONE,
                        Scores.STILL));
    }

    @Test
    void oneReadingWithoutHistoryHasUnknownNoise() {
        Score score = Scoring.score(
                List.of(WorkedCells.readings("single_without_history", 0.1)), PooledNoise.NONE, Scores.STILL);

        assertThat(score.noiseKnown()).isFalse();
        assertThat(score.reach()).isEmpty();
        assertThat(score.value()).isCloseTo(402.2, within(1e-9));
    }

    @Test
    void coversTheTruthAboutNineteenTimesOfTwenty() {
        SplitMix random = new SplitMix(5);
        int hits = 0;
        int tries = 1500;
        for (int t = 0; t < tries; t++) {
            List<List<Reading>> cells = new ArrayList<>();
            for (int c = 0; c < 5; c++) {
                cells.add(noisy(random, 3, 0.01));
            }
            Score score = Scoring.score(List.of(cells.get(0)), pool(cells).all(), Scores.STILL);
            double half = new TDistribution(score.dof()).inverseCumulativeProbability(.975) * score.standardError();
            hits += Math.abs(score.log() - Math.log(100)) <= half ? 1 : 0;
        }
        assertThat((double) hits / tries).isBetween(.93, .985);
    }

    @Test
    void refusesWhatHasNoLogarithm() {
        List<Reading> zero = List.of(new Reading(0, 1));
        assertThatThrownBy(() -> Scoring.score(List.of(zero), PooledNoise.NONE, Scores.STILL))
                .hasMessage("a reading on a ratio scale must be positive: 0.0");
        assertThatThrownBy(() -> Scoring.score(List.of(), PooledNoise.NONE, Scores.STILL))
                .hasMessage("a score needs at least one reading");
        assertThatThrownBy(() -> new Reading(Double.NaN, 1)).hasMessageContaining("NaN");
    }

    @Test
    void medianOfAnEvenCountLiesBetweenTheMiddleTwo() {
        assertThat(Scoring.median(new double[] {4, 1, 3, 2})).isEqualTo(2.5);
        assertThat(Scoring.median(new double[] {9, 1, 5})).isEqualTo(5);
    }

    @Test
    void medianEfficiencyAgreesWithTheTable() {
        Golden.read("quantiles")
                .get("median_efficiency")
                .fields()
                .forEachRemaining(e -> Golden.assertSame(
                        "e(" + e.getKey() + ")", Scoring.medianEfficiency(Integer.parseInt(e.getKey())), e.getValue()));
        assertThat(Scoring.medianEfficiency(50)).isEqualTo(1.253314);
    }

    private static void check(String cell, Score score) {
        JsonNode expected = GOLDEN.get("expected").get(cell);
        assertThat(score.count()).isEqualTo(expected.get("n").asInt());
        Golden.assertSame("log", score.log(), expected.get("log"));
        Golden.assertSame("value", score.value(), expected.get("value"));
        Golden.assertSame("dof", score.dof(), expected.get("dof"));
        Golden.assertSame("variance", score.moderatedVariance(), expected.get("mod_var"));
        Golden.assertSame("rounding", score.roundingVariance(), expected.get("round_var"));
        Golden.assertSame("error", score.standardError(), expected.get("se"));
    }

    /** Of setups measured on one day each. */
    private static NoisePool pool(List<List<Reading>> cells) {
        return NoisePool.of(cells.stream().map(List::of).toList());
    }

    private static List<Reading> readings(double... values) {
        return DoubleStream.of(values).mapToObj(v -> new Reading(v, .1)).toList();
    }

    private static List<Reading> noisy(SplitMix random, int n, double sigma) {
        List<Reading> cell = new ArrayList<>();
        for (int i = 0; i < n; i++) {
            cell.add(new Reading(100 * Math.exp(sigma * random.gaussian()), 1e-6));
        }
        return cell;
    }

    @Test
    void aSlipInOneCellDoesNotHideTheNoiseOfAll() {
        List<List<Reading>> cells = new ArrayList<>();
        for (int i = 0; i < 9; i++) {
            cells.add(readings(100 + i, 101 + i, 100.5));
        }
        double sound = pool(cells).all().logVariance();
        cells.add(readings(100, 5000, 100));
        assertThat(pool(cells).all().logVariance()).isEqualTo(sound);
        assertThat(pool(cells.subList(6, 10)).all().logVariance()).isGreaterThan(1);
    }

    @Test
    void withoutOneIsAsIfThatOneHadNeverBeenSeen() {
        SplitMix random = new SplitMix(11);
        for (int n = 1; n < 24; n++) {
            List<List<Reading>> cells = new ArrayList<>();
            for (int c = 0; c < n; c++) {
                cells.add(noisy(random, 1 + c % 4, c % 7 == 6 ? .9 : .01 * (1 + c % 3)));
            }
            for (int c = 0; c < n; c++) {
                List<List<Reading>> others = new ArrayList<>(cells);
                others.remove(c);
                PooledNoise expected = pool(others).all();
                PooledNoise got = pool(cells).without(c);
                assertThat(got.dof()).as("%d of %d", c, n).isEqualTo(expected.dof());
                assertThat(got.logVariance()).isCloseTo(expected.logVariance(), within(1e-12));
            }
        }
        assertThat(pool(List.of()).all()).isEqualTo(PooledNoise.NONE);
    }
}
