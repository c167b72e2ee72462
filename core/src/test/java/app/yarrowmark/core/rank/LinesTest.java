package app.yarrowmark.core.rank;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.yarrowmark.core.Golden;
import com.fasterxml.jackson.databind.JsonNode;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.StreamSupport;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;

class LinesTest {

    private static final JsonNode GOLDEN = Golden.read("D2_told_apart");
    private static final long SEED = GOLDEN.get("expected").get("seed").asLong();
    private static final List<String> NAMES =
            texts(Golden.read("D2_standings_suites").get("inputs").get("subjects"));

    private static List<String> texts(JsonNode of) {
        return StreamSupport.stream(of.spliterator(), false)
                .map(JsonNode::asText)
                .toList();
    }

    private static AdditiveFit fit() {
        return AdditiveModel.fit(StandingsTest.matrix(StandingsTest.logs()));
    }

    @Test
    void gaugeAndLinesAgreeWithTheWorkedExample() {
        JsonNode expected = GOLDEN.get("expected");
        Estimate estimate = fit().estimate(SEED);
        double[] first = new double[6];
        estimate.draws().draw(0, first);
        double mean = Arrays.stream(first).average().orElseThrow();
        for (int s = 0; s < 6; s++) {
            Golden.assertSame(
                    "quasi-variance",
                    estimate.quasiVariance()[s],
                    expected.get("quasi_variance").get(s));
            assertThat(first[s] - mean)
                    .isCloseTo(expected.get("first_draw").get(s).asDouble(), within(1e-6));
        }
        Golden.assertSame("gauge", Gauge.of(estimate), expected.get("gamma"));
        Placing placing = Placing.of(estimate);
        for (Place place : placing.against(1)) {
            JsonNode wanted = expected.get("subjects").get(place.subject());
            assertThat(NAMES.get(place.subject()))
                    .isEqualTo(wanted.get("subject").asText());
            Golden.assertSame("index", place.index(), wanted.get("index"));
            Golden.assertSame("line", place.lineLow(), wanted.get("line").get(0));
            Golden.assertSame("line", place.lineHigh(), wanted.get("line").get(1));
            Golden.assertSame(
                    "low", place.low(), wanted.get("against_reference").get(0));
            Golden.assertSame(
                    "high", place.high(), wanted.get("against_reference").get(1));
            assertThat(place.best()).isEqualTo(wanted.get("place").get(0).asInt());
            assertThat(place.worst()).isEqualTo(wanted.get("place").get(1).asInt());
        }
        List<List<String>> brackets = placing.lines().brackets().stream()
                .map(b -> IntStream.of(b).mapToObj(NAMES::get).toList())
                .toList();
        assertThat(brackets)
                .isEqualTo(StreamSupport.stream(expected.get("brackets").spliterator(), false)
                        .map(LinesTest::texts)
                        .toList());
    }

    @Test
    void linesAloneAgreeWithTheWorkedExample() {
        JsonNode expected = GOLDEN.get("lines_only");
        Lines lines = new Lines(Golden.doubles(expected.get("theta")), Golden.doubles(expected.get("half")));
        for (int s = 0; s < 7; s++) {
            assertThat(lines.best(s)).isEqualTo(expected.get("best").get(s).asInt());
            assertThat(lines.worst(s)).isEqualTo(expected.get("worst").get(s).asInt());
        }
        assertThat(lines.brackets()).hasSameSizeAs(expected.get("brackets"));
        for (int b = 0; b < lines.brackets().size(); b++) {
            assertThat(Arrays.stream(lines.brackets().get(b))
                            .mapToDouble(i -> i)
                            .toArray())
                    .isEqualTo(Golden.doubles(expected.get("brackets").get(b)));
        }
        assertThat(lines.bracketPoints()).hasSize(5).isSorted();
        assertThat(lines.holds(3, lines.bracketPoints()[2])).isTrue();
    }

    @Test
    void overallAgreesWithTheWorkedExample() {
        JsonNode in = Golden.read("D2_overall").get("inputs");
        JsonNode expected = Golden.read("D2_overall").get("expected").get("subjects");
        int[] placed = {0, 1, 3};
        double[] weights = {1, 2, 1};
        List<Estimate> groups = List.of("processor", "graphics", "browser").stream()
                .map(g -> in.get("groups").get(g))
                .map(g -> Overall.subset(
                        new Estimate(
                                Golden.doubles(g.get("theta")),
                                Golden.doubles(g.get("quasi_variance")),
                                fit().estimate(1).draws()),
                        placed))
                .toList();
        Estimate overall = Overall.combine(groups, weights);
        double gamma = in.get("gamma").asDouble();
        Lines lines = new Lines(
                overall.theta(),
                Arrays.stream(overall.quasiVariance())
                        .map(q -> gamma * Math.sqrt(q))
                        .toArray());
        for (int i = 0; i < placed.length; i++) {
            JsonNode wanted = expected.get(placed[i]);
            Golden.assertSame("theta", overall.theta()[i], wanted.get("theta"));
            Golden.assertSame("quasi-variance", overall.quasiVariance()[i], wanted.get("quasi_variance"));
            Golden.assertSame("half", lines.half(i), wanted.get("half"));
            assertThat(lines.best(i)).isEqualTo(wanted.get("place").get(0).asInt());
        }
        assertThat(expected.get(2).get("unplaced").asBoolean()).isTrue();
        assertThatThrownBy(() -> Overall.combine(List.of(), new double[0])).hasMessage("0 groups and 0 weights");
    }

