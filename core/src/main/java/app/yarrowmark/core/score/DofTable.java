package app.yarrowmark.core.score;

import java.util.Arrays;
import java.util.function.DoubleUnaryOperator;
import java.util.stream.IntStream;

/**
 * A smooth function on 0 to 1 that is slow to work out, kept as a table: a polynomial through Chebyshev's points of the second
 * kind fills it, and each value is read between six neighbours.
 */
final class DofTable {

    private static final int NODES = 40;
    /** Places where the function itself is asked. */
    private static final double[] NODE = IntStream.rangeClosed(0, NODES)
            .mapToDouble(i -> (1 - Math.cos(Math.PI * i / NODES)) / 2)
            .toArray();

    private static final int STEPS = 512;
    /** Lagrange's weights of six neighbours in the table: ±1/(j!(5−j)!). */
    private static final double[] WEIGHT = {-1 / 120.0, 1 / 24.0, -1 / 12.0, 1 / 12.0, -1 / 24.0, 1 / 120.0};

    private final double[] table;

    DofTable(DoubleUnaryOperator exact) {
        double[] values = Arrays.stream(NODE).map(exact).toArray();
        table = IntStream.rangeClosed(0, STEPS)
                .mapToDouble(i -> between(values, (double) i / STEPS))
                .toArray();
    }

    /** Returns the function at a place from 0 to 1. */
    double at(double x) {
        double place = STEPS * x;
        int first = Math.max(0, Math.min(STEPS + 1 - WEIGHT.length, (int) place - 2));
        // Each neighbour's term leaves out its own distance: what stands left of it times what stands right of it.
        double[] right = new double[WEIGHT.length];
        double product = 1;
        for (int j = WEIGHT.length - 1; j >= 0; j--) {
            right[j] = product;
            product *= place - first - j;
        }
        double value = 0;
        double left = 1;
        for (int j = 0; j < WEIGHT.length; j++) {
            value += WEIGHT[j] * table[first + j] * left * right[j];
            left *= place - first - j;
        }
        return value;
    }

    /** Barycentric form; Berrut and Trefethen (2004), "Barycentric Lagrange interpolation", equation 5.4. */
    private static double between(double[] values, double x) {
        double above = 0;
        double below = 0;
        for (int i = 0; i <= NODES; i++) {
            double off = x - NODE[i];
            if (off == 0) {
                return values[i];
            }
            double weight = (i % 2 == 0 ? 1 : -1) * (i == 0 || i == NODES ? .5 : 1) / off;
            above += weight * values[i];
            below += weight;
        }
        return above / below;
    }
}
