package app.yarrowmark.core.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.tuple;
import static org.junit.jupiter.api.Assertions.assertTimeout;

import app.yarrowmark.core.score.ReadingText;
import app.yarrowmark.core.suite.SuiteSheet;
import java.time.Duration;
import java.util.Map;
import java.util.stream.Collectors;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;

class PastedTextTest {

    private static final SuiteSheet SHEET = SheetReader.read("""
            key: kernmill
            version: "3"
            name: Kernmill
            group: processor
            metrics:
              - {key: weave, name: Weave, unit: "{point}", decimals: 0}
              - {key: weave.long, name: Weave long, unit: "{point}", aliases: [Long weaving], decimals: 0}
              - {key: wait, name: Start-up wait, unit: ms, better: lower}
              - {key: speed, name: Copy, unit: MB/s}
              - {key: held, name: Film, scale: ladder, rungs: [720 lines, 1080 lines]}
              - {key: ok, name: Checksum, scale: check}
              - {key: total, name: Total, unit: "{point}", decimals: 0, formula: weave + weave.long}
            """);

    private static String read(String text) {
        StringBuilder all = new StringBuilder();
        PastedText.Result result = PastedText.read(SHEET, text);
        result.proposals()
                .forEach(p -> all.append(p.metric())
                        .append('#')
                        .append(p.repeat())
                        .append('=')
                        .append(p.text())
                        .append(p.doubt().isEmpty() ? "" : "?")
                        .append(' '));
        result.leftovers()
                .forEach(l -> all.append("| ")
                        .append(l.line())
                        .append(": ")
                        .append(l.text())
                        .append(' '));
        return all.toString().strip();
    }

    @Test
    void findsNamesNumbersAndRepeatsAndKeepsTheRest() {
        assertThat(read("""
                        Kernmill 3, finished
                        Weave ............ 1846 points
                        WEAVE LONG:        402
                        Start-up wait      61.3 ms
                        Total score        2248
                        thank you
                        """))
                .isEqualTo("weave#0=1846 weave.long#0=402 wait#0=61.3 total#0=2248"
                        + " | 1: Kernmill 3, finished | 6: thank you");
    }

    @Test
    void severalNumbersOnALineAreRepeatsAndSeveralNamesAreSeveralMetrics() {
        assertThat(read("weave\t1846\t1851\t1858")).isEqualTo("weave#0=1846 weave#1=1851 weave#2=1858");
        assertThat(read("Weave 1846, Long weaving 402")).isEqualTo("weave#0=1846 weave.long#0=402");
        assertThat(read("Weave 1846\nWeave 1851")).isEqualTo("weave#0=1846 weave#1=1851");
        assertThat(read("1846 Weave")).isEqualTo("weave#0=1846");
        assertThat(read("Weave\n  1846\nthe end")).isEqualTo("weave#0=1846 | 3: the end");
    }

    @Test
    void aFurtherNumberOnALineIsARepeatOnlyIfSomebodySaysSo() {
        assertThat(read("Copy 612.4 MB/s 156774 ops/s")).isEqualTo("speed#0=612.4");
        assertThat(read("Weave 1846 12")).isEqualTo("weave#0=1846 weave#1=12?");
        assertThat(read("Weave 1846 of 9000 at 12")).isEqualTo("weave#0=1846 weave#1=9000? weave#2=12?");
        assertThat(read("Weave|1846|12")).isEqualTo("weave#0=1846 weave#1=12");
    }

    @Test
    void aTimeIsOneNumberAndOnlyOfATestThatTakesTime() {
        assertThat(read("Start-up wait 0:01")).isEqualTo("wait#0=0:01");
        assertThat(read("10:15:01 Weave 1846")).isEqualTo("weave#0=1846");
        assertThat(read("Copy 14:20")).isEqualTo("| 1: Copy 14:20");
    }

    private static final SuiteSheet DRIVE = SheetReader.read("""
            key: siltmill
            version: "1"
            name: Siltmill
            group: storage
            metrics:
              - {key: rb, name: "Read, best case", unit: MB/s, decimals: 0}
              - {key: re, name: "Read, everyday", unit: MB/s, decimals: 0}
              - {key: wb, name: "Write, best case", unit: MB/s, decimals: 0}
              - {key: we, name: "Write, everyday", unit: MB/s, decimals: 0}
            """);

