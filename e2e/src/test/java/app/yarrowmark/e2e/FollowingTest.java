package app.yarrowmark.e2e;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import java.time.Duration;
import java.util.List;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;

/** Versions, what lies inside a score, and what to run next, on the demo's devices. */
class FollowingTest extends DemoDesk {

    @Test
    @Order(1)
    void theTabletAlongItsBrowserHasEveryTurnThatWasPlanted() {
        desk.keys("g", "v");
        desk.see("Brackwater Slate 11 along its browser, Wick 112 to 117");
        desk.see("Moved together at 115:");
        String moved = desk.text("section[aria-label='What moved']");
        assertThat(moved)
                .contains("text shaping and line breaking", "letters and fonts", "font package Quire 2.1 → Quire 2.2")
                .contains("JSON and structured clone");
        assertThat(desk.text("[data-test$='.lists']")).contains("drift");
        assertThat(desk.text("[data-test$='.maps']")).contains("blip at 114");
        assertThat(desk.text("[data-test$='.clone']")).contains("step down at 117");
        assertThat(desk.text("[data-test$='.threads']")).contains("[ ]");
        // No quiet test is said to have stepped.
        assertThat(desk.text("[data-test$='.canvas']")).doesNotContain("step");
        assertThat(desk.body()).contains("from repeated days");
    }

    @Test
    @Order(2)
    void theArrowKeysReadAVersionAndANoteIsKeptAtIt() {
        desk.waitFor(By.cssSelector("[aria-label^='Tests along the versions']"))
                .sendKeys(Keys.ARROW_RIGHT, Keys.ARROW_RIGHT, Keys.ARROW_RIGHT);
        desk.see("at Wick 114, geometric mean");
        desk.waitFor(By.cssSelector("button[aria-label='add a note on Wick 114']"))
                .click();
        desk.keys("the map server was slow that day", Keys.ENTER);
        desk.see("The note is kept.");
        desk.go(desk.address());
        desk.see("the map server was slow that day");
    }

    @Test
    @Order(3)
    void firstToLastIsSortedAndTwoTestsStandOnTwoScales() {
        desk.press("first to last");
        desk.see("movement between days included");
        assertThat(desk.text("[data-testid=changes] tbody tr:first-child"))
                .contains("Memory for each further page", "ahead");
        desk.press("own units");
        desk.press("Long lists");
        desk.press("Memory for each further page");
        desk.see("Where the lines meet means nothing.");
        assertThat(desk.address()).contains("show=units", "two=");
    }

    @Test
    @Order(4)
    void theLaptopThrottlesFromTheThirdMinuteOnWhileAnotherHolds() {
        List<Long> ledge = app.setups("Ledge 14");
        List<Long> carr = app.setups("Carr 15");
        desk.go(app.url() + "/inside?suite=" + app.suite("nightshift") + "&setup=" + ledge.get(0) + "&setup="
                + carr.get(0) + "&series=work");
        desk.see("Nightshift 1: over time");
        desk.see("throttles from");
        assertThat(desk.text("[data-line=work]")).contains("71 % held", "below 95 % of its best for good from");
        assertThat(desk.body()).contains("it never fell below 95 % of its best for good");
        desk.press("temperature °C");
        desk.see("at the end");
        desk.waitFor(By.cssSelector("[aria-label^='The traces']")).sendKeys(Keys.END, Keys.ARROW_RIGHT);
        desk.waitUntil(
                "a place to be read", () -> !desk.text("[data-testid=reading]").contains("Point at"));
    }

    @Test
    @Order(5)
    void twoDrivesOverEachOtherDipWhereTheyWereMadeTo() {
        List<Long> boards = app.setups("Q4");
        desk.go(app.url() + "/inside?suite=" + app.suite("siltpath") + "&setup=" + boards.get(0) + "&setup="
                + boards.get(1));
        desk.see("Siltpath 1: along sizes");
        desk.see("dips at 512 KiB");
        desk.see("dips at 256 KiB");
        desk.see("The values as a table");
    }

