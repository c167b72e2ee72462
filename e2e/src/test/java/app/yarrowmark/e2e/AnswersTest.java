package app.yarrowmark.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/** What a reviewer asks of numbers of their own is answered on the screen, in words. */
class AnswersTest {

    private static OwnDesk own;

    @BeforeAll
    static void start() {
        own = OwnDesk.begin();
    }

    @AfterAll
    static void stop() {
        own.close();
    }

    /** Brings a table of a suite that is not there yet, and keeps all of it; returns its setups by their names. */
    private static Map<String, Long> bring(String suite, String... lines) throws IOException {
        Path file = Files.writeString(
                Files.createTempDirectory("table").resolve(suite + ".csv"), String.join("\n", lines) + "\n");
        own.takeIn(file, suite);
        Map<String, Long> setups = new LinkedHashMap<>();
        for (JsonNode run : own.runsOf(suite)) {
            JsonNode setup = run.get("setup");
            setups.put(
                    setup.get("maker").asText() + " " + setup.get("model").asText() + ", "
                            + setup.get("name").asText(),
                    run.at("/run/setupId").asLong());
        }
        return setups;
    }

    /** Puts setups beside each other, the last one the reference. */
    private static void sideBySide(String more, Map<String, Long> setups, String... names) {
        StringBuilder address = new StringBuilder(own.app.url() + "/side-by-side?ref=" + (names.length - 1) + more);
        for (String name : names) {
            address.append("&s=setup-").append(setups.get(name));
        }
        own.desk.go(address.toString());
        own.desk.see("matters from");
        own.desk.see("tests");
    }

    /** A driver that will not install before, and what is held at the display after. */
    @Test
    void aBoardBeforeAndAfterADriver() throws IOException {
        Map<String, Long> s = bring(
                "Leafscenes",
                "device,kind,graphics driver,refresh rate,Canvas (points),Web scenes (points),Window (frames/s),Smooth scroll,Film decoding",
                "Sedge Board 3,board,none,75 Hz,640,150,1204,failed,failed",
                "Sedge Board 3,board,Millet 4.1,75 Hz,905,610,75.0,passed,failed",
                "Sedge Board 3,board,Millet 4.1,75 Hz,906,612,74.9,passed,failed");
        sideBySide("&basis=TIMES_AS_FAST", s, "Sedge Board 3, Millet 4.1", "Sedge Board 3, as shipped");
        own.says(
                "graphics driver none \u2192 Millet 4.1",
                "\u00d71.41",
                "\u00d74.07",
                "held at the display\u2019s 75 Hz",
                "failed 2 of 2",
                "passed 2 of 2");
    }

    @Test
    void twoSystemReleasesInTwentySixTests() throws IOException {
        StringBuilder head = new StringBuilder("device,kind,system,compiler,kernel,protections");
        StringBuilder older = new StringBuilder("Heron 9,desktop,Marram 14,cc 12,7.1,on");
        StringBuilder newer = new StringBuilder("Heron 9,desktop,Marram 15,cc 13,7.6,on");
        String[] kinds = {"pack (MB/s)", "export (s)", "picture (MB/s)", "page (ms)", "join (rows/s)"};
        for (int i = 1; i <= 26; i++) {
            head.append(",Part ").append(i).append(" ").append(kinds[i % 5]);
            // The last is a few steps of its last digit; 13 are a tenth faster, the others even.
            double before = i == 26 ? 0.002 : 100;
            boolean time = i % 5 == 1 || i % 5 == 3;
            double after = i == 26 ? 0.005 : i % 2 == 0 ? time ? 90 : 110 : 100;
            older.append(",").append(before);
            newer.append(",").append(after);
        }
        Map<String, Long> s = bring("Broadround", head.toString(), older.toString(), newer.toString());
        String after = s.keySet().stream()
                .filter(n -> n.contains("Marram 15"))
                .findFirst()
                .orElseThrow();
        sideBySide("", s, after, "Heron 9, as shipped");
        own.says(
                "All tests together",
                "26 of 26 tests on both sides",
                "as read 12 ahead, 1 behind",
                "system Marram 14 \u2192 Marram 15",
                "compiler cc 12 \u2192 cc 13",
                "Without Broadround, Part 26 export",
                "noise unknown");
        own.desk.press("18 more");
        own.says("of little");
    }

    @Test
    void twoCheapLaptopsInTheBrowser() throws IOException {
        Map<String, Long> s = bring(
                "Webround",
                "device,kind,memory,Page work (points),Page work 2 (points),Apps (runs/min),Scripts (points),Scenes (points)",
                "Dune Book 11,laptop,4 GiB,18260,31350,166,8.05,146.2",
                "Moor Book 12,laptop,8 GiB,20410,39880,171,8.31,171.4");
        sideBySide("", s, "Moor Book 12, as shipped", "Dune Book 11, as shipped");
        own.says("+11.8 %", "+27.2 %", "+3.0 %", "+3.2 %", "+17.2 %", "+12.1 %", "not meant: memory", "noise unknown");
    }

