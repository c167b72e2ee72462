package app.yarrowmark.core.exchange;

import static org.assertj.core.api.Assertions.assertThat;

import app.yarrowmark.core.exchange.SheetDraft.Runs;
import app.yarrowmark.core.exchange.SheetDraft.Setting;
import app.yarrowmark.core.exchange.SheetDraft.Test;
import app.yarrowmark.core.exchange.SheetDraft.Total;
import app.yarrowmark.core.exchange.SheetDraft.Way;
import app.yarrowmark.core.suite.Direction;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.core.suite.Scale;
import app.yarrowmark.core.suite.SuiteSheet;
import app.yarrowmark.core.suite.TestGroup;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.NotBlank;
import net.jqwik.api.constraints.Size;
import net.jqwik.api.constraints.StringLength;
import net.jqwik.api.constraints.UniqueElements;
import org.jspecify.annotations.Nullable;

class SheetDraftTest {

    private static SheetDraft draft(List<Test> tests, @Nullable Total total) {
        return new SheetDraft(
                null,
                "Millround",
                "2.0+",
                "",
                TestGroup.PROCESSOR,
                tests,
                total,
                null,
                List.of(new Setting("threads", "all")),
                new Runs(3, 12.5, null, null),
                List.of("Plugged in"),
                null,
                null,
                null,
                null);
    }

    private static Test test(String name, String unit, Scale scale, Direction better, List<String> rungs) {
        return new Test(null, name, unit, scale, better, 0, true, rungs, null, null, null, null, null);
    }

    private static Test weighted(String name, double weight) {
        return new Test(
                null,
                name,
                "points",
                Scale.RATIO,
                Direction.HIGHER,
                0,
                true,
                List.of(),
                weight,
                null,
                null,
                null,
                null);
    }

    private static Test test(String name, String unit) {
        return test(name, unit, Scale.RATIO, Direction.LOWER, List.of());
    }

    @org.junit.jupiter.api.Test
    void everydayWordsBecomeASheet() {
        SuiteSheet sheet = SheetReader.read(draft(
                        List.of(
                                test("Pack, 2 GB", "minutes as m:ss"),
                                test("Film", "", Scale.CHECK, Direction.HIGHER, List.of()),
                                test("Height", "", Scale.LADDER, Direction.HIGHER, List.of("480", "1080"))),
                        new Total("Millround points", Way.TYPED, "points", Direction.HIGHER, 0, null))
                .text());
        assertThat(sheet.id()).hasToString("millround 2.0+");
        assertThat(sheet.metrics()).extracting(Metric::key).containsExactly("pack_2_gb", "film", "height", "total");
        assertThat(sheet.metrics().get(0).unit()).isEqualTo("s{m:ss}");
        assertThat(sheet.headlineMetric().name()).isEqualTo("Millround points");
        // Typed from the screen, it does not count beside its parts.
        assertThat(sheet.ranked()).extracting(Metric::key).containsExactly("pack_2_gb");
        assertThat(sheet.schedule().minutes()).isEqualTo(12.5);
    }

    @org.junit.jupiter.api.Test
    void aComputedTotalFollowsFromItsParts() {
        SuiteSheet sheet = SheetReader.read(draft(
                        List.of(test("One", "points"), test("Two", "points")),
                        new Total("", Way.GEOMEAN, "points", Direction.HIGHER, 1, null))
                .text());
        assertThat(sheet.headlineMetric().formula().orElseThrow().keys()).containsExactlyInAnyOrder("one", "two");
    }

    @org.junit.jupiter.api.Test
    void aTotalHasWeightsAndAFormulaHasNames() {
        List<Test> tests = List.of(weighted("Pack, 2 GB", 3), weighted("Film", 1), weighted("Idle", 0));
        SuiteSheet mean = SheetReader.read(draft(tests, new Total("All", Way.MEAN, "points", Direction.HIGHER, 0, null))
                .text());
        assertThat(mean.headlineMetric().formula().orElseThrow()).hasToString("mean(3*pack_2_gb, film)");
        SuiteSheet formula = SheetReader.read(draft(
                        tests,
                        new Total(
                                "All", Way.FORMULA, "points", Direction.HIGHER, 0, "1000 * \"Pack, 2 GB\" / \"Film\""))
                .text());
        assertThat(formula.headlineMetric().formula().orElseThrow()).hasToString("1000 * pack_2_gb / film");
    }

    private static final String WHOLE = """
            key: quarry
            version: "4"
            name: Quarry
            about: Cuts stone.
            compares_with: ["3"]
            group: storage
            repeats: 2
            warmups: 1
            minutes: 7.5
            rest_seconds: 30
            conditions: [Plugged in]
            settings: {file: 512 MiB}
            metrics:
              - {key: read, name: Read, unit: MB/s, decimals: 1, from: {series: read, reduce: max, along: size}, aliases: [lesen]}
              - {key: write, name: Write, unit: MB/s, decimals: 0, from: {series: write, reduce: level}}
              - {key: cut.one, name: Cut, unit: "s{m:ss}", better: lower, decimals: 0, group: processor}
              - {key: cut.two, name: Cut, unit: s, better: lower, decimals: 0, counts: false}
              - {key: held, name: Film, scale: ladder, rungs: [720, 1080]}
              - {key: half, name: Half, unit: MB/s, formula: "mean(2*read, write)"}
              - {key: whole, name: Whole, unit: MB/s, formula: half + read}
            steps:
              - {name: first, before: close the lid, minutes: 2, metrics: [read, write]}
            faults:
              - {metric: read, where: {system.version: "< 7.4", board: Heron 3}, from: 2026-01-01, note: reads too fast}
            headline: half
            unrounded_totals: true
            """;

    /** A sheet that is opened in the grid and kept without a change is the same sheet. */
    @org.junit.jupiter.api.Test
    void aSheetComesBackFromTheGridAsItWas() {
        SuiteSheet sheet = SheetReader.read(WHOLE);
        assertThat(SheetReader.read(SheetDraft.of(sheet).text())).isEqualTo(sheet);
        assertThat(SheetDraft.of(sheet).tests().get(6).formula()).isEqualTo("\"Half\" + \"Read\"");
    }

    @org.junit.jupiter.api.Test
    void oursComeBackTooButForWhereTheyRun() {
        for (SuiteSheet own : OwnSuites.all().values()) {
            SuiteSheet again = SheetReader.read(SheetDraft.of(own).text());
            assertThat(again.metrics()).isEqualTo(own.metrics());
            assertThat(again.meansTheSameAs(own)).isTrue();
        }
    }

    /** Whatever tests are called, the sheet can be read and has them by their names. */
    @Property(tries = 200)
    void anyNamesGiveASheet(
            @ForAll @Size(min = 1, max = 6) @UniqueElements
                    List<@NotBlank @StringLength(min = 1, max = 30) String> names) {
        List<String> clean = names.stream()
                .map(n -> n.replaceAll("[^\\p{Print}]", "x").strip())
                .toList();
        net.jqwik.api.Assume.that(clean.stream().noneMatch(String::isEmpty));
        SuiteSheet sheet = SheetReader.read(draft(
                        clean.stream().map(n -> test(n, "s")).toList(),
                        new Total("", Way.SUM, "s", Direction.LOWER, 0, null))
                .text());
        assertThat(sheet.metrics()).extracting(Metric::name).startsWith(clean.toArray(String[]::new));
    }
}
