package app.yarrowmark.core.rank;

import java.util.List;
import java.util.function.IntToDoubleFunction;

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

    /** Returns the variance of the difference of one subject to each other: quicker where many are asked for. */
    default IntToDoubleFunction ofDifferencesFrom(int a) {
        return b -> ofDifference(a, b);
    }

    /** Returns a covariance kept as a whole. */
    static Covariance dense(double[][] entries) {
        return (a, b) -> entries[a][b];
    }

    /** Returns the weighted sum of several over the same subjects. */
    static Covariance sum(List<Covariance> parts, double[] weights) {
        return new Covariance() {
            @Override
            public double at(int a, int b) {
                double sum = 0;
                for (int i = 0; i < weights.length; i++) {
                    sum += weights[i] * parts.get(i).at(a, b);
                }
                return sum;
            }

            @Override
            public IntToDoubleFunction ofDifferencesFrom(int a) {
                List<IntToDoubleFunction> each =
                        parts.stream().map(p -> p.ofDifferencesFrom(a)).toList();
                return b -> {
                    double sum = 0;
                    for (int i = 0; i < weights.length; i++) {
                        sum += weights[i] * each.get(i).applyAsDouble(b);
                    }
                    return sum;
                };
            }
        };
    }

    /** Returns that of some of the subjects, in the order given. */
    static Covariance part(Covariance whole, int[] subjects) {
        return new Covariance() {
            @Override
            public double at(int a, int b) {
                return whole.at(subjects[a], subjects[b]);
            }

            @Override
            public IntToDoubleFunction ofDifferencesFrom(int a) {
                IntToDoubleFunction from = whole.ofDifferencesFrom(subjects[a]);
                return b -> from.applyAsDouble(subjects[b]);
            }
        };
    }
}
