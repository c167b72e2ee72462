package app.yarrowmark.e2e;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assumptions.assumeThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** The folder in which everything is kept: never emptied, and for nobody else on the computer. */
class HomeTest {

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
}
