package app.yarrowmark.workloads.memory;

import app.yarrowmark.workloads.Harness;
import app.yarrowmark.workloads.Kernel;
import app.yarrowmark.workloads.Plan;
import app.yarrowmark.workloads.Report;
import app.yarrowmark.workloads.Ticks;
import app.yarrowmark.workloads.Workload;
import java.util.ArrayList;
import java.util.List;

/**
 * The memory suite. Its arrays are four times the processor's largest cache, so that they do not fit, unless that is more
 * than a quarter of the memory; the run says which.
 */
public final class Leaf implements Workload {

    private static final long MEGA = 1 << 20;
    private static final long LEAST_ARRAY = 64 * MEGA;
    private static final int CACHES = 4;
    /** For the program itself, and the order of a ring while it is made. */
    private static final long BESIDE = 96 * MEGA;

    @Override
    public String key() {
        return "leaf";
    }

    @Override
    public List<String> pieces(Plan plan) {
        List<String> pieces = new ArrayList<>();
        for (int round = 0; round < plan.rounds(); round++) {
            Streams.kernels(LEAST_ARRAY).forEach(kernel -> pieces.add(kernel.key()));
            pieces.add(Chase.METRIC);
        }
        return pieces;
    }

    /** Large pages where the system gives them, and a small nursery: the arrays are made once and stay. */
    @Override
    public List<String> jvmOptions(Place place) {
        long heap = Math.max(2 * arrayBytes(place), chaseBytes(place)) + BESIDE;
        return List.of(
                "-XX:+UseTransparentHugePages", "-Xmn16m", "-Xms" + heap / MEGA + "m", "-Xmx" + heap / MEGA + "m");
    }

    @Override
    public void run(String piece, Place place, Report report) {
        if (piece.equals(Chase.METRIC)) {
            new Chase(place.plan(), report, Ticks.SYSTEM, place.bestPace()).run(chaseBytes(place));
            return;
        }
        long bytes = arrayBytes(place);
        report.remark(words(place, bytes));
        Kernel kernel = Streams.kernels(bytes).stream()
                .filter(k -> k.key().equals(piece))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("Leaf has no part \"" + piece + "\""));
        new Harness(place.plan(), report, place.bestPace()).run(kernel, place.threads());
    }

    /** Returns the size of one array; a copy needs two. */
    static long arrayBytes(Place place) {
        long most = Math.min(place.plan().mostArrayMegabytes() * MEGA, place.memoryBytes() / 4);
        return Math.min(most, wanted(place)) / MEGA * MEGA;
    }

    private static long wanted(Place place) {
        return Math.max(LEAST_ARRAY, CACHES * place.cacheBytes());
    }

    /** Returns the largest working set: a power of two, at most a quarter of the memory. */
    static long chaseBytes(Place place) {
        return Long.highestOneBit(Math.min(place.plan().mostArrayMegabytes() * MEGA, place.memoryBytes() / 4));
    }

    private static String words(Place place, long bytes) {
        String size = "Arrays of " + bytes / MEGA + " MiB";
        if (place.cacheBytes() == 0) {
            return size + "; the size of the caches is not known.";
        }
        return bytes >= CACHES * place.cacheBytes() / MEGA * MEGA
                ? size + ", at least four times the largest cache."
                : size + ", less than four times the largest cache: the memory allows no more.";
    }
}
