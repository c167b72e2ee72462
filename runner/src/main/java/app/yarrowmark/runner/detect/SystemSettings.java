package app.yarrowmark.runner.detect;

import app.yarrowmark.core.exchange.RunFile.FactLine;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.concurrent.TimeUnit;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * Settings of the system that change how fast it is, as far as everyone may read them: from files on Linux, from a standard
 * command elsewhere. What is not there is a fact with the reason.
 */
final class SystemSettings {

    private static final String NOT_TOLD = "the system does not tell";
    private static final String NO_SUCH = "the system has no such setting";
    private static final Pattern SCHEME = Pattern.compile("\\(([^)]+)\\)\\s*\\*?\\s*$", Pattern.MULTILINE);
    private static final Pattern LOW_POWER = Pattern.compile("^\\s*lowpowermode\\s+(\\d)", Pattern.MULTILINE);

    /** Runs a standard command of the system. */
    interface Commands {
        /** Returns what it printed; empty if it is not there, fails, or takes too long. */
        Optional<String> run(String... words);
    }

    private final String system;
    private final Path root;
    private final Commands commands;
    private final List<FactLine> facts = new ArrayList<>();

    /**
     * @param system name as Java tells it, e.g. {@code Linux}
     * @param root of the file system
     */
    SystemSettings(String system, Path root, Commands commands) {
        this.system = system.toLowerCase(Locale.ROOT);
        this.root = root;
        this.commands = commands;
    }

    /** Reads this computer's. */
    static List<FactLine> here() {
        return new SystemSettings(System.getProperty("os.name"), Path.of("/"), SystemSettings::run).read();
    }

    List<FactLine> read() {
        if (system.startsWith("linux")) {
            linux();
        } else if (system.startsWith("windows")) {
            fact(
                    "power.plan",
                    commands.run("powercfg", "/getactivescheme").flatMap(t -> first(SCHEME, t)),
                    "",
                    NOT_TOLD);
        } else {
            Optional<String> low = commands.run("pmset", "-g").flatMap(t -> first(LOW_POWER, t));
            fact("power.plan", low.map(l -> l.equals("1") ? "low power" : "normal"), "", NOT_TOLD);
            fact("power.saver", low.map(l -> l.equals("1") ? "yes" : "no"), "", NOT_TOLD);
        }
        return facts;
    }

    private void linux() {
        fact("power.plan", line("sys/firmware/acpi/platform_profile"), "", NO_SUCH);
        fact("cpu.governor", governor(), "", NO_SUCH);
        fact("cpu.boost", boost(), "", NO_SUCH);
        fact("cpu.limit_long", limit("long_term"), "W", "the system keeps it from programs without rights");
        fact("cpu.limit_short", limit("short_term"), "W", "the system keeps it from programs without rights");
        fact("cpu.microcode", microcode(), "", NOT_TOLD);
        fact("cpu.mitigations", mitigations(), "", NOT_TOLD);
        fact("memory.swap", swap(), "", NOT_TOLD);
    }

    /** With the hint on what to prefer, where there is one: it decides more than the governor on newer chips. */
    private Optional<String> governor() {
        String folder = "sys/devices/system/cpu/cpu0/cpufreq/";
        Optional<String> hint = line(folder + "energy_performance_preference");
        return line(folder + "scaling_governor")
                .map(g -> hint.map(h -> g + ", prefers " + h.replace('_', ' ')).orElse(g));
    }

    private Optional<String> boost() {
        return line("sys/devices/system/cpu/cpufreq/boost")
                .map(b -> b.equals("1") ? "yes" : "no")
                .or(() -> folders("sys/devices/system/cpu")
                        .flatMap(f -> line(f + "/no_turbo").stream())
                        .findFirst()
                        .map(n -> n.equals("0") ? "yes" : "no"));
    }

    private Optional<String> limit(String name) {
        return folders("sys/class/powercap")
                .filter(f -> f.endsWith(":0"))
                .flatMap(f -> Stream.of(0, 1, 2).map(i -> f + "/constraint_" + i + "_"))
                .filter(c -> line(c + "name").filter(name::equals).isPresent())
                .flatMap(c -> line(c + "power_limit_uw").stream())
                .findFirst()
                .map(uw -> String.valueOf(Math.round(Double.parseDouble(uw) / 1e6)));
    }

    /** Returns the folders in a folder, from the root on, in order. */
    private Stream<String> folders(String parent) {
        try (Stream<Path> all = Files.list(root.resolve(parent))) {
            return all.filter(Files::isDirectory).map(f -> root.relativize(f).toString()).sorted().toList().stream();
        } catch (IOException e) {
            return Stream.empty();
        }
    }

    private Optional<String> microcode() {
        return lines("proc/cpuinfo")
                .filter(l -> l.startsWith("microcode"))
                .map(l -> l.substring(l.indexOf(':') + 1).strip())
                .findFirst();
    }

    /** The ones that are on, by name; what does not concern this processor is left out. */
    private Optional<String> mitigations() {
        Path folder = root.resolve("sys/devices/system/cpu/vulnerabilities");
        TreeMap<String, String> found = new TreeMap<>();
        try (Stream<Path> all = Files.list(folder)) {
            for (Path one : all.toList()) {
                line(root.relativize(one).toString())
                        .ifPresent(l -> found.put(one.getFileName().toString(), l));
            }
        } catch (IOException e) {
            return Optional.empty();
        }
        TreeSet<String> on = new TreeSet<>();
        TreeSet<String> off = new TreeSet<>();
        found.forEach((name, state) -> {
            if (state.startsWith("Mitigation")) {
                on.add(name);
            } else if (state.startsWith("Vulnerable")) {
                off.add(name);
            }
        });
        if (on.isEmpty() && off.isEmpty()) {
            return Optional.of("none needed");
        }
        return Optional.of(on.size() + " on" + (off.isEmpty() ? "" : ", without " + String.join(", ", off)));
    }

    private Optional<String> swap() {
        if (!Files.isReadable(root.resolve("proc/swaps"))) {
            return Optional.empty();
        }
        List<String> areas = lines("proc/swaps").skip(1).map(String::strip).toList();
        return Optional.of(
                areas.isEmpty()
                        ? "none"
                        : String.join(
                                ", ",
                                areas.stream().map(a -> a.split("\\s+")[1]).toList()));
    }

    private Optional<String> line(String path) {
        return lines(path).map(String::strip).filter(l -> !l.isEmpty()).findFirst();
    }

    private Stream<String> lines(String path) {
        Path file = root.resolve(path);
        try {
            return Files.isReadable(file) ? Files.readAllLines(file, StandardCharsets.UTF_8).stream() : Stream.empty();
        } catch (IOException e) {
            return Stream.empty();
        }
    }

    private void fact(String key, Optional<String> value, String unit, String reason) {
        facts.add(value.map(v -> new FactLine(key, v.length() > 200 ? v.substring(0, 200) : v, unit, null))
                .orElseGet(() -> new FactLine(key, null, null, reason)));
    }

    private static Optional<String> first(Pattern pattern, String text) {
        Matcher matcher = pattern.matcher(text);
        return matcher.find() ? Optional.of(matcher.group(1).strip()) : Optional.empty();
    }

    private static Optional<String> run(String... words) {
        try {
            Process process =
                    new ProcessBuilder(words).redirectErrorStream(true).start();
            process.getOutputStream().close();
            String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
            return process.waitFor(5, TimeUnit.SECONDS) && process.exitValue() == 0
                    ? Optional.of(said)
                    : Optional.empty();
        } catch (IOException e) {
            return Optional.empty();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return Optional.empty();
        }
    }
}
