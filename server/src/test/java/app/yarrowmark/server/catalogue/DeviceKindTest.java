package app.yarrowmark.server.catalogue;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.yarrowmark.core.exchange.Json;
import com.fasterxml.jackson.core.type.TypeReference;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

class DeviceKindTest {

    @Test
    void readsOurKindsInWordsForOneAndForMany() {
        assertThat(Stream.of("laptop", "Laptops", " PHONE ", "graphics", "displays", "other")
                        .map(DeviceKind::of))
                .containsExactly(
                        DeviceKind.LAPTOP,
                        DeviceKind.LAPTOP,
                        DeviceKind.PHONE,
                        DeviceKind.GRAPHICS,
                        DeviceKind.DISPLAY,
                        DeviceKind.OTHER);
    }

    @Test
    void keepsADesksOwnAsItWasTyped() {
        DeviceKind own = DeviceKind.of(" home  server ");
        assertThat(own.name()).isEqualTo("home server");
        assertThat(own.words()).isEqualTo("home server");
        assertThat(own.isShipped()).isFalse();
        assertThat(own.runsNatively()).isTrue();
        assertThat(Json.write(List.of(own, DeviceKind.MINI))).isEqualTo("[\"home server\",\"MINI\"]");
        assertThat(Json.read("[\"home server\",\"MINI\"]", new TypeReference<List<DeviceKind>>() {}))
                .containsExactly(own, DeviceKind.MINI);
    }

    @Test
    void standsOursBeforeADesksOwn() {
        assertThat(Stream.of(DeviceKind.of("amplifier"), DeviceKind.OTHER, DeviceKind.LAPTOP)
                        .sorted())
                .containsExactly(DeviceKind.LAPTOP, DeviceKind.OTHER, DeviceKind.of("amplifier"));
    }

    @Test
    void refusesOneWithoutAName() {
        assertThatThrownBy(() -> DeviceKind.of("  ")).hasMessageContaining("1 to 40 characters");
        assertThatThrownBy(() -> DeviceKind.of("x".repeat(41))).hasMessageContaining("1 to 40 characters");
    }
}
