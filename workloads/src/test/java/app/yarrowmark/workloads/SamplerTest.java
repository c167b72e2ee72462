package app.yarrowmark.workloads;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import org.junit.jupiter.api.Test;

/** What becomes of iterations when a neighbour comes to the core and goes again. */
class SamplerTest {

    private static final Plan PLAN = new Plan(2, 0, 3, 1, 8, 4);

    /** For each look, whether the wide loop is slow. */
    private final Deque<Boolean> crowded = new ArrayDeque<>();

    private final Ticks ticks = new Ticks() {
        private long now;
        private int call;
        private boolean slow;

        @Override
        public long passed() {
            switch (call++ % 9) {
                case 0 -> slow = !crowded.isEmpty() && crowded.poll();
                case 1, 4, 7 -> now += 100;
                case 2, 5, 8 -> now += slow ? 300 : 150;
                default -> {}
            }
            return now;
        }

        @Override
        public long used() {
            return now;
        }
    };
    private final Sampler sampler = new Sampler(PLAN, new Heard(), new Pace(ticks, 1.5));
    private int next;

    @Test
    void aCoreOfItsOwnCounts() {
        assertThat(marks()).isEqualTo("ccc");
    }

    @Test
    void itWaitsForANeighbourToGo() {
        crowded.addAll(List.of(true, true));
        assertThat(marks()).isEqualTo("ccc");
    }

    @Test
    void anIterationWithANeighbourAtItsEndIsDisturbedAndMadeGood() {
        crowded.addAll(List.of(false, true, false));
        assertThat(marks()).isEqualTo("dccc");
    }

    @Test
    void aNeighbourThatStaysIsWaitedForABitAndThenMarked() {
        for (int i = 0; i < 100; i++) {
            crowded.add(true);
        }
        assertThat(marks()).isEqualTo("ddd");
    }

    @Test
    void timeThatOthersHadDisturbs() {
        Measured one = sampler.sample("m", () -> new Sampler.Iteration(++next, next == 2 ? 1.03 : 1.01), d -> d);
        assertThat(one.marks()).isEqualTo("cdcc");
        assertThat(one.values()).containsExactly(1.0, 2.0, 3.0, 4.0);
    }

    private String marks() {
        return sampler.sample("m", () -> new Sampler.Iteration(1, 1), d -> d).marks();
    }
}
