package app.yarrowmark.core.rank;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import org.junit.jupiter.api.Test;

class SteepnessTest {

    private static final int SUBJECTS = 30;
    private static final int TESTS = 12;
    private static final double ERROR = 0.02;

    @Test
    void findsTheSteepTestsWhereTheWeakSkipThem() {
        double plainError = 0;
        double steepError = 0;
        double offBy = 0;
        for (int seed = 1; seed <= 30; seed++) {
            Made made = new Made(seed, 0.35, true);
            AdditiveFit plain = AdditiveModel.fit(made.matrix);
            Steepness.Levelled level = Steepness.fit(made.matrix);
            plainError += error(plain.theta(), made.theta);
            steepError += error(level.fit().theta(), made.theta);
            offBy += error(Arrays.stream(level.steepness()).map(Math::log).toArray(), made.logBeta);
        }
        assertThat(steepError).isLessThan(0.5 * plainError);
        assertThat(offBy / 30).isLessThan(0.12);
    }

    @Test
    void costsNextToNothingWhereAllAreEquallySteep() {
        double plainError = 0;
        double steepError = 0;
        for (int seed = 1; seed <= 30; seed++) {
            Made made = new Made(seed, 0, false);
            AdditiveFit plain = AdditiveModel.fit(made.matrix);
            Steepness.Levelled level = Steepness.fit(made.matrix);
            plainError += error(plain.theta(), made.theta);
            steepError += error(level.fit().theta(), made.theta);
            assertThat(Arrays.stream(level.steepness()).allMatch(b -> b > 0.8 && b < 1.25))
                    .isTrue();
        }
        assertThat(steepError).isLessThan(1.1 * plainError);
    }

    @Test
    void saysNothingOfTestsThatFewHave() {
        ScoreMatrix matrix = ScoreMatrix.of(new double[][] {{0, 0, 1}, {1, 3, 2}, {2, 6, Double.NaN}}, new double[][] {
            {1e-4, 1e-4, 1e-4}, {1e-4, 1e-4, 1e-4}, {1e-4, 1e-4, 0}
        });
        assertThat(Steepness.fit(matrix).steepness()).containsExactly(1, 1, 1);
    }

    @Test
    void levellingBringsGapsAndErrorsToOneScale() {
        ScoreMatrix level =
                Steepness.level(
                        ScoreMatrix.of(new double[][] {{1, 4}, {2, 8}}, new double[][] {{.01, .04}, {.01, .04}}),
                        new double[] {1, 2});
        assertThat(level.log(1, 1) - level.log(0, 1)).isCloseTo(2, within(1e-12));
        assertThat(level.variance(0, 1)).isCloseTo(.01, within(1e-12));
        assertThat(level.variance(0, 0)).isEqualTo(.01);
    }

    @Test
    void doesNotDependOnTheOrderOfSubjects() {
        Made made = new Made(7, 0.3, true);
        int[] rows = new int[SUBJECTS];
        Arrays.setAll(rows, s -> SUBJECTS - 1 - s);
        int[] columns = new int[TESTS];
        Arrays.setAll(columns, m -> m);
        ScoreMatrix turned = made.matrix.part(rows, columns);
        double[] one = Steepness.fit(made.matrix).steepness();
        double[] other = Steepness.fit(turned).steepness();
        for (int m = 0; m < TESTS; m++) {
            assertThat(other[m]).isCloseTo(one[m], within(1e-6));
        }
    }

    /** Root mean square of the differences, both moved to a mean of 0. */
    private static double error(double[] found, double[] truth) {
        double middle = Arrays.stream(found).average().orElseThrow()
                - Arrays.stream(truth).average().orElseThrow();
        double sum = 0;
        for (int i = 0; i < found.length; i++) {
            sum += Math.pow(found[i] - truth[i] - middle, 2);
        }
        return Math.sqrt(sum / found.length);
    }

    /** A pool of known truth; where the weak skip, the lower half lacks the three steepest tests and one of three others. */
    private static final class Made {

        final double[] theta = new double[SUBJECTS];
        final double[] logBeta = new double[TESTS];
        final ScoreMatrix matrix;

        Made(long seed, double spread, boolean skip) {
            SplitMix random = new SplitMix(seed);
            for (int s = 0; s < SUBJECTS; s++) {
                theta[s] = 0.8 * random.gaussian();
            }
            for (int m = 0; m < TESTS; m++) {
                logBeta[m] = spread * random.gaussian();
            }
            Arrays.sort(logBeta);
            double middle = Arrays.stream(logBeta).average().orElseThrow();
            double[][] log = new double[SUBJECTS][TESTS];
            double[][] variance = new double[SUBJECTS][TESTS];
            for (int s = 0; s < SUBJECTS; s++) {
                for (int m = 0; m < TESTS; m++) {
                    boolean heavy = m >= TESTS - 3;
                    boolean lacks = skip && theta[s] < 0 && (heavy || random.uniform() < 1 / 3.0);
                    log[s][m] = lacks
                            ? Double.NaN
                            : 3 + m + Math.exp(logBeta[m] - middle) * theta[s] + 0.05 * random.gaussian();
                    variance[s][m] = ERROR * ERROR;
                }
            }
            for (int m = 0; m < TESTS; m++) {
                logBeta[m] -= middle;
            }
            matrix = ScoreMatrix.of(log, variance);
        }
    }
}
