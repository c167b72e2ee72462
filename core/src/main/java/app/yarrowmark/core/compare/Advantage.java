package app.yarrowmark.core.compare;

import app.yarrowmark.core.score.ErrorParts;
import app.yarrowmark.core.score.Score;
import app.yarrowmark.core.score.Student;
import app.yarrowmark.core.suite.Direction;
import java.util.Optional;

/**
 * How far one score is ahead of another: the ratio turned so that more than 1 is better, with its error after Welch (1947),
 * "The generalization of Student's problem when several different population variances are involved".
 *
 * @param log natural logarithm of the ratio; more than 0 is ahead
 * @param error of {@code log}
 * @param threshold smallest difference that matters, as a share (0.01 is 1 %)
 * @param digitStep half of what one step of the last digit on both sides comes to, as a share, where no reading differs from
 *     another; 0 otherwise
 * @param look which time the two are held against each other, from 1; later looks ask for more
 */
public record Advantage(double log, ErrorParts error, double threshold, double digitStep, int look) {

    private static final double FIRST_LEVEL = Looks.level(1);

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

    /** Returns how far {@code a} is ahead of {@code b}, held against each other for the first time. */
    public static Advantage of(Score a, Score b, Direction better, double threshold) {
        return of(a, b, better, threshold, 1);
    }

    /** Returns how far {@code a} is ahead of {@code b} at a look. */
    public static Advantage of(Score a, Score b, Direction better, double threshold, int look) {
        boolean still = a.moderatedVariance() == 0 && b.moderatedVariance() == 0;
        return new Advantage(
                better.sign() * (a.log() - b.log()),
                a.error().plus(b.error()),
                threshold,
                still ? (step(a) + step(b)) / 2 : 0,
                look);
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
        return error.known();
    }

    /** Returns the error allowed at this look, both sides together; 0.05 at the first. */
    public double level() {
        return Looks.level(look);
    }

    /** Returns the lower end of the interval of the ratio, 95 % at the first look; the ratio itself where there is no noise. */
    public double low() {
        return Math.exp(log - reach(level() / 2));
    }

    /** Returns the upper end of that interval. */
    public double high() {
        return Math.exp(log + reach(level() / 2));
    }

    /** Returns what is shown; empty where the noise of a side is unknown. */
    public Optional<Verdict> verdict() {
        if (!noiseKnown()) {
            return Optional.empty();
        }
        double delta = Math.log1p(threshold);
        double lead = Math.abs(log) - reach(level() / 2);
        if (lead > 0 && matters()) {
            return Optional.of(log > 0 ? Verdict.AHEAD : Verdict.BEHIND);
        }
        return Optional.of(Math.abs(log) + reach(level()) < delta ? Verdict.EVEN : Verdict.UNDECIDED);
    }

    /** Returns whether it is as large as what matters, and larger than what the digits can tell. */
    boolean matters() {
        return Math.abs(log) >= Math.log1p(threshold) && Math.abs(log) > digitStep;
    }

    /** Returns the chance of such a difference either way if there were none, widened by the look. */
    double chance() {
        double error = standardError();
        double p = error == 0 ? (log == 0 ? 1 : 0) : 2 * Student.above(Math.abs(log) / error, error().dof());
        return Math.min(1, p * FIRST_LEVEL / level());
    }

    /** Returns the chance of a difference as small as this if it were just as large as what matters, widened by the look. */
    double chanceOfEven() {
        double error = standardError();
        double room = Math.log1p(threshold) - Math.abs(log);
        double p = error == 0 ? (room > 0 ? 0 : 1) : Student.above(room / error, error().dof());
        return Math.min(1, p * FIRST_LEVEL / level());
    }

    /** Returns the standard error of {@code log}; 0 where it is unknown. */
    public double standardError() {
        return error.standardError();
    }

    private double reach(double above) {
        double error = standardError();
        return error == 0 ? 0 : Student.quantile(1 - above, error().dof()) * error;
    }
}