    @Test
    void aPhoneInARankingOfNine() throws IOException {
        String[] lines = new String[10];
        lines[0] = "device,kind,memory,source,Drift total (points),Drift one thread (points)";
        for (int i = 1; i <= 9; i++) {
            lines[i] = "Brackwater Call " + i + ",phone," + (i % 2 == 0 ? 8 : 12) + " GiB,Fieldpaper," + (900 + 61 * i)
                    + "," + (300 + 17 * i);
        }
        bring("Drift", lines);
        own.rank("Drift total", "&kind=PHONE");
        own.says("All 9 in the pool have it", "Brackwater Call 5", "1 449", "39");
        assertThat(own.desk.take("SVG", "image/svg+xml"))
                .contains("Drift", "1\u2009144", "Brackwater Call 4", "All 9 in the pool");
    }

    @Test
    void aChipAgainstItsOpponents() throws IOException {
        Map<String, Long> s = bring(
                "Chipround",
                "device,kind,boost,price,Numbers (points),Pack (MB/s),Graphics (points)",
                "Kestrel K4,processor,off,210 EUR,1000,201,500",
                "Kestrel K4,processor,off,210 EUR,1004,203,503",
                "Kestrel K4,processor,on,210 EUR,1074,216,501",
                "Kestrel K4,processor,on,210 EUR,1078,217,502",
                "Kestrel K4s,processor,off,250 EUR,1009,203,655",
                "Kestrel K4s,processor,off,250 EUR,1013,204,657",
                "Plover 7,processor,on,260 EUR,1180,240,610");
        sideBySide(
                "", s, "Kestrel K4, on", "Kestrel K4s, as shipped", "Plover 7, as shipped", "Kestrel K4, as shipped");
        own.says("+7.4 %", "undecided", "+30.8 %", "610");
        own.desk.go(own.app.url() + "/standings?by=value&kind=PROCESSOR");
        own.says("Kestrel K4s", "250");
    }

    @Test
    void twoBuildsOfABrowser() throws IOException {
        Map<String, Long> s = bring(
                "Builds",
                "device,kind,browser,build,Pages (points),Apps (points),Scripts (points)",
                "Fen Book 9,laptop,Gannet 88,translated,88.4,244.1,112",
                "Fen Book 9,laptop,Gannet 88,native,151.2,640.5,198");
        sideBySide("&basis=TIMES_AS_FAST", s, "Fen Book 9, native", "Fen Book 9, as shipped");
        own.says("build translated \u2192 native", "\u00d71.71", "\u00d72.62", "\u00d71.77", "\u00d71.99");
    }

    @Test
    void twoChipsTimesTwoSystems() throws IOException {
        Map<String, Long> s = bring(
                "Fieldgames",
                "device,kind,processor,system,Gorge 64 bit (frames/s),Gorge 64 bit slowest hundredth (frames/s),Gorge 32 bit (frames/s),Meadow (frames/s)",
                "Heron A,desktop,Kestrel K4,Marram 14,80,51,77,120",
                "Heron A,desktop,Kestrel K4,Skerry 4,72,44,n/a,111",
                "Heron B,desktop,Plover 7,Marram 14,100,66,95,139",
                "Heron B,desktop,Plover 7,Skerry 4,93,57,n/a,131");
        sideBySide("", s, "Heron A, Skerry 4", "Heron A, as shipped", "Heron B, Skerry 4", "Heron B, as shipped");
        own.says(
                "means over the tests that all four have",
                "3 of 4 tests in all of them",
                "Skerry 4 against Marram 14",
                "the table has \"n/a\"",
                "Gorge 32 bit");
        assertThat(own.desk.take("Data as CSV", "text/csv")).contains("Gorge 64 bit", "{frame}/s", "100");
    }

    @Test
    void oneGenerationToTheNext() throws IOException {
        Map<String, Long> s = bring(
                "Genround",
                "device,kind,drive size,Processor one thread (points),Processor all threads (points),Graphics (points),Film export,Pictures export,Drive read (MB/s)",
                "Alder 3,laptop,2 TB,1702,7402,21440,5:12,2:06,3310",
                "Alder 4,laptop,512 GB,1890,8710,29310,3:44,2:01,1640");
        sideBySide("", s, "Alder 4, as shipped", "Alder 3, as shipped");
        own.says("+11.0 %", "+17.7 %", "+36.7 %", "not meant: drive size", "3:44", "Without Genround, Drive read");
        own.desk.press("time saved");
        own.says("+28.2 %", "means are the gain on the reference");
        own.desk.press("own unit");
        own.says("1:28 sooner");
        assertThat(own.desk.take("SVG", "image/svg+xml"))
                .contains("Genround 1", "drive size 2 TB \u2192 512 GB", "Film export");
    }

    /** A column that no fact is called by is a fact of this desk; without it both would be repeats of one setup. */
    @Test
    void aSuiteInItsPartsAmongFortyOthers() throws IOException {
        String[] lines = new String[43];
        lines[0] = "device,kind,recording,source,Whole total (points),Whole processor (points),Whole graphics (points)";
        for (int i = 1; i <= 40; i++) {
            lines[i] = "Rank Tower " + i + ",desktop,off,Reedbank," + (3000 + 97 * i) + ","
                    + (1000 + 31 * ((i * 7) % 41)) + "," + (2000 + 53 * i);
        }
        lines[41] = "Own Tower 1,desktop,off,,5730,2010,3600";
        lines[42] = "Own Tower 1,desktop,on,,5410,1900,3400";
        Map<String, Long> s = bring("Whole", lines);
        own.rank("Whole total", "");
        own.says("in the pool have it", "5 730");
        sideBySide("", s, "Own Tower 1, on", "Own Tower 1, as shipped");
        own.says("recording off \u2192 on", "\u22125.6 %", "\u22125.5 %");
    }
}
