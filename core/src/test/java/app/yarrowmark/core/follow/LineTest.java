package app.yarrowmark.core.follow;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.yarrowmark.core.Golden;
import app.yarrowmark.core.rank.SplitMix;
import app.yarrowmark.core.score.ErrorParts;
import app.yarrowmark.core.score.Scores;
import app.yarrowmark.core.suite.Direction;
import com.fasterxml.jackson.databind.JsonNode;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.OptionalInt;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

class LineTest {

    private static final JsonNode GOLDEN = Golden.read("H2_steps");

    private static List<VersionScore> golden(JsonNode in) {
        double omega = in.get("omega").asDouble();
        ErrorParts error = new ErrorParts(
                in.get("within_variance").asDouble(),
                in.get("within_dof").asDouble(),
                omega * omega,
                in.get("omega_dof").asDouble(),
                0);
        return Arrays.stream(Golden.doubles(in.get("scores")))
                .mapToObj(s -> new VersionScore(Math.log(s), error))
                .toList();
    }

    private static VersionScore version(double log, double error) {
        return new VersionScore(log, ErrorParts.of(error, 6));
    }

    private static List<VersionScore> line(double error, double... scores) {
        return Arrays.stream(scores).mapToObj(s -> version(Math.log(s), error)).toList();
    }

    @Test
    void agreesWithTheWorkedExamples() {
        GOLDEN.get("expected").fields().forEachRemaining(e -> {
            String name = e.getKey();
            JsonNode expected = e.getValue();
            Line line = Line.of(golden(GOLDEN.get("inputs").get(name)), .01);
            JsonNode steps = expected.get("steps");
            assertThat(line.steps()).hasSameSizeAs(steps);
            for (int i = 0; i < steps.size(); i++) {
                Step s = line.steps().get(i);
                Golden.assertSame(name, s.log(), steps.get(i).get("l"));
                Golden.assertSame(name, s.standardError(), steps.get(i).get("se"));
                Golden.assertSame(name, s.dof(), steps.get(i).get("dof"));
                Golden.assertSame(name, s.p(), steps.get(i).get("p"));
                assertThat(s.adjusted())
                        .as(name)
                        .isCloseTo(steps.get(i).get("adjusted").asDouble(), within(1e-5));
                boolean step = steps.get(i).get("step").asBoolean();
                assertThat(s.kind())
                        .as(name)
                        .isEqualTo(!step ? Step.Kind.NONE : s.log() > 0 ? Step.Kind.UP : Step.Kind.DOWN);
            }
            if (line.stretches().size() == 1) {
                assertThat(words(line.stretches().get(0)))
                        .as(name)
                        .isEqualTo(expected.get("name").asText());
            }
        });
    }

    private static String words(Stretch stretch) {
        return stretch.name() == Stretch.Name.TOO_SHORT
                ? "too short to name"
                : stretch.name().name().toLowerCase(Locale.ROOT).replace('_', ' ');
    }

    @Test
    void aSingleVersionThatIsOffIsABlipAndBreaksNoStretch() {
        Line line = Line.of(line(.002, 100, 100.1, 80, 100.2, 100, 100.1), .01);
        assertThat(line.steps().stream().map(Step::kind))
                .containsExactly(Step.Kind.NONE, Step.Kind.BLIP, Step.Kind.BLIP, Step.Kind.NONE, Step.Kind.NONE);
        assertThat(line.stretches()).hasSize(1);
        Stretch stretch = line.stretches().get(0);
        assertThat(stretch).isEqualTo(new Stretch(0, 5, Stretch.Name.LEVEL, OptionalInt.empty(), stretch.slope()));
        assertThat(stretch.slope()).isCloseTo(0, within(.001));
    }

    @Test
    void aVersionThatComesBackOnlyHalfIsTwoSteps() {
        Line line = Line.of(line(.002, 100, 80, 90, 90), .01);
        assertThat(line.steps().stream().map(Step::kind)).containsExactly(Step.Kind.DOWN, Step.Kind.UP, Step.Kind.NONE);
        assertThat(line.stretches().stream().map(Stretch::name)).containsOnly(Stretch.Name.TOO_SHORT);
    }

