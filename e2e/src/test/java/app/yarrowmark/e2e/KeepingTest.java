package app.yarrowmark.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;

/** How records are kept fast and right: setups that derive, suites typed and pasted, tables read in, all of it undone. */
class KeepingTest extends DemoDesk {

    private static final String FIVE_PARTS = """
            key: fivefold
            version: "1"
            name: Fivefold
            group: processor
            repeats: 3
            metrics:
              - {key: sums, name: Sums, unit: "{point}", decimals: 0}
              - {key: sort, name: Sorting, unit: "{point}", decimals: 0}
              - {key: pack, name: Packing, unit: "{point}", decimals: 0}
              - {key: draw, name: Drawing, unit: "{point}", decimals: 0}
              - {key: wait, name: Waiting, unit: "{point}", decimals: 0}
              - {key: total, name: Total, unit: "{point}", decimals: 0, formula: "sums + sort + pack + draw + wait"}
            """;

    @Test
    @Order(1)
    void derivesASetupAndSeesWhatNobodyMeant() {
        desk.go(app.url() + "/desk");
        desk.see("Run on this device");
        desk.keys("c");
        desk.see("Everything is taken over");
        desk.keys("third module");
        desk.waitFor(By.cssSelector("[data-fact='0'] input")).sendKeys("Memory", Keys.TAB);
        desk.see("was 16 GiB");
        desk.type("Memory", "24");
        desk.press("Make this setup");
        desk.see("fourth setup");
        desk.see("16 GiB → 24 GiB");
        assertThat(desk.count("[data-standing=UNMEANT]")).isZero();

        read(
                "[{\"key\":\"memory.size\",\"value\":\"24\",\"unit\":\"GiB\"},{\"key\":\"memory.channels\",\"value\":\"one\"}]");

        desk.see("two → one");
        assertThat(desk.text("[data-standing=UNMEANT]")).contains("two → one");
        desk.see("One change you did not name");
        desk.press("caveat");
        desk.see("a caveat for processor, memory, graphics, browser");
        desk.seeNot("you did not name");
    }

    /** What a device that joins the first sitting would tell of itself. */
    private void read(String facts) {
        long sitting = Long.parseLong(desk.address().replaceAll(".*/desk/(\\d+).*", "$1"));
        String code = app.send("POST", "/api/v1/sittings/" + sitting + "/codes", token, "")
                .body()
                .replaceAll(".*\"code\":\"([^\"]+)\".*", "$1");
        String device = app.send(
                        "POST", "/api/v1/device/pairings", "", "{\"code\":\"" + code + "\",\"program\":\"runner\"}")
                .body()
                .replaceAll(".*\"token\":\"([^\"]+)\".*", "$1");
        assertThat(app.send("PUT", "/api/v1/device/facts", device, facts).statusCode())
                .isEqualTo(200);
    }

    @Test
    @Order(2)
    void writesASheetThatSaysWhatIsWrongWithIt() {
        desk.go(app.url() + "/catalogue/suites/new?as=text");
        desk.see("Nothing is wrong with it");
        write(FIVE_PARTS.replace("sums + sort", "sums + sore"));
        desk.see("line 12, column");
        desk.see("uses [sore]");
        write(FIVE_PARTS);
        desk.see("Nothing is wrong with it");
        assertThat(desk.count("[data-testid=sheet-preview] tbody tr")).isEqualTo(6);
        desk.press("Keep the sheet");
        // The preview beside the text is called so too.
        desk.waitUntil("it to be kept", () -> desk.address().matches(".*/suites/\\d+"));
        desk.see("Fivefold 1");
        desk.see("sums + sort + pack + draw + wait");
    }

    /** Puts a text into the editor at once, over what is there. */
    private void write(String sheet) {
        By editor = By.cssSelector("[aria-label='Suite sheet']");
        desk.waitFor(editor).sendKeys(Keys.chord(Keys.CONTROL, "a"));
        desk.paste(editor, sheet);
    }

