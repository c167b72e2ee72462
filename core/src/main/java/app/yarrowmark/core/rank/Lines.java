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
     * Returns the brackets: the largest sets of which no two are told apart, that is the lines that have a common point, each in
     * the order of the subjects, the best first (Piepho (2004), "An algorithm for a letter-based representation of all-pairwise
     * comparisons", in the simple case of lines).
     */
    public List<int[]> brackets() {
        return brackets(-1);
    }

    /**
     * Returns the brackets that hold a subject.
     *
     * @param holding number of the subject; -1 for every bracket
     */
    public List<int[]> brackets(int holding) {
        int n = theta.length;
        // Ends in rising order, a lower before an upper at one place: where an upper follows a lower, a set is as large
        // as it gets.
        Integer[] ends = IntStream.range(0, 2 * n)
                .boxed()
                .sorted(Comparator.comparingDouble((Integer e) -> e < n ? low(e) : high(e - n))
                        .thenComparing(e -> e >= n))
                .toArray(Integer[]::new);
        boolean[] open = new boolean[n];
        List<int[]> found = new ArrayList<>();
        boolean grown = false;
        for (int end : ends) {
            if (end < n) {
                open[end] = true;
                grown = true;
            } else {
                if (grown && (holding < 0 || open[holding])) {
                    found.add(inOrder(open));
                }
                grown = false;
                open[end - n] = false;
            }
        }
        int[] rank = rank();
        found.sort(Comparator.comparingInt((int[] b) -> rank[b[0]]).thenComparingInt(b -> rank[b[b.length - 1]]));
        return found;
    }

    private int[] inOrder(boolean[] open) {
        return IntStream.range(0, open.length)
                .filter(s -> open[s])
                .boxed()
                .sorted(Comparator.comparingDouble(s -> -theta[s]))
                .mapToInt(Integer::intValue)
                .toArray();
    }

    private int[] rank() {
        int[] rank = new int[theta.length];
        int[] order = order(theta);
        for (int i = 0; i < order.length; i++) {
            rank[order[i]] = i;
        }
        return rank;
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
