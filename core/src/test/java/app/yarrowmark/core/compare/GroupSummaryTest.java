package app.yarrowmark.core.compare;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.yarrowmark.core.Golden;
import app.yarrowmark.core.rank.SplitMix;
import com.fasterxml.jackson.databind.JsonNode;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import org.junit.jupiter.api.Test;

class GroupSummaryTest {

    private static final JsonNode IN = Golden.read("C_category").get("inputs");
    private static final JsonNode EXPECTED = Golden.read("C_category").get("expected");

    private static List<GroupSummary.Test> tests() {
        List<GroupSummary.Test> tests = new ArrayList<>();
        for (int i = 0; i < IN.get("ratio").size(); i++) {
            tests.add(test(
                    Math.log(IN.get("ratio").get(i).asDouble()),
                    IN.get("se").get(i).asDouble(),
                    IN.get("dof").get(i).asDouble(),
                    IN.get("weight").get(i).asDouble()));
        }
        return tests;
    }

    private static GroupSummary.Test test(double log, double error, double dof, double weight) {
        return new GroupSummary.Test(new Advantage(log, error, dof, .01, 0), weight);
    }

    @Test
    void agreesWithTheWorkedExample() {
        GroupSummary group = GroupSummary.of(tests());

        Golden.assertSame("G", group.times(), EXPECTED.get("G"));
        GroupSummary.Spread these = group.ofTheseTests().orElseThrow();
        Golden.assertSame("se", these.standardError(), EXPECTED.get("se_measurement"));
        Golden.assertSame("dof", these.dof(), EXPECTED.get("dof_measurement"));
        Golden.assertSame(
                "low", group.low(these), EXPECTED.get("ci95_measurement").get(0));
        Golden.assertSame(
                "high", group.high(these), EXPECTED.get("ci95_measurement").get(1));
        GroupSummary.Spread kind = group.ofThisKind().orElseThrow();
        Golden.assertSame("se", kind.standardError(), EXPECTED.get("se_test_to_test"));
        Golden.assertSame("dof", kind.dof(), EXPECTED.get("dof_test_to_test"));
        Golden.assertSame(
                "low", group.low(kind), EXPECTED.get("ci95_test_to_test").get(0));
        Golden.assertSame(
                "high", group.high(kind), EXPECTED.get("ci95_test_to_test").get(1));
    }

    @Test
    void namesWhatLeavingATestOutWouldDo() {
        GroupSummary group = GroupSummary.of(tests());

        for (int i = 0; i < IN.get("tests").size(); i++) {
            JsonNode expected =
                    EXPECTED.get("leave_one_out").get(IN.get("tests").get(i).asText());
            Golden.assertSame("without", group.influences().get(i).without(), expected.get("G_without"));
            Golden.assertSame("share", group.influences().get(i).share(), expected.get("influence"));
        }
        assertThat(group.mostInfluential()).contains(2);
    }

    @Test
    void saysWhereOneTestTurnsTheSign() {
        GroupSummary group = GroupSummary.of(List.of(test(.5, .01, 9, 1), test(-.1, .01, 9, 1), test(-.1, .01, 9, 1)));

        assertThat(group.influences().get(0).turns()).isTrue();
        assertThat(group.influences().get(1).turns()).isFalse();
        assertThat(group.verdict(.01)).contains(Verdict.AHEAD);
    }

    @Test
    void fewerThanFiveTestsSayNothingOfTheKindOfWork() {
        assertThat(GroupSummary.of(tests().subList(0, 4)).ofThisKind()).isEmpty();
    }

    @Test
    void oneTestIsItsOwnMean() {
        GroupSummary one = GroupSummary.of(tests().subList(0, 1));

        assertThat(one.times()).isCloseTo(1.12, within(1e-12));
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
        List<GroupSummary.Test> turned = new ArrayList<>(tests());
        Collections.reverse(turned);

        assertThat(GroupSummary.of(turned).log())
                .isCloseTo(GroupSummary.of(tests()).log(), within(1e-15));
    }

    /** New tests of the same kind fall where the wider interval says, and not where the narrower one does. */
    @Test
    void theTwoIntervalsKeepTheirOwnPromises() {
        SplitMix random = new SplitMix(9);
        int kind = 0;
        int these = 0;
        int tries = 1000;
        for (int t = 0; t < tries; t++) {
            List<GroupSummary.Test> tests = new ArrayList<>();
            for (int i = 0; i < 8; i++) {
                tests.add(test(.1 * random.gaussian() + .01 * random.gaussian(), .01, 12, 1));
            }
            GroupSummary group = GroupSummary.of(tests);
            kind += covers(group, group.ofThisKind().orElseThrow()) ? 1 : 0;
            these += covers(group, group.ofTheseTests().orElseThrow()) ? 1 : 0;
        }
        assertThat((double) kind / tries).isBetween(.93, .97);
        assertThat((double) these / tries).isLessThan(.5);
    }

    private static boolean covers(GroupSummary group, GroupSummary.Spread spread) {
        return group.low(spread) < 1 && group.high(spread) > 1;
    }
}
