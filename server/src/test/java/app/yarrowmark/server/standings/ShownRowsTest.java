package app.yarrowmark.server.standings;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

class ShownRowsTest {

    private static final List<String> NAMES = List.of("Ostrel Fen 13", "Carr 15, tuned", "CARR 15", "Skerry M3");

    private static List<Integer> shown(@Nullable Integer rows, @Nullable String find) {
        return new ShownRows(null, rows, find)
                .of(NAMES.size(), -1, NAMES::get)
                .boxed()
                .toList();
    }

    @Test
    void theFirstRowsAndThoseAroundOneAreShown() {
        assertThat(shown(2, null)).containsExactly(0, 1);
        assertThat(shown(null, "")).containsExactly(0, 1, 2, 3);
        assertThat(new ShownRows("setup-7", 3, null).of(1000, 500, i -> "").boxed())
                .contains(0, 2, 488, 512)
                .doesNotContain(3, 487, 513);
    }

    @Test
    void wordsFindRowsInAnyOrderAndCase() {
        assertThat(shown(null, " 15  carr ")).containsExactly(1, 2);
        assertThat(shown(1, "carr")).containsExactly(1);
        assertThat(shown(null, "carr 16")).isEmpty();
    }
}
