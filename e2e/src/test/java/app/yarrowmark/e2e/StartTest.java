package app.yarrowmark.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.UncheckedIOException;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;

/** Starting, stopping and what can go wrong, through the script as people call it. */
class StartTest {

    @Test
    void anEmptyDeskAsksForTheFirstAccountAndLosesNothing() {
        Path home = App.newHome();
        try (Browser browser = Browser.open()) {
            App app = App.start("start", home);
            browser.go(app.said("Make the first account:"));
            browser.see("Make the first account");
            browser.type("Name", "Merle Sedge");
            browser.type("Password, at least 10 characters", "short");
            browser.press("Make the account");
            browser.see("a password has at least 10 characters");
            browser.type("Password, at least 10 characters", "long enough to keep");
            browser.press("Make the account");
            browser.see("Nothing is on the desk");
            browser.go(app.url() + "/standings");
            browser.see("Nobody can be placed yet");
            browser.go(app.url() + "/ledger");
            browser.see("Nothing was measured yet");
            app.stop();

            App again = App.start("start", home);
            // Who was signed in still is; and can come back after signing out.
            browser.go(again.url());
            browser.see("Nothing is on the desk");
            browser.press("Sign Merle Sedge out");
            browser.type("Name", "Merle Sedge");
            browser.type("Password", "wrong password");
            browser.press("Sign in");
            browser.see("Name and password do not fit.");
            browser.type("Password", "long enough to keep");
            browser.press("Sign in");
            browser.see("Nothing is on the desk");

            assertThat(App.run("start", "--port", "" + App.freePort(), "--home", home.toString()))
                    .contains("is in use by another Yarrowmark")
                    .endsWith("exit 1");
            again.close();
        }
    }

    @Test
    void whatIsWrongIsSaidInOneLine() throws Exception {
        Path home = App.newHome();
        try (ServerSocket busy = new ServerSocket(0)) {
            assertThat(App.run("start", "--port", "" + busy.getLocalPort(), "--home", home.toString()))
                    .isEqualTo("yarrowmark: port " + busy.getLocalPort()
                            + " is in use: stop what uses it, or choose another with --port\nexit 1");
        }
        assertThat(App.run("start", "--port", "seven")).contains("--port is a number from 1 to 65535, got \"seven\"");
        assertThat(App.run("start", "--colour", "red")).contains("there is no option --colour");
        assertThat(App.run("dance")).contains("there is no command dance").endsWith("exit 2");
        assertThat(App.run("token", "--home", home.resolve("none").toString())).contains("there is no Yarrowmark in");
        assertThat(App.run("start", "--home", "/proc/none", "--port", "" + App.freePort()))
                .contains("the folder /proc/none cannot be made");

        Files.createDirectories(home.resolve("db/data"));
        Files.writeString(home.resolve("db/data/ibdata1"), "not a database");
        Files.writeString(home.resolve("db/made"), "");
        String damaged = App.run("start", "--home", home.toString(), "--port", "" + App.freePort());
        assertThat(damaged)
                .contains("does not start", "if its files are damaged, put back a copy of")
                .endsWith("exit 1");
        assertThat(damaged.lines()).hasSize(2);
        App.remove(home);
    }

    /** Kills the server while eight senders submit: what was acknowledged is there, nothing is there in half. */
    @Test
    void aKilledServerLosesNothingItAcknowledged() throws Exception {
        Path home = App.newHome();
        App app = App.start("demo", home);
        String token = app.token();
        long sitting = app.get("/api/v1/sittings", token).get(0).get("sitting").asLong();
        Set<String> acknowledged = ConcurrentHashMap.newKeySet();
        ExecutorService senders = Executors.newFixedThreadPool(8);
        for (int i = 0; i < 8; i++) {
            senders.submit(() -> sendUntilItBreaks(app, token, sitting, acknowledged));
        }
        while (acknowledged.size() < 40) {
            Thread.sleep(20);
        }
        app.processNamed("java").destroyForcibly();
        senders.shutdown();
        assertThat(senders.awaitTermination(60, TimeUnit.SECONDS)).isTrue();
        app.stop();

        App again = App.start("demo", home);
        List<String> kept = new ArrayList<>();
        JsonNode page;
        int number = 0;
        do {
            page = again.get("/api/v1/runs?size=200&page=" + number++, token);
            for (JsonNode row : page.get("rows")) {
                kept.add(row.get("id").asText());
                assertThat(row.get("headline") != null
                                || row.get("state").asText().equals("FAILED")
                                || row.get("suite").asText().equals("Lumenwalk")
                                || row.get("suite").asText().equals("Siltpath"))
                        .as("a run in half: " + row)
                        .isTrue();
            }
        } while (number < page.get("pages").asInt());
        assertThat(kept).containsAll(acknowledged).doesNotHaveDuplicates();
        again.close();
    }

    private static void sendUntilItBreaks(App app, String token, long sitting, Set<String> acknowledged) {
        try {
            for (int i = 0; i < 2000; i++) {
                String run = Runs.json(sitting, "kernmill", "weave=1800", "sieve=400", "forge=730");
                if (app.send("PUT", "/api/v1/runs/" + Runs.id(run), token, run).statusCode() == 201) {
                    acknowledged.add(Runs.id(run));
                }
            }
        } catch (UncheckedIOException killed) {
            // The server is gone: what was not answered may or may not be kept.
        }
    }
}