    @Test
    void anyDrawCanBeHadByItself() {
        Estimate estimate = fit().estimate(4);
        double[] straight = new double[6];
        double[] again = new double[6];
        for (int d = 0; d < 9; d++) {
            estimate.draws().draw(d, straight);
        }
        fit().estimate(4).draws().draw(8, again);
        assertThat(again).containsExactly(straight);
    }

    @Test
    void drawsSpreadAsTheFitSays() {
        AdditiveFit fit = fit();
        Estimate estimate = fit.estimate(11);
        double[] z = new double[6];
        double squares = 0;
        int draws = 20_000;
        for (int d = 0; d < draws; d++) {
            estimate.draws().draw(d, z);
            squares += (z[0] - z[2]) * (z[0] - z[2]) / draws;
        }
        double heavier = (int) fit.dof() / ((int) fit.dof() - 2.0);
        assertThat(squares).isCloseTo(heavier * fit.varianceOfDifference(0, 2), within(.05 * squares));
    }

    /** Own noise of several groups is drawn at once, with the variance that they have together. */
    @Test
    void overallDrawsSpreadAsTheGroupsTogether() {
        AdditiveFit fit = fit();
        int[] some = {4, 0, 2};
        Estimate overall = Overall.combine(
                List.of(Overall.subset(fit.estimate(1), some), Overall.subset(fit.estimate(99), some)),
                new double[] {3, 1});
        double[] z = new double[3];
        double squares = 0;
        int draws = 20_000;
        for (int d = 0; d < draws; d++) {
            overall.draws().draw(d, z);
            squares += (z[1] - z[2]) * (z[1] - z[2]) / draws;
        }
        double heavier = (int) fit.dof() / ((int) fit.dof() - 2.0);
        double expected = (.75 * .75 + .25 * .25) * heavier * fit.varianceOfDifference(0, 2);
        assertThat(squares).isCloseTo(expected, within(.05 * expected));
    }

    @Property
    void theLeastGaugeIsTheLargestOfAllPairs(
            @ForAll @Size(6) List<@DoubleRange(min = -3, max = 3) Double> z,
            @ForAll @Size(6) List<@DoubleRange(min = .1, max = 2) Double> reach) {
        double largest = 0;
        for (int a = 0; a < 6; a++) {
            for (int b = 0; b < 6; b++) {
                largest = a == b ? largest : Math.max(largest, (z.get(a) - z.get(b)) / (reach.get(a) + reach.get(b)));
            }
        }
        double[] zs = z.stream().mapToDouble(v -> v).toArray();
        assertThat(Gauge.least(zs, reach.stream().mapToDouble(v -> v).toArray()))
                .isCloseTo(largest, within(1e-12));
    }

    /** Places, brackets and pairs say the same of any lines. */
    @Property
    void everythingIsReadFromTheLines(
            @ForAll @Size(8) List<@DoubleRange(min = 0, max = 1) Double> theta,
            @ForAll @Size(8) List<@DoubleRange(min = 0, max = .4) Double> half) {
        Lines lines = new Lines(
                theta.stream().mapToDouble(v -> v).toArray(),
                half.stream().mapToDouble(v -> v).toArray());
        long apart = 0;
        for (int a = 0; a < 8; a++) {
            int one = a;
            long above = IntStream.range(0, 8)
                    .filter(b -> lines.apart(one, b) && theta.get(b) > theta.get(one))
                    .count();
            long below = IntStream.range(0, 8)
                    .filter(b -> lines.apart(one, b) && theta.get(b) < theta.get(one))
                    .count();
            assertThat(lines.best(a)).isEqualTo((int) above + 1);
            assertThat(lines.worst(a)).isEqualTo(8 - (int) below);
            apart += above;
            for (int b = 0; b < 8; b++) {
                int other = b;
                boolean together = lines.brackets().stream()
                        .anyMatch(k -> IntStream.of(k).anyMatch(s -> s == one)
                                && IntStream.of(k).anyMatch(s -> s == other));
                assertThat(together).isEqualTo(!lines.apart(a, b));
            }
        }
        assertThat(lines.pairsApart()).isEqualTo(apart);
    }
}
