package app.yarrowmark.server;

import static org.assertj.core.api.Assertions.assertThat;

import app.yarrowmark.core.exchange.Json;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;
import org.junit.jupiter.api.Test;

/** Tables as other programs write them, from the file to what is kept. */
class OddTablesTest extends ServerTest {

    /** A suite with metrics as {@code key|name|unit and more}. */
    private void sheet(String key, String version, String... metrics) {
        StringBuilder text = new StringBuilder("key: " + key + "\nversion: \"" + version + "\"\nname: "
                + Character.toUpperCase(key.charAt(0)) + key.substring(1) + "\ngroup: processor\nmetrics:\n");
        for (String metric : metrics) {
            String[] parts = metric.split("\\|");
            text.append("  - {key: " + parts[0] + ", name: \"" + parts[1] + "\", unit: \"" + parts[2] + "\"}\n");
        }
        person.send("POST", "/api/v1/suites", text.toString(), "application/yaml")
                .expect(201);
    }

    private JsonNode preview(String name, byte[] bytes) {
        return person.file("/api/v1/imports/previews", null, name, bytes)
                .expect(200)
                .json();
    }

    private JsonNode stage(JsonNode preview, String suite, String name, byte[] bytes) {
        ObjectNode settings = preview.get("settings").deepCopy();
        if (!suite.isEmpty()) {
            settings.put("suite", suite);
        }
        if (settings.get("metrics").isEmpty() && settings.get("shape").asText().equals("WIDE")) {
            // One column alone is not taken for a suite's; choosing the suite in the page does this.
            for (String only : List.of("Total", "One")) {
                if (settings.get("header").toString().contains("\"" + only + "\"")) {
                    ((ObjectNode) settings.get("metrics")).put(only, only.toLowerCase(Locale.ROOT));
                }
            }
        }
        settings.put("makeModels", "LAPTOP");
        return person.file("/api/v1/imports", settings.toString(), name, bytes)
                .expect(201)
                .json();
    }

    /** Every reading of an import once it is accepted, as "device, test = value". */
    private List<String> kept(JsonNode report) {
        long id = report.at("/batch/id").asLong();
        person.post("/api/v1/imports/" + id + "/accept", "{}").expect(200);
        List<String> kept = new ArrayList<>();
        for (JsonNode row :
                person.get("/api/v1/runs?import=" + id).expect(200).json().get("rows")) {
            JsonNode run =
                    person.get("/api/v1/runs/" + row.get("id").asText()).json().get("run");
            String device = row.at("/setup/maker").asText() + " "
                    + row.at("/setup/model").asText();
            run.get("readings")
                    .forEach(r -> kept.add((device + ", " + r.get("name").asText() + " = "
                                    + plain(r.get("value").asDouble()))
                            .strip()));
            run.get("gaps")
                    .forEach(g -> kept.add((device + ", " + g.get("name").asText() + ": "
                                    + g.get("reason").asText())
                            .strip()));
        }
        return kept;
    }

    private static String plain(double value) {
        return value == Math.rint(value) ? String.valueOf((long) value) : String.valueOf(value);
    }

