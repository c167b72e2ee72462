package app.yarrowmark.server.scorebook;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.Map;
import org.junit.jupiter.api.Test;

class CellsTest {

    private final Cells cells = new Cells(new long[] {3, 8, 20}, new int[] {0, 2, 3, 7});

    @Test
    void aCellIsFoundByItsSetup() {
        assertThat(cells.at(8)).isEqualTo(1);
        assertThat(cells.at(9)).isNegative();
        assertThat(cells.from(cells.at(20))).isEqualTo(3);
        assertThat(cells.to(cells.at(20))).isEqualTo(7);
        assertThat(cells.setups()).containsExactly(3L, 8L, 20L);
        assertThat(cells.all().map(c -> cells.to(c) - cells.from(c))).containsExactly(2, 1, 4);
    }

    @Test
    void columnsReadInTheSameRunsShareTheirs() {
        Map<Cells, Cells> kept = new HashMap<>();
        assertThat(cells.shared(kept)).isSameAs(cells);
        assertThat(new Cells(new long[] {3, 8, 20}, new int[] {0, 2, 3, 7}).shared(kept))
                .isSameAs(cells);

        Cells oneReadingMore = new Cells(new long[] {3, 8, 20}, new int[] {0, 2, 3, 8});
        Cells otherSetup = new Cells(new long[] {3, 9, 20}, new int[] {0, 2, 3, 7});
        assertThat(oneReadingMore.shared(kept)).isSameAs(oneReadingMore);
        assertThat(otherSetup.shared(kept)).isSameAs(otherSetup);
    }
}
