package app.yarrowmark.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import org.openqa.selenium.WebElement;

/** From an empty desk to a page that a stranger reads: a table comes in, is compared, written about, and published. */
class WritingTest {

    private static final String TITLE = "One generation to the next";

    private static OwnDesk own;

    @BeforeAll
    static void begin() {
        own = OwnDesk.begin();
    }

    @AfterAll
    static void end() {
        own.close();
    }

    private static String stranger(String path, int status) {
        HttpResponse<String> answer = own.app.send("GET", path, "", "");
        assertThat(answer.statusCode()).as(path).isEqualTo(status);
        return answer.body();
    }

    private static void table(String... rows) throws IOException {
        Path file = Files.writeString(
                Files.createTempDirectory("table").resolve("Genround.csv"),
                "device,kind,year,drive size,One thread (points),Many threads (points),Film export (s),Drive read (MB/s)\n"
                        + String.join("\n", rows) + "\n");
        own.bring(file);
        own.desk.see("What the columns say");
        if (own.runsOf("Genround").isEmpty()) {
            own.makeSuite("Genround");
        }
        own.desk.press("Read the table");
        own.desk.see("to keep");
        own.desk.press("Keep all that was understood");
        own.desk.see("Take it back");
    }

    private static void sideBySide() {
        StringBuilder address = new StringBuilder(own.app.url() + "/side-by-side?ref=1");
        String[] setups = new String[2];
        for (JsonNode run : own.runsOf("Genround")) {
            String setup = "&s=setup-" + run.at("/run/setupId").asText();
            setups[run.at("/setup/model").asText().endsWith("3") ? 0 : 1] = setup;
        }
        own.desk.go(address.append(setups[0]).append(setups[1]).toString());
        own.desk.see("matters from");
    }

    /** The gain in exporting a film, put as it usually is. */
    private static void quote() {
        own.desk.press("Quote a number");
        own.desk.type("Which number", "film against");
        own.desk.see("Genround 1 \u00b7 Film export");
        own.desk.keys(Keys.ENTER);
        own.desk.see("faster than Corvane Nook 2");
        own.desk.press("Put it in");
        own.desk.see("stands at the end of");
    }

    /** A second run of the newer one: what readers see stays, the writer is told, and renews what moved. */
    private static void theRecordsMove(String published) throws IOException {
        table("Corvane Nook 3,mini,2026,512 GB,1900,8700,212,1650");
        own.desk.go(own.app.url() + "/write-ups");
        own.desk.see("published numbers no longer hold");
        assertThat(stranger("/read/one-generation-to-the-next", 200)).isEqualTo(published);
        own.desk.press(TITLE);
        own.desk.see("numbers are others now");
        own.desk.see("one run kept");
        own.desk.see("\u201c39\u00a0%\u201d is 43\u00a0% now");
        own.desk.press("Renew figure 1");
        own.desk.press("Write 43\u00a0%");
        own.desk.see("1 of 1 say what their figures say");
        own.desk.waitUntil(
                "it to be kept",
                () -> own.get("/api/v1/write-ups").toString().contains(TITLE)
                        && own.get("/api/v1/write-ups/"
                                        + own.get("/api/v1/write-ups").at("/0/id"))
                                .get("text")
                                .asText()
                                .contains("43"));
    }

    private static WebElement labelled(String label) {
        return own.desk.waitFor(By.xpath("//label[span[.='" + label + "']]/textarea"));
    }

