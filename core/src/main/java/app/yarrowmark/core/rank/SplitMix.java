package app.yarrowmark.core.rank;

/**
 * A small seeded generator of uniform and normal numbers: SplitMix64 (Steele, Lea and Flood 2014, "Fast splittable
 * pseudorandom number generators") with the Box–Muller transform. The same seed gives the same numbers everywhere.
 */
public final class SplitMix {

    private long state;
    private double spare = Double.NaN;

    /** Starts the sequence of that seed. */
    public SplitMix(long seed) {
        this.state = seed;
    }

    private static final long STEP = 0x9E3779B97F4A7C15L;

    /** Leaves out so many normal numbers of a sequence that has given none: any of its parts can be had by itself. */
    SplitMix skipGaussians(long count) {
        state += STEP * (count / 2 * 2);
        if (count % 2 == 1) {
            gaussian();
        }
        return this;
    }

    /** Returns the sum of the squares of so many of the next normal numbers; that of both of a pair is known from their radius. */
    double squaredGaussians(int count) {
        double sum = 0;
        int left = count;
        while (left > 0) {
            if (left == 1 || !Double.isNaN(spare)) {
                double z = gaussian();
                sum += z * z;
                left--;
            } else {
                sum -= 2 * Math.log(1 - uniform());
                uniform();
                left -= 2;
            }
        }
        return sum;
    }

    /** Returns the next 64 bits. */
    public long bits() {
        state += STEP;
        long z = state;
        z = (z ^ (z >>> 30)) * 0xBF58476D1CE4E5B9L;
        z = (z ^ (z >>> 27)) * 0x94D049BB133111EBL;
        return z ^ (z >>> 31);
    }

    /** Returns a number from 0 (included) to 1 (excluded). */
    public double uniform() {
        return (bits() >>> 11) * 0x1.0p-53;
    }

    /** Returns a number from the standard normal distribution; two come from each pair of uniforms. */
    public double gaussian() {
        if (!Double.isNaN(spare)) {
            double next = spare;
            spare = Double.NaN;
            return next;
        }
        double radius = Math.sqrt(-2 * Math.log(1 - uniform()));
        double angle = 2 * Math.PI * uniform();
        spare = radius * Math.sin(angle);
        return radius * Math.cos(angle);
    }
}
