package app.yarrowmark.server.subjects;

import app.yarrowmark.core.score.DayMovement;
import app.yarrowmark.core.suite.TestGroup;
import app.yarrowmark.server.api.NineDigits;
import com.fasterxml.jackson.databind.annotation.JsonSerialize;

/**
 * How far one setup moves from day to day, and how that is known.
 *
 * @param share 0.01 is 1 %
 * @param group of the test
 * @param repeats days by which setups were measured again, that it was learned from; 0 where it is assumed
 */
public record MovementView(
        @JsonSerialize(using = NineDigits.class) double share,
        DayMovement.Source source,
        TestGroup group,
        int repeats) {

    /** Returns the view of the movement in a test of a group. */
    public static MovementView of(DayMovement movement, TestGroup group) {
        return new MovementView(movement.share(), movement.source(), group, movement.repeats());
    }
}
