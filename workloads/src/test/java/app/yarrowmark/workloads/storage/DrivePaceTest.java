package app.yarrowmark.workloads.storage;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.yarrowmark.workloads.Ticks;
import java.io.IOException;
import org.junit.jupiter.api.Test;

/** Reading the piece takes as long as a test says. */
class DrivePaceTest {

    private long now;
    private int reads;
    private final Ticks ticks = new Ticks() {
        @Override
        public long passed() {
            return now;
        }

        @Override
        public long used() {
            return now;
        }
    };
    private final DrivePace pace = new DrivePace(ticks, 0);

    @Test
    void theFastestOfThreeTriesCounts() throws IOException {
        DrivePace.Look look = look(pace, 1_500, 1_000, 1_200);
        assertThat(look.rate()).isCloseTo(1048.576, within(1e-9));
        assertThat(reads).isEqualTo(3);
    }

    @Test
    void aDriveThatTakesMoreThanHalfAsLongAgainAsAtBestIsBusy() throws IOException {
        assertThat(look(pace, 1_000, 1_000, 1_000).busy()).isFalse();
        assertThat(look(pace, 1_450, 1_480, 1_490).busy()).isFalse();
        assertThat(look(pace, 2_000, 1_600, 1_900).busy()).isTrue();
        // One try in time is enough.
        assertThat(look(pace, 2_000, 1_100, 1_900).busy()).isFalse();
        assertThat(pace.best()).isCloseTo(1048.576, within(1e-9));
    }

    @Test
    void whatIsKnownOfTheDriveShowsAtTheFirstLook() throws IOException {
        assertThat(look(new DrivePace(ticks, 2_000), 1_000, 1_000, 1_000).busy())
                .isTrue();
    }

    @Test
    void aSlowDriveIsNotHeldUpByLooks() throws IOException {
        look(pace, 12_000, 12_000, 12_000);
        assertThat(reads).isEqualTo(1);
    }

    @Test
    void aDriveThatFailsIsNotTakenForABusyOne() {
        assertThatThrownBy(() -> pace.look(() -> {
                    throw new IOException("gone");
                }))
                .hasMessage("gone");
    }

    private DrivePace.Look look(DrivePace at, long... micros) throws IOException {
        reads = 0;
        return at.look(() -> now += 1_000 * micros[reads++]);
    }
}
