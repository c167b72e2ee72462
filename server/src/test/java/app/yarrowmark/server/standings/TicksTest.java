package app.yarrowmark.server.standings;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class TicksTest {

    @Test
    void fewAreAllDrawn() {
        List<Double> few = List.of(4.0, 3.0, 3.0);
        assertThat(Ticks.thinned(few, v -> v, v -> false)).isEqualTo(few);
    }

    @Test
    void ofManyOneIsDrawnAtEachPlaceWithBothEndsAndWhoMustBeSeen() {
        List<Double> many = IntStream.range(0, 20_000)
                .mapToObj(i -> 1000 * Math.exp(-i / 5000.0))
                .toList();
        List<Double> drawn = Ticks.thinned(many, v -> v, v -> v.equals(many.get(1234)));
        assertThat(drawn).hasSizeBetween(Ticks.MOST, Ticks.MOST + 2);
        assertThat(drawn).contains(many.get(0), many.get(1234), many.get(19_999));
        assertThat(drawn).isSortedAccordingTo((a, b) -> Double.compare(b, a));
        // No hole is wider than two places.
        double widest = Math.log(many.get(0) / many.get(19_999)) / (Ticks.MOST - 1) * 2;
        for (int i = 1; i < drawn.size(); i++) {
            assertThat(Math.log(drawn.get(i - 1) / drawn.get(i))).isLessThan(widest);
        }
    }

    @Test
    void equalOnesAreOne() {
        assertThat(Ticks.thinned(IntStream.range(0, 900).mapToObj(i -> 7.0).toList(), v -> v, v -> false))
                .hasSize(2);
    }
}
