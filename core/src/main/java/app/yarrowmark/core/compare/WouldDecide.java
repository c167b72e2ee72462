package app.yarrowmark.core.compare;

import app.yarrowmark.core.score.Score;
import app.yarrowmark.core.score.Scoring;
import java.util.Optional;
import org.hipparchus.distribution.continuous.NormalDistribution;

/**
 * About what an undecided comparison would need, four times of five. The standard error is asked for first: for a lead by the
 * usual formula for a difference of normal means, for evenness by that of two one-sided tests (Schuirmann (1987), "A comparison of
 * the two one-sided tests procedure and the power approach"); then the days or runs that reach it.
 *
 * @param aim what they would show
 * @param answer whether a number can be given
 * @param days on each side, in all, of {@value #RUNS_A_DAY} runs each; 0 without a number
 * @param runs on each side, in all, on the one day that both have; 0 where more of them cannot decide it
 */
public record WouldDecide(Aim aim, Answer answer, int days, int runs) {

    /** How many runs a day is taken to have. */
    public static final int RUNS_A_DAY = 3;

    /** z(.975) + z(.8). */
    private static final double LEAD = 2.80159;

    private static final double POWER = .8;
    private static final double NORMAL_95 = 1.6448536269514722;
    private static final double NORMAL_975 = 1.959964;
    /** A median of a few needs so many more than a mean would. */
    private static final double MEDIAN_PRICE = 1.5625;

    private static final int MOST_DAYS = 40;
    private static final double LEAST_ERROR = 1e-7;
    private static final NormalDistribution NORMAL = new NormalDistribution(0, 1);

    /** What more days or runs would show. */
    public enum Aim {
        A_LEAD,
        EVENNESS
    }

    /** Whether a number can be given. */
    public enum Answer {
        ABOUT,
        /** More than forty days, with what matters as it is. */
        NOT_WITH_THIS_THRESHOLD,
        /** The digits read are coarser than the difference: more runs alone would not do. */
        FINER_READINGS
    }

    /**
     * Returns what an undecided comparison would need; empty if it is decided or its noise unknown.
     *
     * @param now how far {@code a} is ahead of {@code b} with the runs there are
     */
    public static Optional<WouldDecide> of(Score a, Score b, Advantage now) {
        if (now.verdict().filter(v -> v == Verdict.UNDECIDED).isEmpty()) {
            return Optional.empty();
        }
        double size = Math.abs(now.log());
        double delta = Math.log1p(now.threshold());
        Aim aim = size >= delta ? Aim.A_LEAD : Aim.EVENNESS;
        double margin = aim == Aim.A_LEAD ? size : delta - size;
        double rounding = a.roundingVariance() + b.roundingVariance();
        if (NORMAL_975 * Math.sqrt(rounding) >= margin || size <= now.digitStep()) {
            return Optional.of(new WouldDecide(aim, Answer.FINER_READINGS, 0, 0));
        }
        double reading = a.moderatedVariance() + b.moderatedVariance();
        double movement = movement(a) + movement(b);
        double error = neededError(size, delta);
        int days = days(reading, movement, error);
        if (days > MOST_DAYS) {
            return Optional.of(new WouldDecide(aim, Answer.NOT_WITH_THIS_THRESHOLD, 0, 0));
        }
        boolean oneDay = a.days() <= 1 && b.days() <= 1;
        int runs = oneDay ? runs(reading, movement, error) : 0;
        int has = Math.min(a.count() == 0 ? b.count() : a.count(), b.count() == 0 ? a.count() : b.count());
        int hasDays = Math.min(a.days() == 0 ? b.days() : a.days(), b.days() == 0 ? a.days() : b.days());
        return Optional.of(new WouldDecide(
                aim, Answer.ABOUT, Math.max(days, hasDays + 1), runs == 0 ? 0 : Math.max(runs, has + 1)));
    }

    private static double movement(Score score) {
        return score.count() == 0 ? 0 : score.movement().variance();
    }

    /**
     * Returns the standard error of a difference that decides it four times of five.
     *
     * @param size of the difference on the log scale
     * @param delta what matters, on the log scale
     */
    static double neededError(double size, double delta) {
        if (size >= delta) {
            return size / LEAD;
        }
        double low = LEAST_ERROR;
        double high = delta;
        for (int i = 0; i < 60; i++) {
            double middle = Math.sqrt(low * high);
            double shown = NORMAL.cumulativeProbability((delta - size) / middle - NORMAL_95)
                    + NORMAL.cumulativeProbability((delta + size) / middle - NORMAL_95)
                    - 1;
            if (shown > POWER) {
                low = middle;
            } else {
                high = middle;
            }
        }
        return Math.sqrt(low * high);
    }

    /**
     * Returns days for each side, of so many runs each.
     *
     * @param reading log variance of one reading, of both sides together
     * @param movement ω² of both sides together
     */
    static int days(double reading, double movement, double error) {
        double e = Scoring.medianEfficiency(RUNS_A_DAY);
        double day = reading * e * e / RUNS_A_DAY + movement;
        return day <= error * error ? 1 : atLeastOne(MEDIAN_PRICE * day / (error * error));
    }

    /** Returns runs for each side on one day; 0 where the movement between days alone is more than the error may be. */
    static int runs(double reading, double movement, double error) {
        double room = error * error - movement;
        return room <= 0 ? 0 : atLeastOne(MEDIAN_PRICE * reading / room);
    }

    private static int atLeastOne(double number) {
        return (int) Math.max(1, Math.min(Integer.MAX_VALUE / 2, Math.ceil(number)));
    }
}
