package app.yarrowmark.core.series;

import java.util.Arrays;
import java.util.List;

/**
 * How often frames took how long: bins of one width from 0 on; the last one holds all that is slower than nearly all.
 *
 * @param width of a bin, in milliseconds
 * @param counts of frames
 */
public record FrameBins(double width, int[] counts) {

    private static final double NEARLY_ALL = .998;

    /** @param runs frame times in milliseconds of each run, at least one and all above 0 */
    public static FrameBins of(List<double[]> runs, int bins) {
        double[] sorted = runs.stream().flatMapToDouble(Arrays::stream).sorted().toArray();
        double most = sorted[(int) Math.min(sorted.length - 1, Math.ceil(sorted.length * NEARLY_ALL))];
        double width = most / (bins - 1);
        int[] counts = new int[bins];
        Arrays.stream(sorted).forEach(d -> counts[(int) Math.min(bins - 1, d / width)]++);
        return new FrameBins(width, counts);
    }
}
