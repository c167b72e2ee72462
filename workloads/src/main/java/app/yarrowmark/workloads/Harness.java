package app.yarrowmark.workloads;

import java.lang.management.ManagementFactory;
import java.lang.management.ThreadMXBean;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.BrokenBarrierException;
import java.util.concurrent.Callable;
import java.util.concurrent.CyclicBarrier;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;

/**
 * Measures a kernel on one thread or on all: sizes the work once, warms up until steady, repeats, and marks the
 * iterations in which the threads did not have the processor to themselves.
 */
public final class Harness {

    /** An iteration is disturbed if its threads ran less than 1/1.02 of the time that passed. */
    private static final double DISTURBED = 1.02;

    private static final int STEADY_OVER = 5;
    private static final double STEADY = 0.05;
    private static final int LARGEST_DOUBLING = 24;
    /** Seven times the wanted time of an iteration: about a second. */
    private static final long SETTLE_NANOS_PER_WANTED_MILLI = 7_000_000;

    private static final ThreadMXBean THREADS = ManagementFactory.getThreadMXBean();

    private final Plan plan;
    private final Watch watch;

    /** Measures by the plan and tells the watch. */
    public Harness(Plan plan, Watch watch) {
        this.plan = plan;
        this.watch = watch;
    }

    /**
     * Returns the size with which one iteration takes at least half the wanted time: the smallest, doubled as often as
     * needed. The same size is used for one thread and for all.
     */
    public int calibrate(Kernel kernel) {
        settle(kernel);
        int size = kernel.smallest();
        for (int doubling = 0; doubling < LARGEST_DOUBLING; doubling++) {
            Kernel.Job job = kernel.prepare(size);
            // Twice, because the first run of a size pays for compilation.
            job.run();
            if (timed(job).seconds * 1000 >= plan.wantedMillis() / 2.0) {
                return size;
            }
            size *= 2;
        }
        return size;
    }

    /**
     * Runs the smallest size many times, so that its methods are compiled whole. Entered first with a large size, they would
     * be compiled in the middle of a loop, with code that differs from process to process.
     */
    private void settle(Kernel kernel) {
        Kernel.Job job = kernel.prepare(kernel.smallest());
        long end = System.nanoTime() + plan.wantedMillis() * SETTLE_NANOS_PER_WANTED_MILLI;
        while (System.nanoTime() < end) {
            job.run();
        }
    }

    /**
     * Measures on so many threads that start together.
     *
     * @param metric key the result goes by
     * @throws WrongResult if a result is wrong on any thread
     */
    public Measured measure(String metric, Kernel kernel, int size, int threads) {
        ExecutorService pool = Executors.newFixedThreadPool(threads, r -> {
            Thread thread = new Thread(r, metric);
            thread.setDaemon(true);
            return thread;
        });
        try {
            List<Kernel.Job> jobs = new ArrayList<>();
            for (Future<Kernel.Job> made : submit(pool, threads, () -> kernel.prepare(size))) {
                jobs.add(get(made));
            }
            return repeat(metric, jobs, pool);
        } finally {
            pool.shutdownNow();
        }
    }

    private Measured repeat(String metric, List<Kernel.Job> jobs, ExecutorService pool) {
        List<Double> values = new ArrayList<>();
        StringBuilder marks = new StringBuilder();
        while (marks.length() < plan.mostWarmUps() && !isSteady(values)) {
            values.add(together(jobs, pool).rate);
            marks.append('w');
            watch.sample(metric, values, 0.3 * marks.length() / plan.mostWarmUps());
        }
        for (int i = 1; i <= plan.counted(); i++) {
            Rate rate = together(jobs, pool);
            values.add(rate.rate);
            marks.append(rate.share > DISTURBED ? 'd' : 'c');
            watch.sample(metric, values, 0.3 + 0.7 * i / plan.counted());
        }
        return new Measured(metric, values, marks.toString());
    }

    /** Work per second from the common start to the last end, and wall time over processor time. */
    private record Rate(double rate, double share) {}

    private record Timed(double seconds, double processorSeconds, long sum, long start, long end) {}

    private static Rate together(List<Kernel.Job> jobs, ExecutorService pool) {
        CyclicBarrier gate = new CyclicBarrier(jobs.size());
        List<Future<Timed>> futures = new ArrayList<>();
        for (Kernel.Job job : jobs) {
            futures.add(pool.submit(() -> {
                pass(gate);
                return timed(job);
            }));
        }
        long start = Long.MAX_VALUE;
        long end = Long.MIN_VALUE;
        double wall = 0;
        double processor = 0;
        long sum = 0;
        for (int i = 0; i < futures.size(); i++) {
            Timed timed = get(futures.get(i));
            if (i > 0 && timed.sum != sum) {
                throw new WrongResult("two threads computed different results from the same input");
            }
            sum = timed.sum;
            start = Math.min(start, timed.start);
            end = Math.max(end, timed.end);
            wall += timed.seconds;
            processor += timed.processorSeconds;
        }
        double work = jobs.get(0).work() * jobs.size();
        return new Rate(work / ((end - start) / 1e9), processor > 0 ? wall / processor : 1);
    }

    private static Timed timed(Kernel.Job job) {
        long processor = THREADS.getCurrentThreadCpuTime();
        long start = System.nanoTime();
        long sum = job.run();
        long end = System.nanoTime();
        long used = THREADS.getCurrentThreadCpuTime() - processor;
        return new Timed((end - start) / 1e9, used / 1e9, sum, start, end);
    }

    /** Whether the last five values change by less than 5 % from end to end, by least squares. */
    static boolean isSteady(List<Double> values) {
        if (values.size() < STEADY_OVER) {
            return false;
        }
        List<Double> last = values.subList(values.size() - STEADY_OVER, values.size());
        double mean = last.stream().mapToDouble(Double::doubleValue).average().orElseThrow();
        double slope = 0;
        for (int i = 0; i < STEADY_OVER; i++) {
            slope += (i - 2) * last.get(i) / 10;
        }
        return Math.abs(slope * (STEADY_OVER - 1)) < STEADY * mean;
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
            throw new IllegalStateException(e.getCause());
        }
    }
}
