package app.yarrowmark.core.compare;

import static org.assertj.core.api.Assertions.assertThat;

import app.yarrowmark.core.Golden;
import app.yarrowmark.core.rank.SplitMix;
import app.yarrowmark.core.score.DayMovement;
import app.yarrowmark.core.score.Score;
import app.yarrowmark.core.score.Scores;
import app.yarrowmark.core.suite.Direction;
import com.fasterxml.jackson.databind.JsonNode;
import org.junit.jupiter.api.Test;

class WouldDecideTest {

    private static final JsonNode EXPECTED = Golden.read("B2_verdict").get("expected");
    private static final double DELTA = Math.log1p(.01);

    @Test
    void agreesWithTheWorkedExampleOfPlans() {
        EXPECTED.get("plan").fields().forEachRemaining(e -> {
            String[] words = e.getKey().split("[= ]");
            double size = Double.parseDouble(words[1]);
            double omega = Double.parseDouble(words[3]);
            JsonNode plan = e.getValue();
            double error = WouldDecide.neededError(size, DELTA);
            Golden.assertSame(e.getKey(), error, plan.get("se_needed"));
            assertThat(WouldDecide.days(8e-5, 2 * omega * omega, error))
                    .isEqualTo(plan.get("days").asInt());
            assertThat(WouldDecide.runs(8e-5, 2 * omega * omega, error))
                    .isEqualTo(plan.get("runs_on_one_day").asInt(0));
        });
        EXPECTED.get("plan_se")
                .fields()
                .forEachRemaining(e -> Golden.assertSame(
                        e.getKey(),
                        WouldDecide.neededError(Double.parseDouble(e.getKey()), DELTA),
                        e.getValue().get(1)));
    }

    private static Score score(double log, double omega) {
        DayMovement movement = new DayMovement(omega * omega, 8, DayMovement.Source.TEST, 5);
        return Scores.of(1000 * Math.exp(log), .004, 8, 0, movement);
    }

    private static WouldDecide plan(double log, double omega) {
        Score a = score(log, omega);
        Score b = score(0, omega);
        return WouldDecide.of(a, b, Advantage.of(a, b, Direction.HIGHER, .01)).orElseThrow();
    }

    @Test
    void moreRunsOfOneDayCannotDecideWhatDaysMove() {
        WouldDecide plan = plan(.02, .01);

        assertThat(plan.aim()).isEqualTo(WouldDecide.Aim.A_LEAD);
        assertThat(plan.runs()).isZero();
        assertThat(plan.days()).isBetween(2, 40);
    }

    @Test
    void whereDaysMoveLittleMoreRunsDo() {
        assertThat(plan(.011, .001).runs()).isGreaterThan(3);
    }

    @Test
    void anEvenThatWouldTakeForeverSaysSo() {
        assertThat(plan(.0095, .01).answer()).isEqualTo(WouldDecide.Answer.NOT_WITH_THIS_THRESHOLD);
        assertThat(plan(.0095, .01).days()).isZero();
    }

    @Test
    void whatIsDecidedNeedsNothing() {
        Score a = Scores.of(120, .001, 9);
        Score b = Scores.of(100, .001, 9);
        assertThat(WouldDecide.of(a, b, Advantage.of(a, b, Direction.HIGHER, .01)))
                .isEmpty();
    }

    /** With the planned error a true difference of nothing is shown as even four times of five. */
    @Test
    void evenIsPlannedWithFourTimesOfFive() {
        SplitMix random = new SplitMix(3);
        double error = WouldDecide.neededError(0, DELTA);
        int even = 0;
        for (int t = 0; t < 3000; t++) {
            Score a = Scores.of(Math.exp(error * random.gaussian()), error, 1e6);
            Advantage one = Advantage.of(a, Score.claimed(1), Direction.HIGHER, .01);
            even += one.verdict().orElseThrow() == Verdict.EVEN ? 1 : 0;
        }
        assertThat(even / 3000.0).isBetween(.77, .83);
    }
}
