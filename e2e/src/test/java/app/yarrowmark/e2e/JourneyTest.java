package app.yarrowmark.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;

/**
 * One device on its way from the desk to its place in the standings: run natively in a real process, run in a real
 * browser, typed in, looked up in the ledger, and placed. The steps build on each other.
 */
class JourneyTest extends DemoDesk {

    @Test
    @Order(1)
    void putsANewDeviceOnTheDesk() {
        desk.keys("n");
        desk.see("Its name is enough to begin");
        desk.type("Model", "Ostrel Weir 16");
        desk.press("laptop");
        // The last laptop had other suites: these are wanted.
        List<String> wanted =
                List.of("Stem 2", "Leaf 2", "Root 2", "Petal 2", "Umbel 3", "Kernmill 3", "Lumenwalk 2", "Siltpath 1");
        desk.waitUntil(
                "the suites of the last laptop", () -> desk.count("form [role=checkbox][aria-checked=true]") > 2);
        By ticked = By.cssSelector("fieldset [role=checkbox][aria-checked=true]");
        for (int left = desk.count("fieldset [role=checkbox][aria-checked=true]"); left > 0; left--) {
            int before = left;
            desk.waitFor(ticked).click();
            desk.waitUntil(
                    "one fewer to be ticked", () -> desk.count("fieldset [role=checkbox][aria-checked=true]") < before);
        }
        for (String suite : wanted) {
            desk.waitFor(By.xpath("//label[starts-with(normalize-space(.),'" + suite + "')]"))
                    .click();
        }
        desk.press("Put it on the desk");
        desk.see("Facts of this setup");
        desk.press("Leave it");

        desk.see("Ostrel Weir 16");
        desk.see("Eight suites left");
        desk.see("Nothing is known of it yet");
        assertThat(desk.text("nav[aria-label='Devices on the desk'] a[aria-current=true]"))
                .contains("Weir 16");
    }

