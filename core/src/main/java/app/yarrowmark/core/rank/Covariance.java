package app.yarrowmark.core.rank;

import java.util.List;

/**
 * How the errors of subjects go together. Only differences mean anything: a constant added to all entries changes none.
 */
public interface Covariance {

    /** Returns the covariance of two subjects' errors, up to a constant that is the same for all pairs. */
    double at(int a, int b);

    /** Returns the variance of the difference of two subjects; 0 for a subject and itself. */
    default double ofDifference(int a, int b) {
        return a == b ? 0 : Math.max(0, at(a, a) + at(b, b) - 2 * at(a, b));
    }

    /** Returns a covariance kept as a whole. */
    static Covariance dense(double[][] entries) {
        return (a, b) -> entries[a][b];
    }

    /** Returns the weighted sum of several over the same subjects. */
    static Covariance sum(List<Covariance> parts, double[] weights) {
        Covariance[] all = parts.toArray(Covariance[]::new);
        return (a, b) -> {
            double sum = 0;
            for (int i = 0; i < all.length; i++) {
                sum += weights[i] * all[i].at(a, b);
            }
            return sum;
        };
    }
}
