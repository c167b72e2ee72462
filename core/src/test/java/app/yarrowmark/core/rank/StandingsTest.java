package app.yarrowmark.core.rank;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.yarrowmark.core.Golden;
import com.fasterxml.jackson.databind.JsonNode;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.TreeSet;
import java.util.stream.IntStream;
import org.assertj.core.data.Offset;
import org.junit.jupiter.api.Test;

class StandingsTest {

    private static final JsonNode GOLDEN = Golden.read("D_standings");
    private static final JsonNode LEVELS = Golden.read("D_level_groups");
    private static final long SEED = GOLDEN.get("rank_draws").get("seed").asLong();
    private static final List<String> NAMES = names();

    @Test
    void plainFitAgreesWithTheWorkedExample() {
        AdditiveFit fit = AdditiveModel.fitPlain(matrix(false));
        checkFit(fit, GOLDEN.get("plain"));
        checkRanks(fit, GOLDEN.get("rank_draws").get("plain"));
        checkLevels(fit, LEVELS.get("plain"));
    }

    @Test
    void plainFitIsPulledByAnOutlierAsInTheWorkedExample() {
        AdditiveFit fit = AdditiveModel.fitPlain(matrix(true));
        checkFit(fit, GOLDEN.get("outlier_case").get("plain"));
        checkRanks(fit, GOLDEN.get("rank_draws").get("outlier_plain"));
        checkLevels(fit, LEVELS.get("outlier_plain"));
    }

    @Test
    void robustFitDoubtsTheOutlierAsInTheWorkedExample() {
        AdditiveFit fit = AdditiveModel.fit(matrix(true));
        checkFit(fit, GOLDEN.get("outlier_case").get("huber_1_345"));
        checkRanks(fit, GOLDEN.get("rank_draws").get("outlier_huber"));
        checkLevels(fit, LEVELS.get("outlier_huber"));
        assertThat(fit.trust(3, 2)).isLessThan(.5);
        assertThat(fit.trust(0, 2)).isNaN();
    }

    @Test
    void generatorAgreesWithTheWorkedExample() {
        JsonNode draws = GOLDEN.get("rank_draws");
        SplitMix uniforms = new SplitMix(SEED);
        draws.get("first_uniforms").forEach(u -> Golden.assertSame("uniform", uniforms.uniform(), u));
        SplitMix normals = new SplitMix(SEED);
        draws.get("first_gaussians").forEach(g -> Golden.assertSame("gaussian", normals.gaussian(), g));
    }

