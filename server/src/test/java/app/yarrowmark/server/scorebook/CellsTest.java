package app.yarrowmark.server.scorebook;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.Map;
import org.junit.jupiter.api.Test;

class CellsTest {

    private final Cells cells = cells(new long[] {3, 8, 20}, 0, 2, 3, 7);

    private static Cells cells(long[] setups, int... start) {
        return new Cells(setups, start, new int[start[start.length - 1]]);
    }

    @Test
    void readingsOfUnknownDaysAreOfTheFirstKnown() {
        Cells dated = new Cells(new long[] {3, 8, 20}, new int[] {0, 4, 6, 7}, new int[] {
            5, 9, Cells.UNKNOWN, 5, Cells.UNKNOWN, Cells.UNKNOWN, 4
        });

        assertThat(dated.days(0)).containsExactly(5, 9);
        assertThat(dated.days(1)).as("all of one day that nobody told").containsExactly(Cells.UNKNOWN);
        assertThat(dated.days(2)).containsExactly(4);
        Cells otherDay = new Cells(new long[] {3}, new int[] {0, 1}, new int[] {1});
        assertThat(otherDay).isNotEqualTo(new Cells(new long[] {3}, new int[] {0, 1}, new int[] {2}));
    }

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
        assertThat(cells(new long[] {3, 8, 20}, 0, 2, 3, 7).shared(kept)).isSameAs(cells);

        Cells oneReadingMore = cells(new long[] {3, 8, 20}, 0, 2, 3, 8);
        Cells otherSetup = cells(new long[] {3, 9, 20}, 0, 2, 3, 7);
        assertThat(oneReadingMore.shared(kept)).isSameAs(oneReadingMore);
        assertThat(otherSetup.shared(kept)).isSameAs(otherSetup);
    }
}
