package app.yarrowmark.server.demo;

import app.yarrowmark.server.Settings;
import app.yarrowmark.server.problems.Refusal;
import app.yarrowmark.server.work.Spoken;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.stereotype.Service;

/**
 * The demo desk in a home and on a port of its own, started through the start command. It ends with this server: it listens to
 * a pipe that this one holds.
 */
@Service
class DemoDesk {

    private static final Pattern READY = Pattern.compile("Yarrowmark is ready: http://127\\.0\\.0\\.1:(\\d+)");
    private static final Pattern SIGN_IN = Pattern.compile("Sign in as: (.+), password (\\S+)");
    private static final String LAST = "Ctrl-C stops it";

    private final Settings settings;
    private final Function<List<String>, Process> starter;
    private @Nullable Process running;
    private @Nullable Spoken spoken;
    private Said said = new Said(null, null, null);
    private DemoDeskView view = new DemoDeskView(State.NONE, null, null, null, null);

    @Autowired
    DemoDesk(Settings settings) {
        this(settings, DemoDesk::start);
    }

    DemoDesk(Settings settings, Function<List<String>, Process> starter) {
        this.settings = settings;
        this.starter = starter;
    }

    /** How far it is. */
    enum State {
        /** It can be started. */
        NONE,
        STARTING,
        READY,
        /** It ended by itself, or did not start. */
        ENDED
    }

    /**
     * The demo desk.
     *
     * @param port on the computer of this desk, once it is ready
     * @param name to sign in with there
     * @param password to sign in with there
     * @param why it ended
     */
    record DemoDeskView(
            State state,
            @Nullable Integer port,
            @Nullable String name,
            @Nullable String password,
            @Nullable String why) {}

    /** Returns whether the start command is known here. */
    boolean canBe() {
        return !settings.startCommand().isEmpty() && Files.isExecutable(Path.of(settings.startCommand()));
    }

    synchronized DemoDeskView view() {
        return view;
    }

    /**
     * Starts it; where it runs already, nothing is done.
     *
     * @throws Refusal if it cannot be started here
     */
    synchronized DemoDeskView start() {
        if (!canBe()) {
            throw Refusal.notFound(
                    "This server was started without its start command; ./yarrowmark demo starts the demo.");
        }
        if (running == null || !running.isAlive()) {
            Process process = starter.apply(
                    List.of(settings.startCommand(), "demo", "--port", "" + freePort(), "--home", settings.demoHome()));
            running = process;
            view = new DemoDeskView(State.STARTING, null, null, null, null);
            said = new Said(null, null, null);
            spoken = new Spoken(process, this::hear, this::fall);
        }
        return view;
    }

    @PreDestroy
    synchronized void end() {
        if (running != null) {
            running.destroy();
        }
    }

    /** What it said so far. */
    private record Said(
            @Nullable Integer port,
            @Nullable String name,
            @Nullable String password) {

        Said and(String line) {
            Matcher ready = READY.matcher(line);
            Matcher signIn = SIGN_IN.matcher(line);
            if (ready.find()) {
                return new Said(Integer.valueOf(ready.group(1)), name, password);
            }
            return signIn.find() ? new Said(port, signIn.group(1), signIn.group(2)) : this;
        }
    }

    private synchronized void hear(String line) {
        said = said.and(line);
        if (line.startsWith(LAST)) {
            view = new DemoDeskView(State.READY, said.port, said.name, said.password, null);
        }
    }

    private synchronized void fall() {
        view = new DemoDeskView(State.ENDED, null, null, null, spoken == null ? null : spoken.last());
    }

    private static int freePort() {
        try (ServerSocket socket = new ServerSocket(0)) {
            return socket.getLocalPort();
        } catch (IOException e) {
            throw new UncheckedIOException("no free port was found", e);
        }
    }

    /** Without what this server was told itself. */
    private static Process start(List<String> command) {
        ProcessBuilder builder = new ProcessBuilder(command).redirectErrorStream(true);
        builder.environment()
                .keySet()
                .removeIf(
                        key -> key.startsWith("YARROWMARK_") || key.startsWith("SPRING_") || key.startsWith("SERVER_"));
        builder.environment().put("YARROWMARK_BUILT", "yes");
        builder.environment().put("YARROWMARK_TIED", "yes");
        try {
            return builder.start();
        } catch (IOException e) {
            throw new UncheckedIOException("the demo could not be started", e);
        }
    }
}
