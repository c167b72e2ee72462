package app.yarrowmark.workloads;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayDeque;
import java.util.Deque;
import org.junit.jupiter.api.Test;

/** The two loops take the times that a script says. */
class PaceTest {

    private final Deque<Long> times = new ArrayDeque<>();
    private final Ticks ticks = new Ticks() {
        private long now;

        @Override
        public long passed() {
            now += times.isEmpty() ? 0 : times.poll();
            return now;
        }

        @Override
        public long used() {
            return now;
        }
    };
    private final Pace pace = new Pace(ticks, Double.POSITIVE_INFINITY);

    @Test
    void aLowerClockSlowsBothLoopsAndDisturbsNothing() {
        assertThat(pace.isCrowded(look(100, 150))).isFalse();
        Pace.Look slower = look(160, 240);
        assertThat(slower.ratio()).isEqualTo(1.5);
        assertThat(slower.stepsPerSecond()).isEqualTo(100_000 / 160e-9);
        assertThat(pace.isCrowded(slower)).isFalse();
    }

    @Test
    void aNeighbourSlowsTheWideLoopOnly() {
        look(100, 150);
        assertThat(pace.isCrowded(look(101, 260))).isTrue();
        assertThat(pace.isCrowded(look(100, 170))).isFalse();
    }

    @Test
    void whatIsKnownOfTheDeviceShowsANeighbourAtTheFirstLook() {
        Pace known = new Pace(ticks, 1.5);
        times.clear();
        script(100, 260);
        assertThat(known.isCrowded(known.look())).isTrue();
        assertThat(known.best()).isEqualTo(1.5);
    }

    @Test
    void unevenTriesDoNotBecomeTheBest() {
        look(100, 150);
        // The narrow loop was held up in two of its tries, the wide one was not.
        for (long time : new long[] {0, 200, 150, 0, 140, 150, 0, 190, 150}) {
            times.add(time);
        }
        assertThat(pace.look().ratio()).isLessThan(1.1);
        assertThat(pace.best()).isEqualTo(1.5);
    }

    private Pace.Look look(long narrow, long wide) {
        script(narrow, wide);
        return pace.look();
    }

    private void script(long narrow, long wide) {
        for (int i = 0; i < 3; i++) {
            times.add(0L);
            times.add(narrow);
            times.add(wide);
        }
    }
}
