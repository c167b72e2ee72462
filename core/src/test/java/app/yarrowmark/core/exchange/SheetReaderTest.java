package app.yarrowmark.core.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.junit.jupiter.api.Assertions.assertTimeout;

import app.yarrowmark.core.suite.Direction;
import app.yarrowmark.core.suite.KnownFault;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.core.suite.Reducer;
import app.yarrowmark.core.suite.SuiteSheet;
import app.yarrowmark.core.suite.TestGroup;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.function.UnaryOperator;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.From;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.constraints.Size;
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
        assertThat(sheet.headlineMetric().key()).isEqualTo("total");
        assertThat(sheet.ranked()).extracting(Metric::key).containsExactly("weave", "wait");
    }

    @Test
    void ownSuitesReadAndComputeTheirTotals() {
        OwnSuites.all().values().stream().filter(s -> s.group().isSpeed()).forEach(sheet -> {
            assertThat(sheet.headlineMetric().isTotal()).as(sheet.name()).isTrue();
            assertThat(sheet.ranked()).as(sheet.name()).isNotEmpty();
        });
        OwnSuites.all()
                .keySet()
                .forEach(name -> assertThat(
                                SheetReader.check(OwnSuites.text(name)).problems())
                        .as(name)
                        .isEmpty());
        Metric total = OwnSuites.sheet("petal").headlineMetric();
        assertThat(total.formula()
                        .orElseThrow()
                        .evaluate(Map.of(
                                "shading",
                                120.0,
                                "instances",
                                30.0,
                                "streaming",
                                60.0,
                                "particles",
                                60.0,
                                "layers",
                                60.0)))
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

    @Test
    void everyFaultIsFoundWithLineAndColumn() {
        String text = """
                key: webspan
                version: "1"
                name: Webspan
                group: browser
                metrics:
                  - {key: open, name: Open, unit: msek, beter: lower}
                  - key: total
                    name: Total
                    unit: "{point}"
                    formula: 1000 / opn
                faults:
                  - {metric: opened, note: broken, from: March}
                """;
        assertThat(SheetReader.check(text).problems())
                .extracting(SheetProblem::toString)
                .satisfiesExactly(
                        p -> assertThat(p).startsWith("line 6, column 35: metrics[0].unit: \"msek\" is no unit"),
                        p -> assertThat(p)
                                .startsWith("line 6, column 41: there is no field \"beter\" here; known are key,"),
                        p -> assertThat(p).startsWith("line 10, column 14: the formula of total uses [opn]"),
                        p -> assertThat(p).startsWith("line 12, column 14: there is no metric opened"),
                        p -> assertThat(p).startsWith("line 12, column 42: faults[0].from must be a day"));
        assertThat(SheetReader.check(text.replace("1000 / opn", "1000 / (open")).problems())
                .anyMatch(p -> p.line() == 10 && p.column() == 26 && p.message().contains("expected \")\""));
    }

    @Test
    void totalsOfUnlikeUnitsLookOddAndAreReadAllTheSame() {
        SheetReader.Result odd = SheetReader.check(SHEET.replace("formula: weave / wait", "formula: weave + wait"));
        assertThat(odd.sheet()).isPresent();
        assertThat(odd.problems())
                .extracting(SheetProblem::message)
                .containsExactly("the formula of total adds {point} and s");
        assertThat(SheetReader.check(SHEET.replace("formula: weave / wait", "formula: \"mean(wait, 2*wait)\""))
                        .problems())
                .extracting(SheetProblem::message)
                .containsExactly("the formula of total comes out in s, and the metric is in {point}");
    }

    @Test
    void laddersChecksFaultsStepsAndSeriesAreRead() {
        SuiteSheet sheet = SheetReader.read("""
                key: film
                version: "2"
                name: Film
                group: playback
                compares_with: ["1"]
                unrounded_totals: true
                metrics:
                  - {key: held, name: Held, scale: ladder, rungs: [720 lines, 1080 lines], aliases: [resolution]}
                  - {key: smooth, name: Smooth, unit: "{frame}/s", group: graphics, from: {series: frames, reduce: low1}}
                  - {key: total, name: Total, unit: "{frame}/s", formula: 2 * smooth}
                steps:
                  - {name: Second half, before: restart the device, minutes: 4, metrics: [smooth]}
                faults:
                  - {metric: smooth, where: {system.name: Skerry Linux 4.1, browser.name: "< Wick 115"}, from: 2026-03-01, note: drawn twice}
                """);

        assertThat(sheet.comparesWith()).containsExactly("1");
        assertThat(sheet.metric("held").orElseThrow().rungs()).containsExactly("720 lines", "1080 lines");
        assertThat(sheet.groupOf(sheet.metric("smooth").orElseThrow())).isEqualTo(TestGroup.GRAPHICS);
        assertThat(sheet.metric("smooth").orElseThrow().reducer()).contains(new Reducer("frames", Reducer.Way.LOW1));
        assertThat(sheet.steps().get(0).before()).isEqualTo("restart the device");
        assertThat(sheet.faults().get(0).where())
                .containsExactly(
                        new KnownFault.FactCondition("system.name", KnownFault.Comparison.IS, "Skerry Linux 4.1"),
                        new KnownFault.FactCondition("browser.name", KnownFault.Comparison.BELOW, "Wick 115"));
        assertThat(sheet.faults().get(0).covers("2026-02-28")).isFalse();
        assertThat(sheet.faults().get(0).covers("2026-03-01")).isTrue();
        assertThat(sheet.touchedBy("smooth")).containsExactly("smooth", "total");
        assertThat(sheet.touchedBy("held")).containsExactly("held");
    }

    @Test
    void whatOnlyHelpsToReadMayChangeWithinAVersionButNotTheMeaning() {
        SuiteSheet sheet = SheetReader.read(SHEET);
        assertThat(SheetReader.read(SHEET + "minutes: 9").meansTheSameAs(sheet)).isTrue();
        assertThat(SheetReader.read(SHEET.replace("unit: s", "unit: ms")).meansTheSameAs(sheet))
                .isFalse();
        assertThat(SheetReader.read(SHEET.replace("threads: all", "threads: one"))
                        .meansTheSameAs(sheet))
                .isFalse();
    }

    @Test
    void jsonIsReadToo() {
        assertThat(SheetReader.read("{\"key\":\"a\",\"version\":\"1\",\"name\":\"A\",\"group\":\"memory\","
                                + "\"metrics\":[{\"key\":\"m\",\"name\":\"M\",\"unit\":\"MB/s\"}]}")
                        .id())
                .hasToString("a 1");
    }

    /** Sheets cut off, doubled and scrambled: always an answer. */
    @Property
    void noTextCrashesTheReader(@ForAll @Size(4) List<@From("damage") UnaryOperator<String>> damage) {
        String text = SHEET;
        for (UnaryOperator<String> one : damage) {
            text = one.apply(text);
        }
        SheetReader.Result result = SheetReader.check(text);
        assertThat(result.sheet().isPresent())
                .isEqualTo(result.problems().stream().noneMatch(SheetProblem::fatal));
    }

    /** Puts something in, or takes something away, anywhere. */
    @Provide
    Arbitrary<UnaryOperator<String>> damage() {
        Arbitrary<Double> where = Arbitraries.doubles().between(0, 1);
        Arbitrary<UnaryOperator<String>> put = Combinators.combine(
                        where, Arbitraries.of("key: []{}\"'&*!|>-#%@`,\n\t 0 metrics".split("")))
                .as((at, piece) -> text -> new StringBuilder(text)
                        .insert((int) (at * text.length()), piece)
                        .toString());
        Arbitrary<UnaryOperator<String>> take = Combinators.combine(
                        where, Arbitraries.integers().between(1, 32))
                .as((at, length) -> text -> {
                    int from = (int) (at * text.length());
                    return text.substring(0, from) + text.substring(Math.min(text.length(), from + length));
                });
        return Arbitraries.oneOf(put, take);
    }

    @Test
    void whatIsMadeToTakeLongDoesNot() {
        assertTimeout(Duration.ofSeconds(20), () -> {
            assertThat(SheetReader.check("a: ".repeat(50_000)).problems()).isNotEmpty();
            assertThat(SheetReader.check("[".repeat(100_000)).problems()).isNotEmpty();
            assertThat(SheetReader.check("a: &a [x,x]\nb: &b [*a,*a]\nc: [*b,*b]")
                            .problems())
                    .isNotEmpty();
        });
    }

    private static void refused(String text, String message) {
        assertThatThrownBy(() -> SheetReader.read(text))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining(message);
    }
}
