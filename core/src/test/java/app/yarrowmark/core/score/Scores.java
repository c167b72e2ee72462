package app.yarrowmark.core.score;

import app.yarrowmark.core.written.Reading;
import java.util.List;

/** Scores made up for a test. */
public final class Scores {

    /** Days move nothing. */
    public static final DayMovement STILL = new DayMovement(0, Double.POSITIVE_INFINITY, DayMovement.Source.TEST, 100);

    private Scores() {}

    /** Three readings of one day, all of whose error is noise within it. */
    public static Score of(double value, double error, double dof) {
        return of(value, error, dof, 0, STILL);
    }

    /** The same beside what the digits add. */
    public static Score of(double value, double error, double dof, double rounding, DayMovement movement) {
        double within = error * error;
        return new Score(3, 1, Math.log(value), dof, 3 * within, within, movement.variance(), rounding, movement);
    }

    /** A reading of which nothing more is known. */
    public static Score unknown(double value) {
        return Scoring.score(List.of(List.of(new Reading(value, 1))), PooledNoise.NONE, DayMovement.ASSUMED);
    }
}
