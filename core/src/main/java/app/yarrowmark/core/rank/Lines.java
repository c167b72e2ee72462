package app.yarrowmark.core.rank;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;

/**
 * Comparison lines: two subjects are told apart exactly if their lines do not touch. Places and brackets are read from them, so
 * that none can say what another denies.
 */
public final class Lines {

    private final double[] theta;
    private final double[] half;
    /** Rising. */
    private final double[] lows;

    private final double[] highs;

    /**
     * Lines of given lengths.
     *
     * @param theta middle of each
     * @param half how far each reaches to either side
     */
    public Lines(double[] theta, double[] half) {
        this.theta = theta;
        this.half = half;
        this.lows =
                IntStream.range(0, theta.length).mapToDouble(this::low).sorted().toArray();
        this.highs = IntStream.range(0, theta.length)
                .mapToDouble(this::high)
                .sorted()
                .toArray();
    }

    /** Returns the lines of an estimate. */
    public static Lines of(Estimate estimate) {
        double gauge = Gauge.of(estimate);
        return new Lines(
                estimate.theta(),
                Arrays.stream(estimate.quasiVariance())
                        .map(q -> gauge * Math.sqrt(q))
                        .toArray());
    }

    /** Returns the middle of each. */
    public double[] theta() {
        return theta;
    }

    /** Returns how far one reaches to either side. */
    public double half(int subject) {
        return half[subject];
    }

    private double low(int subject) {
        return theta[subject] - half[subject];
    }

    private double high(int subject) {
        return theta[subject] + half[subject];
    }

    /** Returns whether two are told apart. */
    public boolean apart(int a, int b) {
        return low(a) > high(b) || low(b) > high(a);
    }

    /** Returns the best place a subject may have: behind all whose lines lie wholly above. */
    public int best(int subject) {
        return 1 + lows.length - firstAbove(lows, high(subject));
    }

    /** Returns the worst place a subject may have: before all whose lines lie wholly below. */
    public int worst(int subject) {
        return highs.length - firstAtLeast(highs, low(subject));
    }

    private static int firstAbove(double[] rising, double value) {
        int low = 0;
        int high = rising.length;
        while (low < high) {
            int middle = (low + high) >>> 1;
            if (rising[middle] > value) {
                high = middle;
            } else {
                low = middle + 1;
            }
        }
        return low;
    }

    private static int firstAtLeast(double[] rising, double value) {
        int low = 0;
        int high = rising.length;
        while (low < high) {
            int middle = (low + high) >>> 1;
            if (rising[middle] >= value) {
                high = middle;
            } else {
                low = middle + 1;
            }
        }
        return low;
    }

    /** Returns how many pairs are told apart. */
    public long pairsApart() {
        return IntStream.range(0, theta.length)
                .mapToLong(s -> (long) best(s) - 1)
                .sum();
    }

    /**
     * Returns a common point of each bracket, rising. A bracket is a largest set of subjects of which no two are told apart: the
     * lines through one point (Piepho (2004), "An algorithm for a letter-based representation of all-pairwise comparisons", in
     * the simple case of lines).
     */
    public double[] bracketPoints() {
        double[] points = new double[lows.length];
        int count = 0;
        int ended = 0;
        for (int i = 0; i < lows.length; i++) {
            double next = i + 1 < lows.length ? lows[i + 1] : Double.POSITIVE_INFINITY;
            int before = ended;
            while (ended < highs.length && highs[ended] < next) {
                ended++;
            }
            // Where an upper end follows a lower one, the set is as large as it gets.
            if (ended > before) {
                points[count++] = lows[i];
            }
        }
        return Arrays.copyOf(points, count);
    }

    /** Returns whether a subject's line goes through a point. */
    public boolean holds(int subject, double point) {
        return low(subject) <= point && point <= high(subject);
    }

    /** Returns the brackets, each in the order of the subjects, the best first; the one with the best of all first. */
    public List<int[]> brackets() {
        int[] order = order(theta);
        double[] points = bracketPoints();
        List<int[]> found = new ArrayList<>();
        for (int p = points.length - 1; p >= 0; p--) {
            double point = points[p];
            found.add(Arrays.stream(order).filter(s -> holds(s, point)).toArray());
        }
        int[] rank = new int[order.length];
        for (int i = 0; i < order.length; i++) {
            rank[order[i]] = i;
        }
        found.sort(Comparator.comparingInt((int[] b) -> rank[b[0]]).thenComparingInt(b -> rank[b[b.length - 1]]));
        return found;
    }

    /** Returns the subjects in order, the best first; equal ones in the order of their numbers. */
    static int[] order(double[] theta) {
        return IntStream.range(0, theta.length)
                .boxed()
                .sorted(Comparator.comparingDouble((Integer s) -> -theta[s]))
                .mapToInt(Integer::intValue)
                .toArray();
    }
}
