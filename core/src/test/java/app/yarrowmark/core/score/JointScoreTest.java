package app.yarrowmark.core.score;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.yarrowmark.core.Golden;
import app.yarrowmark.core.rank.SplitMix;
import com.fasterxml.jackson.databind.JsonNode;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class JointScoreTest {

    private static final JsonNode GOLDEN = Golden.read("N2_part");

    private static List<List<Score>> worked(int units) {
        JsonNode in = GOLDEN.get("inputs");
        return IntStream.range(0, units)
                .mapToObj(u -> IntStream.range(0, in.get("units").get(u).size())
                        .mapToObj(s -> Scores.of(
                                Math.exp(in.get("units").get(u).get(s).asDouble()),
                                in.get("se").get(u).get(s).asDouble(),
                                6))
                        .toList())
                .toList();
    }

    @Test
    void agreesWithTheWorkedExample() {
        check(
                JointScore.of(worked(3), JointScore.USUAL_UNITS),
                GOLDEN.get("expected").get("three_units"));
        check(
                JointScore.of(worked(1), JointScore.USUAL_UNITS),
                GOLDEN.get("expected").get("one_unit"));
    }

    private static void check(Score joint, JsonNode expected) {
        Golden.assertSame("y", joint.log(), expected.get("y"));
        Golden.assertSame("se", joint.standardError(), expected.get("se"));
        Golden.assertSame("dof", joint.error().dof(), expected.get("dof"));
    }

    @Test
    void unitsHaveOneVoteEach() {
        List<Score> many = List.of(Scores.of(100, .01, 6), Scores.of(100, .01, 6), Scores.of(100, .01, 6));

        Score joint = JointScore.of(List.of(many, List.of(Scores.of(400, .01, 6))), JointScore.USUAL_UNITS);

        assertThat(joint.value()).isCloseTo(200, within(1e-9));
        assertThat(joint.count()).isEqualTo(12);
    }

    @Test
    void oneSetupOfUnknownNoiseStaysUnknown() {
        Score unknown = Scores.unknown(100);

        assertThat(JointScore.of(List.of(List.of(unknown)), JointScore.USUAL_UNITS)
                        .noiseKnown())
                .isFalse();
        assertThat(JointScore.of(List.of(List.of(unknown), List.of(unknown)), JointScore.USUAL_UNITS)
                        .noiseKnown())
                .isTrue();
    }

    @Test
    void learnsHowFarUnitsDiffer() {
        SplitMix random = new SplitMix(31);
        List<Contrast> contrasts = new ArrayList<>();
        for (int part = 0; part < 60; part++) {
            contrasts.addAll(JointScore.contrasts(units(random, 3, 2, .05)));
        }
        LearnedVariance found = LearnedVariance.of(JointScore.USUAL_UNITS.variance(), 2, contrasts);
        assertThat(Math.sqrt(found.variance())).isBetween(.043, .057);
        assertThat(JointScore.contrasts(units(random, 1, 5, .05))).isEmpty();
    }

    /** Five setups of one unit are one witness of how the part does elsewhere. */
    @Test
    void coversTheTruthOfAPartAlsoWithOneUnit() {
        SplitMix random = new SplitMix(77);
        for (int units : new int[] {1, 2, 3}) {
            int hits = 0;
            int tries = 1500;
            for (int t = 0; t < tries; t++) {
                Score joint = JointScore.of(units(random, units, 5, .02), JointScore.USUAL_UNITS);
                hits += Math.abs(joint.log())
                                < Student.quantile(.975, joint.error().dof()) * joint.standardError()
                        ? 1
                        : 0;
            }
            assertThat((double) hits / tries).as("%d units", units).isGreaterThan(.94);
        }
    }

    private static List<List<Score>> units(SplitMix random, int units, int setups, double spread) {
        return IntStream.range(0, units)
                .mapToObj(u -> {
                    double unit = spread * random.gaussian();
                    return IntStream.range(0, setups)
                            .mapToObj(s -> Scores.of(Math.exp(unit + .004 * random.gaussian()), .003, 6))
                            .toList();
                })
                .toList();
    }
}
