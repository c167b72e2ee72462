package app.yarrowmark.server.scorebook;

import app.yarrowmark.core.score.ReadingText;
import app.yarrowmark.core.suite.Metric;
import java.math.BigDecimal;
import java.math.RoundingMode;

/** What a score says where ratios mean nothing: degrees, rungs, checks. */
public final class PlainWords {

    private PlainWords() {}

    /**
     * Returns the words.
     *
     * @param count readings behind the value
     * @param decimals digits after the point as read
     */
    public static String of(Metric metric, double value, int count, int decimals) {
        return switch (metric.scale()) {
            case CHECK -> count == 1 ? value == 1 ? "passed" : "failed" : checks(Math.round(value * count), count);
            case LADDER -> ReadingText.words(metric, "", value);
            case INFORMATION -> "noted";
            case RATIO, INTERVAL ->
                BigDecimal.valueOf(value)
                        .setScale(decimals, RoundingMode.HALF_EVEN)
                        .toPlainString();
        };
    }

    private static String checks(long passed, int count) {
        return passed == 0 ? "failed " + count + " of " + count : "passed " + passed + " of " + count;
    }
}
