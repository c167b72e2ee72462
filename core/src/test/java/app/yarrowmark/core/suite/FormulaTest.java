package app.yarrowmark.core.suite;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.Map;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.statistics.Statistics;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FormulaTest {

    private static final Map<String, Double> VALUES = Map.of("a", 2.0, "b.one", 8.0, "zero", 0.0);

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "1 + 2 * 3 | 7",
                "(1 + 2) * 3 | 9",
                "8 - 2 - 1 | 5",
                "8 / 2 / 2 | 2",
                "2 ^ 3 ^ 2 | 512",
                "-a ^ 2 | -4",
                "2 ^ -1 | 0.5",
                "sum(a, b.one, 1) | 11",
                "sum(3*a, 1) | 7",
                "mean(3*a, b.one) | 3.5",
                "geomean(a, b.one) | 4",
                "geomean(2*a, b.one) | 3.1748021",
                "harmean(a, b.one) | 3.2",
                "median(a, b.one, 3) | 3",
                "median(a, b.one) | 5",
                "median(5*a, b.one) | 2",
                "min(a, b.one) | 2",
                "max(a, b.one) | 8",
                "1000 * geomean(a/2, b.one/8) | 1000"
            })
    void computes(String text, double expected) {
        assertThat(Formula.parse(text).evaluate(VALUES).orElseThrow()).isCloseTo(expected, within(1e-6));
    }

    @Test
    void namesTheMetricsItUses() {
        assertThat(Formula.parse("geomean(a, 2*b.one) / a").keys()).containsExactlyInAnyOrder("a", "b.one");
    }

    @Test
    void givesNothingWhereAPartIsMissingOrTheResultIsNoNumber() {
        assertThat(Formula.parse("a + other").evaluate(VALUES)).isEmpty();
        assertThat(Formula.parse("a / zero").evaluate(VALUES)).isEmpty();
        assertThat(Formula.parse("geomean(a, 0 - 1)").evaluate(VALUES)).isEmpty();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "a + | expected a number, a metric or \"(\", found the end at column 4",
                "a b | expected an operator, found \"b\" at column 3",
                "mean(a | expected \")\" at column 7",
                "avg(a) | there is no function avg (sum, mean, geomean, harmean, median, min, max) at column 1",
                "1.2.3 | \"1.2.3\" is no number at column 1",
                "a ? b | expected an operator, found \"?\" at column 3"
            })
    void saysWhereATextIsNoFormula(String text, String message) {
        assertThatThrownBy(() -> Formula.parse(text))
                .isInstanceOf(FormulaException.class)
                .hasMessage(message);
    }

    @Test
    void refusesToNestWithoutEnd() {
        assertThatThrownBy(() -> Formula.parse("(".repeat(1500))).hasMessageContaining("nested deeper than 100");
    }

    @Test
    void refusesToGoOnWithoutEnd() {
        assertThat(Formula.parse("a" + "+a".repeat(999)).evaluate(VALUES)).hasValue(2000);
        assertThatThrownBy(() -> Formula.parse("a" + "+a".repeat(100_000)))
                .hasMessage("a formula has at most 2000 characters, got 200001 at column 2001");
    }

    /** Pieces of the language in any order, with strange signs between: a formula, or a fault that says where. */
    @Property(tries = 5_000)
    void anyTextIsAFormulaOrHasAColumnAtFault(@ForAll("pieces") String text) {
        boolean isFormula;
        try {
            Formula.parse(text).evaluate(VALUES);
            isFormula = true;
        } catch (FormulaException e) {
            isFormula = false;
            assertThat(e.column()).as(text).isBetween(1, text.length() + 1);
        }
        Statistics.collect(isFormula);
        Statistics.coverage(seen -> seen.check(true).count(n -> n > 100));
    }

    @Provide
    Arbitrary<String> pieces() {
        return Arbitraries.of(
                        "a b.one zero sum( geomean( median( mean ( ) , + - * / ^ 3 0.5 . 1e9 \u0663 \" \ud83d \u00e9 A _ | ~"
                                .replace("|", "\n")
                                .split(" "))
                .map(piece -> piece.replace("~", " "))
                .list()
                .ofMinSize(1)
                .ofMaxSize(9)
                .map(parts -> String.join("", parts));
    }
}
