package app.yarrowmark.core.series;

import app.yarrowmark.core.score.Scoring;
import java.util.Arrays;
import java.util.List;
import java.util.OptionalDouble;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;

/**
 * Frame times of one run or several pooled.
 *
 * @param count of frames
 * @param average frames a second: 1000 N / Σd
 * @param low frames a second over the slowest hundredth
 * @param slowest frame time in milliseconds from which on a frame belongs to the slowest hundredth
 * @param rough whether there are too few frames for the slowest hundredth to be more than a hint
 * @param heldAt frames a second of the display that set the pace; empty where the device did
 */
public record Frames(int count, double average, double low, double slowest, boolean rough, OptionalDouble heldAt) {

    /** How much later than a floor says a frame may come, as a share. */
    private static final double LATE = 0.01;

    private static final int FEWEST = 3_000;
    private static final int FEWEST_HELD = 30;
    private static final double NEAR = .03;
    private static final double SHARE = .9;
    private static final int MOST_STEPS = 4;
    private static final int MOST_MISSED = 2;

    /**
     * Returns what the frames come to.
     *
     * @param runs frame times in milliseconds of each run
     * @throws IllegalArgumentException if there is no frame or one took no time
     */
    public static Frames of(List<double[]> runs) {
        double[] all = runs.stream().flatMapToDouble(Arrays::stream).toArray();
        if (all.length == 0 || !Arrays.stream(all).allMatch(d -> d > 0)) {
            throw new IllegalArgumentException("frames take more than 0 ms, and there is at least one");
        }
        double[] sorted = all.clone();
        Arrays.sort(sorted);
        int k = Math.max(1, (all.length + 99) / 100);
        return new Frames(
                all.length,
                Reduction.frameRate(all),
                Reduction.onePercentLow(all),
                sorted[sorted.length - k],
                all.length < FEWEST,
                heldAt(all));
    }

    /**
     * Returns how often a second the display showed a frame, if it set the pace: 90 of 100 frames lie within 3 % of a whole
     * number of its steps, at most four. Its step is the median frame time, or a half or third of that where most frames
     * missed one or two; the longest that fits. Empty of fewer than 30 frames.
     */
    static OptionalDouble heldAt(double[] times) {
        if (times.length < FEWEST_HELD) {
            return OptionalDouble.empty();
        }
        double middle = Scoring.median(times);
        return IntStream.rangeClosed(1, MOST_MISSED + 1)
                .mapToDouble(part -> middle / part)
                .filter(period -> isHeld(times, period))
                .map(period -> 1000 / period)
                .findFirst();
    }

    private static boolean isHeld(double[] times, double period) {
        long fitting = Arrays.stream(times)
                .filter(d -> {
                    double steps = Math.min(MOST_STEPS, Math.max(1, Math.rint(d / period)));
                    return Math.abs(d - steps * period) <= NEAR * steps * period;
                })
                .count();
        return fitting >= SHARE * times.length;
    }

    /**
     * Returns the share of the time in which frames came slower than a floor in frames a second. A frame that is late by no more
     * than a hundredth holds it: at 60 per second on a display of 59.94 Hz every frame would be late otherwise.
     */
    public static double shareUnder(List<double[]> runs, double floor) {
        double all = frames(runs).sum();
        double latest = (1 + LATE) * 1000 / floor;
        return all == 0 ? 0 : frames(runs).filter(d -> d > latest).sum() / all;
    }

    private static DoubleStream frames(List<double[]> runs) {
        return runs.stream().flatMapToDouble(Arrays::stream);
    }
}
