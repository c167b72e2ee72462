package app.yarrowmark.e2e;

import com.fasterxml.jackson.databind.JsonNode;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import org.openqa.selenium.WebElement;

/** An empty desk, and what somebody does in its page who has read nothing. */
final class OwnDesk implements AutoCloseable {

    final App app = App.start("start");
    final String token = app.token();
    final Browser desk = Browser.open();

    /** Starts it, and makes the first account. */
    static OwnDesk begin() {
        OwnDesk own = new OwnDesk();
        own.desk.go(own.app.said("Make the first account:"));
        own.desk.see("Make the first account");
        own.desk.type("Name", "Merle Sedge");
        own.desk.type("Password, at least 10 characters", "long enough to keep");
        own.desk.press("Make the account");
        own.desk.see("Nothing is on the desk");
        return own;
    }

    @Override
    public void close() {
        desk.close();
        app.close();
    }

    /** Brings a table of a new suite in, and keeps all of it. */
    void takeIn(Path table, String suite) {
        bring(table);
        desk.see("What the columns say");
        makeSuite(suite);
        desk.press("Read the table");
        desk.see("to keep");
        desk.press("Keep all that was understood");
        desk.see("Take it back");
    }

    /** Puts the figure of this view into a new write-up, writes a text above it, publishes, and returns what a stranger reads. */
    String published(String title, String verdict, String text) {
        desk.press("Put into a write-up");
        desk.waitFor(By.cssSelector("button[aria-label='Write-up']"));
        if (!get("/api/v1/write-ups").isEmpty()) {
            desk.choose("Write-up", "a new one");
        }
        desk.type("What the new write-up is called", title);
        desk.press("Put it in");
        desk.see("It is figure 1 of");
        desk.go(app.url() + "/write-ups");
        desk.press(title);
        desk.see("Before readers see it");
        desk.waitFor(By.xpath("//label[span[.='Verdict']]/textarea")).sendKeys(verdict);
        write(text);
        kept();
        publish();
        String slug = get("/api/v1/write-ups").at("/0/slug").asText();
        return app.send("GET", "/read/" + slug, "", "").body();
    }

    /** Types at the start of the text of a write-up. */
    void write(CharSequence... keys) {
        WebElement text = desk.waitFor(By.cssSelector(".ProseMirror"));
        desk.script("const text = document.querySelector('.ProseMirror'); text.focus();"
                + "getSelection().selectAllChildren(text.firstElementChild)");
        text.sendKeys(keys);
    }

    /** Waits until all of a write-up is kept. */
    void kept() {
        desk.waitUntil(
                "all to be kept",
                () -> desk.text("main [role=status]").contains("kept ")
                        && !desk.text("main [role=status]").contains("not kept"));
    }

    /** Publishes the write-up that is open. */
    void publish() {
        desk.press("Publish \u2026");
        desk.see("Nobody put their name to it yet");
        desk.waitFor(By.xpath("//*[@role='dialog']//button[normalize-space(.)='Publish']"))
                .click();
        desk.see("is published");
    }

    /** Waits until the page says all of it; digits and signs may be parted by narrow spaces. */
    void says(String... words) {
        for (String word : words) {
            desk.waitUntil(
                    "to see \"" + word + "\"",
                    () -> desk.body().replace('\u2009', ' ').contains(word));
        }
    }

    /** Ranks by a number that has that name. */
    void rank(String metric, String more) {
        desk.go(app.url() + "/standings?by=number" + more);
        desk.see("in the pool have it");
        desk.type("Number to rank by", metric);
        desk.keys(Keys.ENTER);
    }

    /** Returns what the API answers. */
    JsonNode get(String path) {
        return app.get(path, token);
    }

    /** Returns the runs of a suite, the first first, whole. */
    List<JsonNode> runsOf(String suite) {
        List<JsonNode> runs = new ArrayList<>();
        get("/api/v1/runs?size=200").get("rows").forEach(row -> {
            if (row.get("suite").asText().equals(suite)) {
                runs.add(0, get("/api/v1/runs/" + row.get("id").asText()));
            }
        });
        return runs;
    }