    @Test
    @Order(6)
    void framesAreHeldToAFloorAndTheDisplaySaysWhereItSetThePace() {
        long phone = app.setups("Tern 6").get(0);
        desk.go(app.url() + "/inside?suite=" + app.suite("petal") + "&setup=" + phone);
        desk.see("Petal 2: frame by frame");
        desk.see("Held at 60 per second by the display");
        desk.type("Never under", "50");
        desk.press("Hold it to that");
        desk.waitUntil("the floor to be in the address", () -> desk.address().contains("floor=50"));
        desk.see("Under 50 by more than 1 % for");
    }

    @Test
    @Order(7)
    void whatTellsMostIsPutOnTheRunSheetWithOneKey() {
        desk.go(app.url() + "/desk");
        desk.see("Next:");
        desk.keys("w");
        desk.see("What to run next on");
        desk.see("What it is worth");
        String plan = desk.text("[data-testid=plan]");
        assertThat(plan).contains("runs in", "devices of its kind");
        assertThat(desk.text("[role=dialog] tbody tr:first-child")).contains("first run here");
        desk.keys(Keys.ENTER);
        desk.see("runs are on the run sheet.");
    }

    @Test
    @Order(8)
    void aShorterListSaysHowMuchOfTheOrderItKeeps() {
        desk.go(app.url() + "/standings?group=PROCESSOR");
        desk.press("Shorter list");
        desk.see("of the order to be kept");
        desk.see("left out");
        desk.keys(Keys.ESCAPE);
    }

    @Test
    @Order(9)
    void pagesLeftOpenBehindOthersDoNotHoldUpTheNext() {
        String versions = app.url() + "/versions";
        for (int tab = 0; tab < 8; tab++) {
            desk.newTab();
            desk.go(versions);
            desk.waitUntil(
                    "to read the versions in tab " + tab,
                    Duration.ofSeconds(20),
                    () -> desk.body().contains("Movement between days"));
        }
        desk.closeNewTabs();
        desk.go(versions);
        desk.see("Movement between days");
    }

    @Test
    @Order(10)
    void theViewsAreAccessible() {
        desk.requireAccessible(app.url() + "/versions", "Movement between days");
        desk.requireAccessible(
                app.url() + "/inside?suite=" + app.suite("nightshift") + "&setup="
                        + app.setups("Ledge 14").get(0),
                "throttles");
    }

    /** Of every two setups of one device: first to last along a line, and side by side. */
    @Test
    @Order(11)
    void versionsAndSideBySideSayTheSameOfTheSameTwoSetups() {
        String token = app.token();
        int held = 0;
        for (JsonNode unit : app.get("/api/v1/lines/units", token)) {
            JsonNode line =
                    app.get("/api/v1/lines?setup=" + unit.get("lastSetup").asLong(), token);
            JsonNode versions = line.get("versions");
            String first = versions.at("/0/setupId").asText();
            String last = versions.get(versions.size() - 1).get("setupId").asText();
            JsonNode pair = app.get("/api/v1/lines?factor=time&setup=" + first + "," + last, token);
            boolean turned = !pair.at("/versions/0/setupId").asText().equals(first);
            String from = turned ? last : first;
            String to = turned ? first : last;
            JsonNode sides = app.get(
                    "/api/v1/comparison?subject=setup-" + to + "&subject=setup-" + from + "&reference=1", token);
            for (JsonNode group : sides.get("groups")) {
                for (JsonNode test : group.get("tests")) {
                    held += held(test, pair) ? 1 : 0;
                }
            }
        }
        assertThat(held).isGreaterThan(200);
    }

    private static boolean held(JsonNode test, JsonNode pair) {
        JsonNode difference = test.at("/cells/0/difference");
        for (JsonNode other : pair.get("tests")) {
            boolean same = other.get("suiteId").equals(test.get("suiteId"))
                    && other.get("metric").equals(test.get("metric"));
            if (same && other.has("firstToLast") && difference.has("times")) {
                JsonNode change = other.get("firstToLast");
                String what = test.get("suite") + " " + test.get("name");
                assertThat(change.get("verdict")).as(what).isEqualTo(difference.get("verdict"));
                assertThat(change.get("look")).as(what).isEqualTo(difference.get("look"));
                assertThat(change.get("times").asDouble())
                        .as(what)
                        .isCloseTo(difference.get("times").asDouble(), within(1e-7));
                return true;
            }
        }
        return false;
    }
}
