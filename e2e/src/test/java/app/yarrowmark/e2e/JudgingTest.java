package app.yarrowmark.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;

/** How devices are judged: what a change did and why, who is ahead of whom, and where each one stands. */
class JudgingTest extends DemoDesk {

    /** The number of a demo setup. */
    private String setup(String model, String name) {
        return setup(model, name, "PROCESSOR");
    }

    /** The number of a demo setup that has scores in a group. */
    private String setup(String model, String name, String group) {
        JsonNode found = app.get("/api/v1/standings?tuned=BOTH&group=" + group, token);
        for (JsonNode place : found.get("places")) {
            JsonNode s = place.get("subject");
            if (s.get("name").asText().endsWith(model)
                    && s.get("detail").asText().startsWith(name)
                    && s.get("origin").asText().isEmpty()) {
                return s.get("key").asText();
            }
        }
        throw new AssertionError(
                "no " + model + ", " + name + " among " + found.get("places").findValuesAsText("name"));
    }

    private void beside(String... subjects) {
        desk.go(app.url() + "/side-by-side?s=" + String.join("&s=", subjects));
    }

    @Test
    @Order(1)
    void aSecondMemoryModuleAlsoMadeTwoChannelsAndThatShowsInGraphics() {
        desk.go(app.url() + "/desk");
        desk.waitFor(By.linkText("against before")).click();
        desk.see("Ostrel Fen 13: second memory module, against as shipped");
        assertThat(desk.text("[data-testid=differs] [data-standing=MEANT]")).contains("8 GiB → 16 GiB");
        assertThat(desk.text("[data-testid=differs] [data-standing=UNMEANT]")).contains("one → two");
        assertThat(desk.text("tr[data-group=GRAPHICS]"))
                .contains("not meant: channels")
                .contains("ahead");
        assertThat(desk.text("tr[data-group=STORAGE]")).contains("free space");
    }

    @Test
    @Order(2)
    void anUpdatesLossIsExplainedByOnePartOfATotal() {
        beside(setup("Tern 6", "battery-saving"), setup("Tern 6", "as shipped"));
        desk.see("battery-saving update, against as shipped");
        assertThat(desk.text("[data-testid=sources] li")).contains("Photo stitching explains nearly all of it");
        assertThat(desk.text("[data-testid=leaning]")).contains("Photo stitching");
    }

    @Test
    @Order(3)
    void graphicsInSoftwareWereManyTimesSlowerAndTheHeldRunIsLeftOut() {
        String after = setup("Nook 2", "graphics switched on");
        beside(after, setup("Nook 2", "as shipped"));
        desk.see("Corvane Nook 2: graphics switched on");
        desk.press("times as fast");
        desk.waitUntil("ratios", () -> desk.text("tr[data-group=GRAPHICS]").contains("×"));
        String times = desk.text("tr[data-group=GRAPHICS]").replaceAll("(?s).*×([0-9.]+).*", "$1");
        assertThat(Double.parseDouble(times)).isGreaterThan(4);
    }

    @Test
    @Order(4)
    void whoIsPickedAnywhereStandsSideBySideAndTheReferenceTurnsWithAKey() {
        desk.go(app.url() + "/standings?kind=LAPTOP");
        desk.see("press a row");
        for (int row = 1; row <= 3; row++) {
            desk.script(
                    "document.querySelectorAll('[data-testid=standings] tr[data-subject] button')[arguments[0]].focus()",
                    row);
            desk.keys("x");
            desk.see("stands side by side");
        }
        desk.keys("g", "s");
        desk.waitFor(By.cssSelector("[data-testid=matrix]"));
        assertThat(desk.count("[data-subject][data-reference]")).isEqualTo(3);
        assertThat(desk.count("[data-subject][data-reference=true]")).isEqualTo(1);
        String before = desk.text("[data-reference=true]");
        desk.keys("1");
        desk.waitUntil(
                "another reference", () -> !desk.text("[data-reference=true]").equals(before));
        assertThat(desk.address()).contains("ref=0");
    }

    @Test
    @Order(5)
    void aPlaceIsTakenApartAndWeightsMoveIt() {
        desk.go(app.url() + "/standings");
        desk.see("Overall");
        desk.waitFor(By.cssSelector("tr[data-focus=true] button")).click();
        desk.waitFor(By.cssSelector("[data-testid=why]"));
        assertThat(desk.text("[data-testid=why]"))
                .contains("tests of a suite differ by")
                .contains("Processor");
        String before = desk.text("tr[data-focus=true]");
        for (int step = 0; step < 12; step++) {
            desk.script("document.querySelector('input[aria-label=\"Weight of browser\"]').focus()");
            desk.keys(Keys.ARROW_RIGHT);
        }
        desk.waitUntil("the weight in the address", () -> desk.address().contains("weight=BROWSER"));
        desk.waitUntil(
                "the place to move", () -> !desk.text("tr[data-focus=true]").equals(before));
        desk.press("as the desk has it");
        desk.waitUntil(
                "the place as before", () -> desk.text("tr[data-focus=true]").equals(before));
    }

    @Test
    @Order(6)
    void listsFromElsewhereAreMarkedAndLeftOutWithOneSwitch() {
        desk.go(app.url() + "/standings?group=PROCESSOR");
        desk.see("Fieldpaper");
        desk.go(app.url() + "/standings?group=PROCESSOR&origin=OWN");
        desk.see("measured here");
        desk.seeNot("Fieldpaper");
    }

