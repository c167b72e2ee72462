package app.yarrowmark.e2e;

import com.fasterxml.jackson.databind.JsonNode;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;

/** Takes the pictures of the documentation from the demo desk. */
@Tag("on-request")
class Pictures {

    /** Whole suites are run, where need be without a graphics chip. */
    private static final Duration PATIENCE = Duration.ofMinutes(5);

    private static final Path FOLDER = App.ROOT.resolve("docs/screenshots");

    @Test
    void take() throws Exception {
        try (App app = App.start("demo", App.newHome(), "--lan");
                Browser desk = Browser.open()) {
            desk.signIn(app);
            desk.go(app.url() + "/desk");
            desk.see("Ostrel Fen 13");
            desk.keys("e");
            desk.see("Type digits as you read them");
            desk.keys("1936", Keys.ENTER, "372", Keys.ENTER, "747", Keys.ENTER, "3505");
            desk.see("does not add up");
            still();
            desk.picture(FOLDER.resolve("desk.png"));
            desk.go(app.url() + "/standings");
            desk.see("Overall");
            still();
            desk.picture(FOLDER.resolve("standings.png"));
            judging(app, desk);
            desk.go(app.url() + "/ledger?state=doubted");
            desk.waitFor(By.xpath("//table[@data-testid='ledger']//tr[contains(.,'Carr 15')]"))
                    .click();
            desk.see("does not add up");
            still();
            desk.picture(FOLDER.resolve("ledger.png"));
            keeping(app, desk);
            following(app, desk);
            live(app, desk);
        }
    }

    /** Two and six side by side, a place taken apart, and value for the price. */
    private static void judging(App app, Browser desk) throws Exception {
        desk.go(app.url() + "/side-by-side");
        desk.see("second memory module, against as shipped");
        still();
        desk.picture(FOLDER.resolve("side-by-side.png"));
        StringBuilder six = new StringBuilder("/side-by-side?ref=0");
        for (JsonNode m : app.get("/api/v1/models", app.token())) {
            if (List.of("Nook 2", "Nook 2 Plus", "Sill", "Pier", "Fen 13", "Keep")
                    .contains(m.get("name").asText())) {
                six.append("&s=model-").append(m.get("id").asLong());
            }
        }
        desk.go(app.url() + six);
        desk.waitFor(By.cssSelector("[data-testid=matrix]"));
        still();
        desk.picture(FOLDER.resolve("side-by-side-six.png"));
        desk.go(app.url() + "/standings?group=PROCESSOR&kind=LAPTOP");
        desk.waitFor(By.cssSelector("tr[data-focus=true] button")).click();
        desk.waitFor(By.cssSelector("[data-testid=why] table"));
        desk.script("document.querySelector('tr[data-focus=true]').scrollIntoView({block: 'center'})");
        still();
        desk.picture(FOLDER.resolve("why-here.png"));
        published(app, desk);
        desk.go(app.url() + "/access");
        desk.see("Who may do what");
        desk.see("Change the password");
        still();
        // The picture shows no browser that there is.
        desk.script("const walk = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);"
                + "while (walk.nextNode()) walk.currentNode.data ="
                + " walk.currentNode.data.replace(/\\w*Chrom\\w* \\d+ on \\w+/, 'Wick 117 on Marram')");
        still();
        desk.picture(FOLDER.resolve("people.png"));
    }

    /** A write-up with its figures, the page that readers get, and a figure over the whole screen. */
    private static void published(App app, Browser desk) throws Exception {
        desk.go(app.url() + "/write-ups");
        desk.press("A small box that waits for its memory");
        desk.see("Before readers see it");
        desk.waitUntil(
                "all figures to be looked at", PATIENCE, () -> !desk.body().contains("Looking whether"));
        desk.script("document.querySelector('.ProseMirror').scrollIntoView()");
        still();
        desk.picture(FOLDER.resolve("write-up.png"));
        desk.go(desk.address() + "/show");
        desk.waitFor(By.cssSelector("svg[role=img]"));
        still();
        desk.picture(FOLDER.resolve("show.png"));
        desk.go(app.url() + "/read/what-an-update-took");
        desk.see("One test tells it");
        still();
        desk.picture(FOLDER.resolve("read.png"));
    }

    /** A model, and a sheet with a fault. */
    private static void keeping(App app, Browser desk) throws Exception {
        desk.go(app.url() + "/catalogue");
        desk.waitFor(By.xpath("//a[contains(.,'Fen 13')][contains(@href,'models')]"))
                .click();
        desk.see("Claimed and measured");
        still();
        desk.picture(FOLDER.resolve("model.png"));
        desk.go(app.url() + "/catalogue/suites/new");
        desk.see("A row for each number");
        desk.type("Name of the suite", "Millround");
        String[] tests = {"Pack, 2 GB|m:ss", "Film export|m:ss", "Long read|MB/s", "Film at 480 lines|passed"};
        for (int i = 0; i < tests.length; i++) {
            String[] test = tests[i].split("\\|");
            desk.waitFor(By.cssSelector("input[aria-label='Name of test " + (i + 1) + "']"))
                    .sendKeys(test[0]);
            desk.waitFor(By.cssSelector("input[aria-label='Unit of test " + (i + 1) + "']"))
                    .sendKeys(test[1], Keys.TAB);
        }
        desk.choose("The total is", "typed from the screen");
        desk.see("It does not count in standings");
        still();
        desk.picture(FOLDER.resolve("suite-grid.png"));
        writing(app, desk);
    }

