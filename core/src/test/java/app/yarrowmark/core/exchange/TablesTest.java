package app.yarrowmark.core.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.yarrowmark.core.exchange.TableMapping.Role;
import app.yarrowmark.core.setup.FactDictionary;
import app.yarrowmark.core.suite.SuiteSheet;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.StringReader;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.constraints.Chars;
import net.jqwik.api.constraints.StringLength;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class TablesTest {

    private static final SuiteSheet SHEET = SheetReader.read("""
            key: kernmill
            version: "3"
            name: Kernmill
            group: processor
            metrics:
              - {key: weave, name: Weave, unit: "{point}", aliases: [Weaving]}
              - {key: wait, name: Start-up wait, unit: ms}
            """);

    private static List<TableMapping.Cell> cells(String text, TableMapping mapping) {
        List<TableMapping.Cell> cells = new ArrayList<>();
        try (TableReader table = TableReader.open(new StringReader(text), ';')) {
            while (table.hasNext()) {
                cells.addAll(mapping.cells(table.next(), table.header()));
            }
        }
        return cells;
    }

    @Test
    void aLongTableHasAReadingARow() {
        String text =
                "\ufeffModel;Suite;Part;Score;Run\nFen 13;kernmill 3;Weave;1 846;1\n\"Tern; six\";kernmill 3;wait;61,3;2\n";
        TableMapping mapping = TableMapping.guess(List.of("Model", "Suite", "Part", "Score", "Run"), List.of(SHEET));
        assertThat(mapping.shape()).isEqualTo(TableMapping.Shape.LONG);
        List<TableMapping.Cell> cells = cells(text, mapping);
        assertThat(cells).hasSize(2);
        assertThat(cells.get(0).value()).isEqualTo("1 846");
        assertThat(cells.get(1).field(Role.DEVICE)).isEqualTo("Tern; six");
        assertThat(cells.get(1).line()).isEqualTo(3);
        assertThat(cells.get(1).metric()).isEqualTo("wait");
        assertThat(cells.get(1).field(Role.SETUP)).isEmpty();
    }

    @Test
    void theLikeliestSheetNamesTheMostColumns() {
        SuiteSheet other = SheetReader.read("""
                key: othermill
                version: "1"
                name: Othermill
                group: processor
                metrics:
                  - {key: weave, name: Weave, unit: "{point}"}
                """);
        List<String> header = List.of("Device", "Weave", "Start-up wait");
        assertThat(TableMapping.likeliest(header, List.of(other, SHEET))).contains(SHEET);
        assertThat(TableMapping.likeliest(List.of("Device", "Price"), List.of(other, SHEET)))
                .isEmpty();
        assertThat(TableMapping.likeliest(header, List.of())).isEmpty();
        // One number alone is enough where it is all that a sheet has, and no other has it.
        List<String> one = List.of("Device", "Weave");
        assertThat(TableMapping.likeliest(one, List.of(other))).contains(other);
        assertThat(TableMapping.likeliest(one, List.of(other, SHEET))).isEmpty();
        assertThat(TableMapping.likeliest(one, List.of(SHEET))).isEmpty();
    }

    @Test
    void aColumnOfAnotherMeasureIsNotTheTestOfThatName() {
        List<String> header = List.of("Device", "Weave (MB/s)", "Start-up wait (points)");
        assertThat(TableMapping.likeliest(header, List.of(SHEET))).isEmpty();
        assertThat(TableMapping.guess(header, List.of(SHEET)).metrics()).isEmpty();
        assertThat(TableMapping.guess(List.of("Weave (points)", "Start-up wait (s)"), List.of(SHEET))
                        .metrics())
                .isEqualTo(Map.of("Weave (points)", "weave", "Start-up wait (s)", "wait"));
    }

    @Test
    void aColumnIsAFactOnlyWhereWhatStandsInItIsWhatTheFactIs() {
        FactDictionary facts = FactDictionary.of(OwnFacts.all());
        List<String> header = List.of(
                "Graphics (points)", "GPU", "Drive", "Window (frames/s)", "Refresh rate", "Kernel", "Channels", "RAM");
        List<List<String>> rows = List.of(
                List.of("21440", "29310", "Peatline P1", "75.0", "75 Hz", "7.1", "2", "8 GiB"),
                List.of("29310", "31000", "", "1204", "n/a", "7.6", "1", "16 GiB"));
        assertThat(new TableMapping(TableMapping.Shape.WIDE, Map.of(), Map.of()).factColumns(header, rows, facts))
                .isEqualTo(Map.of(
                        "Drive",
                        "drive.model",
                        "Refresh rate",
                        "display.refresh",
                        "Kernel",
                        "system.kernel",
                        "Channels",
                        "memory.channels",
                        "RAM",
                        "memory.size"));
    }

    @Test
    void aWideTableHasARunARow() {
        TableMapping mapping =
                TableMapping.guess(List.of("Device", "Weaving", "start-up  wait", "Price"), List.of(SHEET));
        assertThat(mapping.shape()).isEqualTo(TableMapping.Shape.WIDE);
        assertThat(mapping.metrics()).isEqualTo(Map.of("Weaving", "weave", "start-up  wait", "wait"));
        List<TableMapping.Cell> cells = cells("Device;Weaving;start-up  wait;Price\nFen 13;1846;;640\n", mapping);
        assertThat(cells).extracting(TableMapping.Cell::metric).containsExactly("weave");
        assertThat(cells.get(0).column()).isEqualTo("Weaving");
    }

    @Test
    void linesAreCountedOverBreaksInsideQuotes() {
        try (TableReader table = TableReader.open(new StringReader("a,b\n\"one\ntwo\",x\n\n3,y,z\n"), ',')) {
            assertThat(table.next().line()).isEqualTo(2);
            TableReader.Row row = table.next();
            assertThat(row.line()).isEqualTo(5);
            assertThat(row.extra()).isEqualTo(1);
            assertThat(row.values()).containsExactly("3", "y");
            assertThat(table.hasNext()).isFalse();
        }
    }

    @Test
    void whatIsNoTableIsToldWithItsLine() {
        assertThatThrownBy(() -> TableReader.open(new StringReader(""), ','))
                .hasMessageContaining("line 1: the first line");
        try (TableReader table = TableReader.open(new StringReader("a,b\n1,2\n3,\"four\n5,6\n"), ',')) {
            table.next();
            assertThatThrownBy(table::hasNext).hasMessageContaining("line 3: a quote is opened and not closed");
        }
        String endless = "a,b\n\"" + "x".repeat(3_000_000);
        try (TableReader table = TableReader.open(new StringReader(endless), ',')) {
            assertThatThrownBy(table::hasNext).hasMessageContaining("line 2");
        }
    }

    @Test
    void everyColumnHasANameOfItsOwn() {
        try (TableReader table = TableReader.open(new StringReader("a,,a\n1,2,3\n"), ',')) {
            assertThat(table.header()).containsExactly("a", "column 2", "a (2)");
        }
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "read (MB/s) | read | MB/s",
                "idle [W] | idle | W",
                "noise (dB(A)) | noise | dB[SPL]",
                "export in min | export | min",
                "pack, 2 GB | pack, 2 GB | ",
                "Weave (new) | Weave (new) | "
            })
    void theUnitBehindANameIsToldApart(String head, String name, @Nullable String unit) {
        assertThat(HeadName.of(head)).isEqualTo(new HeadName(name, Optional.ofNullable(unit)));
    }

    @Test
    void theHeadIsFoundBelowNotesAndInTwoRows() {
        assertThat(TableFile.look(
                        "Spring round\nby us\n\ndevice,Total\nWhin,5\n".getBytes(StandardCharsets.UTF_8), null))
                .extracting(TableFile.Looks::headLine, TableFile.Looks::headRows)
                .containsExactly(4, 1);
        assertThat(TableFile.look(",Left,\n,one,two\nWhin,5,6\n".getBytes(StandardCharsets.UTF_8), null))
                .extracting(TableFile.Looks::headLine, TableFile.Looks::headRows)
                .containsExactly(1, 2);
    }

    @Property
    void everyEncodingIsReadBack(@ForAll("words") String word, @ForAll("charsets") Charset charset) {
        String text = "\ufeffdevice;Total\n" + word + ";1\n";
        boolean marked = charset.name().startsWith("UTF");
        byte[] bytes = (marked ? text : text.substring(1)).getBytes(charset);
        TableFile.Looks looks = TableFile.look(bytes, null);
        try (TableReader table = TableFile.open(
                new ByteArrayInputStream(bytes), looks.format(), looks.charset(), looks.separator(), null, 1, 1)) {
            assertThat(table.header()).containsExactly("device", "Total");
            assertThat(table.next().values()).containsExactly(word, "1");
        }
    }

    @Provide
    Arbitrary<String> words() {
        return Arbitraries.strings().withChars("abcäöüßéÄñ").ofMinLength(1).ofMaxLength(12);
    }

    @Provide
    Arbitrary<Charset> charsets() {
        return Arbitraries.of(
                StandardCharsets.UTF_8,
                StandardCharsets.UTF_16LE,
                StandardCharsets.UTF_16BE,
                Charset.forName("windows-1252"));
    }

    @Test
    void theSeparatorIsFoundInTheFirstLine() {
        assertThat(TableReader.separatorOf("a;b;c,d")).isEqualTo(';');
        assertThat(TableReader.separatorOf("a\tb")).isEqualTo('\t');
        assertThat(TableReader.separatorOf("a")).isEqualTo(',');
    }

    /** Scrambled rows never crash the reader. */
    @Property
    void nonsenseIsReadOrRefusedWithItsLine(
            @ForAll @Chars({'a', ',', 'b', ';', '"', '\n', '\r', '\t', ' ', '1'}) @StringLength(max = 40) String scraps)
            throws IOException {
        try (TableReader table = TableReader.open(new StringReader("a,b\n" + scraps), ',')) {
            while (table.hasNext()) {
                assertThat(table.next().values()).hasSize(table.header().size());
            }
        } catch (IllegalArgumentException told) {
            assertThat(told).hasMessageStartingWith("line ");
        }
    }
}
