package app.yarrowmark.testdb;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.BindException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.concurrent.ThreadLocalRandom;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;

/** A MariaDB server of its own in a temporary folder on a free loopback port. */
final class TestDatabase implements AutoCloseable {

    private static final long START_SECONDS = 60;

    private final Path folder;
    private final int port;
    private final Process server;

    private TestDatabase(Path folder, int port, Process server) {
        this.folder = folder;
        this.port = port;
        this.server = server;
    }

    /**
     * Starts one.
     *
     * @throws IllegalStateException if MariaDB is not installed or does not start; the message holds its log
     */
    static TestDatabase start() {
        try {
            Path folder = Files.createTempDirectory("yarrowmark-testdb");
            run(
                    folder,
                    "mariadb-install-db",
                    "--no-defaults",
                    "--datadir=" + folder.resolve("data"),
                    "--auth-root-authentication-method=normal",
                    "--skip-test-db",
                    "--user=" + System.getProperty("user.name"));
            int port = freePort();
            Process server = launch(folder, port);
            TestDatabase database = new TestDatabase(folder, port, server);
            database.awaitReady();
            run(
                    folder,
                    client(
                            folder,
                            "create database yarrowmark; create user 'yarrowmark'@'127.0.0.1'"
                                    + " identified by 'yarrowmark'; grant all on yarrowmark.* to 'yarrowmark'@'127.0.0.1';"
                                    + " grant all on `yarrowmark\\_%`.* to 'yarrowmark'@'127.0.0.1'"));
            return database;
        } catch (IOException e) {
            throw new IllegalStateException(
                    "the tests need MariaDB: install Debian's package mariadb-server (" + e.getMessage() + ")", e);
        }
    }

    String url() {
        return "jdbc:mariadb://127.0.0.1:" + port + "/yarrowmark";
    }

    @Override
    public void close() {
        server.destroy();
        try {
            if (!server.waitFor(20, TimeUnit.SECONDS)) {
                server.destroyForcibly().waitFor();
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
        try (Stream<Path> all = Files.walk(folder)) {
            all.sorted(Comparator.reverseOrder()).forEach(p -> p.toFile().delete());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** setpriv lets the server die with a killed test process. */
    private static Process launch(Path folder, int port) throws IOException {
        return new ProcessBuilder(
                        "setpriv",
                        "--pdeathsig",
                        "TERM",
                        "mariadbd",
                        "--no-defaults",
                        "--user=" + System.getProperty("user.name"),
                        "--datadir=" + folder.resolve("data"),
                        "--socket=" + folder.resolve("my.sock"),
                        "--pid-file=" + folder.resolve("my.pid"),
                        "--bind-address=127.0.0.1",
                        "--port=" + port,
                        "--skip-name-resolve",
                        "--character-set-server=utf8mb4",
                        "--collation-server=utf8mb4_unicode_ci",
                        "--innodb-flush-log-at-trx-commit=0",
                        "--innodb-fast-shutdown=2")
                .redirectErrorStream(true)
                .redirectOutput(folder.resolve("server.log").toFile())
                .start();
    }

    private void awaitReady() throws IOException {
        long end = System.nanoTime() + TimeUnit.SECONDS.toNanos(START_SECONDS);
        while (System.nanoTime() < end && server.isAlive()) {
            try {
                run(folder, client(folder, "select 1"));
                return;
            } catch (IllegalStateException notYet) {
                pause();
            }
        }
        throw new IllegalStateException("MariaDB did not start: " + Files.readString(folder.resolve("server.log")));
    }

    private static String[] client(Path folder, String sql) {
        return new String[] {"mariadb", "--no-defaults", "-uroot", "--socket=" + folder.resolve("my.sock"), "-e", sql};
    }

    private static void run(Path folder, String... command) throws IOException {
        List<String> words = new ArrayList<>(List.of(command));
        ProcessBuilder builder = new ProcessBuilder(words)
                .redirectErrorStream(true)
                .redirectOutput(folder.resolve("command.log").toFile());
        // Two that are made at once would meet in the system's folder for what is passing.
        builder.environment().put("TMPDIR", folder.toString());
        Process process = builder.start();
        try {
            if (process.waitFor() != 0) {
                throw new IllegalStateException(
                        command[0] + " failed: " + Files.readString(folder.resolve("command.log")));
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException("interrupted", e);
        }
    }

    private static void pause() {
        try {
            Thread.sleep(100);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /** Below the ports that the system gives to outgoing connections, of which one may take it before the server does. */
    private static int freePort() throws IOException {
        for (int tries = 1; ; tries++) {
            int port = ThreadLocalRandom.current().nextInt(20_000, 32_000);
            try (ServerSocket socket = new ServerSocket(port, 1, InetAddress.getLoopbackAddress())) {
                return socket.getLocalPort();
            } catch (BindException taken) {
                if (tries == 50) {
                    throw taken;
                }
            }
        }
    }
}
