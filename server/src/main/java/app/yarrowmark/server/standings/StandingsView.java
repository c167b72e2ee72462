package app.yarrowmark.server.standings;

import app.yarrowmark.core.rank.PoolPosition;
import app.yarrowmark.core.suite.TestGroup;
import app.yarrowmark.server.subjects.SubjectView;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Where subjects stand.
 *
 * @param group that is ranked; absent for overall
 * @param test that is ranked alone; absent for all of the group
 * @param reference whose index is 100; absent if nobody is placed
 * @param oneTest whether there is only one test, so that this is an order and no standing
 * @param placed how many are, of which {@code places} may show only the first and those around the one asked about
 * @param places the best first
 * @param apart further islands: they share no test with the places above
 * @param unplaced who lacks what, and what would place them
 * @param steepness of the tests, the steepest first, where they were brought to one; empty otherwise
 */
public record StandingsView(
        @Nullable TestGroup group,
        @Nullable StandingTest test,
        long revision,
        @Nullable SubjectView reference,
        boolean oneTest,
        List<GroupView> groups,
        List<StandingTest> tests,
        int placed,
        List<PlaceView> places,
        List<List<PlaceView>> apart,
        List<UnplacedView> unplaced,
        List<SteepTest> steepness) {

    /**
     * A group of tests in the pool.
     *
     * @param weight in overall, as asked
     * @param counts whether it is part of overall; {@code why} says why not
     * @param indexes of the pool, rising; thinned where there are many
     */
    public record GroupView(
            TestGroup group,
            int tests,
            int subjects,
            double weight,
            boolean counts,
            @Nullable String why,
            List<Double> indexes) {}

    /** A test that could be ranked alone, by the number of its metric. */
    public record StandingTest(long id, TestGroup group, String suite, String version, String name, String unit) {}

    /**
     * One place.
     *
     * @param number in the order, from 1
     * @param usual number in the usual standings, where these are another reading of the scores
     * @param low lower end of the 90 % interval of the index; absent for the reference and where there is one test only
     * @param best lower end of the 90 % range of places
     * @param level bracket, from 0 at the top
     * @param tests how many of the tests this one has
     */
    public record PlaceView(
            SubjectView subject,
            int number,
            @Nullable Integer usual,
            double index,
            @Nullable Double low,
            @Nullable Double high,
            int best,
            int worst,
            int level,
            int tests,
            int testsOf,
            List<GroupPlaceView> groups) {}

    /**
     * Where one stands in one group: index, place of how many, the share of the pool below it, and the fifth it is in (pools
     * of 8 or more).
     */
    public record GroupPlaceView(
            TestGroup group, double index, int place, int of, double percentile, PoolPosition.@Nullable Band band) {}

    /**
     * How steep a test is.
     *
     * @param steepness how many times as far apart, on the log scale, it shows two subjects as the usual test does
     * @param share of the placed subjects that have it
     */
    public record SteepTest(StandingTest test, double steepness, double share) {}

    /** One that cannot be placed, the groups it lacks, and the quickest suite that would help. */
    public record UnplacedView(
            SubjectView subject,
            List<TestGroup> missing,
            @Nullable String toRun,
            @Nullable Double minutes) {}
}
