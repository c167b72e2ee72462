package app.yarrowmark.core.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.yarrowmark.core.suite.Direction;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.core.suite.SuiteSheet;
import app.yarrowmark.core.suite.TestGroup;
import java.util.Map;
import org.junit.jupiter.api.Test;

class SheetReaderTest {

    private static final String SHEET = """
            key: kernmill
            version: "3"
            name: Kernmill
            group: processor
            settings: {threads: all}
            metrics:
              - {key: weave, name: Weave, unit: "{point}", decimals: 0}
              - {key: wait, name: Wait, unit: s, better: lower}
              - {key: total, name: Total, unit: "{point}", formula: weave / wait}
            """;

    @Test
    void readsASheet() {
        SuiteSheet sheet = SheetReader.read(SHEET);

        assertThat(sheet.id()).hasToString("kernmill 3");
        assertThat(sheet.group()).isEqualTo(TestGroup.PROCESSOR);
        assertThat(sheet.settings()).isEqualTo(Map.of("threads", "all"));
        assertThat(sheet.metric("wait").orElseThrow().better()).isEqualTo(Direction.LOWER);
        assertThat(sheet.headline().key()).isEqualTo("total");
        assertThat(sheet.ranked()).extracting(Metric::key).containsExactly("weave", "wait");
    }

    @Test
    void ownSuitesReadAndComputeTheirTotals() {
        assertThat(OwnSuites.all()).hasSize(4);
        OwnSuites.all().values().forEach(sheet -> {
            assertThat(sheet.headline().isTotal()).as(sheet.name()).isTrue();
            assertThat(sheet.ranked()).as(sheet.name()).isNotEmpty();
        });
        Metric total = OwnSuites.sheet("petal").headline();
        assertThat(total.formula().orElseThrow().evaluate(Map.of("shading", 120.0, "instances", 30.0)))
                .hasValueCloseTo(1000.0, org.assertj.core.data.Offset.offset(1e-9));
    }

    @Test
    void saysWhatIsWrongAndWhere() {
        refused(
                SHEET.replace("group: processor", "group: engine"),
                "group must be one of [processor, memory, graphics");
        refused(SHEET.replace("weave / wait", "weave / wiat"), "the formula of total uses [wiat]");
        refused(SHEET.replace("weave / wait", "weave / "), "metrics[2].formula: expected a number");
        refused(SHEET.replace("key: wait", "key: weave"), "the metric weave stands twice");
        refused(SHEET.replace("name: Weave", "title: Weave"), "metrics[0].name is missing");
        refused("key: [", "no YAML at line 1, column");
        refused("just words", "a sheet starts with fields");
        refused("key: a\nversion: '1'\nname: A\ngroup: memory", "a sheet needs at least one metric");
        refused(SHEET + "repeats: 99", "repeats must be 1 to 20, got 99");
    }

    private static void refused(String text, String message) {
        assertThatThrownBy(() -> SheetReader.read(text))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining(message);
    }
}
