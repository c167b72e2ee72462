package app.yarrowmark.core.score;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * The run-to-run spread of every setup that has a metric, kept so that the noise of all but one of them is found without
 * going through the others again.
 *
 * @param <K> by which setups are told apart
 */
public final class NoisePool<K> {

    /** A cell that spreads so many times as much (variance) as the middle one holds a slip, not noise. */
    private static final double SLIP = 100;

    private static final int ENOUGH_CELLS = 8;
    private static final int NOBODY = -1;

    private final Map<K, Integer> places = new HashMap<>();
    /** By rising variance. */
    private final List<Spread> spreads;
    /** Sums of squares, and degrees of freedom, of the first so many. */
    private final double[] squares;

    private final double[] dofs;

    private record Spread(double squares, int dof) {

        double variance() {
            return squares / dof;
        }
    }

    private NoisePool(Map<K, double[]> cells) {
        List<Map.Entry<K, Spread>> telling = new ArrayList<>();
        cells.forEach((key, y) -> {
            if (y.length > 1) {
                telling.add(Map.entry(key, new Spread(PooledNoise.sumOfSquares(y), y.length - 1)));
            }
        });
        telling.sort(Comparator.comparingDouble(e -> e.getValue().variance()));
        spreads = telling.stream().map(Map.Entry::getValue).toList();
        squares = new double[spreads.size() + 1];
        dofs = new double[spreads.size() + 1];
        for (int i = 0; i < spreads.size(); i++) {
            places.put(telling.get(i).getKey(), i);
            squares[i + 1] = squares[i] + spreads.get(i).squares();
            dofs[i + 1] = dofs[i] + spreads.get(i).dof();
        }
    }

    /**
     * Returns the pool of the given cells.
     *
     * @param cells the logarithms of the readings of each setup
     */
    public static <K> NoisePool<K> of(Map<K, double[]> cells) {
        return new NoisePool<>(cells);
    }

    /** Returns the pool of readings on a ratio scale. */
    public static <K> NoisePool<K> ofReadings(Map<K, List<Reading>> cells) {
        Map<K, double[]> logs = new HashMap<>();
        cells.forEach((key, readings) -> logs.put(key, Scoring.logs(readings)));
        return new NoisePool<>(logs);
    }

    /**
     * Returns the noise of all setups. Where eight or more tell, one whose variance is more than a hundred times the middle
     * one is left out: a single misread digit would otherwise hide the noise of every setup.
     */
    public PooledNoise all() {
        return without(NOBODY);
    }

    /** Returns the noise of all setups but one, as if that one had never been seen. */
    public PooledNoise without(K setup) {
        return without(places.getOrDefault(setup, NOBODY));
    }

    private PooledNoise without(int left) {
        int last = upTo(left);
        double sum = squares[last];
        double dof = dofs[last];
        if (left >= 0 && left < last) {
            sum = squares[left] + (squares[last] - squares[left + 1]);
            dof -= spreads.get(left).dof();
        }
        return dof == 0 ? PooledNoise.NONE : new PooledNoise(sum / dof, dof);
    }

    /** How many of the cells by rising variance hold noise, if one is left out. */
    private int upTo(int left) {
        int n = spreads.size() - (left < 0 ? 0 : 1);
        double middle = n == 0 ? 0 : (variance((n - 1) / 2, left) + variance(n / 2, left)) / 2;
        if (n < ENOUGH_CELLS || middle == 0) {
            return spreads.size();
        }
        int low = 0;
        int high = spreads.size();
        while (low < high) {
            int at = (low + high) >>> 1;
            if (spreads.get(at).variance() <= SLIP * middle) {
                low = at + 1;
            } else {
                high = at;
            }
        }
        return low;
    }

    /** The variance at a place among those that are left. */
    private double variance(int place, int left) {
        return spreads.get(left >= 0 && place >= left ? place + 1 : place).variance();
    }
}
