package app.yarrowmark.core.rank;

/**
 * Where one subject stands.
 *
 * @param subject its number in the estimate
 * @param index 100 is the reference; 120 is 1.2 times as fast
 * @param lineLow lower end of its comparison line, on the scale of the index
 * @param lineHigh upper end of that
 * @param low lower end of the index against the reference: over 100 exactly if the two are told apart, for the subject
 * @param high upper end of that
 * @param best place it may have, 1 is the top: behind all that are surely better
 * @param worst place it may have: before all that are surely worse
 */
public record Place(
        int subject, double index, double lineLow, double lineHigh, double low, double high, int best, int worst) {}
