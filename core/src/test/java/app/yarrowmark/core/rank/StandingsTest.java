package app.yarrowmark.core.rank;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.yarrowmark.core.Golden;
import com.fasterxml.jackson.databind.JsonNode;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import org.hipparchus.linear.LUDecomposition;
import org.hipparchus.linear.MatrixUtils;
import org.hipparchus.linear.RealMatrix;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class StandingsTest {

    private static final JsonNode GOLDEN = Golden.read("D2_standings_suites");
    private static final int[] SUITES = Arrays.stream(
                    Golden.doubles(GOLDEN.get("inputs").get("suite_of_test")))
            .mapToInt(k -> (int) k)
            .toArray();

    /** The readings of the worked example. */
    static double[][] logs() {
        return Arrays.stream(Golden.matrix(GOLDEN.get("inputs").get("readings")))
                .map(row -> Arrays.stream(row).map(Math::log).toArray())
                .toArray(double[][]::new);
    }

    static ScoreMatrix matrix(double[][] logs) {
        double error = GOLDEN.get("inputs").get("se").asDouble();
        double[][] variance = new double[logs.length][logs[0].length];
        Arrays.stream(variance).forEach(row -> Arrays.fill(row, error * error));
        return ScoreMatrix.of(logs, variance, SUITES);
    }

    private static void check(AdditiveFit fit, JsonNode expected) {
        for (int s = 0; s < fit.theta().length; s++) {
            Golden.assertSame(
                    "theta " + s, fit.theta()[s], expected.get("theta").get(s));
            Golden.assertSame("p " + s, 1 / fit.own()[s], expected.get("p").get(s));
            for (int m = 0; m < SUITES.length; m++) {
                int cell = fit.matrix().cell(s, m);
                if (cell >= 0) {
                    Golden.assertSame(
                            "trust", fit.trust()[cell], expected.get("h").get(s).get(m));
                    Golden.assertSame(
                            "trust in a suite",
                            fit.suiteTrust()[cell],
                            expected.get("g").get(s).get(SUITES[m]));
                }
            }
        }
        for (int m = 0; m < SUITES.length; m++) {
            Golden.assertSame("mu " + m, fit.mu()[m], expected.get("mu").get(m));
        }
        Golden.assertSame("tau", fit.tauSquared(), expected.get("tau2"));
        Golden.assertSame("taste", fit.tasteSquared(), expected.get("sig2"));
        Golden.assertSame("dof", fit.dof(), expected.get("nu"));
        assertThat(fit.dofWithin()).isEqualTo(expected.get("dof_w").asInt());
        assertThat(fit.dofBetween()).isEqualTo(expected.get("dof_b").asInt());
        double[][] covariance = Golden.matrix(expected.get("cov_theta"));
        for (int a = 0; a < covariance.length; a++) {
            for (int b = 0; b < a; b++) {
                assertThat(fit.varianceOfDifference(a, b))
                        .isCloseTo(covariance[a][a] + covariance[b][b] - 2 * covariance[a][b], within(2e-8));
            }
        }
    }

    @Test
    void agreesWithTheWorkedExampleWithoutWeights() {
        check(AdditiveModel.fitPlain(matrix(logs())), GOLDEN.get("plain"));
    }

    @Test
    void agreesWithTheWorkedExample() {
        AdditiveFit fit = AdditiveModel.fit(matrix(logs()));
        check(fit, GOLDEN.get("robust"));
        assertThat(fit.suites()).isEqualTo(3);
        assertThat(fit.suitesOf(0)).isEqualTo(3);
        assertThat(fit.oddSuites()).isEmpty();
    }

    @Test
    void doubtsAnOddCellAsInTheWorkedExample() {
        double[][] odd = logs();
        odd[3][0] += Math.log(3);
        AdditiveFit fit = AdditiveModel.fit(matrix(odd));
        check(fit, GOLDEN.get("odd_cell"));
        assertThat(fit.oddSuites()).as("one odd test is no taste for a suite").isEmpty();
    }

    @Test
    void namesAnOddSuiteAsInTheWorkedExample() {
        double[][] odd = logs();
        for (int m = 0; m < 3; m++) {
            odd[4][m] += Math.log(2);
        }
        AdditiveFit fit = AdditiveModel.fit(matrix(odd));
        check(fit, GOLDEN.get("odd_suite"));
        assertThat(fit.oddSuites()).hasSize(1);
        assertThat(fit.oddSuites().get(0).subject()).isEqualTo(4);
        assertThat(fit.oddSuites().get(0).suite()).isZero();
        assertThat(Math.exp(fit.oddSuites().get(0).log())).isBetween(1.5, 2.0);
    }

    @Test
    void solvesTheNormalEquationsOfTheWorkedExample() {
        JsonNode expected = GOLDEN.get("fixed");
        AdditiveFit fit = AdditiveModel.fitFixed(matrix(logs()), .0025, .0064);
        for (int s = 0; s < 6; s++) {
            Golden.assertSame("theta", fit.theta()[s], expected.get("theta").get(s));
            Golden.assertSame("p", 1 / fit.own()[s], expected.get("p").get(s));
        }
        Golden.assertSame("trace", fit.scale(), expected.get("trace_mean"));
        double[][] levels = Golden.matrix(expected.get("cov_mu"));
        for (int a = 0; a < levels.length; a++) {
            for (int b = 0; b < levels.length; b++) {
                assertThat(fit.levels()[a][b]).isCloseTo(levels[a][b], within(1e-8));
            }
        }
        Golden.assertSame("contrast", fit.varianceOfDifference(0, 1), expected.get("cov_contrast_first_two"));
    }

    /** Generalised least squares with the whole covariance of the cells, written out. */
    @Test
    void agreesWithThePlainWay() {
        SplitMix random = new SplitMix(31);
        int[] suites = {2, 0, 1, 0, 2, 0, 1};
        double[][] y = new double[9][7];
        double[][] v = new double[9][7];
        for (int s = 0; s < 9; s++) {
            for (int m = 0; m < 7; m++) {
                y[s][m] = random.uniform() < .3 ? Double.NaN : s + m + .1 * random.gaussian();
                v[s][m] = 1e-4 * (1 + random.uniform());
            }
        }
        ScoreMatrix matrix = ScoreMatrix.of(y, v, suites);
        AdditiveFit fit = AdditiveModel.fitFixed(matrix, .003, .008);
        RealMatrix design = MatrixUtils.createRealMatrix(matrix.cells(), 9 + 7);
        RealMatrix covariance = MatrixUtils.createRealMatrix(matrix.cells(), matrix.cells());
        RealMatrix values = MatrixUtils.createRealMatrix(matrix.cells(), 1);
        for (int s = 0; s < 9; s++) {
            for (int i = matrix.from(s); i < matrix.from(s + 1); i++) {
                design.setEntry(i, s, 1);
                design.setEntry(i, 9 + matrix.testOf(i), 1);
                values.setEntry(i, 0, matrix.logOf(i));
                for (int j = matrix.from(s); j < matrix.from(s + 1); j++) {
                    boolean together = suites[matrix.testOf(i)] == suites[matrix.testOf(j)];
                    covariance.setEntry(i, j, (together ? .008 : 0) + (i == j ? .003 + matrix.varianceOf(i) : 0));
                }
            }
        }
        RealMatrix weight = MatrixUtils.inverse(covariance);
        RealMatrix normal = design.transpose().multiply(weight).multiply(design);
        // Levels are free up to a constant; the sum of the subjects is held at nothing.
        for (int a = 0; a < 9; a++) {
            for (int b = 0; b < 9; b++) {
                normal.addToEntry(a, b, 1e4);
            }
        }
        RealMatrix inverse = new LUDecomposition(normal).getSolver().getInverse();
        RealMatrix found = inverse.multiply(design.transpose()).multiply(weight).multiply(values);
        for (int s = 1; s < 9; s++) {
            assertThat(fit.theta()[s] - fit.theta()[0])
                    .isCloseTo(found.getEntry(s, 0) - found.getEntry(0, 0), within(1e-9));
            assertThat(fit.varianceOfDifference(s, 0))
                    .isCloseTo(
                            inverse.getEntry(s, s) + inverse.getEntry(0, 0) - 2 * inverse.getEntry(s, 0), within(1e-9));
        }
    }

    @Test
    void orderOfSubjectsAndTestsDoesNotMatter() {
        ScoreMatrix matrix = matrix(logs());
        int[] was = {4, 2, 0, 1, 5, 3};
        AdditiveFit turned = AdditiveModel.fit(matrix.part(was, new int[] {5, 3, 0, 4, 2, 1}));
        AdditiveFit straight = AdditiveModel.fit(matrix);
        for (int s = 0; s < was.length; s++) {
            assertThat(turned.theta()[s]).isCloseTo(straight.theta()[was[s]], within(1e-9));
            assertThat(turned.quasiVariances()[s]).isCloseTo(straight.quasiVariances()[was[s]], within(1e-10));
        }
    }

    @Test
    void subjectsWithoutACommonTestAreIslands() {
        double no = Double.NaN;
        ScoreMatrix matrix = ScoreMatrix.of(
                new double[][] {{1, no, no}, {2, 1, no}, {no, no, 5}, {no, no, no}, {no, 3, no}}, new double[5][3]);

        List<Island> islands = Island.of(matrix);

        assertThat(islands).hasSize(2);
        assertThat(islands.get(0).subjects()).containsExactly(0, 1, 4);
        assertThat(islands.get(0).tests()).containsExactly(0, 1);
        assertThat(islands.get(1).subjects()).containsExactly(2);
        assertThatThrownBy(() -> AdditiveModel.fit(matrix))
                .hasMessage("subjects that share no test cannot be fitted together");
    }

    @Test
    void oneTestAloneRanksNobodyBesideOthers() {
        double no = Double.NaN;
        ScoreMatrix matrix = ScoreMatrix.of(
                new double[][] {{1, 2, no, no}, {2, 1, 3, no}, {no, 4, no, no}, {3, no, no, 7}}, new double[4][4]);
        Island whole = Island.of(matrix).get(0);

        Island core = whole.core(matrix);

        // The third has one test, the last one of its own beside one; the fourth test goes with it, the third is left
        // with one.
        assertThat(core.subjects()).containsExactly(0, 1);
        assertThat(core.tests()).containsExactly(0, 1);
        ScoreMatrix chain = ScoreMatrix.of(new double[][] {{1, no}, {2, 1}, {no, 3}}, new double[3][2]);
        assertThat(Island.of(chain).get(0).core(chain).subjects()).isEmpty();
    }

    @Test
    void theUsualWayRoundIsTheUsualWayRound() {
        Place only = Placing.of(AdditiveModel.fit(ScoreMatrix.of(new double[][] {{3, 4}}, new double[][] {{0, 0}}))
                        .estimate(1))
                .against(0)
                .get(0);
        assertThat(only.index()).isEqualTo(100);
        assertThat(only.best()).isEqualTo(1);
        assertThat(only.worst()).isEqualTo(1);
    }

    @Test
    void skippingHeavyTestsDoesNotFavourWeakSubjects() {
        double[] speed = {1, .8, .6, .4};
        double[] weight = {100, 10, 1, 1000, 5};
        double[][] y = new double[4][5];
        for (int s = 0; s < 4; s++) {
            for (int m = 0; m < 5; m++) {
                y[s][m] = s == 3 && m > 2 ? Double.NaN : Math.log(speed[s] * weight[m]);
            }
        }
        AdditiveFit fit = AdditiveModel.fit(ScoreMatrix.of(y, new double[4][5]));
        assertThat(Math.exp(fit.theta()[3] - fit.theta()[0])).isCloseTo(.4, within(1e-9));
    }

    /** What a device does in other tests of a suite belongs to what is expected of it there. */
    @Test
    void predictionsCoverWhatWasLeftOut() {
        SplitMix random = new SplitMix(5);
        int hits = 0;
        double off = 0;
        double plainOff = 0;
        int tries = 200;
        for (int t = 0; t < tries; t++) {
            Pool pool = new Pool(random, 12, new int[] {4, 4, 4}, .3, .10, .04, 0);
            double truth = pool.matrix.log(3, 1);
            AdditiveFit fit = AdditiveModel.fit(pool.matrix.without(3, 1));
            Prediction p = fit.predict(3, 1);
            double half = app.yarrowmark.core.score.Student.quantile(.95, p.dof()) * Math.sqrt(p.variance() + 1e-4);
            hits += Math.abs(truth - p.log()) < half ? 1 : 0;
            off += Math.abs(truth - p.log());
            plainOff += Math.abs(truth - fit.theta()[3] - fit.mu()[1]);
        }
        assertThat((double) hits / tries).isBetween(.86, .995);
        assertThat(off).isLessThan(.7 * plainOff);
        assertThatThrownBy(() -> AdditiveModel.fit(matrix(logs())).predict(0, 0))
                .hasMessageContaining("fitted itself");
    }

    /** Devices with a taste for suites: the variances that were put in are found. */
    @Test
    void findsHowFarTestsAndSuitesSpread() {
        SplitMix random = new SplitMix(8);
        double tau = 0;
        double taste = 0;
        int desks = 60;
        for (int t = 0; t < desks; t++) {
            AdditiveFit fit =
                    AdditiveModel.fit(new Pool(random, 20, new int[] {4, 4, 4, 4, 4, 4}, .3, .08, .05, .2).matrix);
            tau += fit.tauSquared() / desks;
            taste += fit.tasteSquared() / desks;
        }
        assertThat(Math.sqrt(tau)).isCloseTo(.05, within(.003));
        assertThat(Math.sqrt(taste)).isCloseTo(.08, within(.006));
    }

    @ParameterizedTest
    @CsvSource({"4 4 4 4 4 4, 20", "8 8 8, 20", "17 1 1 1, 20", "12, 20", "3 3, 5"})
    void pairsToldApartAreTheRightWayRoundInNineTablesOfTen(String sizes, int subjects) {
        SplitMix random = new SplitMix(3);
        int[] suites =
                Arrays.stream(sizes.split(" ")).mapToInt(Integer::parseInt).toArray();
        int wrong = 0;
        int tables = 100;
        for (int t = 0; t < tables; t++) {
            Pool pool = new Pool(random, subjects, suites, .03, .08, .05, 0);
            Lines lines = Lines.of(AdditiveModel.fit(pool.matrix).estimate(t));
            wrong += IntStream.range(0, subjects)
                            .anyMatch(a -> IntStream.range(0, subjects)
                                    .anyMatch(b -> pool.theta[a] < pool.theta[b]
                                            && lines.theta()[a] > lines.theta()[b]
                                            && lines.apart(a, b)))
                    ? 1
                    : 0;
        }
        assertThat((double) wrong / tables).isLessThan(.13);
    }

    /** A pool of known truth, in which devices have a taste for suites. */
    static final class Pool {

        final double[] theta;
        final ScoreMatrix matrix;

        Pool(SplitMix random, int subjects, int[] sizes, double spread, double taste, double tau, double missing) {
            int[] suites = IntStream.range(0, sizes.length)
                    .flatMap(k -> IntStream.range(0, sizes[k]).map(i -> k))
                    .toArray();
            theta = IntStream.range(0, subjects)
                    .mapToDouble(s -> spread * random.gaussian())
                    .toArray();
            double[][] y = new double[subjects][suites.length];
            double[][] v = new double[subjects][suites.length];
            for (int s = 0; s < subjects; s++) {
                double[] own = IntStream.of(sizes)
                        .mapToDouble(k -> taste * random.gaussian())
                        .toArray();
                for (int m = 0; m < suites.length; m++) {
                    boolean left = m > 0 && random.uniform() < missing;
                    y[s][m] = left
                            ? Double.NaN
                            : theta[s] + m + own[suites[m]] + tau * random.gaussian() + .01 * random.gaussian();
                    v[s][m] = 1e-4;
                }
            }
            matrix = ScoreMatrix.of(y, v, suites);
        }
    }

    @Test
    void theMatrixKeepsOnlyWhatIsThere() {
        ScoreMatrix matrix = matrix(logs());

        assertThat(matrix.cells()).isEqualTo(29);
        assertThat(matrix.has(0, 2)).isFalse();
        assertThat(matrix.log(0, 2)).isNaN();
        assertThat(matrix.without(0, 0).cells()).isEqualTo(28);
        ScoreMatrix turned = matrix.part(new int[] {4, 0}, new int[] {3, 1});
        assertThat(turned.log(1, 0)).isEqualTo(matrix.log(0, 3));
        assertThat(turned.suiteOf(0)).isEqualTo(1);
        assertThat(turned.has(1, 0)).isTrue();
        int[] two = {0, 1};
        assertThatThrownBy(() -> new ScoreMatrix.Builder(two).add(1, 1, 0).add(0, 1, 0))
                .hasMessageContaining("out of order");
        assertThatThrownBy(() -> new ScoreMatrix.Builder(two).add(0, Double.POSITIVE_INFINITY, 0))
                .hasMessageContaining("no usable score");
    }
}
