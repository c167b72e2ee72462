package app.yarrowmark.core.follow;

/**
 * From one version to the next.
 *
 * @param log change; more than 0 is better
 * @param standardError of the change, the movement between days included
 * @param dof degrees of freedom; 0 where the noise of a side is unknown
 * @param p chance of such a change if there were none; 1 where the noise is unknown
 * @param adjusted the same, for looking at every step: walked down after Holm (1979), "A simple sequentially rejective multiple
 *     test procedure", with the chance of the largest of those left, as all of them share what is known of movement between days
 * @param kind what it is called
 */
public record Step(double log, double standardError, double dof, double p, double adjusted, Kind kind) {

    /** What a step is called. */
    public enum Kind {
        /** Nothing that stands out of the noise, or too small to matter. */
        NONE,
        UP,
        DOWN,
        /** Into or out of a single version that is off while those around it agree. */
        BLIP,
        /** The noise of a side is unknown. */
        UNKNOWN
    }

    Step called(Kind other) {
        return new Step(log, standardError, dof, p, adjusted, other);
    }
}
