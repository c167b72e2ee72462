package app.yarrowmark.core.rank;

import java.util.Arrays;
import java.util.Optional;

/**
 * Where a value falls in a pool.
 *
 * @param place from the top, 1 is best; equal values share the better place
 * @param of how many there are
 * @param percentile share of the pool below, half of equals counted, 0 to 1
 */
public record PoolPosition(int place, int of, double percentile) {

    private static final int LEAST_FOR_BANDS = 8;

    /** A fifth of the pool. */
    public enum Band {
        LOWEST_FIFTH,
        LOW,
        MIDDLE,
        HIGH,
        HIGHEST_FIFTH
    }

    /**
     * Returns the position of a value among all of a pool, itself included.
     *
     * @param better the pool's values, turned so that more is better
     * @throws IllegalArgumentException if the value is not among them
     */
    public static PoolPosition of(double value, double[] better) {
        int above = 0;
        int equal = 0;
        for (double other : better) {
            above += other > value ? 1 : 0;
            equal += other == value ? 1 : 0;
        }
        if (equal == 0) {
            throw new IllegalArgumentException(value + " is not in the pool");
        }
        int below = better.length - above - equal;
        return new PoolPosition(above + 1, better.length, (below + equal / 2.0) / better.length);
    }

    /** Returns the position of every value of a pool, in the order given. */
    public static PoolPosition[] all(double[] better) {
        double[] rising = better.clone();
        Arrays.sort(rising);
        return Arrays.stream(better)
                .mapToObj(v -> {
                    int below = firstAtLeast(rising, v);
                    int equal = firstAtLeast(rising, Math.nextUp(v)) - below;
                    int n = rising.length;
                    return new PoolPosition(n - below - equal + 1, n, (below + equal / 2.0) / n);
                })
                .toArray(PoolPosition[]::new);
    }

    private static int firstAtLeast(double[] rising, double value) {
        int low = 0;
        int high = rising.length;
        while (low < high) {
            int middle = (low + high) >>> 1;
            if (rising[middle] < value) {
                low = middle + 1;
            } else {
                high = middle;
            }
        }
        return low;
    }

    /** Returns the fifth it falls in, or empty for a pool of fewer than 8: places only. */
    public Optional<Band> band() {
        return of < LEAST_FOR_BANDS
                ? Optional.empty()
                : Optional.of(Band.values()[Math.min(4, (int) (percentile * 5))]);
    }
}
