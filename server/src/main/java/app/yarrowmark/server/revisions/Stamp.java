package app.yarrowmark.server.revisions;

/**
 * The number of a change: its lane in the upper bits, and which change of the lane it is in the lower ones. Of one lane, a later
 * change has a greater stamp; stamps of different lanes tell nothing of which was first.
 */
final class Stamp {

    private static final int NUMBER_BITS = 40;

    /** Below 2^12, so that a stamp is exact in a floating point number too. */
    static final int MOST_LANES = 1 << 12;

    private Stamp() {}

    static long of(int lane, long number) {
        return ((long) lane << NUMBER_BITS) + number;
    }
}
