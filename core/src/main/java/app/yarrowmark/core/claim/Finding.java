package app.yarrowmark.core.claim;

/**
 * What is known of a claim.
 *
 * @param where the number stands, in words; empty where it stands nowhere
 * @param words what to say instead, where it is not what is known; empty else
 */
public record Finding(Claim claim, Standing standing, String where, String words) {

    /** How a claim stands to what is known. */
    public enum Standing {
        /** It is known so. */
        FOUND,
        /** The number is known, and is said of another base: a gain called a loss. */
        OTHER_BASE,
        /** The number is known of another device than the words beside it name. */
        OTHER_SUBJECT,
        /** It is a slip of the pen away from what is known. */
        SLIP,
        /** Nothing says it. */
        UNKNOWN
    }
}
