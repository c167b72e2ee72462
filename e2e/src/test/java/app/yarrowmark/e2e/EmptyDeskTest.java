package app.yarrowmark.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
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
class EmptyDeskTest {

    private static App app;
    private static Browser desk;
    private static String token;

    @BeforeAll
    static void start() {
        app = App.start("start");
        token = app.token();
        desk = Browser.open();
        desk.go(app.said("Make the first account:"));
        desk.see("Make the first account");
        desk.type("Name", "Merle Sedge");
        desk.type("Password, at least 10 characters", "long enough to keep");
        desk.press("Make the account");
        desk.see("Nothing is on the desk");
    }

    @AfterAll
    static void stop() {
        desk.close();
        app.close();
    }

    /** Describes a suite: a row a test, as {@code name|unit}. */
    private static void describe(String name, String... tests) {
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
        desk.press("Keep this suite");
        desk.see(name + " 1");
    }

    /** Puts a new device down with a suite, and writes its facts, as {@code name|value}. */
    private static void putDown(String model, String kind, String suite, String... facts) {
        desk.go(app.url() + "/desk/new");
        desk.see("Its name is enough to begin");
        desk.type("Model", model);
        desk.press(kind);
        desk.waitFor(By.xpath("//label[starts-with(normalize-space(.),'" + suite + "')]"));
        if (desk.count("form fieldset [role=checkbox][aria-checked=true]") == 0) {
            desk.waitFor(By.xpath("//label[starts-with(normalize-space(.),'" + suite + "')]"))
                    .click();
        }
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
    private static void type(String... values) {
        desk.press("Enter scores");
        desk.see("Type digits as you read them");
        for (int i = 0; i < values.length; i++) {
            desk.waitFor(By.cssSelector("[data-cell='" + i + ".0']")).sendKeys(values[i]);
        }
        desk.press("Save");
        desk.seeNot("Type digits as you read them");
    }

    @Test
    @Order(1)
    void twoProcessorsOfDifferentAge() {
        describe(
                "Millround",
                "Millround points|points",
                "Memory part|points",
                "Pack, 2 GB|m:ss",
                "Film export|m:ss",
                "Film at 480 lines|passed");
        putDown("Maren P3-300", "desktop", "Millround 1", "Cores|1", "Threads|2", "Channels|two", "Kernel|7.4.0");
        type("612", "720", "14:20", "3:05:00", "passed");
        putDown("Quillon C1", "laptop", "Millround 1", "Cores|2", "Channels|one", "Display|1366 x 768");
        type("540", "505", "19:05", "3:47:30", "failed");

        JsonNode runs = app.get("/api/v1/runs", token).get("rows");
        assertThat(runs).hasSize(2);
        JsonNode first =
                app.get("/api/v1/runs/" + runs.get(1).get("id").asText(), token).at("/run/readings");
        assertThat(first.findValuesAsText("text")).containsExactly("612", "720", "14:20", "3:05:00", "passed");
        assertThat(first.findValuesAsText("value")).containsExactly("612.0", "720.0", "860.0", "11100.0", "1.0");

        long[] setups = {
            runs.get(1).at("/setup/setupId").asLong(),
            runs.get(0).at("/setup/setupId").asLong()
        };
        desk.go(app.url() + "/side-by-side?s=setup-" + setups[0] + "&s=setup-" + setups[1] + "&ref=1");
        desk.see("Film export");
        // A time is a time again, beside the other.
        desk.see("3:05:00");
        desk.see("14:20");
        String slip = app.get("/api/v1/setups/" + setups[1], token).get("facts").toString();
        assertThat(slip).contains("1366 x 768");
        assertThat(app.get("/api/v1/setups/" + setups[0], token).get("facts").findValuesAsText("value"))
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
        desk.go(app.url() + "/catalogue/import");
        desk.waitFor(By.cssSelector("[data-testid=table-file]")).sendKeys(table.toString());
        desk.see("the columns are named on line 3");
        desk.press("Make a suite of these columns");
        desk.see("A row for each number that it yields");
        desk.type("Name of the suite", "Spring round");
        desk.press("Make this suite");
        desk.seeNot("A row for each number that it yields");
        desk.see("1.204,5 is 1\u2009204.5");
        desk.press("Read the table");
        desk.see("5 to keep");
        desk.see("1 without a number");
        desk.press("Keep all that was understood");
        desk.see("3 runs kept");
        JsonNode runs = app.get("/api/v1/runs?size=3", token).get("rows");
        assertThat(runs.findValuesAsText("name")).contains("7.4.11, 16 GiB");

        // The same table with one number corrected: only that is new.
        Files.writeString(table, Files.readString(table).replace("987,5", "978,5"));
        desk.go(app.url() + "/catalogue/import");
        desk.waitFor(By.cssSelector("[data-testid=table-file]")).sendKeys(table.toString());
        desk.see("the same settings are chosen");
        desk.press("Read the table");
        desk.see("1 to keep");
        desk.see("4 there already");
        desk.press("Throw it away");
        desk.see("thrown away");
        Files.delete(table);
    }

    @Test
    @Order(3)
    void theNewViewsHaveNoFaultThatToolsForAccessibilityFind() {
        desk.requireAccessible(app.url() + "/desk/new", "Its name is enough");
        desk.requireAccessible(app.url() + "/catalogue/suites/new", "A row for each number");
        desk.requireAccessible(app.url() + "/catalogue/import", "Bring a table");
        long sitting = app.get("/api/v1/sittings", token).get(0).get("sitting").asLong();
        desk.requireAccessible(app.url() + "/desk/" + sitting + "?slip=open", "Facts of this setup");
    }
}
