package app.yarrowmark.core.score;

import app.yarrowmark.core.written.Reading;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.stream.IntStream;

/**
 * The run-to-run spread of every setup that has a metric (a cell each), kept so that the noise of all but one of them is
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

    private NoisePool(List<double[]> cells) {
        double[] own = cells.stream().mapToDouble(PooledNoise::sumOfSquares).toArray();
        int[] telling = IntStream.range(0, own.length)
                .filter(c -> cells.get(c).length > 1)
                .boxed()
                .sorted(Comparator.comparingDouble(c -> own[c] / (cells.get(c).length - 1)))
                .mapToInt(Integer::intValue)
                .toArray();
        places = new int[own.length];
        Arrays.fill(places, NOBODY);
        variances = new double[telling.length];
        squares = new double[telling.length + 1];
        dofs = new int[telling.length + 1];
        for (int i = 0; i < telling.length; i++) {
            int cell = telling[i];
            int dof = cells.get(cell).length - 1;
            places[cell] = i;
            variances[i] = own[cell] / dof;
            squares[i + 1] = squares[i] + own[cell];
            dofs[i + 1] = dofs[i] + dof;
        }
    }

    /**
     * Returns the pool of the given cells.
     *
     * @param cells the logarithms of the readings of each setup; one of fewer than two tells nothing
     */
    public static NoisePool of(List<double[]> cells) {
        return new NoisePool(cells);
    }

    /** Returns the pool of readings on a ratio scale. */
    public static NoisePool ofReadings(List<List<Reading>> cells) {
        return new NoisePool(cells.stream().map(Scoring::logs).toList());
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
