package app.yarrowmark.core.rank;

import java.util.stream.IntStream;

/**
 * How long comparison lines are to be, so that in nine of ten cases no two of them lie apart the wrong way round: a single
 * step for all pairs after Hochberg, Weiss and Hart (1982), "On graphical procedures for multiple comparisons". With lines of one
 * length it is the procedure of Tukey and Kramer.
 */
final class Gauge {

    private static final double LEVEL = .90;
    static final int COUNT = 2000;
    static final int COUNT_LARGE = 500;
    /** The largest of many differences hardly spreads: of twenty thousand, 200 draws tell γ within half a percent. */
    static final int COUNT_HUGE = 200;

    private static final int LARGE = 1000;
    private static final int HUGE = 5000;
    private static final int MOST_STEPS = 100;

    private Gauge() {}

    /** Returns γ: a line reaches so many times the square root of its subject's quasi-variance to either side. */
    static double of(Estimate estimate) {
        int subjects = estimate.theta().length;
        if (subjects < 2) {
            return 0;
        }
        double[] reach = new double[subjects];
        for (int s = 0; s < subjects; s++) {
            reach[s] = Math.sqrt(estimate.quasiVariance()[s]);
        }
        int count = subjects > HUGE ? COUNT_HUGE : subjects > LARGE ? COUNT_LARGE : COUNT;
        // Draws know nothing of each other, so every core takes some.
        double[] least = IntStream.range(0, count)
                .parallel()
                .mapToDouble(d -> {
                    double[] z = new double[subjects];
                    estimate.draws().draw(d, z);
                    return least(z, reach);
                })
                .sorted()
                .toArray();
        return least[(int) Math.ceil(LEVEL * count) - 1];
    }

    /**
     * Returns the least g at which all lines z ± g·r have a common point, which by Helly's theorem is every pair touching: the
     * largest (zᵢ − zⱼ)/(rᵢ + rⱼ), found by Dinkelbach's steps (1967), "On nonlinear fractional programming".
     */
    static double least(double[] z, double[] reach) {
        double g = 0;
        for (int step = 0; step < MOST_STEPS; step++) {
            int high = 0;
            int low = 0;
            for (int s = 1; s < z.length; s++) {
                high = z[s] - g * reach[s] > z[high] - g * reach[high] ? s : high;
                low = z[s] + g * reach[s] < z[low] + g * reach[low] ? s : low;
            }
            double next = (z[high] - z[low]) / (reach[high] + reach[low]);
            if (!(next > g)) {
                return g;
            }
            g = next;
        }
        return g;
    }
}
