package app.yarrowmark.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.junit.jupiter.api.Assumptions;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;

/** Devices that measure: two at once, secure and plain, and what goes wrong while they do. */
class MeasuringTest extends DemoDesk {

    private static final Path FOLDER = Path.of("target", "measuring").toAbsolutePath();

    @Override
    String[] options() {
        return new String[] {"--lan"};
    }

    @Test
    @Order(1)
    void twoDevicesMeasureAtOnceOneOfThemOverPlainHttp() {
        JsonNode lan = app.get("/api/v1/lan", token);
        Assumptions.assumeFalse(lan.get("addresses").isEmpty(), "this computer has no address on a network");
        String secure = lan.get("addresses").get(0).asText();
        String plain = secure.replace("https:", "http:").replace(":" + (app.port() + 1), ":" + app.port());
        long first = sitting("first", "rootweb", "stemweb", "bract");
        long second = sitting("second", "rootweb", "umbel");

        try (Browser tablet = Browser.open(768, 1024);
                Browser phone = Browser.open(360, 640)) {
            tablet.go(secure + "/d/" + code(first) + "?size=tiny");
            phone.go(plain + "/d/" + code(second) + "?size=tiny");
            phone.see("Reduced here");
            phone.see("Root in the browser is left out: browsers give private files to secure pages only.");
            tablet.see("Start");
            assertThat(tablet.body()).doesNotContain("Reduced here");
            assertThat(tablet.script("return [crossOriginIsolated, isSecureContext].join()"))
                    .isEqualTo("true,true");
            phone.press("Start");
            tablet.press("Start");
            phone.waitUntil(
                    "the phone to be done",
                    Duration.ofMinutes(2),
                    () -> phone.body().contains("Everything planned"));
            tablet.waitUntil(
                    "the tablet to be done",
                    Duration.ofMinutes(2),
                    () -> tablet.body().contains("Everything planned"));
            tablet.waitUntil("all to be sent", () -> tablet.count("[data-state=sent]") == 3);
            phone.see("the browser has its private files on secure pages only");
            assertThat(phone.script("return document.documentElement.scrollWidth"))
                    .isEqualTo(360L);
        }
        assertThat(readings(first, "rootweb")).contains("write.long", "flush", "files", "sweep.read");
        assertThat(readings(first, "stemweb")).hasSizeGreaterThanOrEqualTo(16).contains("seals.all");
        // Whether a busy machine plays a clip in time is no matter of this test; that it says so is.
        assertThat(runs(first, "bract"))
                .isNotEmpty()
                .allMatch(r -> r.get("state").asText().equals("SET_ASIDE")
                        || r.get("reason").asText().contains("of the frames were dropped"));
        assertThat(readings(second, "umbel")).hasSizeGreaterThanOrEqualTo(13).contains("wasm", "store", "streams");
        assertThat(states(second, "rootweb")).containsOnly("FAILED");
    }

    @Test
    @Order(1)
    void heldAcrossNothingThatMattersIsOutOfSight() {
        long across = sitting("across", "stemweb");
        try (Browser phone = Browser.open(640, 360)) {
            phone.go(app.url() + "/d/" + code(across) + "?size=tiny");
            phone.see("Start here, or on the Desk.");
            assertThat(bottom(phone, "Start")).isLessThanOrEqualTo(360);
            phone.press("Start");
            phone.waitUntil("it to measure", () -> phone.count("[role=progressbar]") == 1);
            assertThat(bottom(phone, "Stop")).isLessThanOrEqualTo(360);
            assertThat(bottom(phone, "Pause")).isLessThanOrEqualTo(360);
            assertThat(phone.script("return document.documentElement.scrollWidth"))
                    .isEqualTo(640L);
            phone.press("Stop");
            phone.see("Stopped on the device.");
        }
    }

    /** Where a button ends, in pixels from the top of what is seen. */
    private static long bottom(Browser page, String button) {
        return ((Number) page.script(
                        "return Math.ceil([...document.querySelectorAll('button')]"
                                + ".find(b => b.innerText === arguments[0]).getBoundingClientRect().bottom)",
                        button))
                .longValue();
    }

