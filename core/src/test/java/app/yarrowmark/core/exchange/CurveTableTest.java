package app.yarrowmark.core.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.yarrowmark.core.exchange.CurveTable.Column;
import app.yarrowmark.core.exchange.CurveTable.Fault;
import app.yarrowmark.core.exchange.CurveTable.Wanted;
import app.yarrowmark.core.suite.Axis;
import java.io.StringReader;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

class CurveTableTest {

    private static final List<Column> SPEEDS =
            List.of(new Column("read", "read", "MB/s"), new Column("write", "write", "MB/s"));

    private static CurveTable.Result read(String text, Axis axis, String places, String unit, List<Column> columns) {
        return CurveTable.read(new StringReader(text), ',', new Wanted(axis, places, unit, columns));
    }

    @Test
    void aLogBecomesSeriesAlongSeconds() {
        String log =
                "time,power,clock\n00:00:10,12.5,3400\n00:00:10.5,13.5,\nlater,1,1\n00:00:12,hot,3100\n00:00:09,1,1\n";
        CurveTable.Result result = read(
                log,
                Axis.TIME,
                "time",
                "",
                List.of(new Column("power", "power", "W"), new Column("clock", "clock", "MHz")));
        assertThat(result.lines().get(0).series().x()).containsExactly(0, .5);
        assertThat(result.lines().get(0).series().y()).containsExactly(12.5, 13.5);
        assertThat(result.lines().get(1).series().y()).containsExactly(3400, 3100);
        assertThat(result.rejected()).isEqualTo(3);
        assertThat(result.faults().get(0)).isEqualTo(new Fault(4, "time", "\"later\" is no time"));
        assertThat(result.faults().get(1).message()).startsWith("\"hot\" is no plain number");
        assertThat(result.faults().get(2)).isEqualTo(new Fault(6, "time", "the time goes back"));
        assertThatThrownBy(() -> read(log, Axis.TIME, "when", "", List.of()))
                .hasMessage("there is no column \"when\"; there are [time, power, clock]");
    }

    @Test
    void sizesDownAndQuantitiesAcrossKeepWhatWasWritten() {
        String block =
                "size,read,write\n1 MiB,339.90,119.7\n4 KiB,17.2,6.1\n64K,\"180,4\",n/a\n4K,1,1\n8 KB,34.0,12.2\n";
        CurveTable.Result result = read(block.replace("\"180,4\"", "180.4"), Axis.SIZE, "size", "", SPEEDS);
        assertThat(result.lines().get(0).series().x()).containsExactly(4, 8, 64, 1024);
        assertThat(result.lines().get(0).texts()).containsExactly("17.2", "34.0", "180.4", "339.90");
        assertThat(result.lines().get(0).places()).containsExactly("4 KiB", "8 KB", "64K", "1 MiB");
        assertThat(result.lines().get(1).series().x()).containsExactly(4, 8, 1024);
        assertThat(result.faults()).containsExactly(new Fault(5, "size", "4K stands twice; the first was taken"));
    }

    @Test
    void sizesWithoutAUnitAskForIt() {
        String bare = "piece,read\n4,17.2\n8,34\n";
        List<Column> one = List.of(new Column("read", "read", "MB/s"));
        assertThat(read(bare, Axis.SIZE, "piece", "KiBy", one)
                        .lines()
                        .get(0)
                        .series()
                        .x())
                .containsExactly(4, 8);
        assertThat(read(bare, Axis.SIZE, "piece", "", one).faults().get(0).message())
                .isEqualTo("the sizes have no unit: say whether they are bytes, KiB or MiB");
        // 500 is no power of two: thousands are meant, as a unit of sizes on packages is.
        assertThat(read("size,read\n500 MB,1\n512 MB,2\n", Axis.SIZE, "size", "", one)
                        .lines()
                        .get(0)
                        .series()
                        .x())
                .containsExactly(500e6 / 1024, 512 * 1024);
    }

