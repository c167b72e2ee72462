package app.yarrowmark.core.score;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.yarrowmark.core.rank.SplitMix;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

class JointScoreTest {

    private static Score score(double value, double error) {
        return new Score(3, Math.log(value), 6, 3 * error * error, 0, error);
    }

    @Test
    void isTheMeanOfLogarithms() {
        Score joint = JointScore.of(List.of(score(100, .01), score(400, .01)), PooledNoise.NONE);

        assertThat(joint.value()).isCloseTo(200, within(1e-9));
        assertThat(joint.count()).isEqualTo(6);
    }

    @Test
    void oneSetupDoesNotPassForAllThatBearIt() {
        PooledNoise between = new PooledNoise(.04, 10);

        Score alone = JointScore.of(List.of(score(100, .01)), between);

        assertThat(alone.standardError()).isCloseTo(Math.sqrt(.04 + .0001), within(1e-9));
        assertThat(alone.dof()).isCloseTo(between.priorWeight(), within(.1));
    }

    @Test
    void withoutHistoryOneSetupStandsForItself() {
        assertThat(JointScore.of(List.of(score(100, .01)), PooledNoise.NONE).standardError())
                .isCloseTo(.01, within(1e-12));
    }

    @Test
    void ofUnknownNoiseStaysUnknownWhileItIsAlone() {
        Score unknown = new Score(1, Math.log(100), 0, 0, 0, 0);

        assertThat(JointScore.of(List.of(unknown), PooledNoise.NONE).noiseKnown())
                .isFalse();
        assertThat(JointScore.of(List.of(unknown, unknown), PooledNoise.NONE).noiseKnown())
                .isTrue();
    }

    @Test
    void coversTheTruthOfAPartAboutNineteenTimesOfTwenty() {
        SplitMix random = new SplitMix(77);
        int hits = 0;
        int tries = 1500;
        for (int t = 0; t < tries; t++) {
            List<double[]> others = new ArrayList<>();
            for (int part = 0; part < 6; part++) {
                others.add(new double[] {.1 * random.gaussian(), .1 * random.gaussian()});
            }
            List<Score> bearers = new ArrayList<>();
            for (int s = 0; s < 3; s++) {
                double truth = .1 * random.gaussian();
                bearers.add(new Score(3, truth + .01 * random.gaussian(), 6, .0003, 0, .01));
            }
            Score joint = JointScore.of(bearers, NoisePool.of(others).all());
            hits += Math.abs(joint.log()) < Student.quantile(.975, joint.dof()) * joint.standardError() ? 1 : 0;
        }
        assertThat((double) hits / tries).isBetween(.925, .98);
    }
}