    @Test
    @Order(2)
    void theDeskShowsWhereDevicesGoAndWhatToCompare() {
        JsonNode lan = app.get("/api/v1/lan", token);
        Assumptions.assumeFalse(lan.get("addresses").isEmpty(), "this computer has no address on a network");
        desk.go(app.url() + "/desk/" + sitting("third", "stem", "umbel"));
        desk.see("third");
        desk.see("Run on this device");
        desk.see("Umbel");
        desk.keys("r");
        desk.see("Its browser will warn");
        assertThat(desk.text("[data-testid=fingerprint]"))
                .isEqualTo(lan.get("fingerprint").asText());
        assertThat(desk.text("[role=dialog]"))
                .contains(lan.get("addresses").get(0).asText() + "/d/")
                .contains("--fingerprint " + lan.get("fingerprint").asText().replace(":", ""));
    }

    @Test
    @Order(3)
    void aRunnerPairsOverHttpsByTheFingerprintAndNeedsNoCodeAfter() {
        JsonNode lan = app.get("/api/v1/lan", token);
        Assumptions.assumeFalse(lan.get("addresses").isEmpty(), "this computer has no address on a network");
        String server = lan.get("addresses").get(0).asText();
        String code = code(sitting("fourth", "leaf"));
        assertThat(App.run("runner", "pair", "--server", server, "--code", code))
                .contains("is not known; give its fingerprint")
                .endsWith("exit 1");
        String print = lan.get("fingerprint").asText();
        assertThat(App.run("runner", "pair", "--server", server, "--code", code, "--fingerprint", print))
                .contains("Paired with " + server)
                .endsWith("exit 0");
        assertThat(App.run("runner", "run", "--size", "tiny", "--repeats", "1", "--json"))
                .contains("\"event\":\"facts\"", "\"event\":\"progress\"", "\"delivery\":\"sent\"")
                .endsWith("exit 0");
    }

    @Test
    @Order(4)
    void aKilledRunnerLeavesNoFileAndNoScore() throws Exception {
        Path out = Files.createTempDirectory(Files.createDirectories(FOLDER), "killed")
                .resolve("runs");
        Process runner = App.script(List.of(
                "runner",
                "run",
                "--suites",
                "root",
                "--repeats",
                "1",
                "--out",
                out.toString(),
                "--folder",
                "" + FOLDER));
        await("the file to be there", () -> leftovers() > 0);
        runner.destroyForcibly().waitFor();
        await("the file to be gone", () -> leftovers() == 0);
        assertThat(out).doesNotExist();
    }

