package app.yarrowmark.server.profiles;

import app.yarrowmark.core.suite.Direction;
import app.yarrowmark.core.suite.TestGroup;
import app.yarrowmark.server.catalogue.DeviceKind;
import app.yarrowmark.server.catalogue.ModelView;
import app.yarrowmark.server.evidence.EvidenceView;
import app.yarrowmark.server.history.EventView;
import app.yarrowmark.server.setups.SetupLabel;
import app.yarrowmark.server.setups.SetupView;
import app.yarrowmark.server.standings.StandingsView.GroupPlaceView;
import app.yarrowmark.server.suites.SuiteView;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** What pages see of what is known. */
final class ProfileViews {

    private ProfileViews() {}

    /**
     * All that is known about a model.
     *
     * @param shown setup whose scores stand for the model here; absent if it was never measured
     * @param suites that were run on any of its setups, or left out there on purpose
     * @param withSeries those of them of which runs in the shown setup keep a series: there is something to see inside
     * @param standing where the shown setup stands among its kind, by group
     */
    record ModelProfile(
            ModelView model,
            List<SetupLine> setups,
            @Nullable Long shown,
            List<SuiteView> suites,
            List<Long> withSeries,
            List<GroupStrip> standing,
            List<ClaimView> claims,
            List<SpecView> specification,
            long runs,
            List<EvidenceView> evidence,
            List<EventView> history) {}

    /** A setup, how many runs it has, and what its change did to each group of tests. */
    record SetupLine(SetupView setup, long runs, List<EffectView> effects) {}

    /**
     * What a change did to a group: the geometric mean of the ratios over the tests both setups have.
     *
     * @param change ratio minus one; the base is the setup before
     * @param low lower end of the 95 % interval; absent where the noise is unknown
     * @param tests how many both have
     */
    record EffectView(
            TestGroup group,
            double change,
            @Nullable Double low,
            @Nullable Double high,
            int tests) {}

    /**
     * Where a setup stands in a group.
     *
     * @param pool the indexes of the pool; of many one at each place that a strip can show
     * @param scores how many there are in all
     * @param median of all
     */
    record GroupStrip(GroupPlaceView place, List<PoolIndex> pool, int scores, double median) {}

    record PoolIndex(long setupId, String label, double index) {}

    /**
     * A claim beside what was measured.
     *
     * @param share measured as a share of what is claimed; absent if nothing was measured
     * @param gap why nothing is there
     */
    record ClaimView(
            String suite,
            String metric,
            String name,
            String unit,
            Direction better,
            String text,
            double claimed,
            @Nullable Double measured,
            int decimals,
            @Nullable Double share,
            @Nullable String gap,
            @Nullable String note) {}

    /** A line of the specification in words, and what the shown setup has there. */
    record SpecView(
            String key,
            String words,
            String value,
            String unit,
            @Nullable String found) {}

    /** Every device that bears a value of a fact. */
    record FactProfile(String key, String words, String value, boolean part, List<BearerView> bearers) {}

    /** A setup that bears it, its runs, and where it stands in each group among all kinds. */
    record BearerView(SetupLabel setup, long runs, List<GroupPlaceView> places) {}

    /** A value by which devices are gathered. */
    record PartView(String key, String words, String value, long setups) {}

    /**
     * What is known about a suite.
     *
     * @param runs by state: done, failed, set aside
     * @param minutes that runs took, by kind of device
     */
    record SuiteProfile(SuiteView suite, List<MetricProfile> metrics, List<KindMinutes> minutes) {}

    /**
     * What is known about a metric.
     *
     * @param noise run-to-run standard deviation as a share of a reading; absent where unknown
     * @param noiseDof readings behind it beyond the first of each setup
     */
    record MetricProfile(
            String metric,
            int setups,
            @Nullable Double noise,
            double noiseDof,
            @Nullable Double lowest,
            @Nullable Double median,
            @Nullable Double highest) {}

    record KindMinutes(DeviceKind kind, double minutes) {}
}
