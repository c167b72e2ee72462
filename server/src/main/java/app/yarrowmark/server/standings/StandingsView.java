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
 * @param suites of how many suites the tests are
 * @param places the best first
 * @param brackets numbers of places, the best first, of which no two are told apart: every such set where {@code bracketed} is absent
 * @param bracketed in a long standing, the one that all brackets shown hold
 * @param pairs of places there are
 * @param pairsApart how many of those are told apart; among nine tables of ten all of them the right way round
 * @param steep what is known of how steep the tests are; absent overall, and where nobody is placed
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
        int suites,
        int placed,
        List<PlaceView> places,
        List<List<Integer>> brackets,
        @Nullable SubjectView bracketed,
        long pairs,
        long pairsApart,
        @Nullable SteepNote steep,
        List<ApartView> apart,
        List<UnplacedView> unplaced,
        List<SteepTest> steepness) {

    /** So many of the unplaced are told at most. */
    public static final int MOST_UNPLACED = 250;

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

    /** An island beside the largest: its places, and sets of them that are not told apart; as in the standing itself. */
    public record ApartView(
            List<PlaceView> places,
            List<List<Integer>> brackets,
            @Nullable SubjectView bracketed) {}

    /**
     * One place. Two are told apart exactly if their lines do not touch.
     *
     * @param number in the order, from 1
     * @param usual number in the usual standings, where these are another reading of the scores
     * @param lineLow lower end of the comparison line, on the scale of the index; absent where there is one test only
     * @param low lower end of the index against the reference, over 100 exactly if it is told apart from that; absent for the
     *     reference and where there is one test only
     * @param best place it may have
     * @param tests how many of the tests this one has
     * @param suites of how many suites those are
     * @param odd suites in which it does much better or worse than elsewhere
     */
    public record PlaceView(
            SubjectView subject,
            int number,
            @Nullable Integer usual,
            double index,
            @Nullable Double lineLow,
            @Nullable Double lineHigh,
            @Nullable Double low,
            @Nullable Double high,
            int best,
            int worst,
            int tests,
            int testsOf,
            int suites,
            List<OddSuiteView> odd,
            List<GroupPlaceView> groups) {}

    /**
     * A suite in which one does much better or worse than elsewhere; it counts less there.
     *
     * @param times as good as its other suites lead to expect
     */
    public record OddSuiteView(TestGroup group, String suite, double times) {}

    /**
     * How steep the tests are.
     *
     * @param matters whether they differ, and a place moves by two percent or more by it
     * @param most who moves most; absent where nothing matters
     * @param index of that one now
     * @param steepIndex of that one with steepness in mind, the reference being 100
     * @param untold tests that none of the weaker half ran, so that nothing can tell how steep they are
     */
    public record SteepNote(
            boolean matters,
            @Nullable SubjectView most,
            @Nullable Double index,
            @Nullable Double steepIndex,
            List<String> untold) {}

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

    /**
     * One that cannot be placed, the groups it lacks, and suites that together would place it; none where none are known.
     *
     * @param alone of the groups it lacks, those in which it hangs together with others by one test alone
     * @param groups where it stands in those that it has
     */
    public record UnplacedView(
            SubjectView subject,
            List<TestGroup> missing,
            List<TestGroup> alone,
            List<String> toRun,
            List<GroupPlaceView> groups) {}
}
