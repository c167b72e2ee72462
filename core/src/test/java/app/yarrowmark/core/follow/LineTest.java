package app.yarrowmark.core.follow;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.yarrowmark.core.Golden;
import app.yarrowmark.core.score.PooledNoise;
import app.yarrowmark.core.score.Scoring;
import app.yarrowmark.core.suite.Direction;
import app.yarrowmark.core.written.Reading;
import com.fasterxml.jackson.databind.JsonNode;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.OptionalInt;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

class LineTest {

    private static List<VersionScore> golden(JsonNode inputs) {
        List<VersionScore> line = new ArrayList<>();
        for (int i = 0; i < inputs.get("scores").size(); i++) {
            line.add(new VersionScore(
                    Math.log(inputs.get("scores").get(i).asDouble()),
                    inputs.get("se").get(i).asDouble(),
                    inputs.get("dof").get(i).asDouble()));
        }
        return line;
    }

    private static List<VersionScore> line(double error, double... scores) {
        return Arrays.stream(scores)
                .mapToObj(s -> new VersionScore(Math.log(s), error, 6))
                .toList();
    }

    private static void checkStretches(Line line, JsonNode expected) {
        assertThat(line.stretches()).hasSameSizeAs(expected);
        for (int i = 0; i < expected.size(); i++) {
            Stretch s = line.stretches().get(i);
            JsonNode e = expected.get(i);
            assertThat(s.first()).isEqualTo(e.get("first").asInt());
            assertThat(s.last()).isEqualTo(e.get("last").asInt());
            assertThat(s.name().name().toLowerCase().replace('_', ' '))
                    .isEqualTo(e.get("name").asText());
            if (e.hasNonNull("new_from")) {
                assertThat(s.shiftFrom()).hasValue(e.get("new_from").asInt());
            }
        }
    }

    @Test
    void stepsAgreeWithTheWorkedExample() {
        JsonNode golden = Golden.read("H_steps");
        List<VersionScore> versions = golden(golden.get("inputs"));
        Line line = Line.of(versions, SessionVariance.UNKNOWN, .01);
        JsonNode steps = golden.at("/expected/steps");
        for (int i = 0; i < steps.size(); i++) {
            Step s = line.steps().get(i);
            Golden.assertSame("change " + i, s.log(), steps.get(i).get("log_change"));
            Golden.assertSame("error " + i, s.standardError(), steps.get(i).get("se"));
            Golden.assertSame("dof " + i, s.dof(), steps.get(i).get("dof"));
            Golden.assertSame("p " + i, s.p(), steps.get(i).get("p"));
            Golden.assertSame("holm " + i, s.holm(), steps.get(i).get("holm"));
            assertThat(s.kind()).isEqualTo(steps.get(i).get("step").asBoolean() ? Step.Kind.UP : Step.Kind.NONE);
        }
        checkStretches(line, golden.at("/expected/segments"));
        Golden.assertSame(
                "session variance",
                SessionVariance.ofLine(versions).value(),
                golden.at("/expected/robust_session_variance"));
    }

    @Test
    void stretchesAgreeWithTheWorkedExamples() {
        JsonNode golden = Golden.read("H_naming");
        golden.fields().forEachRemaining(e -> {
            List<VersionScore> versions = golden(e.getValue());
            Line line = Line.of(versions, SessionVariance.UNKNOWN, .01);
            checkStretches(line, e.getValue().get("segments"));
            for (int i = 0; i < line.steps().size(); i++) {
                Golden.assertSame(
                        e.getKey() + " holm " + i,
                        line.steps().get(i).holm(),
                        e.getValue().get("holm").get(i));
            }
            Golden.assertSame(
                    e.getKey() + " session variance",
                    SessionVariance.ofLine(versions).value(),
                    e.getValue().get("robust_session_variance"));
        });
    }

    @Test
    void aSingleVersionThatIsOffIsABlipAndBreaksNoStretch() {
        Line line = Line.of(line(.002, 100, 100.1, 80, 100.2, 100, 100.1), SessionVariance.UNKNOWN, .01);
        assertThat(line.steps().stream().map(Step::kind))
                .containsExactly(Step.Kind.NONE, Step.Kind.BLIP, Step.Kind.BLIP, Step.Kind.NONE, Step.Kind.NONE);
        assertThat(line.stretches()).hasSize(1);
        Stretch stretch = line.stretches().get(0);
        assertThat(stretch).isEqualTo(new Stretch(0, 5, Stretch.Name.LEVEL, OptionalInt.empty(), stretch.slope()));
        assertThat(stretch.slope()).isCloseTo(0, within(.001));
    }

    @Test
    void aVersionThatComesBackOnlyHalfIsTwoSteps() {
        Line line = Line.of(line(.002, 100, 80, 90, 90), SessionVariance.UNKNOWN, .01);
        assertThat(line.steps().stream().map(Step::kind)).containsExactly(Step.Kind.DOWN, Step.Kind.UP, Step.Kind.NONE);
        assertThat(line.stretches().stream().map(Stretch::name)).containsOnly(Stretch.Name.TOO_SHORT);
    }

