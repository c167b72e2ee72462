package app.yarrowmark.core.score;

import java.util.Arrays;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.IntStream;
import org.apache.commons.math3.distribution.NormalDistribution;
import org.apache.commons.math3.distribution.TDistribution;

/**
 * Quantiles of Student's distribution at any degrees of freedom ν. The library finds each by a search, which a comparison of
 * eight setups would ask for thousands of times; so from one degree on a table over 1/ν stands for it, within a 1e-7 part of them.
 */
public final class Student {

    /** Chebyshev's points of the second kind between 0 and 1, places of 1/ν where the library is asked. */
    private static final int NODES = 40;

    private static final double[] NODE = IntStream.rangeClosed(0, NODES)
            .mapToDouble(i -> (1 - Math.cos(Math.PI * i / NODES)) / 2)
            .toArray();
    /** Steps of the table, which the polynomial through those points fills. */
    private static final int STEPS = 512;
    /** Lagrange's weights of six neighbours in the table: ±1/(j!(5−j)!). */
    private static final double[] WEIGHT = {-1 / 120.0, 1 / 24.0, -1 / 12.0, 1 / 12.0, -1 / 24.0, 1 / 120.0};

    private static final Map<Double, double[]> TABLES = new ConcurrentHashMap<>();

    private Student() {}

    /**
     * Returns the value below which a share of the distribution lies.
     *
     * @param p the share, 0 to 1 exclusive
     * @param dof degrees of freedom, positive; infinite gives the normal distribution
     */
    public static double quantile(double p, double dof) {
        if (!(dof > 0)) {
            throw new IllegalArgumentException("degrees of freedom must be positive, got " + dof);
        }
        if (dof < 1) {
            return exact(p, dof);
        }
        double[] table = TABLES.computeIfAbsent(p, Student::table);
        double place = STEPS / dof;
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

    private static double[] table(double p) {
        double[] values = Arrays.stream(NODE).map(u -> exact(p, 1 / u)).toArray();
        return IntStream.rangeClosed(0, STEPS)
                .mapToDouble(i -> between(values, (double) i / STEPS))
                .toArray();
    }

    /** Barycentric form; Berrut and Trefethen (2004), "Barycentric Lagrange interpolation", equation 5.4. */
    private static double between(double[] values, double u) {
        double above = 0;
        double below = 0;
        for (int i = 0; i <= NODES; i++) {
            double off = u - NODE[i];
            if (off == 0) {
                return values[i];
            }
            double weight = (i % 2 == 0 ? 1 : -1) * (i == 0 || i == NODES ? .5 : 1) / off;
            above += weight * values[i];
            below += weight;
        }
        return above / below;
    }

    private static double exact(double p, double dof) {
        return dof > 1e12
                ? new NormalDistribution(null, 0, 1).inverseCumulativeProbability(p)
                : new TDistribution(null, dof).inverseCumulativeProbability(p);
    }
}
