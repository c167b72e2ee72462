package app.yarrowmark.server.catalogue;

import static org.assertj.core.api.Assertions.assertThat;

import app.yarrowmark.server.catalogue.ModelDetails.Claim;
import app.yarrowmark.server.catalogue.ModelDetails.Price;
import app.yarrowmark.server.catalogue.ModelDetails.SpecLine;
import app.yarrowmark.server.problems.RuleViolations.Violation;
import java.time.LocalDate;
import java.util.Collections;
import java.util.List;
import org.junit.jupiter.api.Test;

class ModelChecksTest {

    private static final LocalDate DAY = LocalDate.of(2026, 5, 4);

    @Test
    void aSoundModelHasNoFault() {
        ModelDetails details = new ModelDetails(
                List.of(new Price("899.00", "EUR", DAY, "16 GiB"), new Price("1299", "SEK", DAY, "")),
                List.of(new SpecLine("memory.size", "16", "GiB")),
                List.of(new Claim("siltpath", "read", "3500", null)),
                List.of("quiet"),
                List.of(),
                List.of("no second port"),
                List.of("fanless"));
        assertThat(ModelChecks.faults("Ostrel", "Fen 13", 2024, details)).isEmpty();
        // Nobody is known to have made it.
        assertThat(ModelChecks.faults("", "Fen 13", null, ModelDetails.NONE)).isEmpty();
    }

    @Test
    void everyFaultIsFoundWithItsField() {
        ModelDetails details = new ModelDetails(
                List.of(new Price("cheap", "EUR", DAY, ""), new Price("0", "euro", DAY, "")),
                List.of(new SpecLine("", "16", "GiB"), new SpecLine("memory.size", " ", "GiB")),
                List.of(new Claim("", "read", "-3", null)),
                List.of("x".repeat(201)),
                Collections.nCopies(61, "dim"),
                List.of(" "),
                List.of());
        List<Violation> faults = ModelChecks.faults("m".repeat(81), "n".repeat(81), 1492, details);
        assertThat(faults)
                .extracting(Violation::field)
                .containsExactly(
                        "maker",
                        "name",
                        "year",
                        "details.prices[0].amount",
                        "details.prices[1].amount",
                        "details.prices[1].currency",
                        "details.claims[0].suite",
                        "details.claims[0].text",
                        "details.specification[0].key",
                        "details.specification[1].value",
                        "details.pros[0]",
                        "details.cons",
                        "details.missing[0]");
        assertThat(faults)
                .extracting(Violation::message)
                .contains(
                        "needs 1 to 80 characters",
                        "a year is 1970 to 2100, got 1492",
                        "must be more than 0, got \"0\"",
                        "is three letters such as EUR, got \"euro\"",
                        "holds at most 60 lines, got 61");
    }

    @Test
    void aYearIsKeptUpToItsEnds() {
        assertThat(ModelChecks.faults("a", "b", 1970, ModelDetails.NONE)).isEmpty();
        assertThat(ModelChecks.faults("a", "b", 2100, ModelDetails.NONE)).isEmpty();
        assertThat(ModelChecks.faults("a", "b", 1969, ModelDetails.NONE)).hasSize(1);
        assertThat(ModelChecks.faults("a", "b", 2101, ModelDetails.NONE)).hasSize(1);
    }
}
