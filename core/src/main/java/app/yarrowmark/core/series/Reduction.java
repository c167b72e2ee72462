package app.yarrowmark.core.series;

import app.yarrowmark.core.score.Scoring;
import app.yarrowmark.core.suite.Direction;
import app.yarrowmark.core.suite.Reducer;
import java.util.Arrays;
import java.util.OptionalDouble;

/** Draws single numbers from a series. */
public final class Reduction {

    private Reduction() {}

    /**
     * Returns the number; empty where the series holds no point, or a frame rate has no time.
     *
     * @param better which way the values are better: decides what a peak is
     */
    public static OptionalDouble of(Series series, Reducer.Way way, Direction better) {
        double[] y = series.y();
        if (y.length == 0) {
            return OptionalDouble.empty();
        }
        double value = switch (way) {
            case MIN -> Arrays.stream(y).min().orElseThrow();
            case MAX -> Arrays.stream(y).max().orElseThrow();
            case MEAN -> Arrays.stream(y).average().orElseThrow();
            case MEDIAN -> Scoring.median(y);
            case LAST -> y[y.length - 1];
            case PEAK -> peak(y, better);
            case SUSTAINED, LEVEL -> Scoring.median(lastThird(y));
            case RATE -> frameRate(y);
            case LOW1 -> onePercentLow(y);
            case EACH -> CountLadder.eachFurther(series).orElse(Double.NaN);
        };
        return Double.isFinite(value) ? OptionalDouble.of(value) : OptionalDouble.empty();
    }

    /** Frames a second over all frame times in milliseconds: 1000 N / Σd. */
    static double frameRate(double[] milliseconds) {
        return 1000 * milliseconds.length / Arrays.stream(milliseconds).sum();
    }

    /** Frames a second over the slowest hundredth of frame times: 1000 k / Σ of the k slowest, k = ⌈N/100⌉. */
    static double onePercentLow(double[] milliseconds) {
        int k = Math.max(1, (milliseconds.length + 99) / 100);
        double[] sorted = milliseconds.clone();
        Arrays.sort(sorted);
        return frameRate(Arrays.copyOfRange(sorted, sorted.length - k, sorted.length));
    }

    private static double[] lastThird(double[] y) {
        return Arrays.copyOfRange(y, y.length - Math.max(1, (y.length + 2) / 3), y.length);
    }

    /** The best mean of a tenth of the points in a row. */
    private static double peak(double[] y, Direction better) {
        int width = Math.max(1, y.length / 10);
        double sum = 0;
        double best = Double.NEGATIVE_INFINITY;
        for (int i = 0; i < y.length; i++) {
            sum += y[i] - (i >= width ? y[i - width] : 0);
            if (i >= width - 1) {
                best = Math.max(best, better.sign() * sum / width);
            }
        }
        return better.sign() * best;
    }
}
