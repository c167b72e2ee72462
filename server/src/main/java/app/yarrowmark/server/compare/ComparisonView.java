package app.yarrowmark.server.compare;

import app.yarrowmark.core.compare.Basis;
import app.yarrowmark.core.compare.GroupSummary;
import app.yarrowmark.core.compare.Verdict;
import app.yarrowmark.core.compare.WouldDecide;
import app.yarrowmark.core.suite.TestGroup;
import app.yarrowmark.server.api.NineDigits;
import app.yarrowmark.server.subjects.FactDifference;
import app.yarrowmark.server.subjects.MovementView;
import app.yarrowmark.server.subjects.SubjectView;
import app.yarrowmark.server.subjects.TestView;
import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import com.fasterxml.jackson.annotation.JsonUnwrapped;
import com.fasterxml.jackson.databind.annotation.JsonSerialize;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Subjects against a reference.
 *
 * @param threshold smallest difference that matters, as a share
 * @param subjects in the order asked for
 * @param reference number of the subject all others are held against
 * @param differs facts that are not as in the reference
 * @param together what all tests come to, one for each subject but the reference; empty where they are of one group
 * @param groups of tests that any of them has
 * @param cross absent unless they are four setups along two facts
 * @param apart what both sides have and yet does not compare
 * @param ticks for an axis of ratios: round differences in the basis, or gains where the basis has no ratio
 */
