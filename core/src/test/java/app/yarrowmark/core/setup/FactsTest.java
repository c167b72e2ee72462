package app.yarrowmark.core.setup;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class FactsTest {

    private final Facts before = Facts.of(List.of(
            Fact.read("memory.size", "8", "GiB"),
            Fact.typed("cooling.paste", "grey", ""),
            Fact.unknown("drive.temperature", "no sensor")));

    @Test
    void completingAddsButNeverChangesAKnownValue() {
        Facts after = before.completedBy(Facts.of(List.of(
                Fact.read("memory.size", "16", "GiB"),
                Fact.read("drive.temperature", "41", "Cel"),
                Fact.read("cpu.cores", "8", ""))));

        assertThat(after.get("memory.size").flatMap(Fact::text)).contains("8 GiB");
        assertThat(after.get("drive.temperature").flatMap(Fact::text)).contains("41 Cel");
        assertThat(after.all())
                .extracting(Fact::key)
                .containsExactly("cooling.paste", "cpu.cores", "drive.temperature", "memory.size");
    }

    @Test
    void fingerprintIsOfKnownValuesOnlyWhateverTheirOriginAndOrder() {
        Facts typed = Facts.of(List.of(Fact.typed("cooling.paste", "grey", ""), Fact.typed("memory.size", "8", "GiB")));
        assertThat(typed.fingerprint()).isEqualTo(before.fingerprint()).hasSize(64);
        assertThat(Facts.of(List.of(Fact.typed("memory.size", "8", "GB"))).fingerprint())
                .isNotEqualTo(before.fingerprint());
    }

    @Test
    void aFactIsKnownOrHasAReason() {
        assertThatThrownBy(() -> Fact.unknown("cpu.model", " ")).hasMessage("cpu.model is unknown without a reason");
        assertThatThrownBy(() -> new Fact("cpu.model", Optional.empty(), "", Fact.Origin.READ, ""))
                .hasMessage("cpu.model has no value");
        assertThatThrownBy(() -> new Fact("cpu.model", Optional.of("x"), "", Fact.Origin.UNKNOWN, "hidden"))
                .hasMessage("cpu.model is unknown and has a value");
        assertThatThrownBy(() -> Fact.read("Memory Size", "8", "GiB")).hasMessageContaining("\"Memory Size\"");
    }
}
