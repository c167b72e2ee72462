package app.yarrowmark.core.follow;

import java.util.OptionalInt;

/**
 * Versions between two steps.
 *
 * @param first number of the first version of the line that is in it
 * @param last number of the last, included; a blip in between does not count
 * @param name what it does
 * @param shiftFrom for a shift, the first version after it
 * @param slope change a version of the straight line through it, a logarithm; 0 where it is too short
 */
public record Stretch(int first, int last, Name name, OptionalInt shiftFrom, double slope) {

    /** What a stretch does. */
    public enum Name {
        /** It stays within the threshold. */
        LEVEL,
        /** It rises or falls all along. */
        DRIFT,
        /** It moves once, near a version, though no single step shows it. */
        SHIFT,
        /** Neither of those is shown. */
        NO_CHANGE_SHOWN,
        /** Fewer than four versions, or their noise is unknown: it is not named. */
        TOO_SHORT
    }
}
