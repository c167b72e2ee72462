package app.yarrowmark.runner.cli;

import static org.assertj.core.api.Assertions.assertThat;

import app.yarrowmark.core.exchange.Json;
import app.yarrowmark.core.exchange.RunFile;
import app.yarrowmark.runner.Desk;
import app.yarrowmark.runner.desk.LinkTest;
import app.yarrowmark.runner.desk.Outbox;
import com.fasterxml.jackson.databind.JsonNode;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import picocli.CommandLine;

/** Runs that waited go to the desk once, and stay where they are as long as it does not have them. */
class SendCommandTest {

    @TempDir
    Path home;

    private final String usualHome = System.getProperty("user.home");
    private final PrintStream usualOut = System.out;
    private final ByteArrayOutputStream said = new ByteArrayOutputStream();
    private final StringWriter errors = new StringWriter();
    private Desk desk;

    @BeforeEach
    void begin() throws IOException {
        desk = new Desk();
        desk.on("PUT /api/v1/runs", 201, "{\"state\":\"DONE\"}");
        System.setProperty("user.home", home.toString());
        System.setOut(new PrintStream(said, true, StandardCharsets.UTF_8));
    }

    @AfterEach
    void end() {
        desk.close();
        System.setProperty("user.home", usualHome);
        System.setOut(usualOut);
    }

    @Test
    void nothingThatWaitsIsNoErrorAndAsksNobody() {
        assertThat(send()).isZero();
        assertThat(words()).isEqualTo("Nothing waits to be sent.");
        assertThat(desk.asked("")).isEmpty();
    }

    @Test
    void whatWaitsIsSentOldestFirstAndGone() throws IOException {
        List<RunFile> runs = waiting(2);
        assertThat(send("--server", desk.address().toString(), "--code", "ABC234"))
                .isZero();
        assertThat(desk.runs())
                .containsExactly(runs.get(0).id().toString(), runs.get(1).id().toString());
        assertThat(Outbox.ofUser().waiting()).isEmpty();
        // The code was used up; the pairing is remembered.
        waiting(1);
        assertThat(send()).isZero();
        assertThat(desk.asked("POST /api/v1/device/pairings")).hasSize(1);
        assertThat(desk.runs()).hasSize(3);
    }

    @Test
    void whatTheDeskRefusesStaysAndTheRestGoesOn() throws IOException {
        List<RunFile> runs = waiting(3);
        String bad = runs.get(1).id().toString();
        desk.on(
                "PUT /api/v1/runs",
                a -> a.body().contains(bad)
                        ? new Desk.Answer(409, "{\"detail\":\"That run is kept already with other content.\"}")
                        : new Desk.Answer(200, "{\"state\":\"DONE\"}"));
        assertThat(send("--server", desk.address().toString(), "--code", "ABC234"))
                .isEqualTo(RunnerMain.NOT_SENT);
        assertThat(words()).contains("kept already with other content");
        assertThat(Outbox.ofUser().waiting()).singleElement().asString().contains(bad);
    }

    @Test
    void filesThatAreNamedStayWhereTheyAre() throws IOException {
        Path file = new Outbox(home.resolve("runs")).save(LinkTest.run());
        assertThat(send("--json", "--server", desk.address().toString(), "--code", "ABC234", file.toString()))
                .isZero();
        assertThat(file).exists();
        JsonNode told = Json.mapper().readTree(words());
        assertThat(told.get("event").asText()).isEqualTo("run");
        assertThat(told.get("delivery").asText()).isEqualTo("sent");
        assertThat(told.get("readings").get(0).get("text").asText()).isEqualTo("90.00");
    }

    @Test
    void aComputerTheDeskForgotIsToldToTakeANewCode() throws IOException {
        waiting(1);
        assertThat(send("--server", desk.address().toString(), "--code", "ABC234"))
                .isZero();
        desk.on("GET /api/v1/device/sitting", 401, "{\"detail\":\"The token is not known.\"}");
        waiting(1);
        assertThat(send()).isEqualTo(RunnerMain.FAILED);
        assertThat(errors.toString())
                .contains("the desk no longer knows this computer (The token is not known.)", "give it with --code");
        assertThat(Outbox.ofUser().waiting()).hasSize(1);
    }

    @Test
    void aRunThatCannotBeSavedLeavesNoPartOfAFile() throws IOException {
        Path folder = Files.createDirectories(home.resolve("runs"));
        RunFile run = LinkTest.run();
        // A folder with something in it stands where the file should.
        Files.createDirectories(folder.resolve("leaf-" + run.id() + ".json").resolve("taken"));
        assertThat(org.assertj.core.api.Assertions.catchThrowable(() -> new Outbox(folder).save(run)))
                .isInstanceOf(IOException.class);
        try (var left = Files.list(folder)) {
            assertThat(left.map(p -> p.getFileName().toString())).noneMatch(n -> n.endsWith(".part"));
        }
    }

    @Test
    void aRunThatIsNowhereElseIsWrittenOutWhole() throws IOException {
        RunFile run = LinkTest.run();
        new Output(System.out, true).whole(run);
        JsonNode told = Json.mapper().readTree(words());
        assertThat(told.get("event").asText()).isEqualTo("unsaved");
        assertThat(Json.mapper().treeToValue(told.get("run"), RunFile.class).id())
                .isEqualTo(run.id());
    }

    private int send(String... options) {
        List<String> words = new ArrayList<>(List.of("send"));
        words.addAll(List.of(options));
        CommandLine line = RunnerMain.commandLine().setErr(new PrintWriter(errors));
        return line.execute(words.toArray(String[]::new));
    }

    private String words() {
        return said.toString(StandardCharsets.UTF_8).strip();
    }

    /** Runs that wait, the first the oldest. */
    private static List<RunFile> waiting(int n) throws IOException {
        List<RunFile> runs = new ArrayList<>();
        for (int i = 0; i < n; i++) {
            RunFile run = LinkTest.run();
            Outbox.ofUser().save(run).toFile().setLastModified(1_700_000_000_000L + i * 1000L);
            runs.add(run);
        }
        return runs;
    }
}