record ComparisonView(
        long revision,
        double threshold,
        Basis basis,
        List<SubjectView> subjects,
        int reference,
        List<FactDifference> differs,
        List<ComparedSummary> together,
        List<ComparedGroup> groups,
        @Nullable ComparedCross cross,
        List<Obstacle> apart,
        List<AxisTick> ticks) {

    /** A round number of the axis, and the ratio it stands for. */
    record AxisTick(double times, double shown) {}

    /**
     * A group of tests.
     *
     * @param summaries one for each subject but the reference, in order
     */
    record ComparedGroup(TestGroup group, List<ComparedSummary> summaries, List<ComparedTest> tests) {}

    /**
     * What tests come to for one subject.
     *
     * @param tests how many the mean is over; of how many that either side has
     * @param mean of the ratios; absent without a common test
     * @param anyTests the mean with the wider interval, for this kind of work; absent where too little is known of it
     * @param anyTestsBasis how far that rests on how these suites differ
     * @param suitesLearnedFrom setups that told how suites differ; absent where that is assumed
     * @param unknown tests whose noise is unknown
     * @param readAhead how many of those are ahead as read, by what matters
     * @param readBehind how many of those are behind as read
     * @param suites what the tests of each suite come to
     * @param leaning the test that moves the mean most; absent for fewer than two
     * @param leaningSuite the suite that does; absent for fewer than two
     * @param caveats names of facts that differ unmeant and can touch the group
     */
    record ComparedSummary(
            int subject,
            int tests,
            int of,
            @Nullable Difference mean,
            @Nullable Difference anyTests,
            GroupSummary.Kind.@Nullable Basis anyTestsBasis,
            @Nullable Integer suitesLearnedFrom,
            int ahead,
            int behind,
            int even,
            int undecided,
            int unknown,
            int readAhead,
            int readBehind,
            List<SuiteMean> suites,
            @Nullable Leaning leaning,
            @Nullable LeaningSuite leaningSuite,
            List<String> caveats) {}

    /** What the tests of one suite come to; all its versions and settings are one. */
    record SuiteMean(String suite, int tests, Difference mean) {}

    /** The suite that moves a mean most, what the mean would be without it, and whether that is on the other side. */
    record LeaningSuite(String suite, Difference without, boolean turns) {}

    /** The test that moves a mean most, what the mean would be without it, and whether that is on the other side. */
    record Leaning(long suiteId, String metric, Difference without, boolean turns) {}

    /**
     * A difference with its interval.
     *
     * @param times ratio turned so that more than 1 is ahead
     * @param low lower end of the interval of {@code times}, 95 % at the first look; absent where the noise is unknown
     * @param shown the difference in the basis asked for; absent where that basis means nothing here
     * @param amount whether {@code shown} is how much more there is of what less is better of, such as watts drawn
     * @param verdict absent where the noise is unknown
     * @param counted what it comes to in a count of all tests shown; absent for a mean, and where the noise is unknown
     * @param look which time the two are held against each other; the interval of a later look is wider
     * @param confidence of the interval: 0.95 at the first look
     * @param more what would decide it; only where it is undecided
     */
    record Difference(
            @JsonSerialize(using = NineDigits.class) double times,

            @JsonSerialize(using = NineDigits.class) @Nullable
            Double low,

            @JsonSerialize(using = NineDigits.class) @Nullable
            Double high,

            @JsonSerialize(using = NineDigits.class) @Nullable
            Double shown,

            @JsonSerialize(using = NineDigits.class) @Nullable
            Double shownLow,

            @JsonSerialize(using = NineDigits.class) @Nullable
            Double shownHigh,

            boolean amount,
            @Nullable Verdict verdict,
            @Nullable Verdict counted,
            int look,
            double confidence,
            @Nullable Deciding more) {}

    /**
     * About what would decide an undecided difference.
     *
     * @param days on each side, in all, of three runs each; 0 without a number
     * @param runs on each side, in all, on the day that both have; 0 where more of them cannot decide it
     * @param hasDays on the side that has fewer now
     * @param hasRuns on the side that has fewer now
     */
    record Deciding(WouldDecide.Aim aim, WouldDecide.Answer answer, int days, int runs, int hasDays, int hasRuns) {}

    /**
     * A test in every subject.
     *
     * @param movement of one setup from day to day that was reckoned with; absent where ratios mean nothing
     */
    record ComparedTest(
            @JsonUnwrapped TestView test,
            List<ComparedCell> cells,
            @Nullable MovementView movement) {}

    /** A test in one subject. */
    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
    @JsonSubTypes({
        @JsonSubTypes.Type(value = ComparedScore.class, name = "SCORE"),
        @JsonSubTypes.Type(value = ComparedPlain.class, name = "PLAIN"),
        @JsonSubTypes.Type(value = ComparedGap.class, name = "GAP")
    })
    sealed interface ComparedCell {}

    /**
     * A score, of which there are ratios.
     *
     * @param value in the metric's unit
     * @param days on which it was read; 0 for a claim
     * @param readings behind it as they stand in the score; empty for what is not one setup
     * @param reach of the 95 % interval above the score, as a share of it; absent where the noise is unknown
     * @param from label of the setup it is from, where the subject is the best of many
     * @param difference from the reference; absent for the reference and where that has no score
     * @param sources where the change of a total came from, the largest first; none where the parts do not explain it
     * @param unexplained what of the change the parts as scored leave open, in the total's unit; absent where it is less than
     *     is shown, or nothing is known of parts
     * @param doubtful whether that is more than half of the change, so that no share is told
     */
    record ComparedScore(
            double value,
            int decimals,
            int count,
            int days,
            List<Double> readings,

            @JsonSerialize(using = NineDigits.class) @Nullable
            Double reach,

            @Nullable String from,
            @Nullable Difference difference,
            List<Source> sources,
            @Nullable Double unexplained,
            boolean doubtful)
            implements ComparedCell {}

    /**
     * A rung, a check, a number without a zero to divide by, or a text.
     *
     * @param words the value where digits do not say it
     * @param readings behind it; empty for what is not one setup
     * @param difference in the metric's unit or rungs; absent for the reference, for texts, and where that has no score
     */
    record ComparedPlain(
            double value,
            int decimals,
            @Nullable String words,
            int count,
            List<Double> readings,
            @Nullable Double difference)
            implements ComparedCell {}

    /** No score, and why. */
    record ComparedGap(String gap) implements ComparedCell {}

    /**
     * Four setups along two facts.
     *
     * @param rows what tells the rows apart, in words
     * @param cells numbers of the subjects, row by row; the reference stands first
     * @param tests by group, all together first
     */
    record ComparedCross(
            String rows,
            List<String> rowNames,
            String columns,
            List<String> columnNames,
            List<Integer> cells,
            List<CrossedTests> tests) {}

    /**
     * What tests that all four have come to.
     *
     * @param group absent for all together
     * @param columnInFirst the second column against the first, in the first row
     * @param columnInSecond the same in the second row
     * @param rowInFirst the second row against the first, in the first column
     * @param rowInSecond the same in the second column
     * @param both the second row and column against the reference
     * @param together how far both changes are ahead of what each gives by itself; even where they add
     */
    record CrossedTests(
            @Nullable TestGroup group,
            int tests,
            Difference columnInFirst,
            Difference columnInSecond,
            Difference rowInFirst,
            Difference rowInSecond,
            Difference both,
            Difference together) {}

    /** A part's share in the change of a total, in the total's unit. */
    record Source(String metric, String name, double share) {}

    /** A suite both sides have in forms that do not compare. */
    record Obstacle(int subject, String suite, int tests, String reason) {}
}
