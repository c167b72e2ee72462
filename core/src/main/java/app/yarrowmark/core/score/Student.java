package app.yarrowmark.core.score;

import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.hipparchus.distribution.continuous.NormalDistribution;
import org.hipparchus.distribution.continuous.TDistribution;

/**
 * Student's distribution at any degrees of freedom ν. The library finds each quantile by a search, which a comparison of
 * eight setups would ask for thousands of times; so from one degree on a table over 1/ν stands for it, within a 1e-7 part of them.
 */
public final class Student {

    private static final double NORMAL = 1e12;
    private static final Map<Double, DofTable> TABLES = new ConcurrentHashMap<>();

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
        return dof < 1
                ? exact(p, dof)
                : TABLES.computeIfAbsent(p, q -> new DofTable(u -> exact(q, 1 / u)))
                        .at(1 / dof);
    }

    /** Returns the share of the distribution above a value. */
    public static double above(double value, double dof) {
        return dof > NORMAL
                ? new NormalDistribution(0, 1).cumulativeProbability(-value)
                : new TDistribution(dof).cumulativeProbability(-value);
    }

    private static double exact(double p, double dof) {
        return dof > NORMAL
                ? new NormalDistribution(0, 1).inverseCumulativeProbability(p)
                : new TDistribution(dof).inverseCumulativeProbability(p);
    }
}