    @Test
    void movementBetweenDaysHidesWhatItCouldHaveMade() {
        List<VersionScore> versions = line(.001, 100, 102, 102.1);
        assertThat(Line.of(versions, .01).steps().get(0).kind()).isEqualTo(Step.Kind.UP);
        Line line = Line.of(
                versions.stream()
                        .map(v -> new VersionScore(v.log(), new ErrorParts(1e-6, 6, .02 * .02, 100, 0)))
                        .toList(),
                .01);
        assertThat(line.steps().get(0).kind()).isEqualTo(Step.Kind.NONE);
    }

    @Test
    void whatIsSmallerThanTheThresholdIsNoStepHoweverSure() {
        assertThat(Line.of(line(.0001, 100, 100.5), .01).steps().get(0).kind()).isEqualTo(Step.Kind.NONE);
    }

    @Test
    void unknownNoiseNamesNothing() {
        List<VersionScore> versions = Stream.of(100.0, 200.0, 50.0, 70.0)
                .map(v -> VersionScore.of(Scores.unknown(v), Direction.LOWER))
                .toList();
        Line line = Line.of(versions, .01);
        assertThat(line.steps().stream().map(Step::kind)).containsOnly(Step.Kind.UNKNOWN);
        assertThat(line.steps().get(0).log()).isCloseTo(-Math.log(2), within(1e-12));
        assertThat(line.stretches().get(0).name()).isEqualTo(Stretch.Name.TOO_SHORT);
        assertThatThrownBy(() -> Line.of(versions.subList(0, 1), .01)).hasMessageContaining("two versions or more");
    }

    /** Share of quiet series of eight versions in which something is called a step. */
    private static double falseAlarms(double omega, boolean known) {
        SplitMix random = new SplitMix(11);
        int alarms = 0;
        int series = 1500;
        for (int i = 0; i < series; i++) {
            // One estimate of the movement, from eight repeated days, for all steps of a line.
            double measured = omega * omega * chiSquare(random, 8) / 8;
            List<VersionScore> versions = new ArrayList<>();
            for (int v = 0; v < 8; v++) {
                double within = .006 * .006 * chiSquare(random, 6) / 6;
                versions.add(new VersionScore(
                        .006 * random.gaussian() + omega * random.gaussian(),
                        new ErrorParts(within, 6, known ? measured : 0, 8, 0)));
            }
            boolean stepped = Line.of(versions, 0).steps().stream().anyMatch(s -> s.kind() != Step.Kind.NONE);
            alarms += stepped ? 1 : 0;
        }
        return alarms / (double) series;
    }

    private static double chiSquare(SplitMix random, int dof) {
        double sum = 0;
        for (int i = 0; i < dof; i++) {
            double z = random.gaussian();
            sum += z * z;
        }
        return sum;
    }

    @Test
    void quietSeriesSeldomShowAStepOnceDaysAreReckonedWith() {
        assertThat(falseAlarms(0, false)).isLessThan(.06);
        assertThat(falseAlarms(.01, false)).as("what ignoring it costs").isGreaterThan(.3);
        assertThat(falseAlarms(.01, true)).isLessThan(.07);
    }

    @Test
    void quietStretchesAreSeldomGivenANameAndMovingOnesMostlyAre() {
        SplitMix random = new SplitMix(12);
        int named = 0;
        int drifts = 0;
        int shifts = 0;
        for (int i = 0; i < 600; i++) {
            List<VersionScore> quiet = new ArrayList<>();
            List<VersionScore> drift = new ArrayList<>();
            List<VersionScore> shift = new ArrayList<>();
            for (int v = 0; v < 10; v++) {
                double e = .008 * random.gaussian();
                quiet.add(version(e, .008));
                drift.add(version(e + .006 * v, .008));
                shift.add(version(e + (v < 5 ? 0 : .025), .008));
            }
            named += has(quiet, Stretch.Name.DRIFT) || has(quiet, Stretch.Name.SHIFT) ? 1 : 0;
            drifts += has(drift, Stretch.Name.DRIFT) ? 1 : 0;
            shifts += has(shift, Stretch.Name.SHIFT) ? 1 : 0;
        }
        assertThat(named / 600.0).isLessThan(.10);
        assertThat(drifts / 600.0).isGreaterThan(.75);
        assertThat(shifts / 600.0).isGreaterThan(.6);
    }

    private static boolean has(List<VersionScore> versions, Stretch.Name name) {
        return Line.of(versions, .01).stretches().stream().anyMatch(s -> s.name() == name);
    }
}
