package app.yarrowmark.core.score;

import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;
import java.util.Collection;

/**
 * How far a score of one and the same setup moves from day to day beyond the noise within a day. It is learned only from setups
 * that were measured on two days or more, never from steps between setups: of the whole desk first, then of a group of tests,
 * then of a test, each drawn towards the one before.
 *
 * @param variance ω², a log variance
 * @param dof degrees of freedom it is known with
 * @param source what it was learned from
 * @param repeats days by which setups were measured again, that it was learned from; 0 where it is assumed
 */
public record DayMovement(double variance, double dof, Source source, int repeats) {

    private static final double WEIGHT = 4;
    private static final double ASSUMED_SHARE = .01;
    /** A further run anywhere on a desk would else move every error there is, in digits nobody sees. */
    private static final MathContext THREE_DIGITS = new MathContext(3, RoundingMode.HALF_EVEN);

    /** 1 %: no setup was ever measured on two days. */
    public static final DayMovement ASSUMED = new DayMovement(ASSUMED_SHARE * ASSUMED_SHARE, WEIGHT, Source.ASSUMED, 0);

    /** What a movement was learned from. */
    public enum Source {
        /** Nothing: it is what is usual. */
        ASSUMED,
        /** All tests of the desk. */
        DESK,
        /** Tests of the same group. */
        GROUP,
        /** The test itself. */
        TEST
    }

    /** Returns ω, the movement as a share: 0.01 is 1 %. */
    public double share() {
        return Math.sqrt(variance);
    }

    /**
     * Returns what contrasts of a part of the tests tell, beginning from what this one tells of all; without any it is this one
     * again, known no better than assumed.
     *
     * @param of what they are from
     */
    public DayMovement learned(Collection<Contrast> contrasts, Source of) {
        LearnedVariance found = LearnedVariance.of(variance, WEIGHT, contrasts);
        return contrasts.isEmpty()
                ? new DayMovement(variance, WEIGHT, source, repeats)
                : new DayMovement(found.variance(), found.dof(), of, contrasts.size());
    }

    /** Returns the same with ω to three digits, to begin from. */
    public DayMovement rounded() {
        double share = new BigDecimal(share()).round(THREE_DIGITS).doubleValue();
        return new DayMovement(share * share, dof, source, repeats);
    }
}
