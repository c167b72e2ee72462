package app.yarrowmark.core.series;

import app.yarrowmark.core.score.Scoring;
import app.yarrowmark.core.suite.Direction;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.OptionalDouble;
import java.util.stream.IntStream;

/**
 * A curve along sizes, such as speed by transfer size: where it is best, where it levels out, and where it breaks the order that
 * larger is better.
 *
 * @param peak number of the best point
 * @param level value where it levels out: the median of the top third of sizes
 * @param halfSize size at which half of the level is reached, between points along logarithms; empty where the first point
 *     has it already or none does
 * @param marks what is odd at each point
 */
public record SizeCurve(int peak, double level, OptionalDouble halfSize, List<Mark> marks) {

    /** Noises that a break of the order must exceed. */
    private static final double NOISES = 3.5;

    private static final double LEAST = Math.log(1.05);
    private static final int LONGEST_DIP = 2;
    private static final int FEWEST_FOR_NOTCH = 8;
    /** From the median distance to a standard deviation, for normal values. */
    private static final double NORMAL_MEDIAN = 1.4826;

    /** What is odd at a point. */
    public enum Mark {
        NONE,
        /** One or two points fall short of what lies on both sides. */
        DIP,
        /** It is better than the point before and still short of the line between its neighbours. */
        LAG,
        /** From here to the end, or over three points and more, it falls off. */
        DECLINE
    }

    /**
     * Returns what a curve does.
     *
     * @param curve sizes and values, all positive
     * @param better which way the values are better
     * @param noise standard deviation of a point's logarithm; 0 if it is unknown
     * @throws IllegalArgumentException if there is no point or one is not positive
     */
    public static SizeCurve of(Series curve, Direction better, double noise) {
        if (curve.size() == 0) {
            throw new IllegalArgumentException("a curve has at least one point");
        }
        double[] y = Arrays.stream(curve.y())
                .map(v -> {
                    if (!(v > 0)) {
                        throw new IllegalArgumentException("a value along sizes must be positive: " + v);
                    }
                    return better.sign() * Math.log(v);
                })
                .toArray();
        int n = y.length;
        double[] top = Arrays.copyOfRange(y, n - Math.max(1, (n + 2) / 3), n);
        double level = Scoring.median(top);
        int peak = IntStream.range(0, n).reduce((a, b) -> y[b] > y[a] ? b : a).orElseThrow();
        return new SizeCurve(
                peak, Math.exp(better.sign() * level), sizeAt(curve.x(), y, level - Math.log(2)), marks(y, noise));
    }

    private static OptionalDouble sizeAt(double[] x, double[] y, double wanted) {
        for (int i = 1; i < y.length; i++) {
            if (y[i] >= wanted && y[i - 1] < wanted && x[i - 1] > 0) {
                double share = (wanted - y[i - 1]) / (y[i] - y[i - 1]);
                return OptionalDouble.of(x[i - 1] * Math.pow(x[i] / x[i - 1], share));
            }
        }
        return OptionalDouble.empty();
    }

    private static List<Mark> marks(double[] y, double noise) {
        Mark[] marks = breaks(y, Math.max(NOISES * noise, LEAST));
        boolean[] notches = notches(y, noise);
        for (int i = 0; i < marks.length; i++) {
            if (notches[i] && marks[i] == Mark.NONE) {
                marks[i] = y[i] < y[i - 1] ? Mark.DIP : Mark.LAG;
            }
        }
        return List.of(marks);
    }

    /** Points below a rising fit by more than the threshold, with the neighbours that are below it by half of that. */
    static Mark[] breaks(double[] y, double threshold) {
        double[] fit = rising(y);
        Mark[] marks = new Mark[y.length];
        Arrays.fill(marks, Mark.NONE);
        for (int i = 0; i < y.length; ) {
            int to = i;
            boolean broken = false;
            while (to < y.length && y[to] - fit[to] < -threshold / 2) {
                broken |= y[to] - fit[to] < -threshold;
                to++;
            }
            if (broken) {
                boolean dip = to - i <= LONGEST_DIP && to < y.length;
                Arrays.fill(marks, i, to, dip ? Mark.DIP : Mark.DECLINE);
            }
            i = Math.max(to, i + 1);
        }
        return marks;
    }

    /**
     * The rising curve with the least sum of distances, by pooling neighbours that are out of order and giving them their
     * median (Barlow, Bartholomew, Bremner and Brunk, 1972, "Statistical Inference under Order Restrictions").
     */
    static double[] rising(double[] y) {
        List<double[]> blocks = new ArrayList<>();
        for (double value : y) {
            double[] block = {value};
            while (!blocks.isEmpty() && Scoring.median(blocks.get(blocks.size() - 1)) > Scoring.median(block)) {
                double[] before = blocks.remove(blocks.size() - 1);
                double[] both = Arrays.copyOf(before, before.length + block.length);
                System.arraycopy(block, 0, both, before.length, block.length);
                block = both;
            }
            blocks.add(block);
        }
        return blocks.stream()
                .flatMapToDouble(b -> {
                    double middle = Scoring.median(b);
                    return Arrays.stream(b).map(v -> middle);
                })
                .toArray();
    }

    /** How far each point lies from the middle of its neighbours; 0 at the ends. */
    static double[] bends(double[] y) {
        double[] bends = new double[y.length];
        for (int i = 1; i < y.length - 1; i++) {
            bends[i] = y[i] - (y[i - 1] + y[i + 1]) / 2;
        }
        return bends;
    }

    /** Points that fall out between their neighbours and recover, though no order is broken. */
    static boolean[] notches(double[] y, double noise) {
        int n = y.length;
        boolean[] notches = new boolean[n];
        if (n < FEWEST_FOR_NOTCH) {
            return notches;
        }
        double[] d = bends(y);
        for (int i = 1; i < n - 1; i++) {
            int at = i;
            double usual = NORMAL_MEDIAN
                    * Scoring.median(IntStream.range(1, n - 1)
                            .filter(k -> Math.abs(k - at) >= 2)
                            .mapToDouble(k -> Math.abs(d[k]))
                            .toArray());
            double threshold = Math.max(NOISES * Math.sqrt(1.5 * noise * noise + usual * usual), LEAST);
            boolean recovers = i < n - 2 ? d[i + 1] >= -.25 * d[i] : d[i - 1] <= -.75 * d[i];
            notches[i] = d[i] < -threshold && recovers;
        }
        return notches;
    }

    /**
     * Returns the places, along logarithms of both axes, where one curve overtakes another; both are looked at where they have
     * points at the same places.
     */
    public static double[] crossings(Series one, Series other) {
        double[] x = Arrays.stream(one.x())
                .filter(v -> v > 0 && Arrays.binarySearch(other.x(), v) >= 0)
                .distinct()
                .toArray();
        double[] ahead = Arrays.stream(x)
                .map(v -> Math.log(at(one, v)) - Math.log(at(other, v)))
                .toArray();
        return IntStream.range(1, x.length)
                .filter(i -> ahead[i] * ahead[i - 1] < 0)
                .mapToDouble(i -> x[i - 1] * Math.pow(x[i] / x[i - 1], ahead[i - 1] / (ahead[i - 1] - ahead[i])))
                .toArray();
    }

    private static double at(Series series, double x) {
        return series.y()[Arrays.binarySearch(series.x(), x)];
    }
}