    private static final String REPORT = """
            Siltmill 1, drive 2
            == READ ==
              best case    2 210 MB/s
              everyday       260 MB/s   (63476 ops/s)
            == WRITE ==
              best case    1,480 MB/s
              everyday       140 MB/s
              worst case      12 MB/s
            """;

    private static String cells(Map<String, String> labels) {
        return PastedText.read(DRIVE, REPORT, labels).proposals().stream()
                .map(p -> p.metric() + "=" + p.text())
                .collect(Collectors.joining(" "));
    }

    @Test
    void theSameLabelUnderTwoHeadingsIsToldApartByThem() {
        assertThat(cells(Map.of())).isEqualTo("rb=2 210 re=260 wb=1480 we=140");
        assertThat(PastedText.read(DRIVE, REPORT).leftovers())
                .extracting(PastedText.Leftover::text, PastedText.Leftover::label)
                .containsExactly(
                        tuple("Siltmill 1, drive 2", "siltmill"),
                        tuple("worst case      12 MB/s", "write > worst case"));
    }

    @Test
    void whatAPersonSaidOfALabelIsKnownTheNextTime() {
        assertThat(cells(Map.of("write > worst case", "we"))).endsWith("we=140 we=12");
    }

    @Test
    void thousandsMarksAndDecimalCommasAreReadAndDoubtsAreTold() {
        assertThat(read("Weave 12\u2009846")).isEqualTo("weave#0=12\u2009846");
        assertThat(read("Copy 1,234,567.5 MB/s")).isEqualTo("speed#0=1234567.5");
        assertThat(read("Copy 61,3")).isEqualTo("speed#0=61,3");
        assertThat(read("Weave 1 846")).isEqualTo("weave#0=1 846?");
        assertThat(read("Weave 402 398 399")).isEqualTo("weave#0=402 weave#1=398 weave#2=399");
    }

    @Test
    void unitsAreConvertedOrDoubted() {
        assertThat(read("Start-up wait: 0.0613 s")).isEqualTo("wait#0=61.3?");
        assertThat(read("Copy 1.25 GB/s")).isEqualTo("speed#0=1250?");
        assertThat(read("Copy 12 ms")).isEqualTo("speed#0=12?");
        assertThat(PastedText.read(SHEET, "Copy 12 ms").proposals().get(0).doubt())
                .isEqualTo("the text says ms, the sheet MB/s");
    }

    @Test
    void wordsAreReadOnTheirScale() {
        assertThat(read("Film: 1080 lines\nChecksum: passed")).isEqualTo("held#0=1080 lines ok#0=passed");
        assertThat(read("Film: blue")).isEqualTo("| 1: Film: blue");
        assertThat(read("Weave -5")).isEqualTo("| 1: Weave -5");
    }

    @Property
    void noTextCrashesIt(@ForAll("scraps") String text) {
        PastedText.read(SHEET, text)
                .proposals()
                .forEach(p -> ReadingText.parse(SHEET.metric(p.metric()).orElseThrow(), p.text()));
    }

    @Provide
    Arbitrary<String> scraps() {
        String pieces = "Weave long Total 1 846,5.e-\u2009\t\n|:'%\u00e9\ud83d\ude00[](){}";
        return Combinators.combine(
                        Arbitraries.integers().between(0, pieces.length() - 1),
                        Arbitraries.integers().between(1, 6))
                .as((from, length) -> pieces.substring(from, Math.min(pieces.length(), from + length)))
                .list()
                .ofMaxSize(60)
                .map(parts -> String.join("", parts));
    }

    @Test
    void lengthDoesNotMatter() {
        assertTimeout(Duration.ofSeconds(20), () -> {
            PastedText.read(SHEET, "1 ".repeat(100_000));
            PastedText.read(SHEET, "Weave ".repeat(30_000));
            PastedText.read(SHEET, "1 234".repeat(40_000));
            assertThat(PastedText.read(SHEET, "x".repeat(300_000)).leftovers()).isNotEmpty();
        });
    }
}
