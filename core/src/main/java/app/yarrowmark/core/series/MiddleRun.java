package app.yarrowmark.core.series;

import app.yarrowmark.core.score.Scoring;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;

/**
 * The middle of several runs of a series: at every place the median of the runs that have it; where runs have other places,
 * the places of the first.
 *
 * @param series the medians
 * @param noise standard deviation of the logarithm of the median, pooled over the places; 0 with one run
 */
public record MiddleRun(Series series, double noise) {

    /** @param runs at least one */
    public static MiddleRun of(List<Series> runs) {
        Series first = runs.get(0);
        List<Series> alike =
                runs.stream().filter(s -> Arrays.equals(s.x(), first.x())).toList();
        double[] y = IntStream.range(0, first.size())
                .mapToDouble(i -> Scoring.median(at(alike, i)))
                .toArray();
        return new MiddleRun(new Series(first.x(), y), noise(alike, first.size()));
    }

    private static double[] at(List<Series> alike, int place) {
        return alike.stream().mapToDouble(s -> s.y()[place]).toArray();
    }

    private static double noise(List<Series> alike, int places) {
        int n = alike.size();
        if (n < 2) {
            return 0;
        }
        double squares = 0;
        for (int i = 0; i < places; i++) {
            double[] logs = Arrays.stream(at(alike, i)).map(Math::log).toArray();
            double mean = Arrays.stream(logs).average().orElseThrow();
            squares += Arrays.stream(logs).map(v -> (v - mean) * (v - mean)).sum();
        }
        return Scoring.medianEfficiency(n) * Math.sqrt(squares / (places * (n - 1.0)) / n);
    }
}
