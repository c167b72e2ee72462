package app.yarrowmark.core.compare;

import static org.assertj.core.api.Assertions.assertThat;

import app.yarrowmark.core.Golden;
import app.yarrowmark.core.rank.SplitMix;
import app.yarrowmark.core.score.ErrorParts;
import com.fasterxml.jackson.databind.JsonNode;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class ManyTestsTest {

    @Test
    void chancesAgreeWithTheWorkedExample() {
        JsonNode in = Golden.read("B2_counts").get("inputs");
        JsonNode expected = Golden.read("B2_counts").get("expected");
        double[] lead = ManyTests.adjusted(Golden.doubles(in.get("p_direction")));
        double[] even = ManyTests.adjusted(Golden.doubles(in.get("p_even")));
        for (int i = 0; i < lead.length; i++) {
            Golden.assertSame("lead " + i, lead[i], expected.get("adjusted").get(i));
            Golden.assertSame(
                    "even " + i, even[i], expected.get("adjusted_even").get(i));
        }
    }

    private static Advantage test(double log, double error) {
        return new Advantage(log, ErrorParts.of(error, 30), .01, 0, 1);
    }

    @Test
    void aLeadThatOnlyStandsAloneDoesNotCountAmongMany() {
        Advantage lead = test(.022, .01);
        assertThat(lead.verdict()).contains(Verdict.AHEAD);
        List<Advantage> shown = IntStream.range(0, 40)
                .mapToObj(i -> i == 7 ? lead : test(0, .01))
                .toList();

        assertThat(ManyTests.verdicts(shown).get(7)).contains(Verdict.UNDECIDED);
        assertThat(ManyTests.verdicts(List.of(lead))).containsExactly(Optional.of(Verdict.AHEAD));
    }

    @Test
    void whatHasNoKnownNoiseIsNoTestAmongThem() {
        Advantage unknown = new Advantage(.3, ErrorParts.of(0, 0), .01, 0, 1);
        Advantage lead = test(-.022, .01);

        assertThat(ManyTests.verdicts(List.of(unknown, lead, unknown)))
                .containsExactly(Optional.empty(), Optional.of(Verdict.BEHIND), Optional.empty());
    }

    @Test
    void unchangedTestsAreHardlyEverCounted() {
        SplitMix random = new SplitMix(19);
        int called = 0;
        for (int t = 0; t < 200; t++) {
            List<Advantage> shown = IntStream.range(0, 40)
                    .mapToObj(i -> test(.01 * random.gaussian(), .01))
                    .toList();
            called += (int) ManyTests.verdicts(shown).stream()
                    .flatMap(Optional::stream)
                    .filter(v -> v == Verdict.AHEAD || v == Verdict.BEHIND)
                    .count();
        }
        assertThat(called / 200.0).isLessThan(.15);
    }
}
