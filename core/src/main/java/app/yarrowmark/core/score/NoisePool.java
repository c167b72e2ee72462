package app.yarrowmark.core.score;

import app.yarrowmark.core.written.Reading;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.stream.IntStream;

/**
 * The run-to-run spread within a day of every setup that has a metric (a cell each), kept so that the noise of all but one of them is
 * found without going through the others again.
 */
public final class NoisePool {

    /** A cell that spreads so many times as much (variance) as the middle one holds a slip, not noise. */
    private static final double SLIP = 100;

    private static final int ENOUGH_CELLS = 8;
    private static final int NOBODY = -1;

    /** Of each cell, where it stands by rising variance; −1 if it tells nothing. */
    private final int[] places;
    /** Rising. */
    private final double[] variances;
    /** Sums of squares, and degrees of freedom, of the first so many by rising variance. */
    private final double[] squares;

    private final int[] dofs;

    /**
     * @param own sum of squares of each cell
     * @param free degrees of freedom of each
     */
    private NoisePool(double[] own, int[] free) {
        int[] telling = IntStream.range(0, own.length)
                .filter(c -> free[c] > 0)
                .boxed()
                .sorted(Comparator.comparingDouble(c -> own[c] / free[c]))
                .mapToInt(Integer::intValue)
                .toArray();
        places = new int[own.length];
        Arrays.fill(places, NOBODY);
        variances = new double[telling.length];
        squares = new double[telling.length + 1];
        dofs = new int[telling.length + 1];
        for (int i = 0; i < telling.length; i++) {
            int cell = telling[i];
            places[cell] = i;
            variances[i] = own[cell] / free[cell];
            squares[i + 1] = squares[i] + own[cell];
            dofs[i + 1] = dofs[i] + free[cell];
        }
    }

    /**
     * Returns the pool of the given cells.
     *
     * @param cells the readings of each setup by day, on a ratio scale; days of one reading tell nothing
     */
    public static NoisePool of(List<List<List<Reading>>> cells) {
        double[] own = new double[cells.size()];
        int[] free = new int[own.length];
        for (int c = 0; c < own.length; c++) {
            for (List<Reading> day : cells.get(c)) {
                if (day.size() > 1) {
                    own[c] += PooledNoise.sumOfSquares(Scoring.logs(day));
                    free[c] += day.size() - 1;
                }
            }
        }
        return new NoisePool(own, free);
    }

    /**
     * Returns the noise of all setups. Where eight or more tell, one whose variance is more than a hundred times the middle
     * one is left out: a single misread digit would otherwise hide the noise of every setup.
     */
    public PooledNoise all() {
        return withoutPlace(NOBODY);
    }

    /**
     * Returns the noise of all setups but one, as if that one had never been seen.
     *
     * @param cell its place among the cells
     * @throws IndexOutOfBoundsException if there is no such cell
     */
    public PooledNoise without(int cell) {
        return withoutPlace(places[Objects.checkIndex(cell, places.length)]);
    }

    private PooledNoise withoutPlace(int left) {
        int last = upTo(left);
        double sum = squares[last];
        int dof = dofs[last];
        if (left >= 0 && left < last) {
            sum = squares[left] + (squares[last] - squares[left + 1]);
            dof -= dofs[left + 1] - dofs[left];
        }
        return dof == 0 ? PooledNoise.NONE : new PooledNoise(sum / dof, dof);
    }

    /** How many of the cells by rising variance hold noise, if one is left out. */
    private int upTo(int left) {
        int n = variances.length - (left < 0 ? 0 : 1);
        double middle = n == 0 ? 0 : (variance((n - 1) / 2, left) + variance(n / 2, left)) / 2;
        if (n < ENOUGH_CELLS || middle == 0) {
            return variances.length;
        }
        int low = 0;
        int high = variances.length;
        while (low < high) {
            int at = (low + high) >>> 1;
            if (variances[at] <= SLIP * middle) {
                low = at + 1;
            } else {
                high = at;
            }
        }
        return low;
    }

    /** The variance at a place among those that are left. */
    private double variance(int place, int left) {
        return variances[left >= 0 && place >= left ? place + 1 : place];
    }
}
