package app.yarrowmark.core.compare;

import app.yarrowmark.core.suite.Direction;
import app.yarrowmark.core.suite.Metric;
import java.util.OptionalDouble;

/** How a difference is put in a number. Every one of them names what it is a share of. */
public enum Basis {
    /** The ratio, turned so that more is better: ×1.25. */
    TIMES_AS_FAST,
    /** What is gained on the reference, as a share of it. */
    GAIN,
    /** By how much the reference is short of this one, as a share of this one. */
    SHORT,
    /** The difference as a share of the middle between the two. */
    MIDPOINT,
    /** What is saved of the reference's time, as a share of it. */
    TIME_SAVED,
    /** The plain difference in the metric's unit, more is more. */
    OWN_UNIT;

    /**
     * Returns the difference of a ratio.
     *
     * @param times ratio turned so that more than 1 is better, positive
     * @throws IllegalArgumentException for {@link #OWN_UNIT}, which a ratio alone does not tell
     */
    public double ofRatio(double times) {
        return switch (this) {
            case TIMES_AS_FAST -> times;
            case GAIN -> times - 1;
            case SHORT, TIME_SAVED -> 1 - 1 / times;
            case MIDPOINT -> 2 * (times - 1) / (times + 1);
            case OWN_UNIT -> throw new IllegalArgumentException("a difference in units needs both values");
        };
    }

    /**
     * Returns the ratio that a difference stands for: {@link #ofRatio} turned round.
     *
     * @throws IllegalArgumentException for {@link #OWN_UNIT}
     */
    public double toRatio(double shown) {
        return switch (this) {
            case TIMES_AS_FAST -> shown;
            case GAIN -> 1 + shown;
            case SHORT, TIME_SAVED -> 1 / (1 - shown);
            case MIDPOINT -> (2 + shown) / (2 - shown);
            case OWN_UNIT -> throw new IllegalArgumentException("a difference in units needs both values");
        };
    }

    /** Returns the difference of two values on a ratio scale, both positive. */
    public double of(double value, double reference, Direction better) {
        return this == OWN_UNIT
                ? value - reference
                : ofRatio(better == Direction.HIGHER ? value / reference : reference / value);
    }

    /**
     * Returns the difference from a reference of so many times; empty where the basis means nothing of the metric: time is
     * saved only of times of which less is better. Of an amount it is how much more there is of it, though less is better.
     *
     * @param times ratio turned so that more than 1 is better, positive
     * @param reference value of the reference in the metric's unit, positive
     */
    public OptionalDouble ofTimes(double times, double reference, Metric metric) {
        if (this == TIME_SAVED && !(metric.isTime() && metric.better() == Direction.LOWER)) {
            return OptionalDouble.empty();
        }
        double value = metric.better() == Direction.HIGHER ? reference * times : reference / times;
        return OptionalDouble.of(of(value, reference, metric.isAmount() ? Direction.HIGHER : metric.better()));
    }
}
