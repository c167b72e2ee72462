package app.yarrowmark.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;

/** What a reviewer has goes in as it is: from an empty desk, through the page alone. The steps build on each other. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class OwnDataTest {

    private static OwnDesk own;

    @BeforeAll
    static void start() {
        own = OwnDesk.begin();
    }

    @AfterAll
    static void stop() {
        own.close();
    }

    @Test
    @Order(1)
    void twoProcessorsOfDifferentAge() {
        own.describe(
                "Millround",
                "Millround points|points",
                "Memory part|points",
                "Pack, 2 GB|m:ss",
                "Film export|m:ss",
                "Film at 480 lines|passed");
        // Of a time less is better, of points more, without being told.
        assertThat(own.get("/api/v1/suites").findValues("metrics").stream()
                        .filter(m -> m.findValuesAsText("name").contains("Film export"))
                        .flatMap(m -> m.findValuesAsText("better").stream()))
                .containsExactly("HIGHER", "HIGHER", "LOWER", "LOWER", "HIGHER");
        own.putDown("Maren P3-300", "desktop", "Millround 1", "Cores|1", "Threads|2", "Channels|two", "Kernel|7.4.0");
        own.type("612", "720", "14:20", "3:05:00", "passed");
        own.putDown("Quillon C1", "laptop", "Millround 1", "Cores|2", "Channels|one", "Display|1366 x 768");
        own.type("540", "505", "19:05", "3:47:30", "failed");

        JsonNode runs = own.get("/api/v1/runs").get("rows");
        assertThat(runs).hasSize(2);
        JsonNode first =
                own.get("/api/v1/runs/" + runs.get(1).get("id").asText()).at("/run/readings");
        assertThat(first.findValuesAsText("text")).containsExactly("612", "720", "14:20", "3:05:00", "passed");
        assertThat(first.findValuesAsText("value")).containsExactly("612.0", "720.0", "860.0", "11100.0", "1.0");

        long[] setups = {
            runs.get(1).at("/setup/setupId").asLong(),
            runs.get(0).at("/setup/setupId").asLong()
        };
        own.desk.go(own.app.url() + "/side-by-side?s=setup-" + setups[0] + "&s=setup-" + setups[1] + "&ref=1");
        own.desk.see("Film export");
        // A time is a time again, beside the other.
        own.desk.see("3:05:00");
        own.desk.see("14:20");
        own.desk.press("gain on reference");
        own.says("+13.3 %", "+42.6 %", "+33.1 %", "+23.0 %", "noise unknown", "channels one \u2192 two");
        own.desk.press("time saved");
        own.says("+24.9 %");
        own.desk.press("own unit");
        own.says("4:45 sooner", "42:30 sooner", "All tests together");
        String slip = own.get("/api/v1/setups/" + setups[1]).get("facts").toString();
        assertThat(slip).contains("1366 x 768");
        assertThat(own.get("/api/v1/setups/" + setups[0]).get("facts").findValuesAsText("value"))
                .contains("7.4.0");
    }

    @Test
    @Order(2)
    void aTableBecomesASuiteAndItsFactsSetups() throws IOException {
        Path table = Files.createTempFile("round", ".csv");
        Files.writeString(
                table,
                "Spring round\n\ndevice;kernel;memory;read (MB/s);export\nFen 13;7.4.0;8 GiB;1.204,5;3:24:10\n"
                        + "Fen 13;7.4.11;16 GiB;1.310,0;3:20:00\nNook 2;8.1.2;16 GB;987,5;n/a\n");
        own.bring(table);
        own.desk.see("the columns are named on line 3");
        own.makeSuite("Spring round");
        own.desk.see("1.204,5 is 1\u2009204.5");
        own.desk.press("Read the table");
        own.desk.see("5 to keep");
        own.desk.see("1 without a number");
        own.desk.press("Keep all that was understood");
        own.desk.see("3 runs kept");
        JsonNode runs = own.get("/api/v1/runs?size=3").get("rows");
        assertThat(runs.findValuesAsText("name")).contains("7.4.11, 16 GiB");

        // The same table with one number corrected: only that is new.
        Files.writeString(table, Files.readString(table).replace("987,5", "978,5"));
        own.bring(table);
        own.desk.see("the same settings are chosen");
        own.desk.press("Read the table");
        own.desk.see("1 to keep");
        own.desk.see("4 there already");
        own.desk.press("Throw it away");
        own.desk.see("thrown away");
        Files.delete(table);
    }

    /** Says of a test in the grid of a new suite that it is drawn from a curve. */
    private static void drawn(int test, String from, String what) {
        own.desk.press("More of test " + test);
        own.desk.pick("How test " + test + " comes about", from);
        own.desk.pick("What test " + test + " is of its curve", what);
    }

    /** Opens the curve of the suite that is being entered, and pastes a block into its first cell. */
    private static void curve(String first, String block) {
        own.enter();
        own.desk.press("Type the curve");
        own.desk.paste(By.cssSelector("input[aria-label='" + first + ", row 1']"), block);
    }

    @Test
    @Order(3)
    void twoDrivesBySize() {
        own.beginSuite("Siltwalk", "Best read|MB/s", "Best write|MB/s");
        drawn(1, "a curve along sizes", "its highest");
        drawn(2, "a curve along sizes", "its highest");
        own.desk.type("Curve of test 1", "read");
        own.desk.type("Curve of test 2", "write");
        own.desk.type("Decimals of test 1", "1");
        own.desk.type("Decimals of test 2", "1");
        own.keepSuite("Siltwalk");
        own.putDown("Loam X4", "drive", "Siltwalk 1", "Drive size|6 TB", "Tested in|Heron 3");
        curve(
                "size",
                "size\tread\twrite\n4 KiB\t17.20\t6.1\n8 KiB\t34.0\t12.2\n16 KiB\t28.4\t10.0\n"
                        + "64 KiB\t180.4\t190.6\n1 MiB\t612.4\t580.0\n16 MiB\t610.0\t579.9\n");
        own.desk.see("read: 6 points, 4 KiB to 16 MiB");
        own.desk.press("Put into the run");
        own.save();
        JsonNode run = own.runsOf("Siltwalk").get(0);
        // Digit for digit, in its order.
        assertThat(run.at("/series/0/typed/texts").toString())
                .isEqualTo("[\"17.20\",\"34.0\",\"28.4\",\"180.4\",\"612.4\",\"610.0\"]");
        assertThat(run.at("/run/readings").findValuesAsText("text")).containsExactly("612.4", "580.0");
        own.desk.go(own.app.url() + "/inside?suite=" + run.at("/run/suiteId").asText() + "&setup="
                + run.at("/run/setupId").asText());
        own.says("dips at 16 KiB", "612.4");
    }

    @Test
    @Order(4)
    void memoryWithOneToFourPages() {
        own.beginSuite("Footprint", "Packages|packages", "For each further page|MiB", "Boot|m:ss", "Sleeps|passed");
        drawn(2, "a curve along a count", "what each further one adds");
        own.desk.type("Curve of test 2", "memory");
        own.keepSuite("Footprint");
        own.putDown("Reedling OS 4", "something else", "Footprint 1", "Tested in|Heron 3");
        curve("count", "pages\tmemory\n1\t812\n2\t1075\n3\t1338\n4\t1601\n");
        own.desk.see("memory: 4 points, 1 to 4");
        own.desk.press("Put into the run");
        own.cell(0, 0, "1 815");
        own.cell(2, 0, "1:12");
        own.cell(3, 0, "passed");
        own.save();
        JsonNode run = own.runsOf("Footprint").get(0);
        assertThat(run.at("/run/readings").findValuesAsText("text"))
                .containsExactlyInAnyOrder("1 815", "263", "1:12", "passed");
        assertThat(run.at("/series/0/axisUnit").asText()).isEqualTo("{page}");
    }

    @Test
    @Order(5)
    void aReportIsPastedWholeWithTheSameLabelsUnderTwoHeadings() {
        own.describe(
                "Driveround",
                "Read, best case|MB/s",
                "Read, everyday|MB/s",
                "Write, best case|MB/s",
                "Write, everyday|MB/s",
                "Wait|ms");
        own.putDown("Peatline P1", "drive", "Driveround 1", "Drive size|480 GB");
        own.enter();
        own.desk.press("Paste what it printed");
        own.desk.type(
                "What the suite printed",
                "Driveround, drive 2\n== READ ==\n  best case    2 210 MB/s\n  everyday  260 MB/s (63476 ops/s)\n"
                        + "== WRITE ==\n  best case    1 480 MB/s\n  everyday  140 MB/s\n  pause 3.1 ms\n");
        own.desk.see("Put 4 into the grid");
        own.desk.waitFor(By.cssSelector("input[aria-label='What line 8 is']")).sendKeys("wait", Keys.ENTER);
        own.desk.see("Put 5 into the grid");
        own.desk.press("Put 5 into the grid");
        own.save();
        JsonNode run = own.runsOf("Driveround").get(0);
        assertThat(run.at("/run/readings").findValuesAsText("text"))
                .containsExactlyInAnyOrder("2 210", "260", "1 480", "140", "3.1");
        // What was said of a label is known the next time.
        own.enter();
        own.desk.press("Paste what it printed");
        own.desk.type("What the suite printed", "== WRITE ==\n  pause 2.9 ms\n");
        own.desk.see("Put 1 into the grid");
    }

    /** Changes one fact of the setup that is open, under a name of its own. */
    private static void changeTo(String name, String fact, String value) {
        own.desk.press("Change the setup");
        own.desk.see("Everything is taken over");
        own.desk.type("What did you change, in a few words?", name);
        own.desk.waitFor(By.cssSelector("[data-fact='0'] input")).sendKeys(fact, Keys.TAB);
        own.desk.type(fact, value);
        own.desk.press("Make this setup");
        own.desk.seeNot("Everything is taken over");
        own.desk.see(name);
    }

    @Test
    @Order(6)
    void oneMachineSeveralKernelsOnDifferentDays() {
        own.describe("Stones", "Stones|seconds", "Build, part two|seconds", "Film|seconds");
        own.putDown("Heron 3", "board", "Stones 1", "Kernel|6.1.0");
        String[][] measured = {{"141", "655", ""}, {"141.2", "640", "88"}, {"143", "621", "87.5"}};
        String[] kernels = {"6.1.0", "6.1.12", "6.2.3"};
        for (int i = 0; i < kernels.length; i++) {
            if (i > 0) {
                changeTo("kernel " + kernels[i], "Kernel", kernels[i]);
            }
            own.enter();
            own.desk.press("Day of the first repeat");
            own.desk.script(
                    "const d = document.querySelector(\"input[type='datetime-local']\");"
                            + "Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(d, arguments[0]);"
                            + "d.dispatchEvent(new Event('input', {bubbles: true}))",
                    "2026-0" + (3 + i) + "-10T21:00");
            for (int row = 0; row < 3; row++) {
                own.cell(row, 0, measured[i][row]);
            }
            if (measured[i][2].isEmpty()) {
                own.desk.type("Why Film, first repeat has no number", "no driver for that kernel");
            }
            own.save();
        }
        List<JsonNode> runs = own.runsOf("Stones");
        assertThat(runs).hasSize(3);
        assertThat(runs.get(0).at("/run/gaps/0/reason").asText()).isEqualTo("no driver for that kernel");
        assertThat(runs.stream().map(r -> r.at("/run/startedAt").asText().substring(0, 7)))
                .containsExactly("2026-03", "2026-04", "2026-05");
        own.desk.go(own.app.url() + "/versions?setup="
                + runs.get(2).at("/run/setupId").asText());
        for (String kernel : kernels) {
            own.desk.see(kernel);
        }
    }

    @Test
    @Order(7)
    void aTotalOfFourPartsBeforeAndAfterAnUpgrade() {
        own.beginSuite("Wholeround", "Processor|points", "Graphics|points", "Memory|points", "Drive|points");
        own.desk.choose("The total is", "the sum of the tests");
        own.keepSuite("Wholeround");
        own.putDown("Sedge 2", "laptop", "Wholeround 1", "System|Marram 14.2");
        own.type("2 380", "281", "240", "255");
        changeTo("system upgraded", "System", "Marram 15");
        own.type("2 441", "281", "239", "262");
        List<JsonNode> runs = own.runsOf("Wholeround");
        assertThat(runs.stream().map(r -> r.at("/run/readings").findValuesAsText("text")))
                .allSatisfy(texts -> assertThat(texts).containsAnyOf("3156", "3223"));
        own.desk.see("3\u2009223");
        own.desk.go(own.app.url() + "/side-by-side?s=setup-"
                + runs.get(1).at("/run/setupId").asText() + "&s=setup-"
                + runs.get(0).at("/run/setupId").asText() + "&basis=OWN_UNIT");
        own.says("+67 points", "+61 points", "\u22121 points", "+7 points", "noise unknown");
        String page = own.published(
                "What the upgrade did", "Take it.", "It gains 67 points in all, 61 of them in the processor.");
        assertThat(page)
                .contains("67 points in all", "3223", "noise unknown")
                .contains("rest on a single run, on one side at least", "Take it.");
    }

    @Test
    @Order(8)
    void aTabletWithAScoreOnAPictureAndSizesAsTheyAreWritten() throws IOException {
        own.describe("Handround", "Points|points", "Thickness|mm", "Weight|g", "Battery held|mAh", "Ports|text");
        own.putDown("Tern 6", "tablet", "Handround 1", "Display|2560 x 1600");
        Path picture = Files.createTempFile("score", ".png");
        Files.write(
                picture,
                java.util.Base64.getDecoder()
                        .decode(
                                "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg=="));
        own.enter();
        own.cell(0, 0, "163 400");
        own.cell(1, 0, "7.4 mm");
        own.cell(2, 0, "1 lb 2 oz");
        own.cell(3, 0, "3600 mAh");
        own.cell(4, 0, "two, one card slot");
        own.desk
                .waitFor(By.cssSelector("input[type=file][accept*='image/png']"))
                .sendKeys(picture.toString());
        own.desk.see("With the first repeat: score");
        own.save();
        JsonNode run = own.runsOf("Handround").get(0);
        assertThat(run.at("/run/readings").findValuesAsText("text"))
                .containsExactlyInAnyOrder("163 400", "7.4 mm", "1 lb 2 oz", "3600 mAh", "two, one card slot");
        // Eighteen ounces, in grams.
        assertThat(run.at("/run/readings").findValuesAsText("value")).contains("510.29141625");
        own.desk.go(own.app.url() + "/catalogue/models/"
                + own.get("/api/v1/setups/" + run.at("/run/setupId").asText())
                        .get("modelId")
                        .asText());
        own.desk.see("two, one card slot");
        Files.delete(picture);
    }

    @Test
    @Order(9)
    void aTableOfSizesIsOneRunAndItsColumnsASuite() throws IOException {
        own.putDown("Moss M2", "drive", "");
        Path table = Files.createTempFile("curve", ".csv");
        Files.writeString(table, "size,read,write\n4 KiB,17.2,6.1\n8 KiB,34.0,12.2\n1 MiB,339.90,119.7\n");
        own.bring(table);
        own.desk.see("This is the curve of one run: sizes down");
        own.desk.type("Measured on", "M2");
        own.desk.keys(Keys.ENTER);
        own.desk.type("Of which suite", "new suite");
        own.desk.keys(Keys.ENTER);
        own.desk.type("Name of the new suite", "Mosswalk");
        own.desk.see("Say in which unit read is.");
        own.desk.type("Unit of read", "MB/s");
        own.desk.type("Unit of write", "MB/s");
        own.desk.press("Keep it as a run");
        own.desk.see("Mosswalk");
        JsonNode run = own.runsOf("Mosswalk").get(0);
        assertThat(run.at("/series/0/typed/texts").toString()).isEqualTo("[\"17.2\",\"34.0\",\"339.90\"]");
        Files.delete(table);
    }

    @Test
    @Order(10)
    void aDirectionThatWasWrongIsCorrectedWithWhatItChanges() {
        long suite = own.runsOf("Driveround").get(0).at("/run/suiteId").asLong();
        own.desk.go(own.app.url() + "/catalogue/suites/" + suite + "/edit");
        own.desk.see("Seconds of rest");
        own.desk.pick("Better of test 2", "less");
        own.desk.press("Keep this suite");
        own.desk.see("Read, everyday: more is better \u2192 less is better");
        own.desk.press("Correct it");
        own.desk.see("Save the sheet");
        assertThat(own.get("/api/v1/sheets/" + suite)
                        .at("/suite/metrics/1/better")
                        .asText())
                .isEqualTo("LOWER");
    }

    @Test
    @Order(11)
    void aModelThatStandsThereTwiceBecomesOne() {
        own.putDown("Mos M2", "drive", "");
        long twice = 0;
        for (JsonNode model : own.get("/api/v1/models")) {
            twice = model.get("maker").asText().equals("Mos") ? model.get("id").asLong() : twice;
        }
        own.desk.go(own.app.url() + "/catalogue/models/" + twice);
        own.desk.press("It is the same as …");
        own.desk.type("The same as", "moss m2");
        own.desk.keys(Keys.ENTER);
        own.desk.press("Make it part of Moss M2");
        own.desk.see("Mos M2 is part of Moss M2 now.");
        assertThat(own.get("/api/v1/models").findValuesAsText("maker")).doesNotContain("Mos");
    }

    @Test
    @Order(20)
    void theNewViewsHaveNoFaultThatToolsForAccessibilityFind() {
        own.desk.requireAccessible(own.app.url() + "/desk/new", "Its name is enough");
        own.desk.requireAccessible(own.app.url() + "/catalogue/suites/new", "A row for each number");
        own.desk.requireAccessible(own.app.url() + "/catalogue/import", "Bring a table");
        long suite = own.runsOf("Driveround").get(0).at("/run/suiteId").asLong();
        own.desk.requireAccessible(own.app.url() + "/catalogue/suites/" + suite + "/edit", "Seconds of rest");
        own.desk.requireAccessible(own.app.url() + "/catalogue/suites/" + suite + "/edit?as=text", "Nothing is wrong");
        long sitting = own.get("/api/v1/sittings").get(0).get("sitting").asLong();
        own.desk.requireAccessible(own.app.url() + "/desk/" + sitting + "?slip=open", "Facts of this setup");
    }
}
