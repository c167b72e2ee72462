package app.yarrowmark.core.series;

import app.yarrowmark.core.score.Scoring;
import app.yarrowmark.core.suite.Direction;
import app.yarrowmark.core.suite.Reducer;
import java.util.Arrays;
import java.util.List;
import java.util.OptionalDouble;
import java.util.function.Function;

/**
 * What a device holds over time.
 *
 * @param peak best mean of a tenth of the points in a row
 * @param sustained median of the last third
 * @param held sustained as a share of the peak, at most 1 but for noise; empty where values may be 0 or less
 * @param onset when it fell below 95 % of its peak for good; empty where it never did
 */
public record TimeTrace(double peak, double sustained, OptionalDouble held, OptionalDouble onset) {

    private static final double HOLDS = .95;

    /**
     * Returns what a trace holds.
     *
     * @param better which way the values are better
     * @throws IllegalArgumentException if there is no point
     */
    public static TimeTrace of(Series trace, Direction better) {
        double peak = Reduction.of(trace, Reducer.Way.PEAK, better)
                .orElseThrow(() -> new IllegalArgumentException("a trace has at least one point"));
        double sustained = Reduction.of(trace, Reducer.Way.SUSTAINED, better).orElseThrow();
        boolean ratios = Arrays.stream(trace.y()).allMatch(v -> v > 0);
        return new TimeTrace(
                peak,
                sustained,
                ratios ? OptionalDouble.of(share(sustained, peak, better)) : OptionalDouble.empty(),
                ratios ? onset(trace, peak, better) : OptionalDouble.empty());
    }

    /**
     * Returns the middle of what several runs held: it fell only where more than half of them did.
     *
     * @param runs at least one
     */
    public static TimeTrace middle(List<TimeTrace> runs) {
        double[] held = there(runs, TimeTrace::held);
        double[] onsets = there(runs, TimeTrace::onset);
        return new TimeTrace(
                Scoring.median(runs.stream().mapToDouble(TimeTrace::peak).toArray()),
                Scoring.median(runs.stream().mapToDouble(TimeTrace::sustained).toArray()),
                held.length == 0 ? OptionalDouble.empty() : OptionalDouble.of(Scoring.median(held)),
                onsets.length * 2 <= runs.size() ? OptionalDouble.empty() : OptionalDouble.of(Scoring.median(onsets)));
    }

    private static double[] there(List<TimeTrace> runs, Function<TimeTrace, OptionalDouble> what) {
        return runs.stream().map(what).flatMapToDouble(OptionalDouble::stream).toArray();
    }

    private static double share(double value, double peak, Direction better) {
        return better == Direction.HIGHER ? value / peak : peak / value;
    }

    /** The middle of the first stretch of a tenth of the points from which on no stretch's median comes back. */
    private static OptionalDouble onset(Series trace, double peak, Direction better) {
        double[] y = trace.y();
        int width = Math.max(1, y.length / 10);
        int first = -1;
        for (int i = 0; i + width <= y.length; i++) {
            boolean below = share(Scoring.median(Arrays.copyOfRange(y, i, i + width)), peak, better) < HOLDS;
            first = !below ? -1 : first < 0 ? i : first;
        }
        return first <= 0 ? OptionalDouble.empty() : OptionalDouble.of(trace.x()[first + width / 2]);
    }
}
