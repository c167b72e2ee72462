package app.yarrowmark.core.score;

import app.yarrowmark.core.suite.Scale;
import app.yarrowmark.core.written.Reading;
import java.util.List;

/**
 * What the readings of one metric in one setup come to where ratios mean nothing.
 *
 * @param count readings behind it, at least 1
 * @param value median in the metric's unit; the lower median rung of a ladder; the share of checks passed, 0 to 1
 * @param low smallest reading
 * @param high largest reading
 */
public record PlainScore(int count, double value, double low, double high) {

    /**
     * Returns the score of readings on any scale but ratio.
     *
     * @throws IllegalArgumentException if there is no reading, or the scale has scores of its own
     */
    public static PlainScore of(List<Reading> readings, Scale scale) {
        if (readings.isEmpty() || scale == Scale.RATIO) {
            throw new IllegalArgumentException("a plain score needs readings on another scale than ratio");
        }
        double[] values = readings.stream().mapToDouble(Reading::value).sorted().toArray();
        double value = switch (scale) {
            case CHECK -> readings.stream().mapToDouble(Reading::value).sum() / values.length;
            case LADDER -> values[(values.length - 1) / 2];
            case RATIO, INTERVAL, INFORMATION -> Scoring.median(values);
        };
        return new PlainScore(values.length, value, values[0], values[values.length - 1]);
    }
}
