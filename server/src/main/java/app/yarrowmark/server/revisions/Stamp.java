package app.yarrowmark.server.revisions;

/**
 * The number of a change: its lane in the upper bits, and which change of the lane it is in the lower ones; below 2^53 for all lanes there are. Of one lane, a later
 * change has a greater stamp; stamps of different lanes tell nothing of which was first.
 */
final class Stamp {

    private static final int NUMBER_BITS = 40;

    private Stamp() {}

    static long of(int lane, long number) {
        return ((long) lane << NUMBER_BITS) + number;
    }
}
