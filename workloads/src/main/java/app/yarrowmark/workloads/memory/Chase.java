package app.yarrowmark.workloads.memory;

import app.yarrowmark.workloads.Curve;
import app.yarrowmark.workloads.Measured;
import app.yarrowmark.workloads.Pace;
import app.yarrowmark.workloads.Plan;
import app.yarrowmark.workloads.Random64;
import app.yarrowmark.workloads.Report;
import app.yarrowmark.workloads.Sampler;
import app.yarrowmark.workloads.Ticks;
import app.yarrowmark.workloads.WrongResult;
import java.util.ArrayList;
import java.util.List;

/**
 * How long one access to memory takes when the next depends on it: a walk along a random ring through every line of 64
 * bytes of a working set (a cyclic permutation by Sattolo, 1986), for each working set from 16 KiB on.
 */
final class Chase {

    /** Name of the metric: nanoseconds an access, in the largest working set. */
    static final String METRIC = "chase";

    private static final int SMALLEST = 16 * 1024;
    private static final int LINE = 64 / Long.BYTES;
    private static final int STEPS = 1 << 20;
    /** Steps of one call, so that its method is called often. */
    private static final int CALL = 1 << 12;

    private final Plan plan;
    private final Report report;
    private final Ticks ticks;
    private final Sampler sampler;

    Chase(Plan plan, Report report, Ticks ticks, double bestPace) {
        this.plan = plan;
        this.report = report;
        this.ticks = ticks;
        this.sampler = new Sampler(plan, report, new Pace(ticks, bestPace));
    }

    /** Measures working sets up to so many bytes and reports the largest as the metric, all as the curve. */
    void run(long mostBytes) {
        List<Integer> sizes = new ArrayList<>();
        for (long size = SMALLEST; size <= mostBytes; size *= 2) {
            sizes.add((int) size);
        }
        int steps = plan.wantedMillis() == 0 ? CALL : STEPS;
        double[] x = new double[sizes.size()];
        double[] y = new double[sizes.size()];
        for (int i = 0; i < sizes.size(); i++) {
            int number = i;
            Measured measured = walk(ring(sizes.get(i)), steps, done -> (number + done) / sizes.size());
            x[i] = sizes.get(i) / 1024.0;
            y[i] = measured.value();
            if (i == sizes.size() - 1) {
                report.measured(measured);
            }
        }
        report.curve(new Curve("latency", "ns", "working set", "KiBy", x, y));
    }

    /** Returns an array whose every line names the line to go to next; all lines are in one ring. */
    static long[] ring(int bytes) {
        int lines = bytes / Long.BYTES / LINE;
        int[] order = new int[lines];
        for (int i = 0; i < lines; i++) {
            order[i] = i;
        }
        Random64 random = new Random64(31_337);
        for (int i = lines - 1; i > 0; i--) {
            int j = random.below(i);
            int swap = order[i];
            order[i] = order[j];
            order[j] = swap;
        }
        long[] ring = new long[lines * LINE];
        for (int i = 0; i < lines; i++) {
            ring[i * LINE] = (long) order[i] * LINE;
        }
        return ring;
    }

    private Measured walk(long[] ring, int steps, Sampler.Share share) {
        int turns = steps % (ring.length / LINE);
        long[] first = {-1};
        return sampler.sample(
                METRIC,
                () -> {
                    long used = ticks.used();
                    long start = ticks.passed();
                    long end = 0;
                    for (int step = 0; step < steps; step += CALL) {
                        end = walk(ring, end);
                    }
                    long passed = Math.max(1, ticks.passed() - start);
                    if (first[0] >= 0 && end != first[0] || turns == 0 && end != 0) {
                        throw new WrongResult("the walk along the ring came to place " + end);
                    }
                    first[0] = end;
                    return new Sampler.Iteration(
                            passed / (double) steps, passed / (double) Math.max(1, ticks.used() - used));
                },
                share);
    }

    private static long walk(long[] ring, long start) {
        long at = start;
        for (int i = 0; i < CALL; i++) {
            at = ring[(int) at];
        }
        return at;
    }
}