    @Test
    @Order(2)
    void runsNativelyAndIsSeenLive() throws Exception {
        String code = newCode();
        Process runner = App.script(List.of(
                "runner",
                "run",
                "--server",
                app.url(),
                "--code",
                code,
                "--size",
                "tiny",
                "--repeats",
                "1",
                "--folder",
                Path.of("target").toAbsolutePath().toString()));

        desk.waitFor(By.cssSelector("[role=progressbar]"));
        String said = new String(runner.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(runner.waitFor()).as(said).isZero();
        assertThat(said).contains("Joined the desk: Ostrel Weir 16, as shipped", "Stem, 1 time", "sent: ");

        // The runner read what it could; what it could not is there with its reason.
        desk.see("Threads");
        desk.see("no standard way to read it");
        desk.waitUntil("three suites to show a run", () -> desk.count("svg[aria-label*='set aside']") >= 3);
    }

    @Test
    @Order(3)
    void bringsTheTrialRunsBackInTheLedger() {
        desk.keys("g", "l");
        desk.see("set aside");
        desk.choose("State", "set aside");
        desk.choose("Device", "Ostrel Weir 16");
        desk.waitUntil("three runs to be listed", () -> desk.count("[data-testid=ledger] tbody tr") == 3);
        for (int left = 3; left > 0; left--) {
            int before = left;
            desk.waitFor(By.cssSelector("[data-testid=ledger] tbody tr")).click();
            desk.waitFor(By.cssSelector("[data-testid=reason]"));
            desk.see("Samples of");
            desk.press("Bring back");
            desk.waitUntil(
                    "the run to leave the list", () -> desk.count("[data-testid=ledger] tbody tr") == before - 1);
            desk.see("brought back");
        }
        assertThat(desk.address()).contains("state=SET_ASIDE");
    }

    @Test
    @Order(4)
    void runsInTheBrowserOfTheDevice() {
        goToDesk();
        String code = newCode();
        try (Browser phone = Browser.open(390, 844)) {
            phone.go(app.url() + "/d?size=tiny");
            phone.see("Type the code");
            phone.type("Code", "zzz zz9");
            phone.press("Join");
            phone.see("There is no code ZZZZZ9");
            phone.type("Code", code);
            phone.press("Join");
            phone.see("Ostrel Weir 16");
            phone.see("Graphics are drawn by the processor here");
            assertThat(phone.script("return crossOriginIsolated")).isEqualTo(true);
            phone.press("Start");
            phone.see("Keep this page in front");
            phone.see("Everything planned was run");
            phone.waitUntil("everything to be sent", () -> phone.count("[data-state=sent]") == 2);
            assertThat(phone.script("return document.documentElement.scrollWidth"))
                    .isEqualTo(390L);
        }
        desk.see("Browser");
        for (JsonNode run : runs("SET_ASIDE")) {
            String id = run.get("id").asText();
            assertThat(run.get("reason").asText()).startsWith("tiny work size");
            assertThat(app.send("POST", "/api/v1/runs/" + id + "/bring-back", token, "")
                            .statusCode())
                    .isEqualTo(200);
        }
        desk.waitUntil("five suites to have a score", () -> desk.count("[data-mark=focus]") == 5);
    }

    @Test
    @Order(5)
    void aLostConnectionKeepsTheRunAndAHiddenPageSetsItAside() {
        String code = newCode();
        try (Browser phone = Browser.open(360, 640)) {
            phone.go(app.url() + "/d/" + code + "?size=tiny");
            phone.see("Ostrel Weir 16");
            phone.cdp("Network.enable", Map.of());
            offline(phone, true);
            phone.press("Start");
            phone.see("wait here until the server can be reached");
            phone.see("kept here");
            int kept = runs("SET_ASIDE").size();
            phone.script("window.sentTwice = JSON.parse(localStorage.getItem('yarrowmark.outbox'))");
            offline(phone, false);
            phone.waitUntil("everything to be sent", () -> phone.count("[data-state=sent]") == 2);
            // The same runs once more, as after an answer that got lost: still kept once.
            int sent = runs("SET_ASIDE").size();
            assertThat(sent - kept).isEqualTo(6);
            phone.script("localStorage.setItem('yarrowmark.outbox', JSON.stringify(window.sentTwice))");
            phone.waitUntil(
                    "the outbox to be empty",
                    () -> "[]".equals(phone.script("return localStorage.getItem('yarrowmark.outbox')")));
            assertThat(runs("SET_ASIDE")).hasSize(sent);

            phone.press("Back");
            phone.press("Start");
            phone.see("Keep this page in front");
            phone.script("Object.defineProperty(document, 'hidden', {value: true, configurable: true});"
                    + "document.dispatchEvent(new Event('visibilitychange'))");
            phone.see("Page was hidden");
        }
        List<JsonNode> aside = runs("SET_ASIDE");
        assertThat(aside).anyMatch(r -> r.get("reason").asText().equals("page was hidden"));
    }

    @Test
    @Order(6)
    void typesInSuitesFromElsewhereByKeyboard() {
        goToDesk();
        desk.keys("e");
        desk.see("Type digits as you read them");
        desk.keys("2101", Keys.ENTER, "-4", Keys.ENTER, "866", Keys.ENTER, Keys.ENTER);
        desk.keys("2 108", Keys.ENTER, "471", Keys.ENTER, "859,0", Keys.chord(Keys.CONTROL, Keys.ENTER));
        desk.see("second repeat: Sieve: must be more than 0");
        desk.waitUntil(
                "one repeat to be saved", () -> desk.count("table[aria-label='Scores of Kernmill'] thead a") == 1);
        desk.script("document.querySelector('[data-cell=\"1.0\"]').focus()");
        desk.keys(Keys.chord(Keys.CONTROL, "a"), "468", Keys.chord(Keys.CONTROL, Keys.ENTER));
        desk.seeNot("Type digits as you read them");

        desk.keys("e");
        desk.see("2\u2009108");
        desk.see("859,0");
        desk.keys(Keys.ESCAPE);
        enter("lumenwalk", "shore=31.4", "dusk=46.2", "canopy=21.8");
        enter("siltpath", "read=1810", "write=960", "archive=88.4");
    }

    @Test
    @Order(7)
    void seesWhereItStands() {
        desk.keys("g", "r");
        desk.see("Overall, 35 setups");
        desk.waitUntil("the device to be marked", () -> desk.count("tr[data-focus=true]") == 1);
        assertThat(desk.text("tr[data-focus=true]")).contains("Ostrel Weir 16");
        assertThat(desk.text("[data-testid=focus-sentence]"))
                .contains("Weir 16 is ")
                .contains(" of 35");
        assertThat(desk.address()).contains("focus=");

        desk.choose("Tests", "Drive");
        desk.see("Drive, ");
        desk.press("Pool: everything as shipped");
        desk.choose("Kind of device", "Phones");
        desk.keys(Keys.ESCAPE);
        desk.see("Weir 16 is not in this pool, or has no score here yet");
        assertThat(desk.address()).contains("group=STORAGE").contains("kind=PHONE");
        desk.script("history.back()");
        desk.waitUntil("the device to be marked again", () -> desk.count("tr[data-focus=true]") == 1);
    }

    @Test
    @Order(8)
    void oneSetAsideWithAReasonCanBeUndone() {
        desk.go(app.url() + "/ledger?state=DONE");
        desk.see("Kernmill");
        desk.waitFor(By.cssSelector("[data-testid=ledger] tbody tr")).click();
        desk.press("Set aside");
        desk.type("Why does it not count?", "a backup was running");
        desk.keys(Keys.ENTER);
        desk.see("A backup was running");
        desk.press("Undo");
        desk.see("brought back");
    }

    @Test
    @Order(9)
    void everythingCanBeReachedByKeyboardAndTurnedDark() {
        desk.go(app.url() + "/desk");
        desk.see("Run on this device");
        desk.keys("?");
        desk.see("Put a device on the desk");
        desk.keys(Keys.ESCAPE);
        desk.press("Light or dark");
        assertThat(desk.script("return getComputedStyle(document.querySelector('main')).backgroundColor"))
                .isEqualTo("rgb(23, 30, 27)");
    }

    @Test
    @Order(10)
    void noViewHasAFaultThatToolsForAccessibilityFind() {
        for (String view : List.of("/desk", "/desk/new", "/standings", "/ledger")) {
            desk.requireAccessible(app.url() + view, "on the desk");
        }
        desk.requireAccessible(app.url() + "/d", "Type the code");
    }

    private void goToDesk() {
        desk.keys("g", "d");
        desk.see("Run on this device");
        desk.see("Ostrel Weir 16");
    }

    /** Opens the way to run, reads the code, and closes it again. */
    private String newCode() {
        desk.keys("r");
        desk.see("A code lets one device report");
        String code = desk.text("[data-testid=pairing-code]").replace(" ", "");
        assertThat(desk.text("[role=dialog]")).contains("/d/" + code);
        desk.keys(Keys.ESCAPE);
        desk.seeNot("A code lets one device report");
        return code;
    }

    private List<JsonNode> runs(String state) {
        JsonNode models = app.get("/api/v1/models", token);
        long model = 0;
        for (JsonNode m : models) {
            model = m.get("name").asText().equals("Weir 16") ? m.get("id").asLong() : model;
        }
        JsonNode rows = app.get("/api/v1/runs?size=200&state=" + state + "&model=" + model, token)
                .get("rows");
        return List.of(rows.isEmpty() ? new JsonNode[0] : toArray(rows));
    }

    private static JsonNode[] toArray(JsonNode rows) {
        JsonNode[] all = new JsonNode[rows.size()];
        for (int i = 0; i < all.length; i++) {
            all[i] = rows.get(i);
        }
        return all;
    }

    /** Two repeats by the API, as a script would. */
    private void enter(String suite, String... readings) {
        for (JsonNode sitting : app.get("/api/v1/sittings", token)) {
            if (sitting.get("model").asText().equals("Weir 16")) {
                for (int repeat = 0; repeat < 2; repeat++) {
                    String run = Runs.json(sitting.get("sitting").asLong(), suite, readings);
                    assertThat(app.send("PUT", "/api/v1/runs/" + Runs.id(run), token, run)
                                    .statusCode())
                            .isEqualTo(201);
                }
            }
        }
    }

    private static void offline(Browser browser, boolean offline) {
        browser.cdp(
                "Network.emulateNetworkConditions",
                Map.of("offline", offline, "latency", 0, "downloadThroughput", -1, "uploadThroughput", -1));
    }
}
