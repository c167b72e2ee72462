package app.yarrowmark.core.suite;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;

class SuiteSheetTest {

    private static final SuiteId ID = new SuiteId("kernmill", "3.1-b");

    @Test
    void theHeadlineIsTheLastTotalElseTheFirstMetric() {
        assertThat(sheet(part("a"), part("b")).headlineMetric().key()).isEqualTo("a");
        assertThat(sheet(part("a"), total("t", "a"), total("u", "t"))
                        .headlineMetric()
                        .key())
                .isEqualTo("u");
    }

    @Test
    void partsAreRankedAndTotalsOnlyWhereThereIsNothingElse() {
        assertThat(sheet(part("a"), total("t", "a")).ranked())
                .extracting(Metric::key)
                .containsExactly("a");
        Metric passed = metric("passed", Scale.CHECK, Optional.empty());
        assertThat(sheet(passed, total("t", "passed")).ranked())
                .extracting(Metric::key)
                .containsExactly("t");
        assertThat(sheet(passed).ranked()).isEmpty();
    }

    @Test
    void noTotalDependsOnItselfOrOnWhatComesLater() {
        assertThatThrownBy(() -> sheet(total("t", "t"))).hasMessageContaining("the formula of t uses [t]");
        assertThatThrownBy(() -> sheet(total("t", "a"), part("a"))).hasMessageContaining("must stand before it");
    }

    @Test
    void keysVersionsAndDecimalsAreInTheirRange() {
        assertThatThrownBy(() -> new SuiteId("Kern Mill", "1")).hasMessageContaining("got \"Kern Mill\"");
        assertThatThrownBy(() -> new SuiteId("kernmill", "")).hasMessageContaining("a suite's version");
        assertThatThrownBy(() -> metric("a b", Scale.RATIO, Optional.empty())).hasMessageContaining("got \"a b\"");
        assertThatThrownBy(() -> new Metric(
                        "a",
                        "A",
                        "s",
                        Scale.RATIO,
                        Direction.LOWER,
                        7,
                        Optional.empty(),
                        List.of(),
                        Optional.empty(),
                        List.of(),
                        Optional.empty(),
                        true))
                .hasMessage("decimals must be 0 to 6, got 7");
        assertThat(ID).hasToString("kernmill 3.1-b");
    }

    @Test
    void directionTurnsTheSign() {
        assertThat(Direction.HIGHER.sign()).isEqualTo(1);
        assertThat(Direction.LOWER.sign()).isEqualTo(-1);
    }

    private static SuiteSheet sheet(Metric... metrics) {
        return new SuiteSheet(
                ID,
                "Kernmill",
                "",
                Set.of(),
                TestGroup.PROCESSOR,
                Home.TYPED,
                Map.of(),
                List.of(metrics),
                new SuiteSheet.Schedule(3, 0, 4, 0),
                List.of(),
                List.of(),
                List.of(),
                Optional.empty(),
                false);
    }

    private static Metric part(String key) {
        return metric(key, Scale.RATIO, Optional.empty());
    }

    private static Metric total(String key, String of) {
        return metric(key, Scale.RATIO, Optional.of(Formula.parse("2 * " + of)));
    }

    private static Metric metric(String key, Scale scale, Optional<Formula> formula) {
        Metric metric = Metric.of(key, "s", scale, Direction.HIGHER);
        return formula.map(metric::withFormula).orElse(metric);
    }
}
