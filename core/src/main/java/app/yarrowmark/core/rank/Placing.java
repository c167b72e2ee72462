package app.yarrowmark.core.rank;

import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.function.IntToDoubleFunction;
import java.util.stream.IntStream;

/**
 * From an estimate to places: index, interval, place as a range, and bracket. Ranges and brackets do not depend on whose index
 * is 100, and are found once; the draws they come from are not kept.
 */
public final class Placing {

    private static final double TAIL = 0.05;

    private final Estimate estimate;
    private final int[][] ranks;
    private final int[] level;

    private Placing(Estimate estimate) {
        this.estimate = estimate.withoutDraws();
        this.ranks = estimate.draws().length == 0 ? rangesBySpread(estimate) : rankRanges(estimate.draws());
        this.level = LevelGroups.of(estimate);
    }

    /** Returns where the subjects of an estimate may stand. */
    public static Placing of(Estimate estimate) {
        return new Placing(estimate);
    }

    /** Returns the estimate it is of, without draws. */
    public Estimate estimate() {
        return estimate;
    }

    /**
     * Returns the subjects in order, the best first; equal ones in the order of their numbers.
     *
     * @param reference number of the subject whose index is 100
     */
    public List<Place> against(int reference) {
        double quantile = estimate.quantile(1 - TAIL);
        IntToDoubleFunction errors = estimate.errorsFrom(reference);
        return Arrays.stream(order(estimate.theta()))
                .map(s -> {
                    double log = estimate.theta()[s] - estimate.theta()[reference];
                    double half = quantile * errors.applyAsDouble(s);
                    return new Place(
                            s,
                            100 * Math.exp(log),
                            100 * Math.exp(log - half),
                            100 * Math.exp(log + half),
                            ranks[s][0],
                            ranks[s][1],
                            level[s]);
                })
                .toList();
    }

    /** Returns the number of the subject in the middle of the order, the better one of two. */
    public static int middle(double[] theta) {
        Integer[] order = order(theta);
        return order[(order.length - 1) / 2];
    }

    static Integer[] order(double[] theta) {
        return IntStream.range(0, theta.length)
                .boxed()
                .sorted(Comparator.comparingDouble((Integer s) -> -theta[s]))
                .toArray(Integer[]::new);
    }

    /** Fifth and ninety-fifth of a hundred ranks of each subject over the draws: {low, high}. */
    static int[][] rankRanges(double[][] draws) {
        int subjects = draws[0].length;
        int[][] ranks = new int[subjects][draws.length];
        // Draws know nothing of each other, so every core takes some.
        IntStream.range(0, draws.length).parallel().forEach(d -> {
            double[] sorted = draws[d].clone();
            Arrays.sort(sorted);
            for (int s = 0; s < subjects; s++) {
                ranks[s][d] = 1 + greater(sorted, draws[d][s]);
            }
        });
        int low = (int) Math.ceil(TAIL * draws.length) - 1;
        int high = (int) Math.ceil((1 - TAIL) * draws.length) - 1;
        return Arrays.stream(ranks)
                .parallel()
                .map(r -> {
                    int[] counts = counts(r, subjects);
                    return new int[] {at(counts, low), at(counts, high)};
                })
                .toArray(int[][]::new);
    }

    /** How often each place was taken; the first place at 1. */
    private static int[] counts(int[] places, int most) {
        int[] counts = new int[most + 1];
        for (int place : places) {
            counts[place]++;
        }
        return counts;
    }

    /** The place of the given number among all in rising order, from 0. */
    private static int at(int[] counts, int number) {
        int place = 0;
        for (int below = counts[0]; below <= number; below += counts[place]) {
            place++;
        }
        return place;
    }

    /**
     * The same for a large pool: a subject's own error decides how many of the others it may stand above, since theirs even
     * out. Of 400 subjects the ends lie within two places of those by draws, in the mean.
     */
    static int[][] rangesBySpread(Estimate estimate) {
        double[] theta = estimate.theta();
        double[] sorted = theta.clone();
        Arrays.sort(sorted);
        double quantile = estimate.quantile(1 - TAIL);
        int[][] ranges = new int[theta.length][];
        for (int s = 0; s < theta.length; s++) {
            double reach = quantile * Math.sqrt(estimate.spread()[s]);
            // Where it stands at its worst it is itself among those above; the place counts it once.
            ranges[s] = new int[] {
                1 + greater(sorted, theta[s] + reach),
                Math.max(1 + greater(sorted, theta[s]), greater(sorted, theta[s] - reach))
            };
        }
        return ranges;
    }

    private static int greater(double[] sorted, double value) {
        int at = Arrays.binarySearch(sorted, value);
        if (at < 0) {
            return sorted.length - (-at - 1);
        }
        while (at + 1 < sorted.length && sorted[at + 1] == value) {
            at++;
        }
        return sorted.length - 1 - at;
    }
}
