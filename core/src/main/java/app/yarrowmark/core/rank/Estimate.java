package app.yarrowmark.core.rank;

import app.yarrowmark.core.score.Student;
import java.util.function.IntToDoubleFunction;

/**
 * How good subjects are, on a log scale, with what is known of the error.
 *
 * @param theta estimate for each subject, up is better; only differences mean anything
 * @param covariance of {@code theta}
 * @param dof degrees of freedom for intervals
 * @param spread variance of the error of each subject against the mean of all
 * @param draws from the joint distribution of {@code theta}, draw by subject, each up to a constant of its own; none of a
 *     pool so large that {@code spread} alone tells where a subject may stand
 */
public record Estimate(double[] theta, Covariance covariance, double dof, double[] spread, double[][] draws) {

    /** Returns the same without draws, which are large: eight bytes for each of a thousand or two, for each subject. */
    Estimate withoutDraws() {
        return new Estimate(theta, covariance, dof, spread, new double[0][]);
    }

    /** Returns the standard error of the difference of two subjects; 0 for a subject and itself. */
    public double errorOfDifference(int a, int b) {
        return Math.sqrt(covariance.ofDifference(a, b));
    }

    /** Returns the standard errors of the difference of one subject to each other. */
    IntToDoubleFunction errorsFrom(int a) {
        IntToDoubleFunction squared = covariance.ofDifferencesFrom(a);
        return b -> Math.sqrt(squared.applyAsDouble(b));
    }

    /** Returns Student's quantile at the estimate's degrees of freedom. */
    double quantile(double p) {
        return Student.quantile(p, dof);
    }
}
