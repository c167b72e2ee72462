package app.yarrowmark.workloads;

/**
 * Tells whether a core does as much at once as it can. Two fixed loops of a fraction of a millisecond: in the narrow one
 * each step waits for the one before, so that its time follows the clock alone; the wide one has work for every unit of the
 * core at once, so that it also slows when a neighbour uses the same core, such as the other thread of it or another guest
 * of the host. Their ratio does not change with the clock: a warm device that clocks lower is not disturbed, one with a
 * neighbour is, even where the system shows no load at all.
 */
public final class Pace {

    /** The wide loop may take so much longer against the narrow one than at best. */
    static final double CROWDED = 1.15;

    private static final double EVEN = 1.03;
    private static final int STEPS = 100_000;
    private static final int TRIES = 3;
    private static final int COMPILED = 2_000;

    private final Ticks ticks;
    private double best;
    private long sink;

    /**
     * What one look found.
     *
     * @param stepsPerSecond of the narrow loop: follows the clock
     * @param ratio of the wide loop's time to the narrow one's
     */
    public record Look(double stepsPerSecond, double ratio) {}

    /** @param best ratio known of this device so far, {@code Double.POSITIVE_INFINITY} if none is */
    public Pace(Ticks ticks, double best) {
        this.ticks = ticks;
        this.best = best;
        for (int i = 0; i < COMPILED; i++) {
            sink += narrow(STEPS / 200, i) + wide(STEPS / 200, i);
        }
    }

    /** Looks once, which takes about a millisecond; the fastest of three tries counts. */
    public Look look() {
        long narrow = Long.MAX_VALUE;
        long slowest = 0;
        long wide = Long.MAX_VALUE;
        for (int i = 0; i < TRIES; i++) {
            long start = ticks.passed();
            sink += narrow(STEPS, sink);
            long middle = ticks.passed();
            sink += wide(STEPS, sink);
            long end = ticks.passed();
            narrow = Math.min(narrow, Math.max(1, middle - start));
            slowest = Math.max(slowest, middle - start);
            wide = Math.min(wide, Math.max(1, end - middle));
        }
        double ratio = (double) wide / narrow;
        // If the clock changed between the two loops, their ratio says nothing of what is best.
        if (slowest <= EVEN * narrow) {
            best = Math.min(best, ratio);
        }
        return new Look(STEPS / (narrow / 1e9), ratio);
    }

    /** Returns the best ratio seen. */
    public double best() {
        return best;
    }

    /** Returns whether a neighbour used the core at that moment. */
    public boolean isCrowded(Look look) {
        return best < Double.POSITIVE_INFINITY && look.ratio > CROWDED * best;
    }

    /** A chain of products (the constants of Knuth's MMIX generator). */
    private static long narrow(int steps, long seed) {
        long a = seed;
        for (int i = 0; i < steps; i++) {
            a = a * 6364136223846793005L + i;
        }
        return a;
    }

    private static long wide(int steps, long seed) {
        long a = seed;
        long b = 2;
        long c = 3;
        long d = 4;
        long e = 5;
        long f = 6;
        for (int i = 0; i < steps; i++) {
            a += b ^ i;
            b += c ^ i;
            c += d ^ i;
            d += e ^ i;
            e += f ^ i;
            f += a ^ i;
            a ^= a >>> 3;
            c ^= c >>> 5;
            e ^= e >>> 7;
        }
        return a + b + c + d + e + f;
    }
}
