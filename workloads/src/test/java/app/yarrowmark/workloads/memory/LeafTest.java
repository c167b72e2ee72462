package app.yarrowmark.workloads.memory;

import static org.assertj.core.api.Assertions.assertThat;

import app.yarrowmark.workloads.Curve;
import app.yarrowmark.workloads.Heard;
import app.yarrowmark.workloads.Kernel;
import app.yarrowmark.workloads.Plan;
import app.yarrowmark.workloads.Workload;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;

class LeafTest {

    private static final long MEGA = 1 << 20;

    private final Leaf leaf = new Leaf();

    @Test
    void everyPartIsMeasured() {
        Heard heard = new Heard();
        for (String piece : leaf.pieces(Plan.TINY)) {
            leaf.run(piece, place(Plan.TINY, 8L << 30, 0), heard);
        }
        assertThat(heard.measured.keySet())
                .containsExactlyInAnyOrder(
                        "read.one",
                        "read.all",
                        "fill.one",
                        "fill.all",
                        "copy.one",
                        "copy.all",
                        "gather.one",
                        "gather.all",
                        "chase");
        Curve latency = heard.curves.get("latency");
        assertThat(latency.x()).startsWith(16, 32, 64).endsWith(4096);
        assertThat(latency.y()).doesNotContain(0);
    }

    /** Whatever the length leaves over behind whole lines and portions is read too; the job itself compares the sum. */
    @Test
    void everyNumberIsReadWhateverTheLength() {
        for (long longs : new long[] {1021, 1024, 1033, (1 << 16) - 1, (1 << 16) + 100, (1 << 17) + 1021}) {
            Kernel read = Streams.kernels(Long.BYTES * longs).get(0);
            assertThat(read.prepare(1).run()).as("%d numbers", longs).isZero();
            assertThat(read.prepare(3).run()).as("a third of %d", longs).isZero();
        }
    }

    @Test
    void theRingMeetsEveryLineOnce() {
        long[] ring = Chase.ring(64 * 1024);
        long at = 0;
        int steps = 0;
        do {
            at = ring[(int) at];
            steps++;
        } while (at != 0);
        assertThat(steps).isEqualTo(1024);
    }

    @Test
    void arraysAreFourTimesTheLargestCacheOrAsMuchAsTheMemoryAllows() {
        assertThat(Leaf.arrayBytes(place(Plan.NORMAL, 16L << 30, 32 * MEGA))).isEqualTo(128 * MEGA);
        assertThat(Leaf.arrayBytes(place(Plan.NORMAL, 16L << 30, 0))).isEqualTo(64 * MEGA);
        assertThat(Leaf.arrayBytes(place(Plan.NORMAL, 256 * MEGA, 32 * MEGA))).isEqualTo(64 * MEGA);
        assertThat(Leaf.chaseBytes(place(Plan.NORMAL, 3L << 30, 0))).isEqualTo(512 * MEGA);
        assertThat(Leaf.chaseBytes(place(Plan.NORMAL, 900 * MEGA, 0))).isEqualTo(128 * MEGA);
    }

    @Test
    void theRunSaysHowLargeTheArraysAre() {
        Heard heard = new Heard();
        leaf.run("read", place(Plan.TINY, 8L << 30, 32 * MEGA), heard);
        leaf.run("read", place(Plan.TINY, 8L << 30, MEGA / 4), heard);
        leaf.run("read", place(Plan.TINY, 8L << 30, 0), heard);
        assertThat(heard.remarks)
                .containsExactly(
                        "Arrays of 4 MiB, less than four times the largest cache: the memory allows no more.",
                        "Arrays of 4 MiB, at least four times the largest cache.",
                        "Arrays of 4 MiB; the size of the caches is not known.");
    }

    @Test
    void threadsShareOutTheArray() {
        Kernel read = Streams.kernels(8 * MEGA).get(0);
        assertThat(read.prepare(1).work()).isEqualTo(8 * MEGA / 1e6);
        assertThat(read.prepare(4).work()).isEqualTo(2 * MEGA / 1e6);
        assertThat(read.prepare(4).run()).isZero();
    }

    private static Workload.Place place(Plan plan, long memory, long cache) {
        return new Workload.Place(plan, 2, memory, cache, Double.POSITIVE_INFINITY, 0, Path.of("target"));
    }
}
