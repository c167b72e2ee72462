package app.yarrowmark.core.score;

import app.yarrowmark.core.written.Reading;
import java.util.Arrays;
import java.util.List;

/**
 * Readings to a score: the median of the days' medians of the logarithms, with a moderated variance. Shrinking a cell's variance to the
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
     * Returns the score of the readings of one setup: the median over its days of each day's median, so that a day with many
     * runs does not outvote the others. The mean of several days after Vangel and Rukhin (1999), "Maximum likelihood analysis for
     * heteroscedastic one-way random effects ANOVA in interlaboratory studies", with the movement between days known from elsewhere.
     *
     * @param days accepted readings by day, warm-ups already dropped; at least one, all positive, no day empty
     * @param history noise of the metric within days over all setups, {@link PooledNoise#NONE} if there is none
     * @param movement of a score from day to day
     * @throws IllegalArgumentException if there is no reading or one is not positive
     */
    public static Score score(List<List<Reading>> days, PooledNoise history, DayMovement movement) {
        return score(days, history, movement, history.priorWeight());
    }

    /**
     * Returns the score with the history counting for up to 8 readings however little there is of it: where many scores of
     * one line are held against each other, a cell that happens to spread little would else pass for a step.
     *
     * @throws IllegalArgumentException if there is no reading or one is not positive
     */
    public static Score steadied(List<List<Reading>> days, PooledNoise history, DayMovement movement) {
        return score(days, history, movement, history.steadyWeight());
    }

    private static Score score(List<List<Reading>> days, PooledNoise history, DayMovement movement, double weight) {
        if (days.isEmpty()) {
            throw new IllegalArgumentException("a score needs at least one reading");
        }
        int count = days.size();
        double[] medians = new double[count];
        double squares = 0;
        double perReading = 0;
        int n = 0;
        for (int d = 0; d < count; d++) {
            double[] y = logs(days.get(d));
            medians[d] = median(y);
            squares += PooledNoise.sumOfSquares(y);
            perReading += square(medianEfficiency(y.length)) / y.length / count;
            n += y.length;
        }
        double log = median(medians);
        double rounding = roundingVariance(days, Math.exp(log));
        double dof = weight + n - count;
        if (dof <= 0) {
            return ofSingleRuns(medians, log, rounding, movement);
        }
        double moderated = (weight * history.logVariance() + squares) / dof;
        double ofDays = square(medianEfficiency(count)) / count;
        return new Score(
                n,
                count,
                log,
                dof,
                moderated,
                ofDays * perReading * moderated,
                ofDays * movement.variance(),
                rounding,
                movement);
    }

    /** One reading a day and no history: how far the days lie apart is all there is, drawn towards the usual movement. */
    private static Score ofSingleRuns(double[] y, double log, double rounding, DayMovement movement) {
        int days = y.length;
        if (days == 1) {
            return new Score(1, 1, log, 0, 0, 0, 0, rounding, movement);
        }
        double dof = days + 3.0;
        double variance = (4 * movement.variance() + PooledNoise.sumOfSquares(y)) / dof;
        double within = square(medianEfficiency(days)) * variance / days;
        return new Score(days, days, log, dof, variance, within, 0, rounding, movement);
    }

    /** Returns what setups measured on several days tell of the movement between them. */
    public static List<Contrast> contrasts(List<List<Reading>> days, PooledNoise history) {
        if (days.size() < 2) {
            return List.of();
        }
        double[] medians = new double[days.size()];
        double[] variances = new double[days.size()];
        double weight = history.priorWeight();
        double squares = 0;
        double dof = weight;
        for (int d = 0; d < medians.length; d++) {
            double[] y = logs(days.get(d));
            medians[d] = median(y);
            variances[d] = square(medianEfficiency(y.length)) / y.length;
            squares += PooledNoise.sumOfSquares(y);
            dof += y.length - 1;
        }
        double moderated = dof <= 0 ? 0 : (weight * history.logVariance() + squares) / dof;
        for (int d = 0; d < variances.length; d++) {
            variances[d] *= moderated;
        }
        return Contrast.of(medians, variances);
    }

    private static double square(double x) {
        return x * x;
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
        double[] y = new double[readings.size()];
        for (int i = 0; i < y.length; i++) {
            double value = readings.get(i).value();
            if (!(value > 0)) {
                throw new IllegalArgumentException("a reading on a ratio scale must be positive: " + value);
            }
            y[i] = Math.log(value);
        }
        return y;
    }

    /** (u/x)²/12 with the coarsest resolution among the readings. */
    private static double roundingVariance(List<List<Reading>> days, double value) {
        double step = 0;
        for (List<Reading> day : days) {
            for (Reading reading : day) {
                step = Math.max(step, reading.resolution());
            }
        }
        return step / value * (step / value) / 12;
    }
}