    @Test
    @Order(3)
    void typesFivePartsThreeTimesByKeyboardAlone() {
        newDevice("Reed 2", "fivefold");
        desk.keys("e");
        desk.see("Type digits as you read them");
        long start = System.nanoTime();
        int strokes = 1;
        for (String repeat : List.of(
                "6210 4130 8860 3940 2780 25920", "6225 4118 8871 3952 2777 25943", "6198 4141 8849 3937 2791 25916")) {
            for (String cell : repeat.split(" ")) {
                desk.keys(cell, Keys.ENTER);
                strokes += cell.length() + 1;
            }
        }
        desk.keys(Keys.chord(Keys.CONTROL, Keys.ENTER));
        desk.seeNot("Type digits as you read them");
        System.out.printf(
                "five parts and a total, three times: %d keystrokes, %.1f s by the driver%n",
                strokes + 1, (System.nanoTime() - start) / 1e9);
        desk.see("25\u2009920");
        assertThat(runs("Reed 2")).hasSize(3);
    }

    @Test
    @Order(4)
    void aSwappedPairOfDigitsIsCaughtAndMendedWithOneKey() {
        newDevice("Reed 3", "fivefold");
        desk.keys("e");
        desk.see("Type digits as you read them");
        for (String cell : List.of("6210", "4130", "8860", "3940", "2780", "25290")) {
            desk.keys(cell, Keys.ENTER);
        }
        desk.see("The first total does not add up");
        desk.see("25\u2009920");
        desk.see("2 and 9 swapped");
        desk.script("document.querySelector('[data-cell=\"5.0\"]').focus()");
        desk.keys(Keys.chord(Keys.ALT, "m"));
        desk.seeNot("does not add up");
        assertThat(desk.script("return document.querySelector('[data-cell=\"5.0\"]').value"))
                .isEqualTo("25920");
    }

    @Test
    @Order(5)
    void readsWhatTheSuitePrintedAndKeepsAPictureOfIt() throws IOException {
        desk.press("Paste what it printed");
        desk.waitFor(By.cssSelector("textarea[aria-label='What the suite printed']"))
                .sendKeys(
                        "Fivefold 1 done\nSums: 6301 points\nSorting ... 4201\nPacking 8901\nDrawing 4001\nWaiting 2801\nTotal 26205\n");
        desk.see("line 1: Fivefold 1 done");
        desk.press("Put 6 into the grid");
        assertThat(desk.script("return document.querySelector('[data-cell=\"0.0\"]').value"))
                .isEqualTo("6301");
        Path picture = Path.of("target", "screen.png").toAbsolutePath();
        draw(picture);
        desk.waitFor(By.cssSelector("input[type=file]")).sendKeys(picture.toString());
        desk.see("screen.png");
        desk.press("Save");
        desk.seeNot("Type digits as you read them");
        String run = runs("Reed 3").get(0).get("id").asText();
        desk.go(app.url() + "/ledger?run=" + run);
        desk.waitFor(By.cssSelector("img[alt='screen.png']"));
        desk.press("take off");
        desk.waitUntil("the picture to be gone", () -> desk.count("img[alt='screen.png']") == 0);
        desk.press("Undo");
        desk.waitFor(By.cssSelector("img[alt='screen.png']"));
    }

    private static void draw(Path file) throws IOException {
        BufferedImage image = new BufferedImage(640, 360, BufferedImage.TYPE_INT_RGB);
        Graphics2D canvas = image.createGraphics();
        canvas.setColor(Color.LIGHT_GRAY);
        canvas.fillRect(40, 40, 560, 280);
        canvas.dispose();
        ImageIO.write(image, "png", file.toFile());
    }

    @Test
    @Order(6)
    void findsTheSwappedDigitsOfTheDemoAndMendsThem() {
        desk.go(app.url() + "/ledger?state=doubted");
        desk.see("to be checked");
        desk.waitFor(By.xpath("//table[@data-testid='ledger']//tr[contains(.,'Carr 15')]"))
                .click();
        desk.see("does not add up");
        desk.press("Total is 4\u2009357");
        desk.see("mended: Total 4537 → 4357");
        desk.press("Undo");
        desk.see("mended: Total 4357 → 4537");
    }