    /** A table as it was understood, and the slip of a setup that is being written. */
    private static void writing(App app, Browser desk) throws Exception {
        Path table = Files.createTempFile("spring round", ".csv");
        Files.writeString(
                table,
                "Spring round\n\ndevice;kernel;memory;Weave;Sieve;Forge\n"
                        + "Fen 13;7.4.0;8 GiB;1.947;371;755\nFen 13;7.4.11;16 GiB;1.962;374;758\n"
                        + "Nook 2;8.1.2;16 GB;1.820;355;n/a\nTern 6;9.1;6 GiB;1.502;298;5o1\n");
        desk.go(app.url() + "/catalogue/import");
        desk.waitFor(By.cssSelector("[data-testid=table-file]")).sendKeys(table.toString());
        desk.see("What the columns say");
        desk.waitFor(By.xpath("//label[contains(.,'1.947 is 1\u2009947')]/input"))
                .click();
        desk.press("Read the table");
        desk.see("to keep");
        desk.press("9 to keep");
        still();
        desk.picture(FOLDER.resolve("import.png"));
        Files.delete(table);
        desk.go(app.url() + "/desk");
        desk.see("Write facts");
        desk.press("Write facts");
        desk.see("Facts of this setup");
        desk.waitFor(By.cssSelector("[data-fact='13'] input")).sendKeys("display");
        still();
        desk.picture(FOLDER.resolve("slip.png"));
    }

    /** Versions of a browser, two drives, a laptop that throttles, and what to run next. */
    private static void following(App app, Browser desk) throws Exception {
        desk.go(app.url() + "/versions?only=moved");
        desk.see("Moved together at");
        still();
        desk.picture(FOLDER.resolve("versions.png"));
        desk.go(app.url() + "/inside?suite=" + app.suite("nightshift") + "&setup="
                + app.setups("Ledge 14").get(0) + "&series=work&series=clock&series=temperature");
        desk.see("throttles from");
        still();
        desk.picture(FOLDER.resolve("trace.png"));
        desk.go(app.url() + "/desk");
        desk.see("Next:");
        desk.keys("w");
        desk.see("What it is worth");
        still();
        desk.picture(FOLDER.resolve("plan.png"));
        desk.keys(Keys.ESCAPE);
    }

    /** A phone at work, and how Desk shows a device at work. */
    private static void live(App app, Browser desk) throws Exception {
        desk.go(app.url() + "/desk");
        desk.see("Ostrel Fen 13");
        desk.keys("r");
        String code = desk.text("[data-testid=pairing-code]").replace(" ", "");
        desk.keys(Keys.ESCAPE);
        report(app, code);
        desk.waitUntil("the device at work", () -> desk.count("[role=progressbar]") == 1);
        still();
        desk.picture(FOLDER.resolve("desk-live.png"));
        String token = app.token();
        phone(app, code(app, token, "petal"));
    }

    /** A code for the phone on the desk, in a sitting with these suites only. */
    private static String code(App app, String token, String... suites) {
        JsonNode first = app.get("/api/v1/sittings", token).get(1);
        JsonNode tern = app.get("/api/v1/sittings/" + first.get("sitting").asLong(), token);
        List<String> ids = new ArrayList<>();
        for (JsonNode suite : app.get("/api/v1/suites", token)) {
            if (List.of(suites).contains(suite.get("key").asText())) {
                ids.add(suite.get("id").asText());
            }
        }
        String body = "{\"unitId\":" + tern.get("setup").get("unitId") + ",\"setup\":\"after a week, " + suites[0]
                + "\",\"suites\":[" + String.join(",", ids) + "]}";
        long sitting = App.json(
                        app.send("POST", "/api/v1/sittings", token, body).body())
                .get("sitting")
                .asLong();
        return App.json(app.send("POST", "/api/v1/sittings/" + sitting + "/codes", token, "")
                        .body())
                .get("code")
                .asText();
    }

    private static void phone(App app, String code) throws Exception {
        try (Browser phone = Browser.open(390, 844)) {
            phone.go(app.url() + "/d/" + code);
            phone.press("Start");
            scene(phone, "Dense shading", "device.png");
        }
    }

    private static void scene(Browser phone, String name, String file) throws Exception {
        phone.waitUntil(
                name,
                PATIENCE,
                () -> phone.body().contains(name) && phone.body().contains("frames/s"));
        still();
        phone.picture(FOLDER.resolve(file));
    }

    /** What a made-up computer would tell while it runs. */
    private static void report(App app, String code) {
        String pairing = app.send(
                        "POST", "/api/v1/device/pairings", "", "{\"code\":\"" + code + "\",\"program\":\"runner\"}")
                .body();
        String token = pairing.replaceAll(".*\"token\":\"([^\"]+)\".*", "$1");
        StringBuilder trace = new StringBuilder("38.2");
        for (int i = 1; i < 40; i++) {
            trace.append(',')
                    .append(Math.round(418 + 6 * Math.sin(i) + 3 * Math.cos(2.3 * i) - (i > 28 ? 14 : 0)) / 10.0);
        }
        app.send(
                "PUT",
                "/api/v1/device/progress",
                token,
                "{\"suite\":\"petal\",\"partName\":\"Dense shading, tidal marsh\",\"done\":0.61,\"repeat\":2,\"repeats\":3,"
                        + "\"secondsLeft\":74,\"reading\":40.4,\"unit\":\"{frame}/s\",\"trace\":[" + trace + "],"
                        + "\"sensors\":[{\"name\":\"temperature\",\"unit\":\"Cel\",\"values\":[51,54,57,59,61,62,63,63.5,64]},"
                        + "{\"name\":\"clock\",\"unit\":\"GHz\",\"values\":[4.2,4.2,4.1,4.1,3.9,3.9,3.8,3.8,3.8]}]}");
    }

    private static void still() throws InterruptedException {
        Thread.sleep(900);
    }
}
