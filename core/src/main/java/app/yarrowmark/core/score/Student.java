package app.yarrowmark.core.score;

import java.util.Arrays;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.IntStream;
import org.apache.commons.math3.distribution.NormalDistribution;
import org.apache.commons.math3.distribution.TDistribution;

/**
 * Quantiles of Student's distribution at any degrees of freedom. The library finds each by a search, which a comparison of
 * eight setups would ask for thousands of times; so from one degree on a polynomial in 1/ν through the library's values stands
 * for it, within 1e-8 of them.
 */
public final class Student {

    private static final int NODES = 40;
    /** Chebyshev's points of the second kind between 0 and 1: places of 1/ν. */
    private static final double[] NODE = IntStream.rangeClosed(0, NODES)
            .mapToDouble(i -> (1 - Math.cos(Math.PI * i / NODES)) / 2)
            .toArray();

    private static final Map<Double, double[]> VALUES = new ConcurrentHashMap<>();

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
        double[] values = VALUES.computeIfAbsent(p, Student::valuesAtNodes);
        double u = 1 / dof;
        double above = 0;
        double below = 0;
        for (int i = 0; i <= NODES; i++) {
            double off = u - NODE[i];
            if (off == 0) {
                return values[i];
            }
            // Barycentric form; Berrut and Trefethen (2004), "Barycentric Lagrange interpolation", equation 5.4.
            double weight = (i % 2 == 0 ? 1 : -1) * (i == 0 || i == NODES ? .5 : 1) / off;
            above += weight * values[i];
            below += weight;
        }
        return above / below;
    }

    private static double[] valuesAtNodes(double p) {
        return Arrays.stream(NODE).map(u -> exact(p, 1 / u)).toArray();
    }

    private static double exact(double p, double dof) {
        return dof > 1e12
                ? new NormalDistribution(null, 0, 1).inverseCumulativeProbability(p)
                : new TDistribution(null, dof).inverseCumulativeProbability(p);
    }
}
