package app.yarrowmark.workloads.storage;

import app.yarrowmark.workloads.CannotMeasure;
import app.yarrowmark.workloads.Curve;
import app.yarrowmark.workloads.Measured;
import app.yarrowmark.workloads.Plan;
import app.yarrowmark.workloads.Random64;
import app.yarrowmark.workloads.Report;
import app.yarrowmark.workloads.Ticks;
import app.yarrowmark.workloads.Workload;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;

/**
 * The storage suite: long reads and writes in pieces of 1 MiB, small ones of 4 KiB at random places with one and with 16 in
 * flight, the time of a flush, small files, and a sweep of sizes. All in one process and one file, which is written whole
 * first.
 */
public final class Root implements Workload {

    private static final int WARM_UPS = 2;
    private static final int IN_FLIGHT = 16;
    private static final int FLUSHES = 16;
    /** Small writes of an iteration at most, so that what a run writes is bounded. */
    private static final int MOST_SMALL_WRITES = 1 << 11;

    private static final int MOST_SMALL_READS = 1 << 16;
    private static final int LARGEST_SIZE = 16 << 20;
    private static final int MOST_SWEPT = 64 << 20;
    private static final double MEGA = 1e6;

    /** What is measured, in order. */
    private static final List<String> METRICS = List.of(
            "write.long", "read.long", "read.small", "read.deep", "write.small", "write.deep", "flush", "files");

    @Override
    public String key() {
        return "root";
    }

    @Override
    public List<String> pieces(Plan plan) {
        return List.of("drive");
    }

    @Override
    public List<String> jvmOptions(Place place) {
        return List.of("-Xms128m", "-Xmx128m");
    }

    /** The file whole, the long and the small writes, the flushes, the files and the sweep. */
    @Override
    public long bytesWritten(Plan plan) {
        long file = (long) plan.fileMegabytes() * WorkFile.PIECE;
        long iterations = WARM_UPS + plan.countedInAll();
        long each = (long) slice(plan) * WorkFile.PIECE
                + 2L * smallWrites(plan) * WorkFile.SMALL
                + FLUSHES * WorkFile.SMALL
                + SmallFiles.COUNT * WorkFile.SMALL;
        return file + iterations * each + (long) sizes().size() * swept(plan);
    }

    @Override
    public void run(String piece, Place place, Report report) throws IOException, CannotMeasure {
        Plan plan = place.plan();
        try (WorkFile file = WorkFile.create(place.folder(), plan.fileMegabytes());
                Flights flights = new Flights(IN_FLIGHT)) {
            if (!file.isDirect()) {
                report.setAside("the file system refused direct access: the numbers are of its cache");
            }
            Drive drive = new Drive(file, flights, place, report);
            drive.all();
            drive.sweep();
        }
    }

    private static int slice(Plan plan) {
        return Math.max(1, plan.fileMegabytes() / plan.countedInAll());
    }

    private static int smallWrites(Plan plan) {
        return plan.wantedMillis() == 0 ? 2 * IN_FLIGHT : MOST_SMALL_WRITES;
    }

    private static int swept(Plan plan) {
        return plan.wantedMillis() == 0 ? LARGEST_SIZE : MOST_SWEPT;
    }

    /** From the block to 16 MiB, doubling. */
    static List<Integer> sizes() {
        List<Integer> sizes = new ArrayList<>();
        for (int size = WorkFile.SMALL; size <= LARGEST_SIZE; size *= 2) {
            sizes.add(size);
        }
        return sizes;
    }

    /** The measurements on one file. */
    private static final class Drive {

        private final WorkFile file;
        private final Flights flights;
        private final Plan plan;
        private final Report report;
        private final DrivePace drivePace;
        private final Random64 random = new Random64(2027);
        private int next;

        Drive(WorkFile file, Flights flights, Place place, Report report) {
            this.file = file;
            this.flights = flights;
            this.plan = place.plan();
            this.report = report;
            this.drivePace = new DrivePace(Ticks.SYSTEM, place.bestDrive());
        }

        void all() throws IOException {
            repeat("write.long", () -> slices(true));
            repeat("read.long", () -> slices(false));
            repeat("read.small", () -> small(1, false));
            repeat("read.deep", () -> small(IN_FLIGHT, false));
            repeat("write.small", () -> small(1, true));
            repeat("write.deep", () -> small(IN_FLIGHT, true));
            repeat("flush", this::flushes);
            try (SmallFiles files = SmallFiles.in(file.folder())) {
                repeat("files", () -> SmallFiles.COUNT / seconds(files::makeAndRename));
            }
        }