    /** A photo of 3000 pixels, put in at the end. */
    private static void pictureIn() {
        own.desk.press("Picture");
        own.desk.see("Put a picture in");
        Path file = own.app.home().resolve("front.png");
        BufferedImage photo = new BufferedImage(3000, 1000, BufferedImage.TYPE_INT_RGB);
        try {
            ImageIO.write(photo, "png", file.toFile());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        own.desk.waitFor(By.cssSelector("input[type=file][accept]")).sendKeys(file.toString());
        own.desk.see("front.png");
        own.desk.type("What it shows, for who cannot see it", "The front of the Nook 3");
        own.desk.type("Line below it, if any", "As it came.");
        own.desk.press("Put it in");
        own.desk.waitFor(By.cssSelector(".ProseMirror img[alt='The front of the Nook 3']"));
    }

    /** What the page's own script adds: sorting, values under the pointer, another base. */
    private static void theScriptHelps(String address) {
        own.desk.go(address);
        own.desk.script("document.querySelector('figure[data-numbers] details').open = true");
        own.desk.waitFor(By.cssSelector("details select"));
        own.desk.script("const s = document.querySelector('details select'); s.selectedIndex = 1;"
                + "s.dispatchEvent(new Event('change'))");
        own.desk.see("of what is better; without an interval");
        String column = "return [...document.querySelectorAll('details table:first-of-type tbody tr')]"
                + ".map(r => r.cells[3].textContent).join()";
        Object before = own.desk.script(column);
        own.desk.script("document.querySelectorAll('details table th')[3].firstChild.click();"
                + "document.querySelectorAll('details table th')[3].firstChild.click()");
        assertThat(own.desk.script(column)).isNotEqualTo(before);
        own.desk.script(
                "const t = [...document.querySelectorAll('.drawing text')].find(t => /Film/.test(t.textContent));"
                        + "t.scrollIntoView({block: 'center'}); const b = t.getBoundingClientRect();"
                        + "const at = {bubbles: true, clientX: b.left + 40, clientY: b.top + 6};"
                        + "const d = document.querySelector('.drawing');"
                        + "d.dispatchEvent(new PointerEvent('pointerenter', at)); window.again = () =>"
                        + " d.dispatchEvent(new PointerEvent('pointermove', at))");
        own.desk.waitUntil("values", () -> {
            own.desk.script("window.again()");
            return own.desk.body().contains("Film export, Corvane Nook 3");
        });
    }

    /** What is published, as a folder that is opened by a double click. */
    private static void theFolderIsReadWithoutADesk(String slug) throws IOException {
        Path folder = Files.createTempDirectory("folder");
        try (ZipInputStream zip = new ZipInputStream(
                new ByteArrayInputStream(own.app.bytes("/api/v1/write-ups/published.zip", own.token)))) {
            for (ZipEntry e = zip.getNextEntry(); e != null; e = zip.getNextEntry()) {
                Path file = folder.resolve(e.getName());
                Files.createDirectories(file.getParent());
                Files.write(file, zip.readAllBytes());
            }
        }
        own.desk.go("file://" + folder + "/index.html");
        own.desk.press(TITLE);
        own.desk.see("The film is there 88 s sooner.");
        assertThat(own.desk.address()).startsWith("file://").contains(slug);
        assertThat(own.desk.script("const i = document.querySelector('figure.photo img');"
                        + "i.loading = 'eager'; return i.decode().then(() => i.naturalWidth)"))
                .isEqualTo(1600L);
        assertThat(own.desk.script("return document.fonts.ready.then(() => document.fonts.check('17px Archivo'))"))
                .isEqualTo(true);
        theScriptHelps(own.desk.address());
    }

    private static void write() {
        own.desk.go(own.app.url() + "/write-ups");
        own.desk.press(TITLE);
        own.desk.see("Before readers see it");
        labelled("Verdict").sendKeys("Buy it for film; wait if files are large.");
        labelled("Not for whom").sendKeys("Skip it if the drive is what you need.");
        own.desk
                .waitFor(By.xpath("//label[.='For']/following-sibling::textarea"))
                .sendKeys("88 s sooner\nsmall");
        own.write("The film is there 88 s sooner.", Keys.ENTER, "## The drive", Keys.ENTER, "- half as fast");
        pictureIn();
        WebElement answer = own.desk.waitFor(By.cssSelector("[data-figure] input"));
        answer.sendKeys("That is what is in the box.");
        own.kept();
    }

    @Test
    void whatWasMeasuredBecomesAPageThatAStrangerReads() throws IOException {
        table("Corvane Nook 2,mini,2025,2 TB,1702,7402,312,3310", "Corvane Nook 3,mini,2026,512 GB,1890,8710,224,1640");
        sideBySide();
        own.desk.press("Put into a write-up");
        own.desk.type("What the new write-up is called", TITLE);
        own.desk.press("Put it in");
        own.desk.see("It is figure 1 of");
        quote();
        write();
        String slug = "one-generation-to-the-next";
        stranger("/read/" + slug, 404);

        own.publish();

        String page = stranger("/read/" + slug, 200);
        assertThat(page)
                .contains("<h1>" + TITLE + "</h1>", "Buy it for film", "<h2>The drive</h2>", "<li>half as fast</li>")
                .contains("88 s sooner; small", "That is what is in the box.", "drive", "<svg")
                .contains("<figcaption>As it came.</figcaption>", "picture-1.png\" width=\"1600\"");
        assertThat(page.indexOf("The film is there")).isLessThan(page.indexOf("<figure"));
        assertThat(page)
                .contains(">39&nbsp;%</a>", "faster than Corvane Nook 2")
                .doesNotContain(":number");
        assertThat(stranger("/read/" + slug + "/figure-1.csv", 200)).contains("1890", "1702");
        assertThat(stranger("/read", 200)).contains(TITLE);
        own.desk.requireAccessible(own.app.url() + "/read/" + slug, "The film is there");
        own.desk.requireAccessible(own.app.url() + "/read", "Published");
        own.desk.requireAccessible(own.app.url() + "/write-ups", "read it");
        own.desk.press(TITLE);
        own.desk.see("What readers saw");
        own.desk.requireAccessible(own.desk.address(), "What readers saw");
        theScriptHelps(own.app.url() + "/read/" + slug);
        theFolderIsReadWithoutADesk(slug);
        theRecordsMove(page);
    }

    @Test
    void aBoxInAPoolOfEightIsPublishedWithABarForEach() throws IOException {
        Path file = Files.writeString(
                Files.createTempDirectory("table").resolve("Poolround.csv"),
                "device,kind,power limit,Frames (frames/s),Slowest hundredth (frames/s),Idle (W),Full load (W),Noise (dB(A))\n"
                        + "Ostrel Sill 4,mini,15 W,41.2,30.1,5.2,28.1,29.5\nOstrel Sill 4,mini,22 W,47.9,36.4,5.3,34.0,33.2\n"
                        + "Ostrel Sill 3,mini,15 W,35.0,24.9,6.1,27.0,31.0\nQuillon Q6,mini,15 W,39.9,28.8,4.9,26.2,30.2\n"
                        + "Quillon Q7,mini,28 W,52.4,40.2,7.0,45.1,36.1\nCorvane Pebble,mini,10 W,22.8,15.5,3.1,15.9,25.8\n"
                        + "Tamsin & Pell Moor 2,mini,28 W,50.1,37.7,8.2,47.3,35.0\nBrackwater Pier 2,mini,15 W,37.7,27.0,5.8,29.9,30.9\n");
        own.takeIn(file, "Poolround");
        own.rank("Poolround 1, Full load", "&tuned=BOTH");
        own.desk.see("Ostrel Sill 4");
        String page = own.published(
                "A box with its limit raised",
                "Leave the limit where it is.",
                "With 22 W it draws 21 % more under full load.");
        assertThat(page)
                .contains("21 % more", "Leave the limit where it is.", "Full load", "Pebble", "15.9")
                .contains("<svg");
        own.says("1 of 2 are what figures or scores say", "\u201c22 W\u201d is in no figure here");
    }

    @Test
    void aStrangerSeesNothingElse() {
        for (String path : own.app.get("/api/v1/openapi.json", own.token).at("/paths").properties().stream()
                .filter(p -> p.getValue().has("get"))
                .map(p -> p.getKey().replaceAll("\\{[^}]+}", "1"))
                .toList()) {
            if (path.equals("/api/v1/session")) {
                continue;
            }
            assertThat(own.app.send("GET", path, "", "").statusCode()).as(path).isEqualTo(401);
        }
    }
}
