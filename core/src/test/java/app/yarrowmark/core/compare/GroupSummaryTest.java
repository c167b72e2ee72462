package app.yarrowmark.core.compare;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.yarrowmark.core.Golden;
import app.yarrowmark.core.rank.SplitMix;
import app.yarrowmark.core.score.ErrorParts;
import com.fasterxml.jackson.databind.JsonNode;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class GroupSummaryTest {

    private static final JsonNode IN = Golden.read("C2_group_suites").get("inputs");
    private static final JsonNode EXPECTED = Golden.read("C2_group_suites").get("expected");

    private static GroupSummary.Test test(double log, double error, double dof, double weight) {
        return new GroupSummary.Test(new Advantage(log, ErrorParts.of(error, dof), .01, 0, 1), weight, "kite");
    }

    private static List<GroupSummary.Test> worked(int count, double... weights) {
        List<GroupSummary.Test> tests = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            ErrorParts error = new ErrorParts(
                    IN.get("within").get(i).asDouble(), 9, IN.get("day").get(i).asDouble(), 8, 0);
            tests.add(new GroupSummary.Test(
                    new Advantage(IN.get("log_ratio").get(i).asDouble(), error, .01, 0, 1),
                    weights.length == 0 ? 1 : weights[i],
                    IN.get("suite").get(i).asText()));
        }
        return tests;
    }

    private static void check(GroupSummary group, String name) {
        JsonNode expected = EXPECTED.get(name);
        Golden.assertSame("G", group.times(), expected.get("G"));
        Golden.assertSame("se", group.ofTheseTests().orElseThrow().standardError(), expected.get("se_these"));
        GroupSummary.Spread kind = group.ofThisKind().orElseThrow().spread();
        Golden.assertSame("se of the kind", kind.standardError(), expected.get("se_kind"));
        Golden.assertSame("dof of the kind", kind.dof(), expected.get("dof_kind"));
        Golden.assertSame("low", group.low(kind), expected.get("lo"));
        Golden.assertSame("high", group.high(kind), expected.get("hi"));
        for (int i = 0; i < group.influences().size(); i++) {
            Golden.assertSame(
                    "test " + i,
                    group.influences().get(i).share(),
                    expected.get("influence_test").get(i));
        }
        for (int k = 0; k < group.suites().size() && group.suites().size() > 1; k++) {
            GroupSummary.SuiteMean suite = group.suites().get(k);
            assertThat(suite.suite()).isEqualTo(expected.get("suites").get(k).asText());
            Golden.assertSame(
                    "ratio", Math.exp(suite.log()), expected.get("suite_ratio").get(k));
            Golden.assertSame(
                    "suite " + k,
                    suite.influence().share(),
                    expected.get("influence_suite").get(k));
        }
    }

    @Test
    void agreesWithTheWorkedExamples() {
        check(GroupSummary.of(worked(9)), "kappa_1");
        check(GroupSummary.of(worked(9), .5), "kappa_half");
        double[] bySuite = {.25, .25, .25, .25, 1 / 3.0, 1 / 3.0, 1 / 3.0, .5, .5};
        check(GroupSummary.of(worked(9, bySuite)), "each_suite_one_vote");
        check(GroupSummary.of(worked(4)), "one_suite_only");
    }

    @Test
    void saysHowFarItRestsOnTheSuitesThereAre() {
        assertThat(GroupSummary.of(worked(4)).ofThisKind().orElseThrow().basis())
                .isEqualTo(GroupSummary.Kind.Basis.ONE_SUITE);
        assertThat(GroupSummary.of(worked(9)).ofThisKind().orElseThrow().basis())
                .isEqualTo(GroupSummary.Kind.Basis.FEW_SUITES);
        List<GroupSummary.Test> four = new ArrayList<>(worked(9));
        for (int i = 0; i < 4; i++) {
            four.add(new GroupSummary.Test(worked(1).get(0).advantage(), 1, "tern"));
        }
        assertThat(GroupSummary.of(four).ofThisKind().orElseThrow().basis()).isEqualTo(GroupSummary.Kind.Basis.SUITES);
    }

    @Test
    void namesTheTestAndTheSuiteThatMoveItMost() {
        assertThat(GroupSummary.of(worked(9)).mostInfluential()).contains(6);
        assertThat(GroupSummary.of(worked(9)).mostInfluentialSuite()).contains(0);
        assertThat(GroupSummary.of(worked(4)).mostInfluentialSuite())
                .as("there is no other")
                .isEmpty();
    }

    @Test
    void saysWhereOneTestTurnsTheSign() {
        GroupSummary group = GroupSummary.of(List.of(test(.5, .01, 9, 1), test(-.1, .01, 9, 1), test(-.1, .01, 9, 1)));

        assertThat(group.influences().get(0).turns()).isTrue();
        assertThat(group.influences().get(1).turns()).isFalse();
        assertThat(group.verdict(.01)).contains(Verdict.AHEAD);
    }

    @Test
    void tooFewTestsSayNothingOfTheKindOfWork() {
        List<GroupSummary.Test> two = List.of(worked(1).get(0), worked(9).get(8));
        assertThat(GroupSummary.of(two).ofThisKind()).isEmpty();
        assertThat(EXPECTED.get("two_tests_only").has("se_kind")).isFalse();
        List<GroupSummary.Test> threeInTwo =
                List.of(worked(1).get(0), worked(2).get(1), worked(9).get(8));
        assertThat(GroupSummary.of(threeInTwo).ofThisKind())
                .as("one test beyond the suites")
                .isEmpty();
        assertThat(GroupSummary.of(worked(3)).ofThisKind()).isPresent();
    }

    @Test
    void oneTestIsItsOwnMean() {
        GroupSummary one = GroupSummary.of(worked(1));

        assertThat(one.log()).isCloseTo(.12, within(1e-12));
        assertThat(one.mostInfluential()).isEmpty();
        assertThatThrownBy(() -> GroupSummary.of(List.of())).hasMessageContaining("at least one test");
    }

    @Test
    void oneTestOfUnknownNoiseLeavesTheMeanWithoutInterval() {
        GroupSummary group = GroupSummary.of(List.of(test(.1, .01, 9, 1), test(.1, 0, 0, 1)));

        assertThat(group.ofTheseTests()).isEmpty();
        assertThat(group.verdict(.01)).isEmpty();
    }

    @Test
    void doesNotDependOnTheOrderOfTests() {
        List<GroupSummary.Test> turned = new ArrayList<>(worked(9));
        Collections.reverse(turned);

        assertThat(GroupSummary.of(turned).log())
                .isCloseTo(GroupSummary.of(worked(9)).log(), within(1e-15));
    }

    /**
     * Other suites of the same kind fall where the wider interval says, whatever suites the tests lie in, and not where the
     * narrower one does.
     */
    @ParameterizedTest
    @CsvSource({"6 6 6 6, .91, .97", "17 1 1 1, .95, 1", "12, .95, 1", "1 1 1 1 1 1 1 1, .93, .97"})
    void theTwoIntervalsKeepTheirOwnPromises(String suites, double fewest, double most) {
        SplitMix random = new SplitMix(9);
        int kind = 0;
        int these = 0;
        int tries = 1000;
        for (int t = 0; t < tries; t++) {
            List<GroupSummary.Test> tests = new ArrayList<>();
            for (String size : suites.split(" ")) {
                double taste = .08 * random.gaussian();
                String name = "suite " + tests.size();
                for (int i = 0; i < Integer.parseInt(size); i++) {
                    double log = taste + .05 * random.gaussian() + .01 * random.gaussian();
                    tests.add(new GroupSummary.Test(new Advantage(log, ErrorParts.of(.01, 12), .01, 0, 1), 1, name));
                }
            }
            GroupSummary group = GroupSummary.of(tests);
            kind += covers(group, group.ofThisKind().orElseThrow().spread()) ? 1 : 0;
            these += covers(group, group.ofTheseTests().orElseThrow()) ? 1 : 0;
        }
        assertThat((double) kind / tries).isBetween(fewest, most);
        assertThat((double) these / tries).isLessThan(.5);
    }

    private static boolean covers(GroupSummary group, GroupSummary.Spread spread) {
        return group.low(spread) < 1 && group.high(spread) > 1;
    }
}
