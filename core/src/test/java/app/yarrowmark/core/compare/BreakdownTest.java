package app.yarrowmark.core.compare;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.yarrowmark.core.Golden;
import app.yarrowmark.core.suite.Formula;
import com.fasterxml.jackson.databind.JsonNode;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.StringJoiner;
import org.junit.jupiter.api.Test;

class BreakdownTest {

    private static double sum(Breakdown breakdown) {
        return breakdown.shares().values().stream()
                .mapToDouble(Double::doubleValue)
                .sum();
    }

    @Test
    void ofASumIsThePlainDifferenceOfEachPart() {
        Breakdown found = Breakdown.of(
                        Formula.parse("weave + sieve + forge"),
                        Map.of("weave", 10.0, "sieve", 20.0, "forge", 5.0),
                        Map.of("weave", 17.0, "sieve", 19.0, "forge", 5.0))
                .orElseThrow();

        assertThat(found.change()).isEqualTo(6);
        assertThat(found.shares()).containsOnly(Map.entry("weave", 7.0), Map.entry("sieve", -1.0));
    }

    @Test
    void saysWhatThePartsAsScoredDoNotExplain() {
        JsonNode in = Golden.read("P2_shares").get("inputs");
        JsonNode expected = Golden.read("P2_shares").get("expected");
        double[] old = Golden.doubles(in.get("old_parts"));
        double[] now = Golden.doubles(in.get("new_parts"));
        Breakdown found = Breakdown.of(
                        Formula.parse("geomean(a, b, c)"),
                        Map.of("a", old[0], "b", old[1], "c", old[2]),
                        Map.of("a", now[0], "b", now[1], "c", now[2]))
                .orElseThrow();
        Golden.assertSame("a", found.shares().get("a"), expected.get("shares").get(0));
        Golden.assertSame("sum", sum(found), expected.get("sum"));

        Breakdown.Unexplained rest = found.unexplained(
                in.get("old_total_shown").asDouble(), in.get("new_total_shown").asDouble());

        Golden.assertSame("rest", rest.rest(), expected.get("remainder"));
        assertThat(rest.doubtful()).isTrue();
        assertThat(found.unexplained(100, 108).doubtful()).isFalse();
    }

    @Test
    void ofAProductSharesWhatOnlyBothTogetherBring() {
        Breakdown found = Breakdown.of(Formula.parse("a * b"), Map.of("a", 1.0, "b", 1.0), Map.of("a", 3.0, "b", 2.0))
                .orElseThrow();

        // Alone a brings 2 and b brings 1; together 5: the other 2 are shared.
        assertThat(found.shares().get("a")).isCloseTo(3, within(1e-12));
        assertThat(found.shares().get("b")).isCloseTo(2, within(1e-12));
    }

    @Test
    void addsUpForNestedTotals() {
        Formula total = Formula.parse("1000 * geomean(a/2, 3*b/5) + max(c, d) / harmean(a, d)");
        Breakdown found = Breakdown.of(
                        total,
                        Map.of("a", 2.0, "b", 5.0, "c", 7.0, "d", 3.0),
                        Map.of("a", 2.5, "b", 4.0, "c", 6.0, "d", 9.0))
                .orElseThrow();

        assertThat(sum(found)).isCloseTo(found.change(), within(1e-9));
        assertThat(found.exact()).isTrue();
    }

    @Test
    void aPartThatIsMissingLeavesNothingToTell() {
        assertThat(Breakdown.of(Formula.parse("a + b"), Map.of("a", 1.0), Map.of("a", 2.0, "b", 1.0)))
                .isEmpty();
    }

    @Test
    void manyPartsOfAGeometricMeanShareByTheirLogarithms() {
        Map<String, Double> before = new LinkedHashMap<>();
        Map<String, Double> after = new LinkedHashMap<>();
        StringJoiner keys = new StringJoiner(", ", "geomean(", ")");
        for (int i = 0; i < 15; i++) {
            keys.add("p" + i);
            before.put("p" + i, 100.0 + i);
            after.put("p" + i, (100.0 + i) * Math.exp(.01 * (i + 1)));
        }

        Breakdown found =
                Breakdown.of(Formula.parse(keys.toString()), before, after).orElseThrow();

        assertThat(found.exact()).isFalse();
        assertThat(sum(found)).isCloseTo(found.change(), within(1e-9));
        double perLog = found.change() / (.01 * 120);
        for (int i = 0; i < 15; i++) {
            assertThat(found.shares().get("p" + i)).isCloseTo(perLog * .01 * (i + 1), within(1e-4 * found.change()));
        }
    }

    @Test
    void nothingChangedIsNoShares() {
        Breakdown same = Breakdown.of(Formula.parse("a"), Map.of("a", 1.0), Map.of("a", 1.0))
                .orElseThrow();

        assertThat(same.change()).isZero();
        assertThat(same.shares()).isEmpty();
    }
}
