package app.yarrowmark.core.compare;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.yarrowmark.core.Golden;
import app.yarrowmark.core.score.WorkedDays;
import app.yarrowmark.core.suite.Direction;
import com.fasterxml.jackson.databind.JsonNode;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class LooksTest {

    private static final JsonNode EXPECTED = Golden.read("B2_verdict").get("expected");

    @Test
    void levelsAgreeWithTheWorkedExample() {
        EXPECTED.get("levels")
                .fields()
                .forEachRemaining(e -> Golden.assertSame(
                        "look " + e.getKey(), Looks.level(Integer.parseInt(e.getKey())), e.getValue()));
    }

    @ParameterizedTest
    @CsvSource({"one_day, one day, 1", "two_days_second_look, two days, 2"})
    void verdictsAgreeWithTheWorkedExample(String name, String cell, int look) {
        JsonNode expected = EXPECTED.get(name);
        Advantage found = Advantage.of(
                WorkedDays.score("a", cell, 1e-9), WorkedDays.score("b", cell, 1e-9), Direction.HIGHER, .01, look);

        Golden.assertSame("log", found.log(), expected.get("l"));
        Golden.assertSame("se", found.standardError(), expected.get("se"));
        Golden.assertSame("dof", found.error().dof(), expected.get("dof"));
        double widened = .05 / Looks.level(look);
        assertThat(found.chance()).isCloseTo(widened * expected.get("p").asDouble(), within(1e-6));
        assertThat(found.chanceOfEven())
                .isCloseTo(Math.min(1, widened * expected.get("p_even").asDouble()), within(2e-6));
        assertThat(Math.log(found.low())).isCloseTo(expected.get("lo").asDouble(), within(4e-7));
        assertThat(Math.log(found.high())).isCloseTo(expected.get("hi").asDouble(), within(4e-7));
        assertThat(found.verdict().orElseThrow().name())
                .isEqualToIgnoringCase(expected.get("verdict").asText());
    }

    @Test
    void countsDaysOnWhichARunWasAddedOnceBothHadSome() {
        assertThat(Looks.of(new int[] {4}, new int[] {9})).as("one day each").isEqualTo(1);
        assertThat(Looks.of(new int[] {4, 5, 6}, new int[] {9}))
                .as("all before the other came")
                .isEqualTo(1);
        assertThat(Looks.of(new int[] {4, 10}, new int[] {9, 10, 11})).isEqualTo(3);
        assertThat(Looks.of(new int[] {4, 10, 11}, new int[0]))
                .as("a claim adds no runs")
                .isEqualTo(1);
    }
}
