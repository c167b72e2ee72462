package app.yarrowmark.core.score;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.yarrowmark.core.Golden;
import app.yarrowmark.core.rank.SplitMix;
import app.yarrowmark.core.written.Reading;
import com.fasterxml.jackson.databind.JsonNode;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DaysTest {

    private static final JsonNode IN = Golden.read("A2_days").get("inputs");
    private static final JsonNode EXPECTED = Golden.read("A2_days").get("expected");

    @Test
    void contrastsAgreeWithTheWorkedExample() {
        EXPECTED.get("contrasts").fields().forEachRemaining(e -> {
            List<Contrast> found = WorkedDays.contrasts(e.getKey());
            assertThat(found).hasSameSizeAs(e.getValue());
            for (int i = 0; i < found.size(); i++) {
                JsonNode expected = e.getValue().get(i);
                Golden.assertSame(e.getKey(), found.get(i).change(), expected.get("c"));
                Golden.assertSame(e.getKey(), found.get(i).variance(), expected.get("v"));
            }
        });
    }

    @Test
    void movementAgreesWithTheWorkedExampleOnEveryLevel() {
        Map<String, DayMovement> tests = new HashMap<>();
        List<String> names = new ArrayList<>();
        IN.get("history").fieldNames().forEachRemaining(names::add);
        DayMovement desk = DayMovement.ASSUMED.learned(
                names.stream().flatMap(t -> WorkedDays.contrasts(t).stream()).toList(), DayMovement.Source.DESK);
        check(desk, EXPECTED.get("desk"));
        for (String group : List.of("storage", "browser")) {
            List<String> ofGroup =
                    names.stream().filter(t -> t.startsWith(group)).toList();
            DayMovement found = desk.learned(
                    ofGroup.stream()
                            .flatMap(t -> WorkedDays.contrasts(t).stream())
                            .toList(),
                    DayMovement.Source.GROUP);
            check(found, EXPECTED.get("groups").get(group));
            ofGroup.forEach(t -> tests.put(t, found.learned(WorkedDays.contrasts(t), DayMovement.Source.TEST)));
        }
        tests.forEach((test, found) -> check(found, EXPECTED.get("tests").get(test)));
        check(DayMovement.ASSUMED, EXPECTED.get("nothing_known"));
        assertThat(tests.get("storage/elm").source())
                .as("without contrasts of its own")
                .isEqualTo(DayMovement.Source.GROUP);
        assertThat(tests.get("browser/alder").source()).isEqualTo(DayMovement.Source.TEST);
        assertThat(tests.get("browser/alder").repeats()).isEqualTo(3);
    }

    private static void check(DayMovement found, JsonNode expected) {
        Golden.assertSame("omega", found.share(), expected.get("omega"));
        Golden.assertSame("dof", found.dof(), expected.get("dof"));
    }

    @ParameterizedTest
    @CsvSource({
        "a, one day, 202",
        "a, two days, 202",
        "a, 'three days, one run each', 202",
        "b, one day, 197",
        "b, two days, 197"
    })
    void scoresAgreeWithTheWorkedExample(String setup, String cell, double value) {
        // The example reckons its rounding at a round value.
        Score score = WorkedDays.score(setup, cell);
        JsonNode expected = EXPECTED.get("cells_" + setup).get(cell);

        Golden.assertSame("log", score.log(), expected.get("y"));
        assertThat(score.days()).isEqualTo(expected.get("days").asInt());
        Golden.assertSame("variance of a reading", score.moderatedVariance(), expected.get("mod_var"));
        Golden.assertSame("within", score.withinVariance(), expected.get("within"));
        Golden.assertSame("day", score.dayVariance(), expected.get("day"));
        Golden.assertSame("dof", score.dof(), expected.get("dof"));
        Golden.assertSame("dof of days", score.movement().dof(), expected.get("nuom"));
        double rounding = expected.get("round").asDouble();
        assertThat(score.roundingVariance()).isCloseTo(rounding * Math.pow(value / score.value(), 2), within(1e-12));
        assertThat(score.standardError()).isCloseTo(expected.get("se").asDouble(), within(1e-7));
    }

    @Test
    void aDayWithManyRunsDoesNotOutvoteTheOthers() {
        List<List<Reading>> days = List.of(readings(100, 100, 100, 100, 100, 100), readings(104), readings(105));

        assertThat(Scoring.score(days, PooledNoise.NONE, DayMovement.ASSUMED).value())
                .isCloseTo(104, within(1e-9));
    }

    @Test
    void singleRunsOfSeveralDaysGoByTheDaysAlone() {
        List<List<Reading>> days = List.of(readings(100), readings(102), readings(101));

        Score score = Scoring.score(days, PooledNoise.NONE, DayMovement.ASSUMED);

        double[] y = {Math.log(100), Math.log(102), Math.log(101)};
        double squares = PooledNoise.sumOfSquares(y);
        double e = Scoring.medianEfficiency(3);
        assertThat(score.dof()).isEqualTo(6);
        assertThat(score.withinVariance()).isCloseTo(e * e * (4 * 1e-4 + squares) / (6 * 3), within(1e-15));
        assertThat(score.dayVariance()).as("is in the other already").isZero();
    }

    @Test
    void singleRunsCoverTheTruth() {
        SplitMix random = new SplitMix(17);
        int hits = 0;
        int tries = 2000;
        for (int t = 0; t < tries; t++) {
            List<List<Reading>> days = IntStream.range(0, 3)
                    .mapToObj(d -> readings(100 * Math.exp(.008 * random.gaussian() + .006 * random.gaussian())))
                    .toList();
            hits += covers(Scoring.score(days, PooledNoise.NONE, DayMovement.ASSUMED), 100) ? 1 : 0;
        }
        assertThat((double) hits / tries).isBetween(.94, .985);
    }

    /** A desk whose days move by 1.5 %: what it learns from repeated setups is near that, and its intervals hold. */
    @Test
    void learnsHowFarDaysMoveAndCoversTheTruth() {
        SplitMix random = new SplitMix(23);
        List<Contrast> contrasts = new ArrayList<>();
        PooledNoise noise = new PooledNoise(.006 * .006, 60);
        for (int setup = 0; setup < 200; setup++) {
            contrasts.addAll(Scoring.contrasts(days(random, 3, .015), noise));
        }
        DayMovement found = DayMovement.ASSUMED.learned(contrasts, DayMovement.Source.TEST);
        assertThat(found.share()).isBetween(.0125, .0175);
        int hits = 0;
        int tries = 1000;
        for (int t = 0; t < tries; t++) {
            hits += covers(Scoring.score(days(random, 1, .015), noise, found), 100) ? 1 : 0;
        }
        assertThat((double) hits / tries).isBetween(.925, .98);
    }

    @Test
    void aChangeInsideASetupThatNobodyNotedIsCapped() {
        SplitMix random = new SplitMix(29);
        PooledNoise noise = new PooledNoise(.004 * .004, 60);
        List<Contrast> contrasts = new ArrayList<>();
        for (int setup = 0; setup < 40; setup++) {
            List<List<Reading>> days = new ArrayList<>(days(random, 2, .008));
            if (setup % 10 == 0) {
                days.set(
                        1,
                        days.get(1).stream()
                                .map(r -> new Reading(1.06 * r.value(), .01))
                                .toList());
            }
            contrasts.addAll(Scoring.contrasts(days, noise));
        }
        assertThat(DayMovement.ASSUMED
                        .learned(contrasts, DayMovement.Source.TEST)
                        .share())
                .isBetween(.007, .0125);
    }

    @Test
    void noiseIsPooledInsideDays() {
        List<List<Reading>> days = List.of(readings(100, 101), readings(120, 121), readings(90));

        PooledNoise noise = NoisePool.of(List.of(days)).all();

        assertThat(noise.dof()).isEqualTo(2);
        assertThat(Math.sqrt(noise.logVariance())).isLessThan(.01);
    }

    private static List<List<Reading>> days(SplitMix random, int days, double omega) {
        return Stream.generate(() -> {
                    double day = omega * random.gaussian();
                    return IntStream.range(0, 3)
                            .mapToObj(r -> new Reading(100 * Math.exp(day + .006 * random.gaussian()), 1e-6))
                            .toList();
                })
                .limit(days)
                .toList();
    }

    private static boolean covers(Score score, double truth) {
        double reach = score.reach().orElseThrow();
        return score.value() < truth * (1 + reach) && score.value() > truth / (1 + reach);
    }

    private static List<Reading> readings(double... values) {
        return IntStream.range(0, values.length)
                .mapToObj(i -> new Reading(values[i], .01))
                .toList();
    }
}