    @Test
    void theColumnSaysHowItsNumbersAreMarked() {
        String block = "size;read\n4 KiB;612,4\n8 KiB;1.534,9\n16 KiB;987\n";
        CurveTable.Result result = CurveTable.read(
                new StringReader(block),
                ';',
                new Wanted(Axis.SIZE, "size", "", List.of(new Column("read", "read", "MB/s"))));
        assertThat(result.lines().get(0).series().y()).containsExactly(612.4, 1534.9, 987);
        assertThat(result.lines().get(0).texts()).contains("1.534,9");
    }

    @Test
    void framesHaveNoColumnOfPlacesAndTheTableMayHaveNoHead() {
        CurveTable.Result result = CurveTable.read(
                new StringReader("16.7\n16.6\n33.4\n"),
                ',',
                new Wanted(Axis.FRAME, null, "", List.of(new Column("column 1", "frames", "ms"))));
        assertThat(result.lines().get(0).series().x()).containsExactly(1, 2, 3);
        assertThat(CurveTable.look(new StringReader("pages,MB\n1,5\n"), ',').named())
                .isTrue();
        assertThat(CurveTable.look(new StringReader("1,5\n"), ',').head()).containsExactly("column 1", "column 2");
    }

    @Test
    void theFirstColumnIsKnownByItsNameOrItsTextsAndElseAskedFor() {
        assertThat(AxisText.guess("time (s)", List.of("0", "1"), false)).contains(Axis.TIME);
        assertThat(AxisText.guess("", List.of("0:01", "0:02"), false)).contains(Axis.TIME);
        assertThat(AxisText.guess("size", List.of("4", "8"), false)).contains(Axis.SIZE);
        assertThat(AxisText.guess("x", List.of("4K", "1 MiB"), false)).contains(Axis.SIZE);
        assertThat(AxisText.guess("Pages", List.of("1", "2"), false)).contains(Axis.COUNT);
        assertThat(AxisText.guess("number of tabs", List.of("1"), false)).contains(Axis.COUNT);
        assertThat(AxisText.guess("frame time (ms)", List.of("16.7"), true)).contains(Axis.FRAME);
        assertThat(AxisText.guess("column 1", List.of("1", "2"), false)).isEmpty();
        assertThat(AxisText.unitOf(Axis.COUNT, "Pages open")).isEqualTo("{page}");
        assertThat(AxisText.unitOf(Axis.COUNT, "#")).isEqualTo("1");
        assertThat(AxisText.unitOf(Axis.SIZE, "size")).isEqualTo("KiBy");
    }

    @Test
    void timesAreSecondsClocksOrIso() {
        assertThat(AxisText.seconds("12.5")).contains(12.5);
        assertThat(AxisText.seconds("1:02:03")).contains(3723.0);
        assertThat(AxisText.seconds("02:03,5")).contains(123.5);
        assertThat(AxisText.seconds("2026-05-04 10:00:01").orElseThrow()
                        - AxisText.seconds("2026-05-04T10:00:00").orElseThrow())
                .isEqualTo(1);
        assertThat(AxisText.seconds("2026-05-04T10:00:00Z").orElseThrow()
                        - AxisText.seconds("2026-05-04T11:00:00+01:00").orElseThrow())
                .isZero();
        assertThat(AxisText.seconds("soon")).isEmpty();
    }

    /** What is written stays as it is written, whatever the order of the rows. */
    @Property(tries = 60)
    void everyRowIsReadOnceAndKeptAsWritten(@ForAll @IntRange(min = 1, max = 40) int rows, @ForAll int seed) {
        List<Integer> powers = IntStream.range(0, rows).boxed().collect(Collectors.toList());
        java.util.Collections.shuffle(powers, new java.util.Random(seed));
        String text = powers.stream()
                .map(p -> (p + 1) + " KiB," + (p * 7 + 1) + ".50")
                .collect(Collectors.joining("\n", "size,read\n", "\n"));
        CurveTable.Line line = read(text, Axis.SIZE, "size", "", List.of(new Column("read", "read", "MB/s")))
                .lines()
                .get(0);
        for (int i = 0; i < rows; i++) {
            assertThat(line.places().get(i)).isEqualTo((i + 1) + " KiB");
            assertThat(line.texts().get(i)).isEqualTo((i * 7 + 1) + ".50");
            assertThat(line.series().y()[i]).isEqualTo(i * 7 + 1.5);
        }
    }
}
