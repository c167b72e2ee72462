package app.yarrowmark.server.standings;

import app.yarrowmark.core.plan.PlaceRange;
import app.yarrowmark.core.suite.Home;
import app.yarrowmark.core.suite.TestGroup;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** What to run. */
final class PlanView {

    private PlanView() {}

    /**
     * What to run next on a setup.
     *
     * @param minutes there are
     * @param used by the runs proposed
     * @param pool what it is held against, in words
     * @param neighbours names of those next to it in the standings; all of the pool before it has a place
     * @param placeBefore where it may stand now, as in the standings; absent before it is placed
     * @param placeAfter where it may stand with these runs, were its place to stay what it is
     * @param runs in the order to run them
     * @param left suites that were not proposed, with the reason
     * @param anotherDay the shortest suites that were run here on one day: run on another they tell how far days move every
     *     score of the desk, where no setup was ever measured on two; empty otherwise
     */
    record NextRunsView(
            long setupId,
            double minutes,
            double used,
            String pool,
            List<String> neighbours,
            @Nullable PlaceRange placeBefore,
            @Nullable PlaceRange placeAfter,
            List<ProposedRun> runs,
            List<LeftOut> left,
            List<String> anotherDay) {}

    /**
     * A run that is worth its minutes.
     *
     * @param learned whether past runs on this kind of device tell the minutes
     * @param first whether the setup has no run of it yet
     * @param places whether the setup has a place overall only with it
     * @param reachBefore by how much, as a share, it must differ from its neighbours to be told apart; absent before it is placed
     * @param reachAfter the same with this run
     * @param groups that it tells of
     */
    record ProposedRun(
            long suiteId,
            String suite,
            Home home,
            double minutes,
            boolean learned,
            boolean first,
            boolean places,
            @Nullable Double reachBefore,
            @Nullable Double reachAfter,
            List<TestGroup> groups) {}

    /** A suite that is not proposed. */
    record LeftOut(String suite, String reason) {}

    /**
     * A shorter list of suites.
     *
     * @param used minutes of those chosen, one run each
     * @param full minutes of all
     * @param kept how much of the order of the full list it keeps, held out (Kendall's τ); absent with few devices
     */
    record ShortListView(
            TestGroup group,
            double minutes,
            double used,
            double full,
            int subjects,
            @Nullable Double kept,
            List<ListedSuite> suites) {}

    /** A suite of the full list. */
    record ListedSuite(long suiteId, String suite, double minutes, boolean learned, int tests, boolean chosen) {}
}