    @Test
    @Order(5)
    void aStoppedRunnerKeepsWhatItMeasuredSetAside() throws Exception {
        Path out = Files.createTempDirectory(Files.createDirectories(FOLDER), "stopped");
        Process runner = App.script(List.of(
                "runner",
                "run",
                "--suites",
                "root",
                "--repeats",
                "1",
                "--json",
                "--out",
                out.toString(),
                "--folder",
                "" + FOLDER));
        await("the file to be there", () -> leftovers() > 0);
        // Not by the process itself, which would close its output too.
        runner.toHandle().destroy();
        String said = new String(runner.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(runner.waitFor(20, TimeUnit.SECONDS)).isTrue();
        assertThat(said).contains("\"state\":\"SET_ASIDE\"", "\"reason\":\"stopped at the keyboard\"");
        assertThat(leftovers()).isZero();
        try (Stream<Path> files = Files.list(out)) {
            assertThat(files).hasSize(1);
        }
    }

    @Test
    @Order(6)
    void aFolderInMemoryGivesNoScore() {
        Assumptions.assumeTrue(Files.isWritable(Path.of("/dev/shm")));
        Path out = FOLDER.resolve("memory");
        String said = App.run(
                "runner",
                "run",
                "--suites",
                "root",
                "--repeats",
                "1",
                "--size",
                "tiny",
                "--out",
                "" + out,
                "--folder",
                "/dev/shm");
        assertThat(said)
                .contains("failed: the folder /dev/shm is kept in memory", "0 readings")
                .endsWith("exit 3");
    }

    @Test
    @Order(7)
    void aDriveThatTakesNoMoreFailsTheRunAndLeavesNothingBehind() throws Exception {
        Path out = Files.createTempDirectory(Files.createDirectories(FOLDER), "full");
        // A file may grow to 2 MiB here; the one to measure on would have 16.
        String said = App.command(
                "bash",
                "-c",
                "ulimit -f 2048; exec " + App.ROOT.resolve("yarrowmark") + " runner run --suites root --repeats 1"
                        + " --size tiny --out " + out + " --folder " + FOLDER);
        assertThat(said).contains("failed: the drive refused: ", "0 readings").endsWith("exit 3");
        assertThat(leftovers()).isZero();
    }

    @Test
    @Order(8)
    void aFolderThatCannotBeWrittenIsSaidBeforeAnythingRuns() {
        String said = App.run("runner", "run", "--suites", "root", "--out", "" + FOLDER, "--folder", "/proc");
        assertThat(said)
                .contains("--folder /proc is no folder that can be written")
                .endsWith("exit 1");
    }

    @Test
    @Order(9)
    void theDeskStartsTheDeviceThatWaitsWhichDrawsThroughWebGpu() {
        long sitting = sitting("fifth", "petalgpu");
        try (Browser tablet = Browser.open(768, 1024, "--enable-unsafe-webgpu")) {
            tablet.go(app.url() + "/d/" + code(sitting) + "?size=tiny");
            tablet.see("Start here, or on the Desk.");
            desk.go(app.url() + "/desk/" + sitting);
            desk.press("Start");
            tablet.waitUntil(
                    "the tablet to be done",
                    Duration.ofMinutes(2),
                    () -> tablet.body().contains("Everything planned"));
            tablet.waitUntil("all to be sent", () -> tablet.count("[data-state=sent]") == 1);
        }
        assertThat(readings(sitting, "petalgpu"))
                .contains("shading", "instances", "streaming", "particles", "layers", "total");
    }

    @Test
    @Order(10)
    void aRunnerWaitsForTheDesk() throws Exception {
        long sitting = sitting("sixth", "leaf");
        Process runner = App.script(List.of(
                "runner",
                "run",
                "--wait",
                "--server",
                app.url(),
                "--code",
                code(sitting),
                "--size",
                "tiny",
                "--repeats",
                "1"));
        await(
                "the runner to wait",
                () -> app.get("/api/v1/sittings/" + sitting, token)
                        .get("waiting")
                        .asBoolean());
        app.send("POST", "/api/v1/sittings/" + sitting + "/start", token, "");
        String said = new String(runner.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(said).contains("Waiting for the start on the Desk.", "Leaf");
        assertThat(runner.waitFor()).isZero();
        assertThat(runs(sitting, "leaf")).hasSize(1);
    }

    private long sitting(String setup, String... suites) {
        List<String> ids = new ArrayList<>();
        JsonNode all = app.get("/api/v1/suites", token);
        for (String suite : suites) {
            for (JsonNode one : all) {
                if (one.get("key").asText().equals(suite)) {
                    ids.add(one.get("id").asText());
                }
            }
        }
        JsonNode models = app.get("/api/v1/models", token);
        long unit = 0;
        for (JsonNode model : models) {
            boolean laptop = model.get("kind").asText().equals("LAPTOP");
            unit = laptop ? model.get("units").get(0).get("id").asLong() : unit;
        }
        String body =
                "{\"unitId\":" + unit + ",\"setup\":\"" + setup + "\",\"suites\":[" + String.join(",", ids) + "]}";
        return App.json(app.send("POST", "/api/v1/sittings", token, body).body())
                .get("sitting")
                .asLong();
    }

    private String code(long sitting) {
        return App.json(app.send("POST", "/api/v1/sittings/" + sitting + "/codes", token, "")
                        .body())
                .get("code")
                .asText();
    }

    private List<JsonNode> runs(long sitting, String suite) {
        List<JsonNode> found = new ArrayList<>();
        for (JsonNode row : app.get("/api/v1/sittings/" + sitting, token).get("rows")) {
            if (row.get("suite").get("key").asText().equals(suite)) {
                row.get("runs").forEach(found::add);
            }
        }
        assertThat(found).as(suite).isNotEmpty();
        return found;
    }

    private List<String> states(long sitting, String suite) {
        return runs(sitting, suite).stream().map(r -> r.get("state").asText()).toList();
    }

    private List<String> readings(long sitting, String suite) {
        List<String> metrics = new ArrayList<>();
        runs(sitting, suite)
                .get(0)
                .get("readings")
                .forEach(r -> metrics.add(r.get("metric").asText()));
        return metrics;
    }

    private static long leftovers() throws IOException {
        try (Stream<Path> all = Files.list(FOLDER)) {
            return all.filter(p -> p.getFileName().toString().startsWith("yarrowmark-root-"))
                    .count();
        }
    }

    private interface Check {
        boolean holds() throws IOException;
    }

    private static void await(String what, Check check) throws Exception {
        Instant end = Instant.now().plusSeconds(40);
        while (!check.holds()) {
            assertThat(Instant.now()).as("waited for " + what).isBefore(end);
            Thread.sleep(50);
        }
    }
}
