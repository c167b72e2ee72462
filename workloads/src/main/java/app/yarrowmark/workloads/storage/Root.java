package app.yarrowmark.workloads.storage;

import app.yarrowmark.workloads.Measured;
import app.yarrowmark.workloads.Plan;
import app.yarrowmark.workloads.Random64;
import app.yarrowmark.workloads.Watch;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/** The storage suite: long write and read in pieces of 1 MiB, small random reads of 4 KiB, one at a time. */
public final class Root {

    private static final int WARM_UPS = 2;
    /** Small reads of one iteration; a slow drive ends an iteration sooner, by time. */
    private static final int MOST_READS = 1 << 16;

    private final WorkFile file;
    private final Plan plan;
    private final Watch watch;

    private Root(WorkFile file, Plan plan, Watch watch) {
        this.file = file;
        this.plan = plan;
        this.watch = watch;
    }

    /** What was measured; {@code direct} is false where the file system did not let us past its cache. */
    public record Outcome(List<Measured> measured, boolean direct) {}

    /** Returns how many bytes a run writes: the file whole, and again as often as the long write takes. */
    public static long bytesWritten(Plan plan) {
        long file = (long) plan.fileMegabytes() * WorkFile.PIECE;
        int slice = slice(plan);
        return file + (long) slice * (WARM_UPS + plan.counted()) * WorkFile.PIECE;
    }

    /**
     * Measures everything in a file of its own in the folder.
     *
     * @throws CannotMeasure if a score would mean nothing there
     * @throws IOException if the drive fails, or the folder cannot be written
     */
    public static Outcome run(Path folder, Plan plan, Watch watch) throws IOException, CannotMeasure {
        try (WorkFile file = WorkFile.create(folder, plan.fileMegabytes())) {
            Root root = new Root(file, plan, watch);
            List<Measured> all = List.of(
                    root.repeat("write.long", root.slices(file::write, true)),
                    root.repeat("read.long", root.slices(file::read, false)),
                    root.repeat("read.small", root::smallReads));
            return new Outcome(all, file.isDirect());
        }
    }

    private interface Step {
        /** Does one iteration and returns the rate in the metric's unit. */
        double run() throws IOException;
    }

    private interface PieceWork {
        void on(int piece) throws IOException;
    }

    private Measured repeat(String metric, Step step) throws IOException {
        List<Double> values = new ArrayList<>();
        int all = WARM_UPS + plan.counted();
        for (int i = 1; i <= all; i++) {
            values.add(step.run());
            watch.sample(metric, values, (double) i / all);
        }
        return new Measured(metric, values, "w".repeat(WARM_UPS) + "c".repeat(plan.counted()));
    }

    /** Goes through the file slice by slice, from the start again at its end; MB/s. A write includes its flush. */
    private Step slices(PieceWork work, boolean flush) {
        int slice = slice(plan);
        int[] next = {0};
        return () -> {
            long start = System.nanoTime();
            for (int i = 0; i < slice; i++) {
                work.on(next[0]);
                next[0] = (next[0] + 1) % file.pieces();
            }
            if (flush) {
                file.flush();
            }
            return slice * (double) WorkFile.PIECE / 1e6 / seconds(start);
        };
    }

    private static int slice(Plan plan) {
        return Math.max(1, plan.fileMegabytes() / plan.counted());
    }

    private final Random64 random = new Random64(2027);

    /** Reads blocks at random places, one after the other; operations per second. */
    private double smallReads() throws IOException {
        long start = System.nanoTime();
        double most = Math.max(0.002, 3 * plan.wantedMillis() / 1000.0);
        int reads = 0;
        do {
            file.readSmall(random.below(file.smallBlocks()));
            reads++;
        } while (reads < MOST_READS && ((reads & 15) != 0 || seconds(start) < most));
        return reads / seconds(start);
    }

    private static double seconds(long start) {
        return (System.nanoTime() - start) / 1e9;
    }
}
