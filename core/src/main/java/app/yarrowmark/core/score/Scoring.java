package app.yarrowmark.core.score;

import app.yarrowmark.core.written.Reading;
import java.util.Arrays;
import java.util.List;

/**
 * Readings to a score: the median of the logarithms, with a moderated variance. Shrinking a cell's variance to the
 * pooled one follows Smyth (2004), "Linear models and empirical Bayes methods", section 3, with a fixed prior weight.
 */
public final class Scoring {

    /** Variance of the median of n normal values over that of their mean, square root; n from 1 to 10. */
    private static final double[] MEDIAN_EFFICIENCY = {
        1, 1, 1.160178, 1.092157, 1.197568, 1.135113, 1.213725, 1.159958, 1.222666, 1.176163
    };

    /** The limit of the above for large n: √(π/2). */
    private static final double MEDIAN_EFFICIENCY_LIMIT = 1.253314;

    private Scoring() {}

    /**
     * Returns the score of the readings of one setup.
     *
     * @param readings accepted ones, warm-ups already dropped; at least one, all positive
     * @param history noise of the metric over all setups, {@link PooledNoise#NONE} if there is none
     * @throws IllegalArgumentException if there is no reading or one is not positive
     */
    public static Score score(List<Reading> readings, PooledNoise history) {
        return score(readings, history, history.priorWeight());
    }

    /**
     * Returns the score with the history counting for up to 8 readings however little there is of it: where many scores of
     * one line are held against each other, a cell that happens to spread little would else pass for a step.
     *
     * @throws IllegalArgumentException if there is no reading or one is not positive
     */
    public static Score steadied(List<Reading> readings, PooledNoise history) {
        return score(readings, history, history.steadyWeight());
    }

    private static Score score(List<Reading> readings, PooledNoise history, double weight) {
        if (readings.isEmpty()) {
            throw new IllegalArgumentException("a score needs at least one reading");
        }
        double[] y = logs(readings);
        int n = y.length;
        double log = median(y);
        double rounding = roundingVariance(readings, Math.exp(log));
        double dof = weight + n - 1;
        if (dof <= 0) {
            return new Score(n, log, 0, 0, rounding, 0);
        }
        double moderated = (weight * history.logVariance() + PooledNoise.sumOfSquares(y)) / dof;
        double efficiency = medianEfficiency(n);
        double error = Math.sqrt(moderated * efficiency * efficiency / n + rounding);
        return new Score(n, log, dof, moderated, rounding, error);
    }

    /** Returns the factor by which a median of n values errs more than their mean; 1 for n of 1 and 2. */
    public static double medianEfficiency(int n) {
        return n <= MEDIAN_EFFICIENCY.length ? MEDIAN_EFFICIENCY[n - 1] : MEDIAN_EFFICIENCY_LIMIT;
    }

    /** Returns the middle value, or the mean of the two in the middle. Not empty. */
    public static double median(double[] values) {
        double[] sorted = values.clone();
        Arrays.sort(sorted);
        int half = sorted.length / 2;
        return sorted.length % 2 == 1 ? sorted[half] : (sorted[half - 1] + sorted[half]) / 2;
    }

    static double[] logs(List<Reading> readings) {
        return readings.stream()
                .mapToDouble(r -> {
                    if (!(r.value() > 0)) {
                        throw new IllegalArgumentException("a reading on a ratio scale must be positive: " + r.value());
                    }
                    return Math.log(r.value());
                })
                .toArray();
    }

    /** (u/x)²/12 with the coarsest resolution among the readings. */
    private static double roundingVariance(List<Reading> readings, double value) {
        double step = readings.stream().mapToDouble(Reading::resolution).max().orElseThrow();
        return step / value * (step / value) / 12;
    }
}
