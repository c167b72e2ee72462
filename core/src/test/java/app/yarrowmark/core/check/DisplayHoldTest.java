package app.yarrowmark.core.check;

import static org.assertj.core.api.Assertions.assertThat;

import app.yarrowmark.core.exchange.SheetReader;
import app.yarrowmark.core.setup.Fact;
import app.yarrowmark.core.setup.Facts;
import app.yarrowmark.core.suite.Metric;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DisplayHoldTest {

    @ParameterizedTest
    @CsvSource({
        "60, 60.0, true",
        "60, 59.9, true",
        "60, 59.41, true",
        "60, 59.3, false",
        "60, 61, false",
        "75, 74.9, true",
        "144, 60, false",
        "59.94, 60, true"
    })
    void aRateNearTheDisplaysIsHeld(String refresh, double read, boolean held) {
        assertThat(DisplayHold.of(facts("display.refresh", refresh))
                        .orElseThrow()
                        .holds(read))
                .isEqualTo(held);
    }

    @Test
    void nothingIsHeldWhereTheRefreshIsUnknownOrNothingWaitsForIt() {
        assertThat(DisplayHold.of(facts())).isEmpty();
        assertThat(DisplayHold.of(facts("display.refresh", "fast"))).isEmpty();
        assertThat(DisplayHold.of(facts("display.refresh", "60", "display.sync", "off")))
                .isEmpty();
        assertThat(DisplayHold.of(facts("display.refresh", "60", "display.sync", "on")))
                .contains(new DisplayHold(60));
    }

    @Test
    void onlySpeedsOfWhatIsDrawnOnTheDisplayCanBeHeld() {
        assertThat(heldOf("graphics", "off-screen, large")).containsExactly("shown");
        assertThat(heldOf("graphics", "window")).containsExactly("plain", "shown");
        assertThat(heldOf("playback", "window")).isEmpty();
    }

    private static List<String> heldOf(String kind, String drawing) {
        return DisplayHold.metrics(SheetReader.read("""
                        key: tarnlight
                        version: "1"
                        name: Tarnlight
                        group: %s
                        settings: {drawing: "%s"}
                        metrics:
                          - {key: plain, name: Fog, unit: "{frame}/s"}
                          - {key: shown, name: "On screen, fog", unit: "{frame}/s"}
                          - {key: hidden, name: "Off-screen, fog", unit: "{frame}/s"}
                          - {key: dropped, name: Frames lost, unit: "{frame}/s", better: lower}
                          - {key: points, name: Points, unit: "{point}"}
                        """.formatted(kind, drawing))).stream()
                .map(Metric::key)
                .toList();
    }

    private static Facts facts(String... keysAndValues) {
        return Facts.of(Stream.iterate(0, i -> i < keysAndValues.length, i -> i + 2)
                .map(i -> Fact.typed(keysAndValues[i], keysAndValues[i + 1], ""))
                .toList());
    }
}
