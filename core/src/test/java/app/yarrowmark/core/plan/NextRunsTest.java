package app.yarrowmark.core.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.yarrowmark.core.rank.AdditiveFit;
import app.yarrowmark.core.rank.AdditiveModel;
import app.yarrowmark.core.rank.ScoreMatrix;
import app.yarrowmark.core.rank.SplitMix;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class NextRunsTest {

    private static final double TAU = .0025;
    private static final double NOISE = .0004;

    /** Eight subjects in six tests, of which the last subject has some. */
    private static double[][] weights(int... testsOfLast) {
        double[][] w = new double[8][6];
        for (int s = 0; s < 7; s++) {
            Arrays.fill(w[s], 1 / (TAU + NOISE / 3));
        }
        for (int m : testsOfLast) {
            w[7][m] = 1 / (TAU + NOISE / 3);
        }
        return w;
    }

    /** Every test a suite of its own. */
    private static NextRuns.Group group(double[][] weights) {
        return new NextRuns.Group(weights, IntStream.range(0, weights[0].length).toArray(), 0, 1);
    }

    private static NextRuns.Candidate suite(int id, double minutes, int runs) {
        return new NextRuns.Candidate(id, minutes, List.of(new NextRuns.Test(0, id, TAU, NOISE, runs)));
    }

    private static NextRuns.Plan plan(double minutes, List<NextRuns.Candidate> candidates, int... has) {
        return NextRuns.of(List.of(group(weights(has))), 7, List.of(0, 1, 2, 3), candidates, minutes);
    }

    @Test
    void newTestsComeBeforeRepeats() {
        NextRuns.Plan plan = plan(3, List.of(suite(0, 1, 3), suite(1, 1, 3), suite(2, 1, 0), suite(3, 1, 0)), 0, 1);
        assertThat(plan.picks()).extracting(NextRuns.Pick::candidate).startsWith(2, 3);
        assertThat(plan.picks()).extracting(NextRuns.Pick::first).startsWith(true, true);
        assertThat(plan.picks().get(2).first()).isFalse();
        for (NextRuns.Pick pick : plan.picks()) {
            assertThat(pick.errorAfter().orElseThrow())
                    .isLessThan(pick.errorBefore().orElseThrow());
        }
        assertThat(plan.varianceAfter()[0]).isLessThan(plan.varianceBefore()[0]);
        assertThat(plan.varianceBefore()[7]).isNaN();
    }

    @Test
    void ofTwoThatTellTheSameTheShorterComesFirstAndTheMinutesHold() {
        NextRuns.Plan plan = plan(5, List.of(suite(2, 4, 0), suite(3, 2, 0), suite(4, 9, 0)), 0, 1);
        assertThat(plan.picks().get(0).candidate()).isEqualTo(3);
        assertThat(plan.picks()).allMatch(p -> p.minutes() <= 5 && p.candidate() != 4);
        assertThat(plan(1, List.of(suite(2, 4, 0)), 0, 1).picks()).isEmpty();
    }

    @Test
    void whatPlacesADeviceForTheFirstTimeComesFirst() {
        NextRuns.Candidate other = new NextRuns.Candidate(9, 30, List.of(new NextRuns.Test(1, 0, TAU, NOISE, 0)));
        double[][] second = new double[8][1];
        for (int s = 0; s < 7; s++) {
            second[s][0] = 1 / TAU;
        }
        NextRuns.Plan plan = NextRuns.of(
                List.of(group(weights(0, 1)), group(second)), 7, List.of(0, 1, 2), List.of(suite(2, 1, 0), other), 60);
        assertThat(plan.picks().get(0).candidate()).isEqualTo(9);
        assertThat(plan.picks().get(0).places()).isTrue();
        assertThat(plan.picks().get(0).errorBefore()).isEmpty();
        assertThat(plan.picks().get(0).errorAfter()).isPresent();
        assertThat(plan.varianceBefore()[0]).isNaN();
        assertThat(plan.varianceAfter()[0]).isPositive();
    }

    @Test
    void aTestThatNobodyElseRanTellsNothing() {
        double[][] w = weights(0, 1);
        for (int s = 0; s < 7; s++) {
            w[s][5] = 0;
        }
        NextRuns.Plan plan = NextRuns.of(List.of(group(w)), 7, List.of(0, 1), List.of(suite(5, 1, 0)), 10);
        assertThat(plan.picks()).isEmpty();
    }

    /** Ten devices in eight tests with gaps, from a hidden truth; cells of the last are all missing but two. */
    private static double[][] truth(Random random) {
        double[][] y = new double[10][8];
        for (int s = 0; s < 10; s++) {
            double theta = .3 * random.nextGaussian();
            for (int m = 0; m < 8; m++) {
                y[s][m] = theta + m + .08 * random.nextGaussian();
            }
        }
        return y;
    }

    private static double[] estimate(double[][] truth, List<Integer> extra) {
        double[][] y = Arrays.stream(truth).map(double[]::clone).toArray(double[][]::new);
        double[][] v = new double[10][8];
        for (double[] row : v) {
            Arrays.fill(row, 1e-4);
        }
        for (int m = 0; m < 8; m++) {
            if (m > 1 && !extra.contains(m)) {
                y[9][m] = Double.NaN;
            }
        }
        AdditiveFit fit = AdditiveModel.fit(ScoreMatrix.of(y, v));
        double[] found = new double[9];
        for (int s = 0; s < 9; s++) {
            found[s] = fit.theta()[9] - fit.theta()[s];
        }
        return found;
    }

    /** The mean squared error of the place against what all tests would tell, for a choice of two suites of unlike length. */
    @Test
    void theChoiceBeatsChanceOnAHiddenTruth() {
        Random random = new Random(11);
        double chosen = 0;
        double byChance = 0;
        for (int world = 0; world < 120; world++) {
            double[][] truth = truth(random);
            double[] whole = estimate(truth, IntStream.range(0, 8).boxed().toList());
            double[][] w = new double[10][8];
            for (int s = 0; s < 10; s++) {
                for (int m = 0; m < 8; m++) {
                    w[s][m] = s < 9 || m < 2 ? 1 / (.0064 + 1e-4) : 0;
                }
            }
            List<NextRuns.Candidate> candidates = new ArrayList<>();
            for (int m = 0; m < 8; m++) {
                // Some repeat what is known, some take long.
                candidates.add(new NextRuns.Candidate(
                        m, m % 2 == 0 ? 3 : 9, List.of(new NextRuns.Test(0, m, .0064, 3e-4, m < 2 ? 3 : 0))));
            }
            NextRuns.Plan plan = NextRuns.of(List.of(group(w)), 9, List.of(0, 1, 2, 3), candidates, 12);
            chosen += error(
                    estimate(
                            truth,
                            plan.picks().stream().map(NextRuns.Pick::candidate).toList()),
                    whole);
            byChance += error(estimate(truth, atRandom(candidates, random)), whole);
        }
        assertThat(chosen).isLessThan(.7 * byChance);
    }

    private static List<Integer> atRandom(List<NextRuns.Candidate> candidates, Random random) {
        List<Integer> picked = new ArrayList<>();
        double left = 12;
        while (true) {
            double room = left;
            List<NextRuns.Candidate> fit =
                    candidates.stream().filter(c -> c.minutes() <= room).toList();
            if (fit.isEmpty()) {
                return picked;
            }
            NextRuns.Candidate one = fit.get(random.nextInt(fit.size()));
            picked.add(one.id());
            left -= one.minutes();
        }
    }

    private static double error(double[] found, double[] whole) {
        return IntStream.range(0, found.length)
                .mapToDouble(i -> (found[i] - whole[i]) * (found[i] - whole[i]))
                .average()
                .orElseThrow();
    }

    @Test
    void whatIsKnownIsWhatAFitOfTheSameCellsKnows() {
        SplitMix random = new SplitMix(4);
        int[] suites = {0, 0, 1, 1, 2, 2};
        double[][] y = new double[8][6];
        double[][] v = new double[8][6];
        for (int s = 0; s < 8; s++) {
            for (int m = 0; m < 6; m++) {
                y[s][m] = s == 7 && m > 2 ? Double.NaN : s + m + .05 * random.gaussian();
                v[s][m] = 1e-4;
            }
        }
        AdditiveFit fit = AdditiveModel.fit(ScoreMatrix.of(y, v, suites));
        double[][] w = new double[8][6];
        for (int s = 0; s < 8; s++) {
            for (int m = 0; m < 6; m++) {
                w[s][m] = Double.isNaN(y[s][m]) ? 0 : fit.weight(s, m);
            }
        }
        Knowledge known = new Knowledge(w, suites, fit.tasteSquared(), 7);
        for (int s = 0; s < 7; s++) {
            // The fit trusts single suites less where they are odd; here none is.
            assertThat(known.variance(s)).isCloseTo(fit.varianceOfDifference(7, s), within(.02 * known.variance(s)));
        }
    }

    /** A further test of the only suite says little; the first of another says much. */
    @Test
    void aTestOfANewSuiteBeatsAFurtherOneOfTheSame() {
        int[] suites = {0, 0, 0, 1};
        double[][] w = new double[8][4];
        for (int s = 0; s < 8; s++) {
            for (int m = 0; m < 4; m++) {
                w[s][m] = s == 7 && m > 1 ? 0 : 400;
            }
        }
        NextRuns.Plan plan = NextRuns.of(
                List.of(new NextRuns.Group(w, suites, .0064, 1)),
                7,
                List.of(0, 1, 2),
                List.of(suite(2, 1, 0), suite(3, 1, 0)),
                1);
        assertThat(plan.picks()).extracting(NextRuns.Pick::candidate).containsExactly(3);
    }

    @Test
    void testsThatHangTogetherWithNothingDoNotStopIt() {
        double[][] w = weights(0, 1);
        for (double[] row : w) {
            row[4] = 0;
            row[5] = 0;
        }
        w[2][5] = 50;
        assertThat(new Knowledge(w, new int[] {0, 0, 0, 0, 0, 1}, .01, 7).variance(2))
                .isPositive();
    }
}