    /** Begins to describe a suite: a row a test, as {@code name|unit}. */
    void beginSuite(String name, String... tests) {
        desk.go(app.url() + "/catalogue/suites/new");
        desk.see("A row for each number");
        desk.type("Name of the suite", name);
        for (int i = 0; i < tests.length; i++) {
            String[] test = tests[i].split("\\|");
            desk.waitFor(By.cssSelector("input[aria-label='Name of test " + (i + 1) + "']"))
                    .sendKeys(test[0]);
            desk.waitFor(By.cssSelector("input[aria-label='Unit of test " + (i + 1) + "']"))
                    .sendKeys(test[1], Keys.TAB);
        }
    }

    void keepSuite(String name) {
        desk.press("Keep this suite");
        // Its name stands in the preview too, before anything is kept.
        desk.waitUntil("the page of the suite", () -> desk.address().matches(".*/catalogue/suites/\\d+.*"));
        desk.see(name + " 1");
    }

    /** Describes a suite: a row a test, as {@code name|unit}. */
    void describe(String name, String... tests) {
        beginSuite(name, tests);
        keepSuite(name);
    }

    /** Puts a new device down with a suite, and writes its facts, as {@code name|value}. */
    void putDown(String model, String kind, String suite, String... facts) {
        desk.go(app.url() + "/desk/new");
        desk.see("Its name is enough to begin");
        desk.type("Model", model);
        desk.press(kind);
        if (suite.isEmpty()) {
            desk.press("Put it on the desk");
            desk.see("Facts of this setup");
            desk.press("Leave it");
            return;
        }
        desk.waitFor(By.xpath("//label[starts-with(normalize-space(.),'" + suite + "')]"));
        // Only this one, whatever the last device had; a click at a time, as a person does.
        desk.waitUntil(
                "only " + suite + " to be ticked",
                () -> Boolean.TRUE.equals(desk.script(
                        "const wrong = [...document.querySelectorAll('form [role=checkbox]')].find(b =>"
                                + " b.parentElement.textContent.trim().startsWith(arguments[0])"
                                + " !== (b.getAttribute('aria-checked') === 'true'));"
                                + "if (wrong) wrong.click(); return !wrong",
                        suite)));
        desk.press("Put it on the desk");
        desk.see("Facts of this setup");
        for (int i = 0; i < facts.length; i++) {
            String[] fact = facts[i].split("\\|");
            desk.waitFor(By.cssSelector("[data-fact='" + i + "'] input")).sendKeys(fact[0], Keys.TAB);
            desk.type(fact[0], fact[1]);
            int next = i + 1;
            desk.waitUntil("a next line", () -> desk.count("[data-fact='" + next + "']") == 1);
        }
        desk.press("Keep these facts");
        desk.seeNot("Facts of this setup");
    }

    /** Types one repeat of a suite, from the top down. */
    void type(String... values) {
        desk.press("Enter scores");
        desk.see("Type digits as you read them");
        for (int i = 0; i < values.length; i++) {
            desk.waitFor(By.cssSelector("[data-cell='" + i + ".0']")).sendKeys(values[i]);
        }
        desk.press("Save");
        desk.seeNot("Type digits as you read them");
    }

    /** Types into a cell of the grid that is open. */
    void cell(int row, int column, String text) {
        desk.waitFor(By.cssSelector("[data-cell='" + row + "." + column + "']")).sendKeys(text);
    }

    /** Opens the grid for scores. */
    void enter() {
        desk.press("Enter scores");
        desk.see("Type digits as you read them");
    }

    void save() {
        desk.press("Save");
        desk.seeNot("Type digits as you read them");
    }

    /** Brings a table. */
    void bring(Path table) {
        desk.go(app.url() + "/catalogue/import");
        desk.waitFor(By.cssSelector("[data-testid=table-file]")).sendKeys(table.toString());
    }

    /** Makes a suite of the columns of the table that was brought. */
    void makeSuite(String name) {
        desk.press("Make a suite of these columns");
        desk.see("A row for each number that it yields");
        desk.type("Name of the suite", name);
        desk.press("Make this suite");
        desk.seeNot("A row for each number that it yields");
    }
}
