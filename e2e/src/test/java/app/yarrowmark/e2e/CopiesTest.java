package app.yarrowmark.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.openqa.selenium.By;

/** What {@code docs/operating.md} says: copies, putting them back, and homes of earlier builds. */
class CopiesTest {

    private static final Path HOMES = Path.of("src/test/resources/homes");

    private static JsonNode standings(App app) {
        ObjectNode view = (ObjectNode) app.get("/api/v1/standings?tuned=BOTH", app.token());
        view.remove("revision");
        return view;
    }

    @Test
    void aDeskIsCopiedInUseAndTakenOutAndComesBackToTheLastDigit() throws Exception {
        Path folder = Files.createDirectories(App.newHome());
        Path copy = folder.resolve("desk.tar");
        Path back = folder.resolve("new");
        Path zip = folder.resolve("desk.zip");
        JsonNode before;
        try (App app = App.start("start", App.demoHome())) {
            before = standings(app);
            takeOut(app, zip);
            assertThat(App.run("backup", copy.toString(), "--home", app.home().toString()))
                    .contains("Copied to " + copy)
                    .endsWith("exit 0");
            assertThat(App.run("backup", copy.toString(), "--home", app.home().toString()))
                    .contains("is there already: nothing is written over")
                    .endsWith("exit 1");
            assertThat(App.run("backup", folder.toString(), "--home", app.home().toString(), "--keep", "1"))
                    .endsWith("exit 0");
            assertThat(App.run("backup", folder.toString(), "--home", app.home().toString(), "--keep", "1"))
                    .contains("No longer kept:");
        }
        assertThat(before.get("places").size()).isGreaterThan(10);

        assertThat(App.run("drill", copy.toString()))
                .contains("counts and sums agree")
                .contains("can be put back")
                .endsWith("exit 0");
        assertThat(App.run("restore", copy.toString(), "--home", back.toString()))
                .contains("Put back: ")
                .endsWith("exit 0");
        assertThat(App.run("restore", copy.toString(), "--home", back.toString()))
                .contains("holds something already")
                .endsWith("exit 1");
        int metrics = App.freePort();
        try (App again = App.start("start", back, "--metrics", "" + metrics)) {
            assertThat(standings(again)).isEqualTo(before);
            String watched = "http://127.0.0.1:" + metrics + "/actuator/";
            assertThat(App.command("curl", "-s", watched + "prometheus"))
                    .contains("yarrowmark_scores_tests ")
                    .contains("http_server_requests_seconds");
            assertThat(App.command("curl", "-s", watched + "health"))
                    .contains("\"db\":{\"status\":\"UP\"}", "\"scores\":{\"status\":\"UP\"}");
            assertThat(App.command("curl", "-s", again.url() + "/actuator/prometheus"))
                    .as("for the desk's own computer, at a port of its own")
                    .contains("404");
            assertThat(back.resolve("log/server.json")).content().startsWith("{\"@timestamp\"");
            assertThat(App.run("service", "--home", back.toString(), "--port", "8790"))
                    .contains("ExecStart=", "--home \"" + back, "--port 8790")
                    .endsWith("exit 0");
        }

        takeIn(zip, told(before));

        Path half = folder.resolve("half.tar");
        byte[] whole = Files.readAllBytes(copy);
        Files.write(half, Arrays.copyOf(whole, whole.length / 2));
        assertThat(App.run("drill", half.toString()))
                .contains("is no whole copy of a desk")
                .endsWith("exit 1");
        App.remove(folder);
    }

    private static void takeOut(App app, Path zip) {
        assertThat(App.command(
                        "curl",
                        "-sf",
                        "-o",
                        zip.toString(),
                        "-H",
                        "Authorization: Bearer " + app.token(),
                        app.url() + "/api/v1/desk.zip"))
                .isEqualTo("exit 0");
    }

