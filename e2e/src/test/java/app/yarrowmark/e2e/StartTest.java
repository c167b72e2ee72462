package app.yarrowmark.e2e;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assumptions.assumeThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.UncheckedIOException;
import java.net.ServerSocket;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** Starting, stopping and what can go wrong, through the script as people call it. */
class StartTest {

    private static final int LINES = 3_000;

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

        Files.createDirectories(home.resolve("db/data/mysql"));
        Files.createDirectories(home.resolve("db/data/yarrowmark"));
        Files.writeString(home.resolve("db/data/ibdata1"), "not a database");
        Files.writeString(home.resolve("db/made"), "");
        String damaged = App.run("start", "--home", home.toString(), "--port", "" + App.freePort());
        assertThat(damaged)
                .contains("does not start", "if its files are damaged, put back a copy of")
                .endsWith("exit 1");
        assertThat(damaged.lines()).hasSize(2);
        App.remove(home);
    }

    /**
     * Whatever is there in the place of the database is kept, and what is wrong with it is said; a home of an older build, or
     * a copy without the marks that a start leaves, is used as it is, and then nobody else on the computer gets at it.
     */
    @Test
    void aHomeIsNeverEmptiedAndForNobodyElse() throws Exception {
        Path foreign = App.newHome();
        Path kept = foreign.resolve("db/data/notes.txt");
        Files.createDirectories(kept.getParent());
        Files.writeString(kept, "from elsewhere");
        assertThat(App.run("start", "--home", foreign.toString(), "--port", "" + App.freePort()))
                .contains("holds files and is not a whole database (ibdata1 is missing): put back a whole copy")
                .endsWith("exit 1");
        assertThat(kept).hasContent("from elsewhere");
        App.remove(foreign);

        App app = App.start("start", App.newHome());
        app.stop();
        Path records = app.home().resolve("db/data/yarrowmark");
        Files.move(records, app.home().resolve("elsewhere"));
        assertThat(App.run("start", "--home", app.home().toString(), "--port", "" + App.freePort()))
                .contains("the records are missing from the database")
                .endsWith("exit 1");
        Files.move(app.home().resolve("elsewhere"), records);
        Path table = records.resolve("board.ibd");
        Files.move(table, app.home().resolve("elsewhere"));
        assertThat(App.run("start", "--home", app.home().toString(), "--port", "" + App.freePort()))
                .contains("Tables of the records are missing or damaged: board")
                .endsWith("exit 1");
        Files.move(app.home().resolve("elsewhere"), table);

        Files.delete(app.home().resolve("db/made"));
        Files.delete(app.home().resolve("db/password"));
        // As an older build left it: open to all.
        Files.delete(app.home().resolve("db/locked"));
        try (Stream<Path> all = Files.walk(app.home())) {
            for (Path p : all.toList()) {
                Files.setPosixFilePermissions(
                        p, PosixFilePermissions.fromString(Files.isDirectory(p) ? "rwxr-xr-x" : "rw-r--r--"));
            }
        }
        try (App again = App.start("start", app.home())) {
            assertThat(again.said("Found a database in")).contains("its records are used as they are");
            assertThat(again.said("Mended:")).contains("is open to you only");
            again.get("/api/v1/models", again.token());
            assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(again.home())))
                    .isEqualTo("rwx------");
            assertThat(PosixFilePermissions.toString(
                            Files.getPosixFilePermissions(again.home().resolve("db/data/ibdata1"))))
                    .isEqualTo("rw-------");
            assumeThat(System.getProperty("user.name"))
                    .as("only root can be another user")
                    .isEqualTo("root");
            nobodyElseGetsIn(again);
        }
    }

    /** Another account of the same computer, which knows where everything is. */
    private static void nobodyElseGetsIn(App app) {
        String port = app.processNamed("mariadbd")
                .info()
                .arguments()
                .flatMap(words ->
                        Stream.of(words).filter(w -> w.startsWith("--port=")).findFirst())
                .orElseThrow();
        String client = "mariadb --no-defaults -e 'select 1' ";
        for (String way : List.of(
                client + "-uroot --socket=" + app.home() + "/db/my.sock",
                client + "-uroot -h127.0.0.1 " + port,
                client + "-uyarrowmark -h127.0.0.1 " + port,
                "cat " + app.home() + "/db/password",
                "ls " + app.home())) {
            assertThat(App.command("setpriv", "--reuid=65534", "--regid=65534", "--clear-groups", "bash", "-c", way))
                    .as(way)
                    .containsAnyOf("Access denied", "Permission denied", "(13)")
                    .doesNotEndWith("exit 0");
        }
    }

    /**
     * What ends by itself is started again, and who asks meanwhile is told to come again. A table of which only some was kept
     * as runs when the server was killed counts as a whole once it is there again, and not before.
     */
    @Test
    void whatEndsIsStartedAgainAndWhatItWasDoingIsFinished() throws Exception {
        try (App app = App.start("start", App.newHome())) {
            String token = app.token();
            app.get("/api/v1/models", token);
            ProcessHandle database = app.processNamed("mariadbd");
            database.destroyForcibly();
            HttpResponse<String> away = app.send("GET", "/api/v1/models", token, "");
            assertThat(away.statusCode()).isIn(503, 200);
            if (away.statusCode() == 503) {
                assertThat(away.headers().firstValue("Retry-After")).isPresent();
                assertThat(App.json(away.body()).get("detail").asText()).contains("Try again shortly");
            }
            assertThat(app.comesBack("/api/v1/models", token)).isTrue();
            assertThat(app.processNamed("mariadbd").pid()).isNotEqualTo(database.pid());

            long table = app.stage(token, longTable(app, token));
            Thread accepting = new Thread(() -> {
                try {
                    app.send("POST", "/api/v1/imports/" + table + "/accept", token, "{}");
                } catch (UncheckedIOException killed) {
                    // As it should be.
                }
            });
            accepting.start();
            while (app.get("/api/v1/imports/" + table, token).at("/batch/runs").asInt() == 0) {
                Thread.sleep(20);
            }
            app.processNamed("java").destroyForcibly();
            accepting.join();
            assertThat(app.comesBack("/api/v1/models", token)).isTrue();
            isFinished(app, token, table);
        }
    }

    private static String longTable(App app, String token) {
        String sheet = "key: kernmill\nversion: \"1\"\nname: Kernmill\ngroup: processor\nmetrics:\n"
                + "  - {key: weave, name: Weave, unit: MB/s}\n  - {key: sieve, name: Sieve, unit: MB/s}\n";
        assertThat(app.send("POST", "/api/v1/sheets", token, "{\"text\":" + App.quoted(sheet) + "}")
                        .statusCode())
                .isEqualTo(201);
        StringBuilder table = new StringBuilder("device,maker,suite,metric,value\n");
        for (int i = 0; i < LINES; i++) {
            table.append("Fen ")
                    .append(i)
                    .append(",Ostrel,kernmill 1,weave,")
                    .append(100 + i)
                    .append('\n');
        }
        return table.toString();
    }

    private static void isFinished(App app, String token, long table) throws InterruptedException {
        JsonNode batch;
        do {
            Thread.sleep(200);
            batch = app.get("/api/v1/imports/" + table, token).get("batch");
            int counting = app.get("/api/v1/runs?state=DONE&import=" + table, token)
                    .get("total")
                    .asInt();
            assertThat(counting).as("all or none").isIn(0, LINES);
        } while (batch.get("state").asText().equals("ACCEPTING"));
        assertThat(batch.get("state").asText()).isEqualTo("ACCEPTED");
        assertThat(batch.get("runs").asInt()).isEqualTo(LINES);
        assertThat(app.send("POST", "/api/v1/imports/" + table + "/take-back", token, "")
                        .statusCode())
                .isEqualTo(200);
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
