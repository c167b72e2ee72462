package app.yarrowmark.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import java.util.zip.CRC32;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.openqa.selenium.By;

/** What others measured or wrote down in tables comes onto an empty desk as it is. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class BroughtDataTest {

    private static OwnDesk own;

    @BeforeAll
    static void start() {
        own = OwnDesk.begin();
    }

    @AfterAll
    static void stop() {
        own.close();
    }

    private static Path file(String name, String... lines) throws IOException {
        return Files.writeString(Files.createTempDirectory("table").resolve(name), String.join("\n", lines) + "\n");
    }

    private static void keep(String says) {
        own.desk.press("Keep all that was understood");
        own.desk.see(says);
    }

    /** Eight small computers with 16 numbers each, what they cost and the type of their memory. */
    @Test
    @Order(1)
    void aPoolOfEightComesInWithFactsAndPrices() throws IOException {
        String head = "device;kind;price;memory type;frames (frames/s);slowest hundredth (frames/s);idle (W);full (W);"
                + "noise (dB(A));hottest (°C);wireless reach (m);volume (l);pack;export;boot (s);stones (points)";
        String[] lines = Stream.iterate(1, i -> i + 1)
                .limit(8)
                .map(i -> "Tarn Box " + i + ";mini;" + (300 + 10 * i) + ",00 EUR;" + (i % 2 == 0 ? "DDR5" : "LPDDR5")
                        + ";"
                        + (60 + i) + ",4;" + (40 + i) + ",1;" + (5 + i) + ",2;" + (30 + i) + ",7;" + (28 + i) + ",5;"
                        + (70 + i)
                        + ";" + (10 + i) + ";0,8" + i + ";14:2" + i + ";3:0" + i + ":10;9," + i + ";1.20" + i)
                .toArray(String[]::new);
        own.bring(file(
                "minis.csv", Stream.concat(Stream.of(head), Stream.of(lines)).toArray(String[]::new)));
        own.desk.see("What the columns say");
        own.makeSuite("Small boxes");
        own.desk.press("Read the table");
        own.desk.see("96 to keep");
        keep("8 runs kept");
        List<JsonNode> runs = own.runsOf("Small boxes");
        assertThat(runs).hasSize(8);
        JsonNode third = runs.stream()
                .filter(r -> r.at("/setup/model").asText().equals("Box 3"))
                .findFirst()
                .orElseThrow();
        assertThat(third.at("/run/readings").findValuesAsText("text"))
                .contains("63,4", "14:23", "3:03:10", "1.203", "0,83");
        assertThat(third.at("/run/readings").findValuesAsText("value"))
                .contains("63.4", "863.0", "10990.0", "1203.0", "0.83");
        assertThat(own.get("/api/v1/setups/" + third.at("/run/setupId").asText())
                        .get("facts")
                        .findValuesAsText("value"))
                .contains("LPDDR5");
        own.desk.go(own.app.url() + "/catalogue/models/"
                + third.at("/setup/modelId").asText());
        own.desk.see("330.00");
        own.rank("full", "");
        own.says("All 8 in the pool have it", "Less is better", "31.7", "38.7", "Tarn Box 1");
        assertThat(own.desk.take("SVG", "image/svg+xml")).contains("Small boxes 1", "31.7", "Less is better");
        own.rank("noise", "");
        own.says("dB(A)", "29.5");
    }

    /** The same phones in two lists, one of which names its origin in a column; then one of them is measured here too. */
    @Test
    @Order(2)
    void aPhoneInTwoListsIsThreeSamplesOnceItIsMeasuredHereToo() throws IOException {
        own.bring(file(
                "phones.csv",
                "device,kind,memory,Drift",
                "Brackwater Call 4,phone,8 GiB,1002",
                "Brackwater Call 5,phone,12 GiB,1210"));
        own.desk.see("What the columns say");
        own.makeSuite("Driftmark");
        own.desk.type("The list comes from", "Fieldpaper");
        own.desk.press("Read the table");
        own.desk.see("2 to keep");
        keep("2 runs kept");
        own.bring(file("more.csv", "device,kind,source,Drift", "Brackwater Call 4,phone,Reedbank,1011"));
        own.desk.see("What the columns say");
        own.desk.press("Read the table");
        own.desk.see("1 to keep");
        keep("1 run kept");
        own.desk.go(own.app.url() + "/desk/new");
        own.desk.type("Model", "Brackwater Call 4");
        own.desk.see("Name of the unit");
        own.desk.press("Put it on the desk");
        own.desk.see("Facts of this setup");
        own.desk.press("Leave it");
        List<String> from = own.runsOf("Driftmark").stream()
                .map(r -> r.at("/setup/unit").asText() + ": "
                        + r.at("/run/origin").asText())
                .sorted()
                .toList();
        assertThat(from).containsExactly("Fieldpaper: Fieldpaper", "Fieldpaper: Fieldpaper", "Reedbank: Reedbank");
        own.desk.go(own.app.url() + "/ledger");
        own.desk.see("from Reedbank");
    }

    /** A number was wrong in the list: brought again, the old one no longer counts, and nothing became a pair. */
    @Test
    @Order(3)
    void aCorrectedListSetsAsideWhatWasWrong() throws IOException {
        own.bring(file(
                "phones.csv",
                "device,kind,memory,Drift",
                "Brackwater Call 4,phone,8 GiB,1020",
                "Brackwater Call 5,phone,12 GiB,1210"));
        own.desk.see("the same settings are chosen");
        own.desk.press("Read the table");
        own.desk.see("1 number is other than what was imported before");
        own.desk.see("1 there already");
        keep("1 run kept");
        assertThat(own.runsOf("Driftmark").stream()
                        .filter(r -> r.at("/setup/unit").asText().equals("Fieldpaper"))
                        .map(r -> r.at("/run/state").asText() + " "
                                + r.at("/run/readings/0/text").asText())
                        .sorted()
                        .toList())
                .containsExactly("DONE 1020", "DONE 1210", "SET_ASIDE 1002");
    }

    @Test
    @Order(4)
    void aSpreadsheetOfAnotherProgramIsReadAsItIs() throws IOException {
        own.bring(ods(
                "boards.ods",
                List.of(List.of("device", "kind", "Grain (points)"), List.of("Sedge Board 1", "signal board", "412"))));
        own.desk.see("What the columns say");
        own.makeSuite("Grain");
        own.desk.press("Read the table");
        own.desk.see("1 to keep");
        keep("1 run kept");
        assertThat(own.runsOf("Grain").get(0).at("/run/readings/0/text").asText())
                .isEqualTo("412");
        // A kind in the desk's own word.
        own.desk.go(own.app.url() + "/catalogue");
        own.desk.see("signal board");
    }

    @Test
    @Order(5)
    void twoWhoEditOneModelSeeBothTexts() {
        long model = own.runsOf("Grain").get(0).at("/setup/modelId").asLong();
        String page = own.app.url() + "/catalogue/models/" + model;
        try (Browser other = Browser.open()) {
            other.go(own.app.url());
            other.type("Name", "Merle Sedge");
            other.type("Password", "long enough to keep");
            other.press("Sign in");
            other.waitFor(By.cssSelector("nav"));
            for (Browser b : List.of(own.desk, other)) {
                b.go(page);
                b.see("Sedge Board 1");
                b.press("Edit");
                b.see("Edit Sedge Board 1");
            }
            own.desk.type("Year", "2024");
            own.desk.press("Keep");
            own.desk.seeNot("Edit Sedge Board 1");
            other.type("Year", "2025");
            other.press("Keep");
            other.see("Nothing was overwritten");
            assertThat(other.text("[data-testid=overtaken]")).contains("Year", "2024", "2025");
            other.press("Keep mine");
            other.seeNot("Edit Sedge Board 1");
        }
        own.desk.go(page);
        own.desk.see("2025");
    }

    /** The least that a spreadsheet in the open format holds. */
    private static Path ods(String name, List<List<String>> rows) throws IOException {
        String body = rows.stream()
                .map(r -> r.stream()
                        .map(c -> "<table:table-cell office:value-type=\"string\"><text:p>" + c
                                + "</text:p></table:table-cell>")
                        .collect(Collectors.joining("", "<table:table-row>", "</table:table-row>")))
                .collect(Collectors.joining());
        String content = "<?xml version=\"1.0\" encoding=\"UTF-8\"?><office:document-content"
                + " xmlns:office=\"urn:oasis:names:tc:opendocument:xmlns:office:1.0\""
                + " xmlns:table=\"urn:oasis:names:tc:opendocument:xmlns:table:1.0\""
                + " xmlns:text=\"urn:oasis:names:tc:opendocument:xmlns:text:1.0\"><office:automatic-styles/><office:body><office:spreadsheet>"
                + "<table:table table:name=\"boards\"><table:table-column table:number-columns-repeated=\"3\"/>" + body
                + "</table:table></office:spreadsheet></office:body></office:document-content>";
        Path file = Files.createTempDirectory("table").resolve(name);
        try (OutputStream out = Files.newOutputStream(file);
                ZipOutputStream zip = new ZipOutputStream(out)) {
            byte[] type = "application/vnd.oasis.opendocument.spreadsheet".getBytes(StandardCharsets.UTF_8);
            CRC32 sum = new CRC32();
            sum.update(type);
            ZipEntry first = new ZipEntry("mimetype");
            first.setMethod(ZipEntry.STORED);
            first.setSize(type.length);
            first.setCrc(sum.getValue());
            zip.putNextEntry(first);
            zip.write(type);
            zip.putNextEntry(new ZipEntry("META-INF/manifest.xml"));
            zip.write(("<manifest:manifest xmlns:manifest=\"urn:oasis:names:tc:opendocument:xmlns:manifest:1.0\">"
                            + "<manifest:file-entry manifest:full-path=\"content.xml\" manifest:media-type=\"text/xml\"/>"
                            + "</manifest:manifest>")
                    .getBytes(StandardCharsets.UTF_8));
            zip.putNextEntry(new ZipEntry("content.xml"));
            zip.write(content.getBytes(StandardCharsets.UTF_8));
        }
        return file;
    }
}
