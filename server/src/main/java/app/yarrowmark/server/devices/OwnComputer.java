package app.yarrowmark.server.devices;

import app.yarrowmark.server.Settings;
import app.yarrowmark.server.access.Caller;
import app.yarrowmark.server.catalogue.DeviceKind;
import app.yarrowmark.server.problems.Refusal;
import app.yarrowmark.server.work.Spoken;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.function.Function;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.web.servlet.context.ServletWebServerApplicationContext;
import org.springframework.stereotype.Service;

/** The computer that this desk runs on, which can be measured without a line to copy: the runner is started here. */
@Service
class OwnComputer {

    private static final Path DMI = Path.of("/sys/class/dmi/id");
    private static final long AT_ONCE_MILLIS = 1_500;
    private static final Path POWER = Path.of("/sys/class/power_supply");

    private final Settings settings;
    private final PairingService pairing;
    private final Function<List<String>, Process> starter;
    private final ServletWebServerApplicationContext server;
    private @Nullable Process running;

    @Autowired
    OwnComputer(Settings settings, PairingService pairing, ServletWebServerApplicationContext server) {
        this(settings, pairing, server, OwnComputer::start);
    }

    OwnComputer(
            Settings settings,
            PairingService pairing,
            ServletWebServerApplicationContext server,
            Function<List<String>, Process> starter) {
        this.settings = settings;
        this.pairing = pairing;
        this.server = server;
        this.starter = starter;
    }

    /**
     * What is known of it before it is measured.
     *
     * @param canBe whether the runner is here
     * @param maker as the board tells it; may be empty
     * @param name as the board tells it, else the name of the host
     */
    record About(boolean canBe, String maker, String name, DeviceKind kind) {}

    About about() {
        boolean battery = names(POWER).anyMatch(n -> n.startsWith("BAT"));
        String product = line("product_name");
        return new About(
                runnerIsHere(),
                product.isEmpty() ? "" : line("sys_vendor"),
                product.isEmpty() ? host() : product,
                battery ? DeviceKind.LAPTOP : DeviceKind.DESKTOP);
    }

    /**
     * Starts the runner for a sitting, as any other device would join it.
     *
     * @throws Refusal if it runs already, or is not here
     */
    synchronized void measure(long sittingId, Caller caller) {
        if (!runnerIsHere()) {
            throw Refusal.notFound("This server was started without the runner; build it with ./yarrowmark start.");
        }
        if (running != null && running.isAlive()) {
            throw Refusal.conflict("This computer is being measured already: wait for it, or take it off the desk.");
        }
        String code = pairing.newCode(sittingId, caller.who()).code();
        running = starter.apply(List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-jar",
                settings.runnerJar(),
                "run",
                "--server",
                "http://127.0.0.1:" + server.getWebServer().getPort(),
                "--code",
                code));
        requireRunning(running);
    }

    /** One that cannot begin ends at once, and says why in its last line. */
    private static void requireRunning(Process runner) {
        Spoken said = new Spoken(runner, line -> {}, () -> {});
        try {
            if (runner.waitFor(AT_ONCE_MILLIS, TimeUnit.MILLISECONDS) && runner.exitValue() != 0) {
                throw Refusal.conflict("The runner ended at once: " + said.lastOfAll());
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    @PreDestroy
    synchronized void end() {
        if (running != null) {
            running.destroy();
        }
    }

    private boolean runnerIsHere() {
        return !settings.runnerJar().isEmpty() && Files.isReadable(Path.of(settings.runnerJar()));
    }

    private static Process start(List<String> command) {
        try {
            return new ProcessBuilder(command)
                    .directory(Path.of(System.getProperty("java.io.tmpdir")).toFile())
                    .redirectErrorStream(true)
                    .start();
        } catch (IOException e) {
            throw new UncheckedIOException("the runner could not be started", e);
        }
    }

    private static Stream<String> names(Path folder) {
        String[] names = folder.toFile().list();
        return names == null ? Stream.of() : Stream.of(names);
    }

    /** What the board says of itself; nothing where it says what every unnamed board does. */
    private static String line(String file) {
        try {
            String text = Files.readString(DMI.resolve(file)).strip();
            boolean none =
                    text.matches("(?i)(none|unknown|default.*|to be filled.*|system (product )?(name|manufacturer)|)");
            return none || text.length() > 80 ? "" : text;
        } catch (IOException | UncheckedIOException e) {
            return "";
        }
    }

    private static String host() {
        try {
            return InetAddress.getLocalHost().getHostName();
        } catch (IOException e) {
            return "This computer";
        }
    }
}
