package app.yarrowmark.server.follow;

import app.yarrowmark.core.compare.Basis;
import app.yarrowmark.core.compare.Verdict;
import app.yarrowmark.core.follow.Step;
import app.yarrowmark.core.follow.Stretch;
import app.yarrowmark.core.suite.TestGroup;
import app.yarrowmark.server.catalogue.DeviceKind;
import app.yarrowmark.server.subjects.FactDifference;
import app.yarrowmark.server.subjects.MovementView;
import app.yarrowmark.server.subjects.TestView;
import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import com.fasterxml.jackson.annotation.JsonUnwrapped;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Setups of one unit along one factor, with every test as a series.
 *
 * @param threshold smallest change that matters, as a share
 * @param factor key of the fact that moves; absent where the line is by time alone
 * @param words the factor in words
 * @param factors everything that moves along these setups, what moves most first
 * @param together versions at which tests moved
 * @param once suites of which tests were run in one version only, and so say nothing here
 */
record LineView(
        long revision,
        double threshold,
        Basis basis,
        long modelId,
        String model,
        String unit,
        DeviceKind kind,
        @Nullable String factor,
        String words,
        Order order,
        List<Factor> factors,
        List<Version> versions,
        List<LineGroup> groups,
        List<LineTest> tests,
        List<Together> together,
        List<Once> once) {

    /** A suite, and how many of its tests were run in one version only. */
    record Once(String suite, int tests) {}

    /** What versions are ordered by. */
    enum Order {
        /** By the number of the version, or the value of the factor. */
        VERSION,
        /** By the day of the first run. */
        DATE
    }

    /** A fact that moves along the line, and how many values it takes. */
    record Factor(String key, String words, int values) {}

    /**
     * A setup of the line.
     *
     * @param label value of the factor, or the setup's name where there is none
     * @param firstRun absent if nothing counts
     * @param changes what is not as in the version before, the factor left out
     * @param note of a person, what might explain something
     */
    record Version(
            long setupId,
            String name,
            String label,
            @Nullable Instant firstRun,
            boolean tuned,
            List<FactDifference> changes,
            @Nullable String note) {}

    /** A group of tests: the mean of those that both the version and the first have. */
    record LineGroup(TestGroup group, List<GroupPoint> points) {}

    /**
     * What a group comes to in a version, the first being 100.
     *
     * @param index absent without a common test
     * @param low end of the 95 % interval on these tests; absent where it is not known
     * @param tests in the mean, of how many that either has
     */
    record GroupPoint(
            @Nullable Double index,
            @Nullable Double low,
            @Nullable Double high,
            int tests,
            int of) {}

    /**
     * One test along the line.
     *
     * @param cells one for each version
     * @param firstToLast of the versions that have it; absent for fewer than two, or where ratios mean nothing
     * @param days how far one setup moves from day to day; absent where ratios mean nothing
     */
    record LineTest(
            @JsonUnwrapped TestView test,
            List<LineCell> cells,
            List<LineStep> steps,
            List<LineStretch> stretches,
            @Nullable Change firstToLast,
            @Nullable MovementView days) {}

    /** A test in one version. */
    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
    @JsonSubTypes({
        @JsonSubTypes.Type(value = LineScore.class, name = "SCORE"),
        @JsonSubTypes.Type(value = LinePlain.class, name = "PLAIN"),
        @JsonSubTypes.Type(value = LineGap.class, name = "GAP")
    })
    sealed interface LineCell {}

    /**
     * A score, of which there are ratios.
     *
     * @param value in the metric's unit
     * @param index the first version that has it being 100, up is better
     * @param low end of the 95 % interval of this score alone; absent where the noise is unknown
     */
    record LineScore(
            double value,
            int decimals,
            int count,
            List<Double> readings,
            double index,
            @Nullable Double low,
            @Nullable Double high)
            implements LineCell {}

    /**
     * A rung, a check, or a number of which there are no ratios.
     *
     * @param words the value where digits do not say it
     */
    record LinePlain(double value, int decimals, @Nullable String words, int count, List<Double> readings)
            implements LineCell {}

    /** No score, and why. */
    record LineGap(String gap) implements LineCell {}

    /**
     * From one version to the next that has the test.
     *
     * @param times ratio turned so that more than 1 is better
     * @param chance of such a change if there were none, adjusted for looking at every step; absent where noise is unknown
     */
    record LineStep(
            int from,
            int to,
            Step.Kind kind,
            double times,
            @Nullable Double chance) {}

    /**
     * Versions between two steps.
     *
     * @param aVersion how many times as good each version is as the one before, along a straight line
     */
    record LineStretch(
            int first,
            int last,
            Stretch.Name name,
            @Nullable Integer shiftFrom,
            double aVersion) {}

    /**
     * A change with its interval, 95 % at the first look.
     *
     * @param times ratio turned so that more than 1 is better
     * @param shown in the basis asked for; absent where that means nothing here
     * @param amount whether {@code shown} is how much more there is of what less is better of
     * @param look which time the two are held against each other; the interval of a later look is wider
     * @param confidence of the interval: 0.95 at the first look
     */
    record Change(
            double times,
            @Nullable Double low,
            @Nullable Double high,
            @Nullable Double shown,
            @Nullable Double shownLow,
            @Nullable Double shownHigh,
            boolean amount,
            @Nullable Verdict verdict,
            int look,
            double confidence) {}

    /** What moved at one version; names of tests, and what else changed there that can touch them. */
    record Together(int version, List<String> up, List<String> down, List<FactDifference> changes) {}

    /**
     * A unit that has several setups.
     *
     * @param versions in its longest line
     * @param lastSetup at the end of that line
     */
    record UnitLine(
            long modelId, String model, DeviceKind kind, String unit, int setups, int versions, long lastSetup) {}
}
