package app.yarrowmark.server.standings;

import app.yarrowmark.server.subjects.SubjectView;
import app.yarrowmark.server.subjects.TestView;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A pool in the order of what was read in one test.
 *
 * @param test absent if nothing was ever read
 * @param ranked how many have a value, of which {@code rows} may hold only the first and those around the one asked about
 * @param without how many of the pool have none
 * @param rows the best first; equal values share a place
 * @param tests that can be asked for
 */
public record RankingView(
        long revision,
        @Nullable RankedTest test,
        int ranked,
        int without,
        List<RankedRow> rows,
        List<RankedTest> tests) {

    /** A test, by the number of its metric, with what it is. */
    public record RankedTest(long id, TestView test) {}

    /**
     * One of the pool.
     *
     * @param row in the order, from 1; equals stand one below the other
     * @param place 1 is the best
     * @param value in the test's unit; a rung from 0 at the bottom; the share of checks passed
     * @param words the value where digits do not say it
     * @param low lower end of the 95 % interval; absent where the noise is unknown or there are no ratios
     * @param count runs behind it
     * @param percentile share of the pool that it is better than, half of equals counted
     */
    public record RankedRow(
            SubjectView subject,
            int row,
            int place,
            double value,
            int decimals,
            @Nullable String words,
            @Nullable Double low,
            @Nullable Double high,
            int count,
            double percentile) {}
}
