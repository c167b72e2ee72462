package app.yarrowmark.server.standings;

import app.yarrowmark.core.suite.Direction;
import app.yarrowmark.core.suite.TestGroup;
import app.yarrowmark.server.standings.StandingsView.GroupPlaceView;
import app.yarrowmark.server.subjects.SubjectView;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Why a subject stands where it does.
 *
 * @param groups it has tests in, with each test
 */
record WhyView(SubjectView subject, List<WhyGroup> groups) {

    /**
     * One group.
     *
     * @param place where it stands in the group; absent for one apart from the largest island
     * @param spread how differently subjects fare from test to test inside a suite beyond noise, as a share
     * @param taste how differently they fare from suite to suite, as a share
     * @param suites of how many suites the tests are; with one its taste is assumed
     */
    record WhyGroup(
            TestGroup group,
            @Nullable GroupPlaceView place,
            double spread,
            double taste,
            int suites,
            List<WhyTest> tests) {}

    /**
     * One test.
     *
     * @param value in the unit
     * @param expected what the subject's other tests lead to expect here, in the unit
     * @param off ratio of the value to what is expected, turned so that more than 1 is better
     * @param index the subject would have by this test alone, the pool's usual level being 100
     * @param share of the subject's standing in the group that rests on this test, 0 to 1
     * @param trust 0.02 to 1; under 1 the cell counts so much of what it would
     * @param doubted whether it counts less than half of that
     */
    record WhyTest(
            long suiteId,
            String suite,
            String name,
            String unit,
            Direction better,
            double value,
            int decimals,
            double expected,
            double off,
            double index,
            double share,
            double trust,
            boolean doubted) {}
}
