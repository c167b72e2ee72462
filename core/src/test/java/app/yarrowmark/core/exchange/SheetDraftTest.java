package app.yarrowmark.core.exchange;

import static org.assertj.core.api.Assertions.assertThat;

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
                "Millround",
                "2.0+",
                "",
                TestGroup.PROCESSOR,
                tests,
                total,
                null,
                List.of(new Setting("threads", "all")),
                3,
                12.5,
                List.of("Plugged in"));
    }

    private static Test test(String name, String unit) {
        return new Test(name, unit, Scale.RATIO, Direction.LOWER, 0, true, List.of());
    }

    @org.junit.jupiter.api.Test
    void everydayWordsBecomeASheet() {
        SuiteSheet sheet = SheetReader.read(draft(
                        List.of(
                                test("Pack, 2 GB", "minutes as m:ss"),
                                new Test("Film", "", Scale.CHECK, Direction.HIGHER, 0, true, List.of()),
                                new Test(
                                        "Height", "", Scale.LADDER, Direction.HIGHER, 0, true, List.of("480", "1080"))),
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
