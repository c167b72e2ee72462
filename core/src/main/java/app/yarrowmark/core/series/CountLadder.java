package app.yarrowmark.core.series;

import app.yarrowmark.core.score.Scoring;
import java.util.OptionalDouble;
import java.util.stream.DoubleStream;

/** Values against a count, such as memory by open pages. */
public final class CountLadder {

    private static final int MOST = 400;

    private CountLadder() {}

    /**
     * Returns what each further one costs: the median of the slopes between all pairs of points (Theil, 1950, "A
     * rank-invariant method of linear and polynomial regression analysis"; Sen, 1968), which one odd point does not move.
     * Empty with fewer than two places. Of more than 400 points a thinned series is looked at.
     */
    public static OptionalDouble eachFurther(Series series) {
        Series few = series.thinned(MOST);
        double[] x = few.x();
        double[] y = few.y();
        DoubleStream.Builder slopes = DoubleStream.builder();
        for (int i = 0; i < x.length; i++) {
            for (int j = i + 1; j < x.length; j++) {
                if (x[j] > x[i]) {
                    slopes.add((y[j] - y[i]) / (x[j] - x[i]));
                }
            }
        }
        double[] all = slopes.build().toArray();
        return all.length == 0 ? OptionalDouble.empty() : OptionalDouble.of(Scoring.median(all));
    }
}
