package app.yarrowmark.core.score;

/**
 * Run-to-run noise of one metric, learned from every setup that has it; {@link NoisePool} learns it, inside days.
 *
 * @param logVariance variance of the logarithm of a reading; 0 where nothing is known
 * @param dof degrees of freedom behind it; 0 where no setup has two readings
 */
public record PooledNoise(double logVariance, double dof) {

    /** No history: noise is unknown. */
    public static final PooledNoise NONE = new PooledNoise(0, 0);

    private static final double MANY = 40;

    /** Returns how many readings' worth the history counts for beside a cell's own: d₀ν/(d₀+ν), d₀ 4, or 8 from ν = 40. */
    double priorWeight() {
        return weight(dof >= MANY ? 8 : 4);
    }

    /** Returns the same with d₀ = 8 throughout. */
    double steadyWeight() {
        return weight(8);
    }

    private double weight(double most) {
        return most * dof / (most + dof);
    }

    static double sumOfSquares(double[] y) {
        double mean = 0;
        for (double v : y) {
            mean += v / y.length;
        }
        double sum = 0;
        for (double v : y) {
            sum += (v - mean) * (v - mean);
        }
        return sum;
    }
}
