package app.yarrowmark.core.follow;

import app.yarrowmark.core.score.Scoring;
import java.util.Arrays;
import java.util.List;

/**
 * How much a score of one and the same setup moves from day to day beyond the noise within a day: ω², a log variance. Steps
 * between versions measured on different days are only told from that movement if it is known; left out, a third to a half
 * of quiet series show a step that is none.
 *
 * @param value ω²; 0 where it is unknown
 * @param source where it comes from
 * @param dof what it rests on; infinite where it is not from this line itself
 */
public record SessionVariance(double value, Source source, double dof) {

    /** Nothing is known of it. */
    public static final SessionVariance UNKNOWN = new SessionVariance(0, Source.UNKNOWN, Double.POSITIVE_INFINITY);

    /** Median of a squared standard normal. */
    private static final double MEDIAN_SQUARE = 0.454936;

    private static final int FEWEST_VERSIONS = 6;
    private static final int FEWEST_DAYS = 4;

    /** Where the variance comes from. */
    public enum Source {
        /** Setups that were measured on several days. */
        HISTORY,
        /** The line itself: most neighbours do not differ, so the middle of their differences is movement between days. */
        LINE,
        UNKNOWN
    }

    /**
     * Returns it from setups measured on several days, by the moments of a one-way layout with unequal groups (Searle,
     * Casella and McCulloch, 1992, "Variance Components", section 3.6), pooled over setups; unknown with fewer than four
     * days to spare.
     *
     * @param setups of each setup its days, of each day the logarithms of its readings
     */
    public static SessionVariance ofHistory(List<List<double[]>> setups) {
        double between = 0;
        double within = 0;
        double spare = 0;
        double daysDof = 0;
        double withinDof = 0;
        for (List<double[]> days : setups) {
            List<double[]> measured = days.stream().filter(d -> d.length > 0).toList();
            if (measured.size() < 2) {
                continue;
            }
            double n = measured.stream().mapToInt(d -> d.length).sum();
            double mean = measured.stream().flatMapToDouble(Arrays::stream).sum() / n;
            double squares = 0;
            for (double[] day : measured) {
                double own = Arrays.stream(day).average().orElseThrow();
                between += day.length * (own - mean) * (own - mean);
                within += Arrays.stream(day).map(y -> (y - own) * (y - own)).sum();
                withinDof += day.length - 1;
                squares += (double) day.length * day.length;
            }
            daysDof += measured.size() - 1;
            spare += n - squares / n;
        }
        if (daysDof < FEWEST_DAYS || withinDof == 0) {
            return UNKNOWN;
        }
        double variance = (between - daysDof * within / withinDof) / spare;
        return new SessionVariance(Math.max(0, variance), Source.HISTORY, Double.POSITIVE_INFINITY);
    }

    /** Returns it from the line itself: median(l²/(v+2ω²)) = 0.454936; unknown with fewer than six versions. */
    public static SessionVariance ofLine(List<VersionScore> line) {
        int changes = line.size() - 1;
        if (line.size() < FEWEST_VERSIONS) {
            return UNKNOWN;
        }
        double[] square = new double[changes];
        double[] variance = new double[changes];
        for (int i = 0; i < changes; i++) {
            double l = line.get(i + 1).log() - line.get(i).log();
            square[i] = l * l;
            variance[i] = line.get(i).variance() + line.get(i + 1).variance();
        }
        double low = 0;
        double high = Arrays.stream(square).max().orElseThrow();
        if (high == 0 || middle(square, variance, 0) <= MEDIAN_SQUARE) {
            return new SessionVariance(0, Source.LINE, changes);
        }
        while (high - low > 1e-13 * high) {
            double half = (low + high) / 2;
            if (half == low || half == high) {
                break;
            }
            if (middle(square, variance, half) > MEDIAN_SQUARE) {
                low = half;
            } else {
                high = half;
            }
        }
        return new SessionVariance((low + high) / 2, Source.LINE, changes);
    }

    private static double middle(double[] square, double[] variance, double omega) {
        double[] ratio = new double[square.length];
        for (int i = 0; i < ratio.length; i++) {
            double all = variance[i] + 2 * omega;
            ratio[i] = all == 0 ? (square[i] == 0 ? 0 : Double.POSITIVE_INFINITY) : square[i] / all;
        }
        return Scoring.median(ratio);
    }
}
