package app.yarrowmark.core.exchange;

import static org.assertj.core.api.Assertions.assertThat;

import app.yarrowmark.core.exchange.PastedFacts.Proposal;
import app.yarrowmark.core.setup.FactDictionary;
import org.junit.jupiter.api.Test;

class PastedFactsTest {

    private static final FactDictionary WORDS = FactDictionary.of(OwnFacts.all());

    @Test
    void readsNamesAndValuesHoweverTheyAreParted() {
        PastedFacts.Result result = PastedFacts.read(WORDS, """
                System report
                CPU:            Maren P3-300
                Number of cores = 1
                RAM\t2 GB
                kernel   7.4.0
                "Resolution": "1920 x 1080",
                | Graphics driver | 11.06.2 |
                Fan control: none
                """);
        assertThat(result.proposals())
                .containsExactly(
                        new Proposal(2, "cpu.model", "Maren P3-300"),
                        new Proposal(3, "cpu.cores", "1"),
                        new Proposal(4, "memory.size", "2 GB"),
                        new Proposal(5, "system.kernel", "7.4.0"),
                        new Proposal(6, "display.resolution", "1920 x 1080"),
                        new Proposal(7, "graphics.driver", "11.06.2"));
        assertThat(result.leftovers()).extracting(PastedFacts.Leftover::line).containsExactly(1, 8);
    }

    @Test
    void saysWhyAValueDoesNotFit() {
        PastedFacts.Result result = PastedFacts.read(WORDS, "Memory: plenty\nMemory: 4 GiB\nMemory: 8 GiB");
        assertThat(result.proposals()).containsExactly(new Proposal(2, "memory.size", "4 GiB"));
        assertThat(result.leftovers())
                .extracting(PastedFacts.Leftover::reason)
                .satisfiesExactly(
                        plenty -> assertThat(plenty).startsWith("Memory is a quantity such as 16 GiB"),
                        twice -> assertThat(twice).isEqualTo("Memory stands on a line before it too"));
    }
}
