package app.yarrowmark.core.compare;

import app.yarrowmark.core.score.Score;
import java.util.Optional;

/**
 * About how many runs an undecided comparison would need, four times of five, by the usual sample-size formula for a
 * difference of normal means (for a lead 2.80159 = z(.975) + z(.8); for even 2.48647 = z(.95) + z(.8)).
 *
 * @param aim what they would show
 * @param answer whether a number can be given
 * @param each runs on each side, in all
 * @param more on the side that has fewer now
 */
public record MoreRuns(Aim aim, Answer answer, int each, int more) {

    private static final double LEAD = 2.80159;
    private static final double EVEN = 2.48647;
    /** A median of a few runs needs so many more than a mean would. */
    private static final double MEDIAN_PRICE = 1.5625;

    private static final double NORMAL_95 = 1.959964;
    private static final int MANY = 40;

    /** What more runs would show. */
    public enum Aim {
        A_LEAD,
        EVENNESS
    }

    /** Whether a number can be given. */
    public enum Answer {
        ABOUT,
        MORE_THAN_40,
        /** The digits read are coarser than the difference: more runs alone would not do. */
        FINER_READINGS
    }

    /**
     * Returns what an undecided comparison would need; empty if it is decided or its noise unknown.
     *
     * @param now how far {@code a} is ahead of {@code b} with the runs there are
     */
    public static Optional<MoreRuns> toDecide(Score a, Score b, Advantage now) {
        if (now.verdict().filter(v -> v == Verdict.UNDECIDED).isEmpty()) {
            return Optional.empty();
        }
        double size = Math.abs(now.log());
        double delta = Math.log1p(now.threshold());
        Aim aim = size >= delta ? Aim.A_LEAD : Aim.EVENNESS;
        double margin = aim == Aim.A_LEAD ? size : delta - size;
        double factor = (aim == Aim.A_LEAD ? LEAD : EVEN) / margin;
        double raw = factor * factor * (a.moderatedVariance() + b.moderatedVariance()) * MEDIAN_PRICE;
        double rounding = a.roundingVariance() + b.roundingVariance();
        if (NORMAL_95 * Math.sqrt(rounding) >= margin || size <= now.digitStep()) {
            return Optional.of(new MoreRuns(aim, Answer.FINER_READINGS, 0, 0));
        }
        int has = Math.min(a.count(), b.count());
        int each = (int) Math.min(Integer.MAX_VALUE / 2, Math.max(has + 1, Math.ceil(raw)));
        return Optional.of(new MoreRuns(aim, each > MANY ? Answer.MORE_THAN_40 : Answer.ABOUT, each, each - has));
    }
}