    @Test
    void orderOfSubjectsAndTestsDoesNotMatter() {
        ScoreMatrix matrix = matrix(true);
        AdditiveFit turned = AdditiveModel.fit(matrix.part(new int[] {4, 2, 0, 1, 3}, new int[] {3, 0, 2, 1}));
        AdditiveFit straight = AdditiveModel.fit(matrix);
        int[] was = {4, 2, 0, 1, 3};
        for (int s = 0; s < 5; s++) {
            assertThat(turned.theta()[s]).isCloseTo(straight.theta()[was[s]], Offset.offset(1e-9));
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
    void twoSubjectsAndOneTestStillGiveAnInterval() {
        ScoreMatrix matrix =
                ScoreMatrix.of(new double[][] {{Math.log(110)}, {Math.log(100)}}, new double[][] {{1e-4}, {1e-4}});

        List<Place> places = Placing.of(AdditiveModel.fit(matrix).estimate(1)).against(1);

        assertThat(places.get(0).subject()).isZero();
        assertThat(places.get(0).index()).isCloseTo(110, Offset.offset(1e-6));
        assertThat(places.get(0).indexLow()).isLessThan(100);
        assertThat(places).extracting(Place::level).containsExactly(0, 0);
    }

    @Test
    void oneSubjectAloneIsFirst() {
        Place only = Placing.of(AdditiveModel.fit(ScoreMatrix.of(new double[][] {{3, 4}}, new double[][] {{0, 0}}))
                        .estimate(1))
                .against(0)
                .get(0);
        assertThat(only.index()).isEqualTo(100);
        assertThat(only.best()).isEqualTo(1);
        assertThat(only.worst()).isEqualTo(1);
    }

    @Test
    void equalSubjectsStayInOneBracket() {
        int together = 0;
        int tries = 40;
        SplitMix random = new SplitMix(11);
        for (int t = 0; t < tries; t++) {
            double[][] y = new double[16][6];
            double[][] v = new double[16][6];
            for (int s = 0; s < 16; s++) {
                for (int m = 0; m < 6; m++) {
                    y[s][m] = .1 * random.gaussian();
                    v[s][m] = 1e-4;
                }
            }
            List<Place> places = Placing.of(
                            AdditiveModel.fit(ScoreMatrix.of(y, v)).estimate(t))
                    .against(0);
            together += places.get(15).level() == 0 ? 1 : 0;
        }
        assertThat(together).isGreaterThanOrEqualTo(34);
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
        assertThat(Math.exp(fit.theta()[3] - fit.theta()[0])).isCloseTo(.4, Offset.offset(1e-9));
    }

    @Test
    void indexIntervalsCoverTheTruthNineTimesOfTen() {
        SplitMix random = new SplitMix(3);
        int hits = 0;
        int all = 0;
        for (int t = 0; t < 120; t++) {
            double[] truth = new double[8];
            double[][] y = new double[8][7];
            double[][] v = new double[8][7];
            for (int s = 0; s < 8; s++) {
                truth[s] = .3 * random.gaussian();
                for (int m = 0; m < 7; m++) {
                    v[s][m] = 1e-4;
                    y[s][m] = random.uniform() < .25
                            ? Double.NaN
                            : truth[s] + m + .1 * random.gaussian() + .01 * random.gaussian();
                }
            }
            ScoreMatrix matrix = ScoreMatrix.of(y, v);
            if (Island.of(matrix).get(0).subjects().length < 8) {
                continue;
            }
            for (Place place : Placing.of(AdditiveModel.fit(matrix).estimate(t)).against(0)) {
                if (place.subject() != 0) {
                    double index = 100 * Math.exp(truth[place.subject()] - truth[0]);
                    hits += index >= place.indexLow() && index <= place.indexHigh() ? 1 : 0;
                    all++;
                }
            }
        }
        assertThat((double) hits / all).isBetween(.86, .96);
    }

    @Test
    void overallIsTheWeightedMeanOfGroups() {
        Estimate one = AdditiveModel.fit(matrix(false)).estimate(1);
        Estimate two = AdditiveModel.fit(matrix(true)).estimate(2);

        Estimate overall = Overall.combine(List.of(one, two), new double[] {3, 1});

        assertThat(overall.theta()[3]).isEqualTo(.75 * one.theta()[3] + .25 * two.theta()[3]);
        assertThat(overall.covariance().at(1, 2))
                .isCloseTo(
                        .5625 * one.covariance().at(1, 2)
                                + .0625 * two.covariance().at(1, 2),
                        Offset.offset(1e-15));
        assertThat(overall.dof()).isBetween(9.0, 18.0);
        assertThat(Overall.subset(overall, new int[] {3, 0}).theta())
                .containsExactly(overall.theta()[3], overall.theta()[0]);
        assertThatThrownBy(() -> Overall.combine(List.of(), new double[0])).hasMessage("0 groups and 0 weights");
    }

    @Test
    void aLargePoolKeptInPartsAgreesWithOneKeptWhole() {
        SplitMix random = new SplitMix(23);
        double[][] y = new double[150][14];
        double[][] v = new double[150][14];
        for (int s = 0; s < 150; s++) {
            double theta = .3 * random.gaussian();
            for (int m = 0; m < 14; m++) {
                y[s][m] = random.uniform() < .4 ? Double.NaN : theta + m + .08 * random.gaussian();
                v[s][m] = 1e-4 * (1 + random.uniform());
            }
        }
        ScoreMatrix matrix = ScoreMatrix.of(y, v);
        AdditiveFit whole = AdditiveModel.fit(matrix, 150);
        AdditiveFit parts = AdditiveModel.fit(matrix, 0);
        // Of every other subject, added to the whole once more.
        int[] even = IntStream.range(0, 75).map(i -> 2 * i).toArray();
        Covariance mixed = Covariance.sum(
                List.of(Covariance.part(parts.covariance(), even), Covariance.part(whole.covariance(), even)),
                new double[] {.25, .75});

        assertThat(whole.covariance()).isNotInstanceOf(Factored.class);
        for (int s = 1; s < 150; s++) {
            assertThat(parts.covariance().ofDifference(s, 0))
                    .isCloseTo(whole.covariance().ofDifference(s, 0), Offset.offset(1e-12));
            assertThat(parts.covariance().ofDifferencesFrom(7).applyAsDouble(s))
                    .isCloseTo(whole.covariance().ofDifference(s, 7), Offset.offset(1e-12));
            assertThat(mixed.ofDifferencesFrom(4).applyAsDouble(s / 2))
                    .isCloseTo(mixed.ofDifference(4, s / 2), Offset.offset(1e-12))
                    .isCloseTo(whole.covariance().ofDifference(8, s / 2 * 2), Offset.offset(1e-12));
        }
        int[][] ofWhole = Placing.rankRanges(whole.estimate(1).draws());
        int[][] ofParts = Placing.rankRanges(parts.estimate(2).draws());
        assertThat(parts.estimate(2, 149).draws()).isEmpty();
        int[][] bySpread = Placing.rangesBySpread(parts.estimate(2, 149));
        for (int s = 0; s < 150; s++) {
            assertThat(parts.estimate(2).spread()[s])
                    .isCloseTo(whole.estimate(1).spread()[s], Offset.offset(1e-12));
        }
        assertThat(off(ofWhole, ofParts)).isLessThan(2);
        assertThat(off(ofWhole, bySpread)).isLessThan(2);
        assertThat(Placing.of(parts.estimate(2)).against(0))
                .extracting(Place::subject)
                .isEqualTo(Placing.of(whole.estimate(1)).against(0).stream()
                        .map(Place::subject)
                        .toList());
    }

    /** Mean difference of the ends of place ranges. */
    private static double off(int[][] one, int[][] other) {
        double off = 0;
        for (int s = 0; s < one.length; s++) {
            off += Math.abs(one[s][0] - other[s][0]) + Math.abs(one[s][1] - other[s][1]);
        }
        return off / (2 * one.length);
    }

    @Test
    void aFewOfALargePoolAreBracketedWithoutDraws() {
        SplitMix random = new SplitMix(31);
        double[][] y = new double[30][6];
        double[][] v = new double[30][6];
        for (int s = 0; s < 30; s++) {
            for (int m = 0; m < 6; m++) {
                y[s][m] = s + m + .02 * random.gaussian();
                v[s][m] = 4e-4;
            }
        }
        Estimate large = AdditiveModel.fit(ScoreMatrix.of(y, v), 0).estimate(3, 0);
        Estimate small = AdditiveModel.fit(ScoreMatrix.of(y, v)).estimate(3);
        Estimate mixed =
                Overall.subset(Overall.combine(List.of(large, small), new double[] {1, 1}), new int[] {0, 1, 9});
        List<Place> places = Placing.of(mixed).against(0);
        assertThat(places).extracting(Place::subject).containsExactly(2, 1, 0);
        assertThat(places).extracting(Place::level).containsExactly(0, 1, 2);
        assertThat(places).allMatch(p -> p.best() == p.worst());
    }

    @Test
    void theMatrixKeepsOnlyWhatIsThere() {
        ScoreMatrix matrix = matrix(false);

        assertThat(matrix.cells()).isEqualTo(16);
        assertThat(matrix.has(0, 2)).isFalse();
        assertThat(matrix.log(0, 2)).isNaN();
        assertThat(matrix.without(0, 0).cells()).isEqualTo(15);
        ScoreMatrix turned = matrix.part(new int[] {4, 0}, new int[] {3, 1});
        assertThat(turned.log(1, 0)).isEqualTo(matrix.log(0, 3));
        assertThat(turned.has(0, 0)).isFalse();
        assertThatThrownBy(() -> new ScoreMatrix.Builder(2).add(1, 1, 0).add(0, 1, 0))
                .hasMessageContaining("out of order");
        assertThatThrownBy(() -> new ScoreMatrix.Builder(1).add(0, Double.POSITIVE_INFINITY, 0))
                .hasMessageContaining("no usable score");
    }

    @Test
    void aLargePoolStaysQuickEnoughToFit() {
        SplitMix random = new SplitMix(9);
        double[][] y = new double[80][12];
        double[][] v = new double[80][12];
        for (double[] row : y) {
            double theta = random.gaussian();
            for (int m = 0; m < 12; m++) {
                row[m] = theta + m + .1 * random.gaussian();
            }
        }
        List<Place> places =
                Placing.of(AdditiveModel.fit(ScoreMatrix.of(y, v)).estimate(4)).against(0);
        assertThat(places).hasSize(80);
        assertThat(places.get(79).level()).isGreaterThan(3);
        assertThat(places).allMatch(p -> p.best() <= p.worst());
    }

    private static void checkFit(AdditiveFit fit, JsonNode expected) {
        assertThat(fit.tauSquared()).isCloseTo(expected.get("tau2").asDouble(), Offset.offset(1e-5 * fit.tauSquared()));
        assertThat(fit.dof()).isEqualTo(expected.get("dof").asInt());
        for (int m = 0; m < fit.mu().length; m++) {
            Golden.assertSame("mu " + m, fit.mu()[m], expected.get("mu").get(m));
        }
        JsonNode covariance = expected.get("cov_theta");
        for (int i = 0; i < covariance.size(); i++) {
            for (int j = 0; j < covariance.size(); j++) {
                Golden.assertSame(
                        "cov " + i + "," + j,
                        fit.covariance().at(i, j),
                        covariance.get(i).get(j));
            }
        }
        List<Place> places = Placing.of(fit.estimate(SEED)).against(NAMES.indexOf("wren"));
        assertThat(places.stream().map(p -> NAMES.get(p.subject())).toList()).isEqualTo(texts(expected.get("order")));
        for (Place place : places) {
            JsonNode wanted = expected.get("index").get(place.subject());
            Golden.assertSame("theta", fit.theta()[place.subject()], wanted.get("theta_sum0"));
            Golden.assertSame("index", place.index(), wanted.get("index"));
            Golden.assertSame("low", place.indexLow(), wanted.get("lo90"));
            Golden.assertSame("high", place.indexHigh(), wanted.get("hi90"));
        }
    }

    private static void checkRanks(AdditiveFit fit, JsonNode expected) {
        int[][] ranges = Placing.rankRanges(fit.estimate(SEED).draws());
        for (int s = 0; s < NAMES.size(); s++) {
            JsonNode wanted = expected.get(NAMES.get(s));
            assertThat(ranges[s])
                    .as(NAMES.get(s))
                    .containsExactly(wanted.get("lo").asInt(), wanted.get("hi").asInt());
        }
    }

    private static void checkLevels(AdditiveFit fit, JsonNode expected) {
        Estimate estimate = fit.estimate(SEED);
        Golden.assertSame("critical", LevelGroups.criticalValue(estimate), expected.get("critical_value"));
        int[] level = LevelGroups.of(estimate);
        List<TreeSet<String>> groups = new ArrayList<>();
        for (int s = 0; s < level.length; s++) {
            while (groups.size() <= level[s]) {
                groups.add(new TreeSet<>());
            }
            groups.get(level[s]).add(NAMES.get(s));
        }
        List<TreeSet<String>> wanted = new ArrayList<>();
        expected.get("groups").forEach(g -> wanted.add(new TreeSet<>(texts(g))));
        assertThat(groups).isEqualTo(wanted);
    }

    private static ScoreMatrix matrix(boolean outlier) {
        double[][] x = Golden.matrix(GOLDEN.get("inputs").get("readings"));
        if (outlier) {
            x[3][2] = 1350;
        }
        double[][] se = Golden.matrix(GOLDEN.get("inputs").get("se"));
        return ScoreMatrix.of(mapped(x, true), mapped(se, false));
    }

    private static double[][] mapped(double[][] from, boolean log) {
        return Arrays.stream(from)
                .map(row ->
                        Arrays.stream(row).map(v -> log ? Math.log(v) : v * v).toArray())
                .toArray(double[][]::new);
    }

    private static List<String> names() {
        return texts(GOLDEN.get("inputs").get("subjects"));
    }

    private static List<String> texts(JsonNode array) {
        List<String> texts = new ArrayList<>();
        array.forEach(t -> texts.add(t.asText()));
        return texts;
    }
}