    @Test
    void movementBetweenDaysHidesWhatItCouldHaveMade() {
        List<VersionScore> versions = line(.001, 100, 102, 102.1);
        assertThat(Line.of(versions, SessionVariance.UNKNOWN, .01)
                        .steps()
                        .get(0)
                        .kind())
                .isEqualTo(Step.Kind.UP);
        SessionVariance days = new SessionVariance(.02 * .02, SessionVariance.Source.HISTORY, Double.POSITIVE_INFINITY);
        Line line = Line.of(versions, days, .01);
        assertThat(line.steps().get(0).kind()).isEqualTo(Step.Kind.NONE);
        assertThat(line.firstToLast().standardError()).isCloseTo(Math.sqrt(2e-6 + 2 * .0004), within(1e-12));
    }

    @Test
    void whatIsSmallerThanTheThresholdIsNoStepHoweverSure() {
        assertThat(Line.of(line(.0001, 100, 100.5), SessionVariance.UNKNOWN, .01)
                        .steps()
                        .get(0)
                        .kind())
                .isEqualTo(Step.Kind.NONE);
    }

    @Test
    void unknownNoiseNamesNothing() {
        List<VersionScore> versions = Stream.of(100.0, 200.0, 50.0, 70.0)
                .map(v -> VersionScore.of(Scoring.score(List.of(new Reading(v, 1)), PooledNoise.NONE), Direction.LOWER))
                .toList();
        Line line = Line.of(versions, SessionVariance.UNKNOWN, .01);
        assertThat(line.steps().stream().map(Step::kind)).containsOnly(Step.Kind.UNKNOWN);
        assertThat(line.steps().get(0).log()).isCloseTo(-Math.log(2), within(1e-12));
        assertThat(line.stretches().get(0).name()).isEqualTo(Stretch.Name.TOO_SHORT);
        assertThat(line.firstToLast().noiseKnown()).isFalse();
        assertThatThrownBy(() -> Line.of(versions.subList(0, 1), SessionVariance.UNKNOWN, .01))
                .hasMessageContaining("two versions or more");
    }

    @Test
    void sessionVarianceIsLearnedFromSetupsMeasuredOnSeveralDays() {
        Random random = new Random(5);
        List<List<double[]>> setups = new ArrayList<>();
        for (int s = 0; s < 200; s++) {
            List<double[]> days = new ArrayList<>();
            for (int d = 0; d < 3; d++) {
                double day = .015 * random.nextGaussian();
                double[] readings = new double[2 + d];
                for (int r = 0; r < readings.length; r++) {
                    readings[r] = s + day + .01 * random.nextGaussian();
                }
                days.add(readings);
            }
            setups.add(days);
        }
        SessionVariance found = SessionVariance.ofHistory(setups);
        assertThat(found.source()).isEqualTo(SessionVariance.Source.HISTORY);
        assertThat(Math.sqrt(found.value())).isCloseTo(.015, within(.0015));
        assertThat(SessionVariance.ofHistory(setups.subList(0, 1))).isEqualTo(SessionVariance.UNKNOWN);
    }

    @Test
    void aShortOrStillLineSaysNothingOfSessions() {
        assertThat(SessionVariance.ofLine(line(.01, 1, 1, 1, 1, 1))).isEqualTo(SessionVariance.UNKNOWN);
        assertThat(SessionVariance.ofLine(line(0, 1, 1, 1, 1, 1, 1)).value()).isZero();
    }

    /** Share of quiet series of eight versions in which something is called a step, a drift or a shift. */
    private static double falseAlarms(double omega, boolean known) {
        Random random = new Random(11);
        int alarms = 0;
        int series = 1500;
        for (int i = 0; i < series; i++) {
            List<VersionScore> versions = new ArrayList<>();
            for (int v = 0; v < 8; v++) {
                double error = .006 * Math.sqrt(chiSquare(random, 6) / 6);
                versions.add(new VersionScore(.006 * random.nextGaussian() + omega * random.nextGaussian(), error, 6));
            }
            SessionVariance session = known ? SessionVariance.ofLine(versions) : SessionVariance.UNKNOWN;
            Line line = Line.of(versions, session, 0);
            boolean stepped = line.steps().stream().anyMatch(s -> s.kind() != Step.Kind.NONE);
            alarms += stepped ? 1 : 0;
        }
        return alarms / (double) series;
    }

    private static double chiSquare(Random random, int dof) {
        double sum = 0;
        for (int i = 0; i < dof; i++) {
            double z = random.nextGaussian();
            sum += z * z;
        }
        return sum;
    }

    @Test
    void quietSeriesSeldomShowAStepOnceDaysAreReckonedWith() {
        assertThat(falseAlarms(0, false)).isLessThan(.06);
        assertThat(falseAlarms(.01, false)).as("what ignoring it costs").isGreaterThan(.3);
        assertThat(falseAlarms(.01, true)).isLessThan(.12);
    }

    @Test
    void quietStretchesAreSeldomGivenANameAndMovingOnesMostlyAre() {
        Random random = new Random(12);
        int named = 0;
        int drifts = 0;
        int shifts = 0;
        for (int i = 0; i < 600; i++) {
            List<VersionScore> quiet = new ArrayList<>();
            List<VersionScore> drift = new ArrayList<>();
            List<VersionScore> shift = new ArrayList<>();
            for (int v = 0; v < 10; v++) {
                double e = .008 * random.nextGaussian();
                quiet.add(new VersionScore(e, .008, 6));
                drift.add(new VersionScore(e + .006 * v, .008, 6));
                shift.add(new VersionScore(e + (v < 5 ? 0 : .025), .008, 6));
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
        return Line.of(versions, SessionVariance.UNKNOWN, .01).stretches().stream()
                .anyMatch(s -> s.name() == name);
    }
}
