package app.yarrowmark.core.exchange;

import static org.assertj.core.api.Assertions.assertThat;

import app.yarrowmark.core.exchange.PastedFacts.FactProposal;
import app.yarrowmark.core.setup.FactDictionary;
import org.junit.jupiter.api.Test;

class PastedFactsTest {

    private static final FactDictionary WORDS = FactDictionary.of(OwnFacts.all());

    @Test
    void readsNamesAndValuesHoweverTheyAreParted() {
        PastedFacts.ReadFacts result = PastedFacts.read(WORDS, """
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
                        new FactProposal(2, "cpu.model", "Maren P3-300"),
                        new FactProposal(3, "cpu.cores", "1"),
                        new FactProposal(4, "memory.size", "2 GB"),
                        new FactProposal(5, "system.kernel", "7.4.0"),
                        new FactProposal(6, "display.resolution", "1920 x 1080"),
                        new FactProposal(7, "graphics.driver", "11.06.2"));
        assertThat(result.leftovers())
                .extracting(PastedFacts.FactLeftover::line)
                .containsExactly(1, 8);
    }

    @Test
    void aNameThatNoFactHasIsKeptApartFromItsValue() {
        assertThat(PastedFacts.read(WORDS, "Film decoder: on\nall of it\nOverlays:\nMemory: plenty")
                        .leftovers())
                .extracting(l -> l.name() + "|" + l.value())
                .containsExactly("Film decoder|on", "|", "|", "|");
    }

    @Test
    void saysWhyAValueDoesNotFit() {
        PastedFacts.ReadFacts result = PastedFacts.read(WORDS, "Memory: plenty\nMemory: 4 GiB\nMemory: 8 GiB");
        assertThat(result.proposals()).containsExactly(new FactProposal(2, "memory.size", "4 GiB"));
        assertThat(result.leftovers())
                .extracting(PastedFacts.FactLeftover::reason)
                .satisfiesExactly(
                        plenty -> assertThat(plenty).startsWith("Memory is a quantity such as 16 GiB"),
                        twice -> assertThat(twice).isEqualTo("Memory stands on a line before it too"));
    }
}