        private interface Step {
            /** Does one iteration and returns its reading in the metric's unit. */
            double run() throws IOException;
        }

        private interface Doing {
            void run() throws IOException;
        }

        private void repeat(String metric, Step step) throws IOException {
            List<Double> values = new ArrayList<>();
            int all = WARM_UPS + plan.countedInAll();
            for (int i = 1; i <= all; i++) {
                lookAtDrive();
                values.add(step.run());
                // The sweep takes about as long as two metrics.
                double share = (METRICS.indexOf(metric) + (double) i / all) / (METRICS.size() + 2);
                report.sample(metric, values, share);
            }
            report.measured(new Measured(metric, values, "w".repeat(WARM_UPS) + "c".repeat(plan.countedInAll())));
        }

        /**
         * Told, but no iteration is called disturbed for it: a drive has work of its own, too, which belongs to its score. The
         * core is not looked at: what the system does after a long write looks like a neighbour on it.
         */
        private void lookAtDrive() throws IOException {
            if (plan.isTrial()) {
                return;
            }
            DrivePace.Look drive = drivePace.look(() -> file.read(0));
            report.drive(drive.rate(), drive.busy(), drivePace.best());
        }

        /** Goes on through the file, from the start again at its end; MB/s. A write includes its flush. */
        private double slices(boolean write) throws IOException {
            int pieces = slice(plan);
            double seconds = seconds(() -> {
                for (int i = 0; i < pieces; i++) {
                    if (write) {
                        file.write(next);
                    } else {
                        file.read(next);
                    }
                    next = (next + 1) % file.pieces();
                }
                if (write) {
                    file.flush();
                }
            });
            return pieces * (double) WorkFile.PIECE / MEGA / seconds;
        }

        /** Blocks at random places, so many in flight; operations per second. Writes end with a flush. */
        private double small(int inFlight, boolean write) throws IOException {
            int most = write ? smallWrites(plan) : MOST_SMALL_READS;
            int[] blocks = new int[most];
            for (int i = 0; i < most; i++) {
                blocks[i] = random.below(file.smallBlocks());
            }
            long limit = write ? Long.MAX_VALUE : Math.max(2, 3L * plan.wantedMillis()) * 1_000_000;
            int[] done = {0};
            double seconds = seconds(() -> {
                done[0] = flights.run(inFlight, most, limit, i -> {
                    if (write) {
                        file.writeSmall(blocks[i]);
                    } else {
                        file.readSmall(blocks[i]);
                    }
                });
                if (write) {
                    file.flush();
                }
            });
            return done[0] / seconds;
        }

        /** A block written and flushed, again and again; milliseconds each. */
        private double flushes() throws IOException {
            return 1000
                    / FLUSHES
                    * seconds(() -> {
                        for (int i = 0; i < FLUSHES; i++) {
                            file.writeSmall(random.below(file.smallBlocks()));
                            file.flush();
                        }
                    });
        }

        /** Reads and writes of every size, one after the other through the file; MB/s. */
        void sweep() throws IOException {
            List<Integer> sizes = sizes();
            double[] x = sizes.stream().mapToDouble(s -> s / 1024.0).toArray();
            double[] read = new double[x.length];
            double[] write = new double[x.length];
            for (int i = 0; i < x.length; i++) {
                write[i] = swept(sizes.get(i), true);
                read[i] = swept(sizes.get(i), false);
                double share = (METRICS.size() + 2.0 * (i + 1) / x.length) / (METRICS.size() + 2);
                report.sample("read.long", List.of(read[i]), share);
            }
            report.curve(new Curve("read", "MB/s", "size", "KiBy", x, read));
            report.curve(new Curve("write", "MB/s", "size", "KiBy", x, write));
        }

        private double swept(int size, boolean write) throws IOException {
            long bytes = Math.min(Root.swept(plan), (long) plan.fileMegabytes() * WorkFile.PIECE);
            long limit = Math.max(2, 2L * plan.wantedMillis()) * 1_000_000;
            long[] done = {0};
            double seconds = seconds(() -> {
                long start = System.nanoTime();
                for (long at = 0; at + size <= bytes && (at == 0 || System.nanoTime() - start < limit); at += size) {
                    file.transfer(at, size, write);
                    done[0] = at + size;
                }
                if (write) {
                    file.flush();
                }
            });
            return Math.max(done[0], 0) / MEGA / seconds;
        }

        private static double seconds(Doing doing) throws IOException {
            long start = System.nanoTime();
            doing.run();
            return Math.max(1, System.nanoTime() - start) / 1e9;
        }
    }
}
