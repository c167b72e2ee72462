package app.yarrowmark.server.standings;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.OptionalDouble;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

class ShownRowsTest {

    private static final List<String> NAMES = List.of("Ostrel Fen 13", "Carr 15, tuned", "CARR 15", "Skerry M3");

    private static List<Integer> shown(@Nullable Integer rows, @Nullable String find) {
        return shown(new ShownRows(null, rows, find, null), -1);
    }

    /** The second has no place in graphics, the last the best. */
    private static List<Integer> shown(ShownRows rows, int at) {
        return rows.of(
                        NAMES.size(),
                        at,
                        NAMES::get,
                        (group, i) -> i == 1 ? OptionalDouble.empty() : OptionalDouble.of(i))
                .boxed()
                .toList();
    }

    @Test
    void theFirstRowsAndThoseAroundOneAreShown() {
        assertThat(shown(2, null)).containsExactly(0, 1);
        assertThat(shown(null, "")).containsExactly(0, 1, 2, 3);
        assertThat(new ShownRows("setup-7", 3, null, null)
                        .of(1000, 500, i -> "", (g, i) -> OptionalDouble.empty())
                        .boxed())
                .contains(0, 2, 488, 512)
                .doesNotContain(3, 487, 513);
    }

    @Test
    void wordsFindRowsInAnyOrderAndCase() {
        assertThat(shown(null, " 15  carr ")).containsExactly(1, 2);
        assertThat(shown(1, "carr")).containsExactly(1);
        assertThat(shown(null, "carr 16")).isEmpty();
    }

    @Test
    void rowsStandInTheOrderThatIsAskedFor() {
        assertThat(shown(new ShownRows(null, null, null, "name"), -1)).containsExactly(2, 1, 0, 3);
        assertThat(shown(new ShownRows(null, 2, null, "graphics"), -1)).containsExactly(3, 2);
        // The one that is to be seen is seen, though it has no place there.
        assertThat(shown(new ShownRows("setup-7", 1, null, "GRAPHICS"), 1)).containsExactly(3, 2, 0, 1);
        assertThat(shown(new ShownRows(null, null, "carr", "GRAPHICS"), -1)).containsExactly(2, 1);
        assertThatThrownBy(() -> shown(new ShownRows(null, null, null, "colour"), -1))
                .hasMessageContaining("is name or a group such as GRAPHICS, got \"colour\"");
    }
}
