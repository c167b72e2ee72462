package app.yarrowmark.server.standings;

import app.yarrowmark.core.rank.PoolPosition;
import app.yarrowmark.core.suite.TestGroup;
import app.yarrowmark.server.catalogue.DeviceKind;
import app.yarrowmark.server.setups.SetupLabel;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Where setups stand.
 *
 * @param group that is ranked; absent for overall
 * @param kind the pool is narrowed to; absent for all
 * @param reference whose index is 100; absent if nobody is placed
 * @param oneTest whether there is only one test, so that this is an order and no standing
 * @param places the best first
 * @param apart further islands: they share no test with the places above
 * @param unplaced who lacks what, and what would place them
 */
public record StandingsView(
        @Nullable TestGroup group,
        @Nullable DeviceKind kind,
        long revision,
        @Nullable SetupLabel reference,
        boolean oneTest,
        List<GroupView> groups,
        List<PlaceView> places,
        List<List<PlaceView>> apart,
        List<UnplacedView> unplaced) {

    /**
     * A group of tests in the pool.
     *
     * @param counts whether it is part of overall; {@code why} says why not
     */
    public record GroupView(
            TestGroup group,
            int tests,
            int subjects,
            boolean counts,
            @Nullable String why) {}

    /**
     * One place.
     *
     * @param low lower end of the 90 % interval of the index; absent for the reference and where there is one test only
     * @param best lower end of the 90 % range of places
     * @param level bracket, from 0 at the top
     * @param tests how many of the tests this one has
     */
    public record PlaceView(
            SetupLabel setup,
            double index,
            @Nullable Double low,
            @Nullable Double high,
            int best,
            int worst,
            int level,
            int tests,
            int testsOf,
            List<GroupPlaceView> groups) {}

    /** Where one stands in one group: index, place of how many, and the fifth it is in (pools of 8 or more). */
    public record GroupPlaceView(TestGroup group, double index, int place, int of, PoolPosition.@Nullable Band band) {}

    /** One that cannot be placed, the groups it lacks, and the quickest suite that would help. */
    public record UnplacedView(
            SetupLabel setup,
            List<TestGroup> missing,
            @Nullable String toRun,
            @Nullable Double minutes) {}
}
