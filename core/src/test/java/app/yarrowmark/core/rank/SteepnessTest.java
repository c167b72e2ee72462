package app.yarrowmark.core.rank;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.yarrowmark.core.Golden;
import com.fasterxml.jackson.databind.JsonNode;
import java.util.Arrays;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class SteepnessTest {

    private static final JsonNode GOLDEN = Golden.read("S2_steep");

    private static AdditiveFit worked() {
        double[][] y = Arrays.stream(Golden.matrix(GOLDEN.get("inputs").get("readings")))
                .map(row -> Arrays.stream(row).map(Math::log).toArray())
                .toArray(double[][]::new);
        double[][] v = new double[y.length][y[0].length];
        Arrays.stream(v).forEach(row -> Arrays.fill(row, 1e-4));
        int[] suites = Arrays.stream(Golden.doubles(GOLDEN.get("inputs").get("suite_of_test")))
                .mapToInt(k -> (int) k)
                .toArray();
        return AdditiveModel.fit(ScoreMatrix.of(y, v, suites));
    }

    @Test
    void agreesWithTheWorkedExample() {
        JsonNode expected = GOLDEN.get("expected");
        AdditiveFit fit = worked();
        Golden.assertSame("tau", fit.tauSquared(), expected.get("tau2"));
        Golden.assertSame("taste", fit.tasteSquared(), expected.get("sig2"));
        Steepness found = Steepness.of(fit);
        Golden.assertSame("F", found.statistic(), expected.at("/test/F"));
        Golden.assertSame("dof above", found.numerator(), expected.at("/test/nu1"));
        Golden.assertSame("dof below", found.denominator(), expected.at("/test/nu2"));
        Golden.assertSame("p", found.chance(), expected.at("/test/p"));
        Golden.assertSame("spread", found.spread(), expected.at("/test/spread"));
        for (int m = 0; m < found.steepness().length; m++) {
            Golden.assertSame(
                    "steepness", found.steepness()[m], expected.get("steepness").get(m));
        }
        for (int s = 0; s < found.theta().length; s++) {
            Golden.assertSame(
                    "theta", found.theta()[s], expected.get("theta_steep").get(s));
        }
        Golden.assertSame("shift", found.largestShift(), expected.get("largest_shift"));
        // The levels are those of what steepness leaves over: nothing, over all subjects of a test.
        for (int m = 0; m < found.mu().length; m++) {
            double sum = 0;
            for (int s = 0; s < found.theta().length; s++) {
                double left = fit.matrix().log(s, m) - found.mu()[m] - found.steepness()[m] * found.theta()[s];
                sum += fit.matrix().has(s, m) ? fit.trust(s, m) * left : 0;
            }
            assertThat(sum).isCloseTo(0, within(1e-6));
        }
        assertThat(found.matters()).isTrue();
    }

    private static AdditiveFit made(SplitMix random, int subjects, double[] slopes) {
        double[] theta = IntStream.range(0, subjects)
                .mapToDouble(s -> .3 * random.gaussian())
                .toArray();
        double[][] y = new double[subjects][slopes.length];
        double[][] v = new double[subjects][slopes.length];
        int[] suites = IntStream.range(0, slopes.length).map(m -> m / 3).toArray();
        for (int s = 0; s < subjects; s++) {
            double taste = 0;
            for (int m = 0; m < slopes.length; m++) {
                taste = m % 3 == 0 ? .05 * random.gaussian() : taste;
                y[s][m] = slopes[m] * theta[s] + m + taste + .04 * random.gaussian();
                v[s][m] = 1e-4;
            }
        }
        return AdditiveModel.fit(ScoreMatrix.of(y, v, suites));
    }

    @Test
    void warnsWhereTestsDifferAndHardlyEverWhereTheyDoNot() {
        SplitMix random = new SplitMix(13);
        double[] equal = new double[12];
        Arrays.fill(equal, 1);
        double[] unlike =
                IntStream.range(0, 12).mapToDouble(m -> m < 6 ? .8 : 1.5).toArray();
        int warned = 0;
        int found = 0;
        for (int t = 0; t < 60; t++) {
            warned += Steepness.of(made(random, 20, equal)).matters() ? 1 : 0;
            found += Steepness.of(made(random, 20, unlike)).chance() < .05 ? 1 : 0;
        }
        assertThat(warned / 60.0).isLessThan(.06);
        assertThat(found / 60.0).isGreaterThan(.95);
    }

    @Test
    void saysNothingOfTestsThatFewHave() {
        ScoreMatrix matrix =
                ScoreMatrix.of(new double[][] {{0, 0}, {1, 3}}, new double[][] {{1e-4, 1e-4}, {1e-4, 1e-4}});

        Steepness found = Steepness.of(AdditiveModel.fit(matrix));

        assertThat(found.chance()).isEqualTo(1);
        assertThat(found.steepness()).containsExactly(1, 1);
        assertThat(found.matters()).isFalse();
    }

    @Test
    void namesTheTestsThatOnlyTheStrongerHalfRan() {
        double[][] y = new double[8][3];
        double[][] v = new double[8][3];
        for (int s = 0; s < 8; s++) {
            for (int m = 0; m < 3; m++) {
                y[s][m] = m == 2 && s < 4 ? Double.NaN : s + m;
                v[s][m] = 1e-4;
            }
        }
        assertThat(Steepness.untold(AdditiveModel.fit(ScoreMatrix.of(y, v)))).containsExactly(2);
        int[] few = {3, 4, 5, 6, 7};
        ScoreMatrix five = ScoreMatrix.of(y, v).part(few, new int[] {0, 1, 2});
        assertThat(Steepness.untold(AdditiveModel.fit(five)))
                .as("five have no halves")
                .isEmpty();
    }

    @Test
    void theirMeanIsOne() {
        double[] found = Steepness.of(worked()).steepness();
        assertThat(Arrays.stream(found).average().orElseThrow()).isCloseTo(1, within(1e-12));
    }
}
