package app.yarrowmark.core.score;

import java.util.Collection;
import java.util.List;

/**
 * Run-to-run noise of one metric, learned from every setup that has it.
 *
 * @param logVariance variance of the logarithm of a reading; 0 where nothing is known
 * @param dof degrees of freedom behind it; 0 where no setup has two readings
 */
public record PooledNoise(double logVariance, double dof) {

    /** No history: noise is unknown. */
    public static final PooledNoise NONE = new PooledNoise(0, 0);

    private static final double MANY = 40;

    /** A cell that spreads so many times as much (variance) as the middle one holds a slip, not noise. */
    private static final double SLIP = 100;

    private static final int ENOUGH_CELLS = 8;

    /**
     * Returns the pooled noise of the given cells, each the logarithms of one setup's readings. Where eight cells or more
     * tell, one whose variance is more than a hundred times the middle one is left out: a single misread digit would
     * otherwise hide the noise of every setup.
     */
    public static PooledNoise of(Collection<double[]> cells) {
        List<double[]> telling = cells.stream().filter(c -> c.length > 1).toList();
        double most = telling.size() < ENOUGH_CELLS
                ? Double.POSITIVE_INFINITY
                : SLIP
                        * Scoring.median(telling.stream()
                                .mapToDouble(c -> sumOfSquares(c) / (c.length - 1))
                                .toArray());
        double squares = 0;
        double dof = 0;
        for (double[] cell : telling) {
            double sum = sumOfSquares(cell);
            if (most == 0 || sum / (cell.length - 1) <= most) {
                squares += sum;
                dof += cell.length - 1;
            }
        }
        return dof == 0 ? NONE : new PooledNoise(squares / dof, dof);
    }

    /** Returns the pooled noise of readings on a ratio scale, a list for each setup. */
    public static PooledNoise ofReadings(Collection<List<Reading>> cells) {
        return of(cells.stream().map(Scoring::logs).toList());
    }

    /** Returns how many readings' worth the history counts for beside a cell's own: d₀ν/(d₀+ν), d₀ 4, or 8 from ν = 40. */
    double priorWeight() {
        double most = dof >= MANY ? 8 : 4;
        return most * dof / (most + dof);
    }

    static double sumOfSquares(double[] y) {
        double mean = 0;
        for (double v : y) {
            mean += v / y.length;
        }
        double sum = 0;
        for (double v : y) {
            sum += (v - mean) * (v - mean);
        }
        return sum;
    }
}