    @Test
    @Order(9)
    void aLongTableIsReadInReportedAndTakenBack() throws IOException {
        Path table = Path.of("target", "table.csv").toAbsolutePath();
        StringBuilder text = new StringBuilder("Model,Suite,Part,Score\n");
        String[] parts = {"sums", "sort", "pack", "draw", "wait"};
        for (int i = 0; i < 100_000; i++) {
            String score = i % 2_000 == 13 ? "3o41" : String.valueOf(3_000 + i / 5 % 200);
            text.append("Loadmaker Model ")
                    .append(i / 1_000)
                    .append(",fivefold 1,")
                    .append(parts[i % 5])
                    .append(',')
                    .append(score)
                    .append('\n');
        }
        Files.writeString(table, text);
        desk.go(app.url() + "/catalogue/import");
        desk.waitFor(By.cssSelector("[data-testid=table-file]")).sendKeys(table.toString());
        desk.see("What the columns say");
        desk.choose("Models that are not there", "are made, as desktops");
        desk.press("Read the table");
        desk.waitUntil("the report", Duration.ofMinutes(2), () -> desk.body().contains("50 lines rejected"));
        desk.see("99\u2009950 readings understood");
        assertThat(desk.text("[data-testid=rejected] tbody tr"))
                .contains("15", "Score", "\"o41\" behind the number is no unit");
        desk.press("Keep all that was understood");
        desk.waitUntil("the import", Duration.ofMinutes(5), () -> desk.body().contains("20\u2009000 runs kept"));
        desk.press("Take it back");
        desk.waitUntil("the undoing", Duration.ofMinutes(3), () -> desk.body().contains("It was taken back"));
        assertThat(app.get("/api/v1/runs?size=1&state=SET_ASIDE", token)
                        .get("total")
                        .asLong())
                .isGreaterThanOrEqualTo(20_000);
    }

    @Test
    @Order(8)
    void anythingIsFoundByKeyboard() {
        desk.go(app.url() + "/desk");
        desk.see("Run on this device");
        desk.keys("/");
        desk.see("Find anything");
        desk.keys("maren m4");
        desk.see("Maren M4-420");
        desk.keys(Keys.ENTER);
        desk.waitFor(By.cssSelector("[data-testid=bearers]"));
        assertThat(desk.address()).contains("key=cpu.model");
        desk.go(app.url() + "/catalogue/models/" + model("Nook 2"));
        desk.see("Claimed and measured");
        desk.see("of claim");
        desk.see("graphics switched on");
    }

    @Test
    @Order(7)
    void noViewHasAFaultThatToolsForAccessibilityFind() {
        String part = "key=cpu.model&value=" + URLEncoder.encode("Maren M4-420", StandardCharsets.UTF_8);
        for (String view : List.of(
                "/catalogue",
                "/catalogue?tab=facts",
                "/catalogue/models/" + model("Fen 13"),
                "/catalogue/facts?" + part,
                "/catalogue/suites/new",
                "/catalogue/import",
                "/ledger?state=doubted")) {
            desk.requireAccessible(app.url() + view, "on the desk");
        }
    }

    private long model(String name) {
        for (JsonNode m : app.get("/api/v1/models", token)) {
            if (m.get("name").asText().equals(name)) {
                return m.get("id").asLong();
            }
        }
        throw new AssertionError("no model " + name);
    }

    private List<JsonNode> runs(String model) {
        JsonNode rows =
                app.get("/api/v1/runs?size=200&model=" + model(model), token).get("rows");
        return java.util.stream.StreamSupport.stream(rows.spliterator(), false).toList();
    }

    /** A new desktop on the desk with one suite, by the API, and its run sheet open. */
    private void newDevice(String name, String suite) {
        long id = 0;
        for (JsonNode s : app.get("/api/v1/suites", token)) {
            id = s.get("key").asText().equals(suite) ? s.get("id").asLong() : id;
        }
        assertThat(id).as(suite).isPositive();
        String model = app.send(
                        "POST",
                        "/api/v1/models",
                        token,
                        "{\"maker\":\"Quillon\",\"name\":\"" + name + "\",\"kind\":\"DESKTOP\"}")
                .body();
        String modelId = model.replaceAll("^\\{\"id\":(\\d+).*", "$1");
        String unit = app.send("POST", "/api/v1/models/" + modelId + "/units", token, "{\"label\":\"A\"}")
                .body()
                .replaceAll("^\\{\"id\":(\\d+).*", "$1");
        String sitting = app.send(
                        "POST",
                        "/api/v1/sittings",
                        token,
                        "{\"unitId\":" + unit + ",\"setup\":\"as shipped\",\"suites\":[" + id + "]}")
                .body()
                .replaceAll(".*\"sitting\":(\\d+).*", "$1");
        desk.go(app.url() + "/desk/" + sitting);
        desk.see("Quillon " + name);
    }
}