    private static byte[] odd(String name) {
        try (InputStream in = OddTablesTest.class.getResourceAsStream("/odd/" + name)) {
            return in.readAllBytes();
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }

    @Test
    void aByteOrderMarkQuotedHeadsAndThinBlanks() {
        sheet("kernmill", "3", "weave|Weave|{point}");
        byte[] table = odd("01-bom-quoted-header.csv");
        JsonNode preview = preview("01.csv", table);
        assertThat(preview.at("/settings/header").toString()).isEqualTo("[\"device\",\"suite\",\"metric\",\"value\"]");
        assertThat(kept(stage(preview, "", "01.csv", table)))
                .containsExactlyInAnyOrder("Ostrel Fen 13, Weave = 1947", "Corvane Nook 2, Weave = 1820");
    }

    @Test
    void sixteenBitsAndTabs() {
        sheet("kernmill", "4", "weave|Weave|{point}", "sieve|Sieve|{point}");
        byte[] table = odd("02-utf16.txt");
        JsonNode preview = preview("02.txt", table);
        assertThat(preview.at("/settings/metrics/Kernmill Sieve").asText()).isEqualTo("sieve");
        assertThat(kept(stage(preview, "kernmill 4", "02.txt", table)))
                .containsExactlyInAnyOrder(
                        "Ostrel Fen 13, Weave = 1947",
                        "Ostrel Fen 13, Sieve = 371",
                        "Corvane Nook 2, Weave = 1820",
                        "Corvane Nook 2, Sieve = 355");
    }

    @Test
    void anOldEncodingAndAMarkThatAPersonDecides() {
        sheet("kernmill", "5", "weave|Weave|{point}");
        byte[] table = odd("03-windows-1252.csv");
        JsonNode preview = preview("03.csv", table);
        assertThat(preview.at("/settings/columns/DEVICE").asText()).isEqualTo("Gerät");
        assertThat(preview.at("/columns/0/sure").asBoolean()).isFalse();
        assertThat(preview.at("/columns/0/samples/0").toString())
                .isEqualTo("{\"text\":\"1.947\",\"point\":\"1.947\",\"comma\":\"1947\"}");
        ObjectNode chosen = preview.deepCopy();
        ((ObjectNode) chosen.get("settings")).putObject("marks").put("Kernmill 3 Weave", "COMMA");
        ((ObjectNode) chosen.get("settings")).putObject("metrics").put("Kernmill 3 Weave", "weave");
        assertThat(kept(stage(chosen, "kernmill 5", "03.csv", table)))
                .containsExactlyInAnyOrder("Blüte Fünf, Weave = 1947", "Röhricht 12, Weave = 2110");
    }

    @Test
    void theColumnDecidesHowItsNumbersAreMarked() {
        sheet("mixmill", "1", "total|Total|{point}", "one|Score 1|{point}", "seconds|Seconds|s");
        for (String name : List.of("04-dot-thousands.csv", "05-comma-thousands.csv")) {
            byte[] table = odd(name);
            JsonNode preview = preview(name, table);
            preview.get("columns")
                    .forEach(c -> assertThat(c.get("sure").asBoolean())
                            .as(c.toString())
                            .isTrue());
            JsonNode report = stage(preview, "mixmill 1", name, table);
            if (name.startsWith("04")) {
                assertThat(kept(report))
                        .containsExactlyInAnyOrder(
                                "Heron M8, Total = 5854",
                                "Heron M8, Score 1 = 763",
                                "Heron M8, Seconds = 36.111",
                                "Merle S2, Total = 12020",
                                "Merle S2, Score 1 = 1204",
                                "Merle S2, Seconds = 28.5",
                                "Kibitz X, Total = 987",
                                "Kibitz X, Score 1 = 702",
                                "Kibitz X, Seconds = 1204.25");
            } else {
                // Written in another way, two of nine read the same letter for letter.
                assertThat(report.at("/batch/rejected").asInt()).isZero();
                assertThat(report.at("/counts/there").asInt()).isPositive();
            }
        }
    }

    @Test
    void timesInAllTheirWays() {
        sheet("clockmill", "1", "pack|pack, 2 GB|s", "export|export|s", "build|build|s");
        byte[] table = odd("06-durations.csv");
        assertThat(kept(stage(preview("06.csv", table), "clockmill 1", "06.csv", table)))
                .containsExactlyInAnyOrder(
                        "Old tower, pack, 2 GB = 1020",
                        "Old tower, export = 12250",
                        "Old tower, build = 4320",
                        "Netbook, pack, 2 GB = 1410",
                        "Netbook, export = 14885",
                        "Netbook, build = 7400");
    }

    @Test
    void twoRowsOfHeadsAndGapsWithTheirReasons() {
        sheet(
                "twomill",
                "1",
                "one|Processor one|{point}",
                "all|Processor all|{point}",
                "tide|Graphics tide|{frame}/s",
                "reeds|Graphics reeds|{frame}/s");
        byte[] table = odd("07-merged-header.csv");
        JsonNode preview = preview("07.csv", table);
        assertThat(preview.at("/settings/file/headRows").asInt()).isEqualTo(2);
        List<String> kept = kept(stage(preview, "twomill 1", "07.csv", table));
        assertThat(kept)
                .hasSize(12)
                .contains(
                        "Nook 2, Graphics reeds: the table has \"n/a\"",
                        "Sill, Processor all: the table has \"-\"",
                        "Fen 13, Graphics reeds = 76.8");
    }

    @Test
    void unitsInTheCellsAndZeroAsAResult() {
        person.send("POST", "/api/v1/suites", """
                key: ladder
                version: "1"
                name: Ladder
                group: playback
                metrics:
                  - {key: d1440, name: dropped 1440, unit: "%", scale: interval, better: lower}
                  - {key: d2160, name: dropped 2160, unit: "%", scale: interval, better: lower}
                  - {key: idle, name: idle, unit: mW, better: lower}
                  - {key: read, name: long read, unit: GB/s}
                """, "application/yaml").expect(201);
        byte[] table = odd("08-percent-and-units.csv");
        assertThat(kept(stage(preview("08.csv", table), "ladder 1", "08.csv", table)))
                .containsExactlyInAnyOrder(
                        "Quillon Q4, dropped 1440 = 0",
                        "Quillon Q4, dropped 2160 = 18.2",
                        "Quillon Q4, idle = 4100",
                        "Quillon Q4, long read = 0.0772",
                        "Quillon Q5, dropped 1440 = 0",
                        "Quillon Q5, dropped 2160 = 2",
                        "Quillon Q5, idle = 5300",
                        "Quillon Q5, long read = 0.3536");
    }

    @Test
    void aLineTwiceIsOneReadingUnlessAPersonSaysOtherwise() {
        sheet("birdmill", "1", "total|Total|{point}");
        byte[] table = odd("09-twice-the-same.csv");
        JsonNode report = stage(preview("09.csv", table), "birdmill 1", "09.csv", table);
        assertThat(report.at("/counts/there").asInt()).as(report.toString()).isEqualTo(1);
        JsonNode cells = person.get("/api/v1/imports/" + report.at("/batch/id").asLong() + "/cells?which=THERE")
                .json();
        assertThat(cells.at("/cells/0/line").asInt()).isEqualTo(3);
        assertThat(cells.at("/cells/0/standing").asText()).isEqualTo("TWICE");
        assertThat(kept(report)).containsExactlyInAnyOrder("Whin, Total = 22164", "Dunlin, Total = 21170");

        ObjectNode repeats = preview("09.csv", table).deepCopy();
        ((ObjectNode) repeats.get("settings")).put("twiceIsRepeat", true).put("setup", "another evening");
        assertThat(kept(stage(repeats, "birdmill 1", "09.csv", table))).hasSize(3);
    }

    @Test
    void linesAroundATableAreLeftOutWithTheReason() {
        sheet("roundmill", "1", "total|Total|{point}");
        byte[] table = odd("10-notes-around.csv");
        JsonNode preview = preview("10.csv", table);
        assertThat(preview.at("/settings/file/headLine").asInt()).isEqualTo(4);
        JsonNode report = stage(preview, "roundmill 1", "10.csv", table);
        assertThat(report.at("/rejected/0/reason").asText())
                .isEqualTo("is a summary of the lines above it, not a device");
        assertThat(report.at("/rejected/0/line").asInt()).isEqualTo(8);
        assertThat(kept(report)).hasSize(2);
    }

    @Test
    void factsAndPricesInTheTableMakeSetups() {
        sheet("factmill", "1", "total|Total|{point}");
        byte[] table = odd("11-facts-too.csv");
        JsonNode preview = preview("11.csv", table);
        assertThat(preview.at("/settings/facts/kernel").asText()).isEqualTo("system.kernel");
        assertThat(preview.at("/settings/columns/PRICE").asText()).isEqualTo("price");
        JsonNode report = stage(preview, "factmill 1", "11.csv", table);
        assertThat(kept(report)).hasSize(3);
        JsonNode model = null;
        for (JsonNode m : person.get("/api/v1/models").json()) {
            // Another maker's 13 may be there too.
            model = m.get("maker").asText().equals("Fen")
                            && m.get("name").asText().equals("13")
                    ? m
                    : model;
        }
        assertThat(model).isNotNull();
        assertThat(model.at("/details/prices/0/amount").asText()).isEqualTo("560");
        JsonNode setups = person.get("/api/v1/units/" + model.at("/units/0/id").asLong() + "/setups")
                .json();
        assertThat(setups).hasSize(2);
        assertThat(setups.at("/1/name").asText()).isEqualTo("16 GiB, 7.4.11");
        assertThat(setups.at("/1/parentName").asText()).isEqualTo("as shipped");
        assertThat(setups.at("/1/differences").findValuesAsText("standing")).containsExactly("MEANT", "MEANT");
        assertThat(setups.at("/1/differences").findValuesAsText("after")).containsExactly("16 GiB", "7.4.11");
        assertThat(setups.at("/0/facts").findValuesAsText("value")).contains("7.4.0", "Maren M4-420", "Marram 14.2");
    }

    @Test
    void aCorrectedTableOnceMoreAddsOnlyWhatIsNew() {
        sheet("againmill", "1", "one|One|{point}", "two|Two|{point}");
        byte[] first = "device,One,Two\nPlover A,100,200\nPlover B,110,2100\n".getBytes(StandardCharsets.UTF_8);
        kept(stage(preview("a.csv", first), "againmill 1", "a.csv", first));
        byte[] corrected = "device,One,Two\nPlover A,100,200\nPlover B,110,210\nPlover C,120,220\n"
                .getBytes(StandardCharsets.UTF_8);
        JsonNode report = stage(preview("b.csv", corrected), "againmill 1", "b.csv", corrected);
        assertThat(report.at("/counts").toString()).isEqualTo("{\"kept\":3,\"there\":3,\"gaps\":0,\"rejected\":0}");
        assertThat(kept(report))
                .containsExactlyInAnyOrder("Plover B, Two = 210", "Plover C, One = 120", "Plover C, Two = 220");
    }

    @Test
    void kindYearAndOriginStandInColumnsToo() {
        sheet("wheremill", "1", "one|One|{point}", "two|Two|{point}");
        byte[] table = "device,kind,year,source,One,Two\nSanderling F,phone,2025,Fieldpaper,100,200\n"
                .getBytes(StandardCharsets.UTF_8);
        assertThat(kept(stage(preview("w.csv", table), "wheremill 1", "w.csv", table)))
                .hasSize(2);
        JsonNode model = null;
        for (JsonNode m : person.get("/api/v1/models").json()) {
            model = m.get("maker").asText().equals("Sanderling") ? m : model;
        }
        assertThat(model.get("kind").asText()).isEqualTo("PHONE");
        assertThat(model.get("year").asInt()).isEqualTo(2025);
        assertThat(model.at("/units/0/label").asText()).isEqualTo("Fieldpaper");
        assertThat(model.at("/units/0/listed").asBoolean()).isTrue();
    }

    @Test
    void aCellIsMendedInPlaceAndADraftThrownAway() {
        sheet("mendmill", "1", "one|One|{point}");
        byte[] table = "device,One\nPlover D,10o\nPlover E,101\n".getBytes(StandardCharsets.UTF_8);
        JsonNode report = stage(preview("c.csv", table), "mendmill 1", "c.csv", table);
        long id = report.at("/batch/id").asLong();
        assertThat(report.at("/counts/rejected").asInt()).isEqualTo(1);
        person.put("/api/v1/imports/" + id + "/cells/2/0", "{\"text\":\"1oo\"}").expect(422);
        person.put("/api/v1/imports/" + id + "/cells/2/0", "{\"text\":\"100\"}").expect(200);
        assertThat(kept(person.get("/api/v1/imports/" + id).json()))
                .containsExactlyInAnyOrder("Plover D, One = 100", "Plover E, One = 101");
        person.delete("/api/v1/imports/" + id).expect(409);

        // A mended number is marked as the others of its column are, and held against what is kept.
        byte[] marked = "device,Two,One\nPlover D,1oo,100\nPlover E,\"2.500,5\",7\n".getBytes(StandardCharsets.UTF_8);
        sheet("mendmill", "2", "one|One|{point}", "two|Two|{point}");
        JsonNode again = stage(preview("m.csv", marked), "mendmill 2", "m.csv", marked);
        JsonNode mended = person.put(
                        "/api/v1/imports/" + again.at("/batch/id").asLong() + "/cells/2/0", "{\"text\":\"1.500\"}")
                .expect(200)
                .json();
        assertThat(mended.get("digits").asText()).isEqualTo("1500");

        JsonNode draft = stage(preview("c.csv", table), "mendmill 1", "c.csv", table);
        person.delete("/api/v1/imports/" + draft.at("/batch/id").asLong()).expect(204);
        person.get("/api/v1/imports/" + draft.at("/batch/id").asLong()).expect(404);
    }

    @Test
    void aSpreadsheetIsReadAsItIsWithTheSheetChosen() throws IOException {
        sheet("gridmill", "1", "total|Total|{point}", "share|Share|%", "time|Time|s");
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (Workbook book = new Workbook(bytes, "test", "1.0")) {
            book.newWorksheet("About").value(0, 0, "Results of the round");
            Worksheet scores = book.newWorksheet("Scores");
            String[] head = {"Device", "Total", "Share", "Time"};
            for (int i = 0; i < head.length; i++) {
                scores.value(0, i, head[i]);
            }
            scores.value(1, 0, "Stint A");
            scores.value(1, 1, 1947.25);
            scores.value(1, 2, 0.182);
            scores.style(1, 2).format("0.0%").set();
            scores.value(1, 3, 224 / 86_400.0);
            scores.style(1, 3).format("[h]:mm:ss").set();
        }
        JsonNode first = preview("scores.xlsx", bytes.toByteArray());
        assertThat(first.get("sheets").toString()).isEqualTo("[\"About\",\"Scores\"]");
        ObjectNode file = first.at("/settings/file").deepCopy();
        file.put("sheet", "Scores").put("headLine", 1).put("headRows", 1);
        JsonNode preview = person.file(
                        "/api/v1/imports/previews",
                        Json.write(java.util.Map.of("file", file)),
                        "scores.xlsx",
                        bytes.toByteArray())
                .expect(200)
                .json();
        assertThat(kept(stage(preview, "gridmill 1", "scores.xlsx", bytes.toByteArray())))
                .containsExactlyInAnyOrder("Stint A, Total = 1947.25", "Stint A, Share = 18.2", "Stint A, Time = 224");
    }
}
