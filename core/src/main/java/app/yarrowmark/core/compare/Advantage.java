package app.yarrowmark.core.compare;

import app.yarrowmark.core.score.Score;
import app.yarrowmark.core.score.Student;
import app.yarrowmark.core.suite.Direction;
import java.util.Optional;

/**
 * How far one score is ahead of another: the ratio turned so that more than 1 is better, with its error after Welch (1947),
 * "The generalization of Student's problem when several different population variances are involved".
 *
 * @param log natural logarithm of the ratio; more than 0 is ahead
 * @param standardError of {@code log}; 0 where it is unknown
 * @param dof degrees of freedom; 0 where the noise of a side is unknown, infinite where neither side has any
 * @param threshold smallest difference that matters, as a share (0.01 is 1 %)
 * @param digitStep half of what one step of the last digit on both sides comes to, as a share, where no reading differs from
 *     another; 0 otherwise
 */
public record Advantage(double log, double standardError, double dof, double threshold, double digitStep) {

    /** @throws IllegalArgumentException unless the threshold is from 0 up to, but not, 1 */
    public Advantage {
        requireThreshold(threshold);
    }

    static double requireThreshold(double threshold) {
        if (threshold >= 0 && threshold < 1) {
            return threshold;
        }
        throw new IllegalArgumentException("a threshold is a share from 0 to below 1, got " + threshold);
    }

    /** Returns how far {@code a} is ahead of {@code b}. */
    public static Advantage of(Score a, Score b, Direction better, double threshold) {
        double va = a.standardError() * a.standardError();
        double vb = b.standardError() * b.standardError();
        boolean known = a.noiseKnown() && b.noiseKnown();
        boolean still = a.moderatedVariance() == 0 && b.moderatedVariance() == 0;
        return new Advantage(
                better.sign() * (a.log() - b.log()),
                known ? Math.sqrt(va + vb) : 0,
                known ? welch(va, a.dof(), vb, b.dof()) : 0,
                threshold,
                still ? (step(a) + step(b)) / 2 : 0);
    }

    /** Degrees of freedom of a sum of two variances. */
    static double welch(double va, double dofA, double vb, double dofB) {
        double sum = va + vb;
        double spread = va * va / dofA + vb * vb / dofB;
        return spread == 0 ? Double.POSITIVE_INFINITY : sum * sum / spread;
    }

    /** One step of the last digit as a share of the score. */
    static double step(Score score) {
        return Math.sqrt(12 * score.roundingVariance());
    }

    /** Returns the ratio: 1.25 is a quarter ahead. */
    public double times() {
        return Math.exp(log);
    }

    /** Returns whether there is an interval and a verdict. */
    public boolean noiseKnown() {
        return dof > 0;
    }

    /** Returns the lower end of the 95 % interval of the ratio; the ratio itself where there is no noise. */
    public double low() {
        return Math.exp(log - reach(.975));
    }

    /** Returns the upper end of the 95 % interval of the ratio. */
    public double high() {
        return Math.exp(log + reach(.975));
    }

    /** Returns what is shown; empty where the noise of a side is unknown. */
    public Optional<Verdict> verdict() {
        if (!noiseKnown()) {
            return Optional.empty();
        }
        double delta = Math.log1p(threshold);
        double lead = Math.abs(log) - reach(.975);
        if (lead > 0 && Math.abs(log) >= delta && Math.abs(log) > digitStep) {
            return Optional.of(log > 0 ? Verdict.AHEAD : Verdict.BEHIND);
        }
        return Optional.of(Math.abs(log) + reach(.95) < delta ? Verdict.EVEN : Verdict.UNDECIDED);
    }

    private double reach(double p) {
        return standardError == 0 ? 0 : Student.quantile(p, dof) * standardError;
    }
}
