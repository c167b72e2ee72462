package app.yarrowmark.workloads;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.BrokenBarrierException;
import java.util.concurrent.Callable;
import java.util.concurrent.CyclicBarrier;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.IntStream;

/**
 * Measures a kernel on one thread and on all: repeats the same work often enough for the clock, warms up until steady,
 * counts, and marks the iterations in which the threads did not have the processor to themselves.
 */
public final class Harness {

    private static final int MOST_RUNS = 1 << 24;
    /** Ten times the wanted time of an iteration: about a second. */
    private static final long SETTLE_NANOS_PER_WANTED_MILLI = 10_000_000;

    private static final int CALIBRATIONS = 5;
    private static final double SETTLED_SHARE = 0.2;

    private final Plan plan;
    private final Report report;
    private final Ticks ticks;
    private final Sampler sampler;

    /**
     * Measures by the plan and tells the report.
     *
     * @param bestPace best ratio known of this device, infinite if none is
     */
    public Harness(Plan plan, Report report, double bestPace) {
        this(plan, report, Ticks.SYSTEM, new Pace(Ticks.SYSTEM, bestPace));
    }

    Harness(Plan plan, Report report, Ticks ticks, Pace pace) {
        this.plan = plan;
        this.report = report;
        this.ticks = ticks;
        this.sampler = new Sampler(plan, report, pace);
    }

    /**
     * Measures a kernel on one thread, then on all, and reports both.
     *
     * @throws WrongResult if a result is wrong on any thread
     */
    public void run(Kernel kernel, int threads) {
        int runs = runsOfAnIteration(kernel);
        double half = (1 - SETTLED_SHARE) / 2;
        report.measured(measure(kernel, ".one", runs, 1, SETTLED_SHARE, half));
        report.measured(measure(kernel, ".all", runs, threads, SETTLED_SHARE + half, half));
    }

    /** The job ends here: of a large input there is room for one at a time. */
    private int runsOfAnIteration(Kernel kernel) {
        Kernel.Job job = kernel.prepare(1);
        settle(kernel, job);
        return calibrate(kernel, job);
    }

    /**
     * Runs for about a second, so that every method is compiled whole: entered first for a long time, it would be compiled
     * in the middle of a loop, with code that differs from process to process.
     */
    private void settle(Kernel kernel, Kernel.Job job) {
        long end = ticks.passed() + plan.wantedMillis() * SETTLE_NANOS_PER_WANTED_MILLI;
        do {
            check(kernel, job.run());
        } while (ticks.passed() < end);
    }

    /** Returns how many runs take at least half the wanted time: a power of two, by the fastest of five tries. */
    int calibrate(Kernel kernel, Kernel.Job job) {
        long fastest = Long.MAX_VALUE;
        for (int i = 0; i < CALIBRATIONS; i++) {
            long start = ticks.passed();
            check(kernel, job.run());
            fastest = Math.min(fastest, Math.max(1, ticks.passed() - start));
        }
        int runs = 1;
        while (runs < MOST_RUNS && runs * (double) fastest < plan.wantedMillis() * 1e6 / 2) {
            runs *= 2;
        }
        return runs;
    }

    private Measured measure(Kernel kernel, String how, int runs, int threads, double from, double share) {
        String metric = kernel.key() + how;
        ExecutorService pool = Executors.newFixedThreadPool(threads, r -> {
            Thread thread = new Thread(r, metric);
            thread.setDaemon(true);
            return thread;
        });
        try {
            List<Kernel.Job> jobs = new ArrayList<>();
            for (Future<Kernel.Job> made : submit(pool, threads, () -> kernel.prepare(threads))) {
                jobs.add(get(made));
            }
            List<Double> skews = new ArrayList<>();
            Measured measured = sampler.sample(
                    metric, () -> together(kernel, runs, jobs, pool, skews), done -> from + share * done);
            if (threads > 1) {
                report.curve(skew(kernel, skews));
            }
            return measured;
        } finally {
            pool.shutdownNow();
        }
    }

    private record Timed(double seconds, double processorSeconds, long start, long end) {}

    private static Curve skew(Kernel kernel, List<Double> skews) {
        double[] numbers =
                IntStream.rangeClosed(1, skews.size()).asDoubleStream().toArray();
        return new Curve(
                "skew " + kernel.key(),
                "%",
                "iteration",
                "{iteration}",
                numbers,
                skews.stream().mapToDouble(Double::doubleValue).toArray());
    }

    /**
     * Work per second from the common start to the last end. How much sooner than the last the first thread was done is
     * added to {@code skews}, in hundredths of the time.
     */
    private Sampler.Iteration together(
            Kernel kernel, int runs, List<Kernel.Job> jobs, ExecutorService pool, List<Double> skews) {
        CyclicBarrier gate = new CyclicBarrier(jobs.size());
        List<Future<Timed>> futures = new ArrayList<>();
        for (Kernel.Job job : jobs) {
            futures.add(pool.submit(() -> {
                pass(gate);
                return timed(kernel, runs, job);
            }));
        }
        long start = Long.MAX_VALUE;
        long end = Long.MIN_VALUE;
        long firstEnd = Long.MAX_VALUE;
        double wall = 0;
        double processor = 0;
        for (Future<Timed> future : futures) {
            Timed timed = get(future);
            start = Math.min(start, timed.start);
            end = Math.max(end, timed.end);
            firstEnd = Math.min(firstEnd, timed.end);
            wall += timed.seconds;
            processor += timed.processorSeconds;
        }
        double work = jobs.get(0).work() * runs * jobs.size();
        double rate = work / (Math.max(1, end - start) / 1e9);
        skews.add(100.0 * (end - firstEnd) / Math.max(1, end - start));
        return new Sampler.Iteration(rate, processor > 0 ? wall / processor : 1);
    }

    private Timed timed(Kernel kernel, int runs, Kernel.Job job) {
        long used = ticks.used();
        long start = ticks.passed();
        for (int i = 0; i < runs; i++) {
            check(kernel, job.run());
        }
        long end = ticks.passed();
        return new Timed((end - start) / 1e9, (ticks.used() - used) / 1e9, start, end);
    }

    private static void check(Kernel kernel, long found) {
        if (found != kernel.checksum()) {
            throw new WrongResult(kernel.key() + " came to the checksum " + Long.toHexString(found) + " instead of "
                    + Long.toHexString(kernel.checksum()));
        }
    }

    private static <T> List<Future<T>> submit(ExecutorService pool, int times, Callable<T> task) {
        List<Future<T>> futures = new ArrayList<>();
        for (int i = 0; i < times; i++) {
            futures.add(pool.submit(task));
        }
        return futures;
    }

    private static void pass(CyclicBarrier gate) {
        try {
            gate.await();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException("interrupted", e);
        } catch (BrokenBarrierException e) {
            throw new IllegalStateException("a thread did not come to the gate", e);
        }
    }

    private static <T> T get(Future<T> future) {
        try {
            return future.get();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException("interrupted", e);
        } catch (ExecutionException e) {
            if (e.getCause() instanceof RuntimeException cause) {
                throw cause;
            }
            if (e.getCause() instanceof Error cause) {
                throw cause;
            }
            throw new IllegalStateException(e.getCause());
        }
    }
}