    /** An empty desk takes it in, in the page, and comes to the same. */
    private static void takeIn(Path zip, JsonNode expected) {
        try (OwnDesk own = OwnDesk.begin()) {
            own.desk.go(own.app.url() + "/catalogue/import");
            own.desk.see("a desk that was taken out");
            own.desk.waitFor(By.cssSelector("[data-testid=table-file]")).sendKeys(zip.toString());
            own.desk.press("Take it in");
            own.desk.waitUntil("the desk is taken in", () -> own.desk.body().contains("runs taken in"));
            assertThat(own.desk.body()).doesNotContain("could not be taken");
            assertThat(told(standings(own.app))).isEqualTo(expected);
            own.desk.go(own.app.url() + "/catalogue");
            own.desk.press("Take out");
            own.desk.see("Take desk.zip");
            own.desk.requireAccessible(own.app.url() + "/catalogue/import", "a desk that was taken out");
        }
    }

    /** Names, numbers, places and brackets: all but the numbers of records, which are each desk's own. */
    private static JsonNode told(JsonNode view) {
        ObjectNode told = JsonNodeFactory.instance.objectNode();
        told.set("brackets", view.get("brackets"));
        for (JsonNode place : view.get("places")) {
            ObjectNode row = told.putObject(place.at("/subject/name").asText() + " "
                    + place.at("/subject/detail").asText());
            for (String what : List.of("number", "index", "lineLow", "lineHigh", "low", "high", "best", "worst")) {
                row.set(what, place.get(what));
            }
        }
        return told;
    }

    static List<Path> homesOfEarlierBuilds() throws IOException {
        try (Stream<Path> all = Files.list(HOMES)) {
            return all.sorted().toList();
        }
    }

    /** Three laptops, two suites, three runs of each on three days. */
    @ParameterizedTest
    @MethodSource("homesOfEarlierBuilds")
    void aHomeOfAnEarlierBuildIsCopiedAndOpens(Path kept) throws Exception {
        Path home = App.newHome().resolve("home");
        assertThat(App.run("restore", kept.toString(), "--home", home.toString()))
                .endsWith("exit 0");
        try (App app = App.start("start", home)) {
            assertThat(app.said("This build changes the records")).contains("they are copied first");
            try (Stream<Path> copies = Files.list(home.resolve("copies"))) {
                assertThat(copies).hasSize(1);
            }
            JsonNode view = app.get("/api/v1/standings?kind=LAPTOP&group=PROCESSOR", app.token());
            assertThat(view.get("places").findValuesAsText("name"))
                    .contains("Ostrel Rill 9", "Ostrel Tern 6", "Ostrel Fen 13");
            assertThat(view.at("/places/0/index").asDouble()
                            / view.at("/places/2/index").asDouble())
                    .isBetween(1.29, 1.31);
            assertThat(app.get("/api/v1/runs", app.token()).get("total").asInt())
                    .isEqualTo(18);
        }
        App.remove(home.getParent());
    }

    @Test
    void anOlderBuildDoesNotTakeACopyOfANewerOne() throws Exception {
        Path folder = App.newHome();
        Path about = folder.resolve("about");
        Files.writeString(about, "migration 9999\n");
        Files.writeString(folder.resolve("records.sql"), "");
        assertThat(
                        App.command(
                                "bash",
                                "-c",
                                "cd " + folder
                                        + " && gzip records.sql && echo x | gzip > records.sql.gz && tar -cf new.tar about records.sql.gz"))
                .endsWith("exit 0");
        assertThat(App.run(
                        "restore",
                        folder.resolve("new.tar").toString(),
                        "--home",
                        folder.resolve("n").toString()))
                .contains("is of a newer build (its records are at 9999")
                .endsWith("exit 1");
        App.remove(folder);
    }

    @Test
    void everyCommandOfTheGuideIsOneThatThereIs() throws Exception {
        String help = App.run("help");
        Pattern.compile("\\./yarrowmark (\\S+)")
                .matcher(Files.readString(App.ROOT.resolve("docs/operating.md")))
                .results()
                .forEach(m -> assertThat(help).contains("\n  " + m.group(1)));
    }
}
