package app.yarrowmark.core.rank;

/**
 * Where one subject stands.
 *
 * @param subject its number in the estimate
 * @param index 100 is the reference; 120 is 1.2 times as fast
 * @param indexLow lower end of the 90 % interval
 * @param indexHigh upper end of the 90 % interval
 * @param best place it may have, 1 is the top: the lower end of a 90 % range
 * @param worst place it may have: the upper end of that range
 * @param level bracket it is in, counted from 0 at the top; subjects of one bracket cannot be told apart
 */
public record Place(int subject, double index, double indexLow, double indexHigh, int best, int worst, int level) {}