    @Test
    @Order(7)
    void nobodyBeatsThoseThatAreJoinedInPriceAndPerformance() {
        desk.go(app.url() + "/standings?by=value&ranked=model");
        desk.see("best value first");
        assertThat(desk.count("[data-testid=value] circle")).isGreaterThan(15);
        assertThat(desk.text("[data-testid=value]")).contains("for 100 EUR");
    }

    @Test
    @Order(8)
    void aFigureIsTakenAsPictureDrawingAndData() {
        beside(setup("Nook 2", "graphics switched on"), setup("Nook 2", "as shipped"));
        desk.see("Take figure");
        assertThat(desk.take("SVG", "image/svg+xml"))
                .startsWith("<svg")
                .contains("Corvane Nook 2: graphics switched on, against as shipped", "95 % interval", "revision")
                .doesNotContain("var(--");
        assertThat(Integer.parseInt(desk.take("PNG", "image/png"))).as("bytes").isGreaterThan(20_000);
        assertThat(desk.take("Data as CSV", "text/csv")).startsWith("group,suite,version,test,unit");
    }

    /** Shows the tests of a group that do not stand out. */
    private void unfold(String group) {
        desk.waitFor(By.cssSelector("tr[data-group=" + group + "]"));
        desk.script(
                "let row = document.querySelector(`tr[data-group=${arguments[0]}]`);"
                        + "for (; row; row = row.nextElementSibling) for (const b of row.querySelectorAll('button'))"
                        + " if (b.innerText.endsWith(' more')) { b.click(); return }",
                group);
    }

    private String model(String name) {
        for (JsonNode m : app.get("/api/v1/models", token)) {
            if (m.get("name").asText().equals(name)) {
                return m.get("id").asText();
            }
        }
        throw new AssertionError("no " + name);
    }

    @Test
    @Order(9)
    void aPhoneThatCouldNotRunASuiteSaysWhyAndATunedOneDoesNotCount() {
        beside(setup("Foam 3", ""), setup("Tern 5", "as shipped"));
        desk.see("Brackwater Foam 3");
        unfold("GRAPHICS");
        desk.see("does not install on this system");
        desk.go(app.url() + "/ledger?state=flagged&model=" + model("Whin"));
        desk.see("maker tuning suspected");
        assertThat(desk.count("[data-testid=ledger] .line-through"))
                .isPositive()
                .isEqualTo(desk.count("[data-testid=ledger] tbody tr"));
    }

    @Test
    @Order(10)
    void withoutItsContentFilterABrowserIsQuickerWhereListsAreFiltered() {
        beside(setup("Heath 14", "content filter off", "BROWSER"), setup("Heath 14", "as shipped"));
        desk.see("Tamsin & Pell Heath 14: content filter off, against as shipped");
        assertThat(desk.text("[data-testid=differs] [data-standing=MEANT]")).contains("on → off");
        assertThat(desk.text("tr[data-group=BROWSER]")).contains("ahead");
    }

    @Test
    @Order(11)
    void aLoggersImpossibleNumberIsDoubtedAndItsCrashIsAFinding() {
        String logger = model("Hide Logger");
        desk.go(app.url() + "/ledger?state=doubted&model=" + logger);
        desk.see("to be checked");
        desk.waitFor(By.cssSelector("[data-testid=ledger] tbody tr")).click();
        desk.see("Check this: Sieve");
        desk.go(app.url() + "/ledger?state=FAILED&model=" + logger);
        desk.see("failed: it crashed while packing the archive");
    }

    @Test
    @Order(12)
    void aLowerVoltageKeepsHowItWasReachedAndThatItHolds() {
        beside(setup("Reed", "lower voltage"), setup("Reed", "as shipped"));
        desk.see("Quillon Reed: lower voltage, against as shipped");
        assertThat(desk.text("tr[data-group=ENERGY]")).contains("ahead");
        desk.go(app.url() + "/catalogue/setups/"
                + setup("Reed", "lower voltage").replace("setup-", ""));
        desk.see("core voltage 80 mV under the maker's");
        desk.see("Held through 30 min of Kernmill 3, at most 71 °C");
    }

    @Test
    @Order(13)
    void aBrokenSceneIsSetAsideWithItsTotalAndTheOthersStillCount() {
        desk.go(app.url() + "/ledger?model=" + model("Folio 12"));
        desk.see("Lumenwalk 2");
        beside(setup("Folio 12", "Skerry Linux 4.2"), setup("Folio 12", "as shipped"));
        desk.see("Quillon Folio 12: Skerry Linux 4.2, against as shipped");
        assertThat(desk.text("tr[data-group=GRAPHICS]")).contains("7 of 8 tests on both sides");
        unfold("GRAPHICS");
        desk.see("leaves are drawn twice on Skerry Linux 4.1");
    }

    @Test
    @Order(14)
    void noViewHasAFaultThatToolsForAccessibilityFind() {
        String six = "/side-by-side?s=" + setup("Nook 2", "as shipped") + "&s=" + setup("Sill", "as shipped") + "&s="
                + setup("Pier", "as shipped") + "&s=" + setup("Keep", "as shipped") + "&s="
                + setup("Reed", "as shipped") + "&s=" + setup("Fen 13", "as shipped");
        for (String view : new String[] {
            "/side-by-side?s=" + setup("Nook 2", "graphics switched on") + "&s=" + setup("Nook 2", "as shipped"),
            six,
            "/standings?group=PROCESSOR&why=" + setup("Fen 13", "as shipped"),
            "/standings?by=value&ranked=model"
        }) {
            desk.requireAccessible(app.url() + view, "on the desk");
        }
    }
}
