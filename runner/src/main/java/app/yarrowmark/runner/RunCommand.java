package app.yarrowmark.runner;

import app.yarrowmark.core.exchange.Json;
import app.yarrowmark.core.exchange.OwnSuites;
import app.yarrowmark.core.exchange.RunFile;
import app.yarrowmark.core.suite.Home;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.core.suite.SuiteSheet;
import app.yarrowmark.workloads.Plan;
import app.yarrowmark.workloads.storage.Root;
import com.fasterxml.jackson.databind.JsonNode;
import java.io.IOException;
import java.io.PrintStream;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;

/** Measures and sends, or saves without a server. */
@Command(
        name = "run",
        mixinStandardHelpOptions = true,
        description = "Reads this computer's setup, measures, and sends each run as soon as it is over.")
final class RunCommand implements Callable<Integer> {

    @Option(
            names = "--server",
            paramLabel = "URL",
            description = "Address of the desk, default ${DEFAULT-VALUE}.",
            defaultValue = "http://127.0.0.1:8787")
    private URI server;

    @Option(
            names = "--code",
            paramLabel = "CODE",
            description = "The six characters that Desk shows; asked for if left out.")
    private @Nullable String code;

    @Option(names = "--out", paramLabel = "FOLDER", description = "Save run files there instead of sending them.")
    private @Nullable Path out;

    @Option(
            names = "--suites",
            split = ",",
            paramLabel = "SUITE",
            description = "stem, root; default: what the desk has planned, else both.")
    private @Nullable List<String> suites;

    @Option(
            names = "--repeats",
            paramLabel = "N",
            description = "Runs of each suite, 1 to 20; default: as the sheet says.")
    private @Nullable Integer repeats;

    @Option(
            names = "--size",
            paramLabel = "SIZE",
            defaultValue = "normal",
            description = "normal, or tiny to try the way: such runs never count by themselves.")
    private String size;

    @Option(
            names = "--folder",
            paramLabel = "FOLDER",
            defaultValue = ".",
            description = "Where Root puts its file, on the drive to measure; default: here.")
    private Path folder;

    private final PrintStream terminal = System.out;
    private final ProgressLine progress = new ProgressLine(terminal, System.console() != null);
    private final Map<String, Duration> lengths = new HashMap<>();

    @Override
    public Integer call() throws IOException, InterruptedException {
        checkOptions();
        Path work = folder.toRealPath();
        Link link = out == null ? Link.join(server, codeOrAsk()) : null;
        List<String> planned = planned(link);
        terminal.println(link == null ? "Measuring without a server." : "Joined the desk: " + link.device() + ".");
        List<RunFile.FactLine> facts = Detection.read(work);
        DetectCommand.print(facts, terminal);
        if (link != null) {
            link.tellFacts(facts).forEach(d -> terminal.println("  differs: " + d));
        }
        int unsent = 0;
        for (String key : planned) {
            SuiteSheet sheet = OwnSuites.sheet(key);
            int times = repeats == null ? sheet.schedule().repeats() : repeats;
            announce(sheet, times);
            for (int repeat = 1; repeat <= times; repeat++) {
                RunFile run = measure(sheet, repeat, times, planned, link, facts, work);
                unsent += deliver(run, link) ? 0 : 1;
                if (repeat < times && size.equals("normal")) {
                    Thread.sleep(
                            Duration.ofSeconds(sheet.schedule().restSeconds()).toMillis());
                }
            }
        }
        if (link != null) {
            link.tellFinished();
        }
        return unsent == 0 ? 0 : RunnerMain.NOT_SENT;
    }

    private void checkOptions() {
        if (!List.of("normal", "tiny").contains(size)) {
            throw new IllegalArgumentException("--size is normal or tiny, got \"" + size + "\"");
        }
        if (repeats != null && (repeats < 1 || repeats > 20)) {
            throw new IllegalArgumentException("--repeats is 1 to 20, got " + repeats);
        }
        if (!Files.isDirectory(folder) || !Files.isWritable(folder)) {
            throw new IllegalArgumentException("--folder " + folder + " is no folder that can be written");
        }
    }

    private String codeOrAsk() {
        if (code != null) {
            return code;
        }
        if (System.console() == null) {
            throw new IllegalArgumentException("give the six characters that Desk shows with --code, or --out FOLDER");
        }
        return System.console().readLine("Code: ");
    }

    private List<String> planned(@Nullable Link link) {
        List<String> all = OwnSuites.all().values().stream()
                .filter(s -> s.home() == Home.NATIVE)
                .map(s -> s.id().key())
                .toList();
        List<String> wanted = suites != null ? suites : link == null ? all : link.plannedSuites();
        for (String key : wanted) {
            if (!all.contains(key)) {
                throw new IllegalArgumentException("there is no native suite \"" + key + "\"; there are " + all);
            }
        }
        if (wanted.isEmpty()) {
            throw new IllegalArgumentException("no native suite is planned for this device; add one on the Desk");
        }
        return wanted;
    }

    private void announce(SuiteSheet sheet, int times) {
        String writes = sheet.id().key().equals("root")
                ? ", writes " + Root.bytesWritten(plan()) / 1_000_000 + " MB each time in "
                        + folder.toAbsolutePath().normalize()
                : "";
        terminal.println(sheet.name() + ", " + times + (times == 1 ? " time" : " times") + writes);
    }

    private Plan plan() {
        return size.equals("tiny") ? Plan.TINY : Plan.NORMAL;
    }

    private RunFile measure(
            SuiteSheet sheet,
            int repeat,
            int times,
            List<String> planned,
            @Nullable Link link,
            List<RunFile.FactLine> facts,
            Path work)
            throws IOException, InterruptedException {
        RunRecorder recorder = new RunRecorder(sheet, size);
        Instant start = Instant.now();
        Display display = new Display(sheet, repeat, times, planned, link, start);
        String errors = new Worker(work, size).run(sheet.id().key(), event -> {
            recorder.hear(event);
            display.hear(event);
        });
        if (!errors.isEmpty()) {
            recorder.broke(errors);
        }
        Instant end = Instant.now();
        lengths.put(sheet.id().key(), Duration.between(start, end));
        return recorder.run(start, end, facts);
    }

    /** Sends or saves; returns whether the run is where it should be. */
    private boolean deliver(RunFile run, @Nullable Link link) throws IOException, InterruptedException {
        if (link == null) {
            progress.end("  saved " + save(run, out == null ? Path.of(".") : out) + ": " + words(run));
            return true;
        }
        try {
            JsonNode kept = link.send(run);
            progress.end("  sent: " + words(run)
                    + (kept.path("state").asText().equals(run.state().name()) ? "" : " (kept as set aside)"));
            return true;
        } catch (IOException e) {
            Path file = save(run, Path.of("yarrowmark-runs"));
            progress.end("  not sent (" + e.getMessage() + "); saved " + file
                    + ". Send it later with a new code: send --server URL --code CODE " + file);
            return false;
        }
    }

    private static Path save(RunFile run, Path into) throws IOException {
        Files.createDirectories(into);
        Path file = into.resolve(run.suite().key() + "-" + run.id() + ".json");
        Files.writeString(file, Json.mapper().writerWithDefaultPrettyPrinter().writeValueAsString(run));
        return file;
    }

    private static String words(RunFile run) {
        String state = run.state() == RunFile.State.DONE
                ? ""
                : run.state().name().toLowerCase(Locale.ROOT).replace('_', ' ') + ": " + run.reason() + "; ";
        List<RunFile.ReadingLine> readings = run.readings() == null ? List.of() : run.readings();
        return state + readings.size() + " readings";
    }

    /** Shows samples in the terminal and passes them on to Desk, at most twice a second. */
    private final class Display {

        private static final long PAUSE_NANOS = 500_000_000;

        private final SuiteSheet sheet;
        private final int repeat;
        private final int times;
        private final List<String> planned;
        private final @Nullable Link link;
        private final Instant start;
        private final List<Metric> parts;
        private long shown;

        Display(SuiteSheet sheet, int repeat, int times, List<String> planned, @Nullable Link link, Instant start) {
            this.sheet = sheet;
            this.repeat = repeat;
            this.times = times;
            this.planned = planned;
            this.link = link;
            this.start = start;
            this.parts = sheet.metrics().stream().filter(m -> !m.isTotal()).toList();
        }

        void hear(WorkEvent event) {
            if (!event.kind().equals("sample") || event.values() == null || event.share() == null) {
                return;
            }
            long now = System.nanoTime();
            Metric metric = sheet.metric(String.valueOf(event.metric())).orElseThrow();
            double done = (order().indexOf(metric.key()) + event.share()) / parts.size();
            double last = event.values().get(event.values().size() - 1);
            if (now - shown < PAUSE_NANOS && event.share() < 1) {
                return;
            }
            shown = now;
            long left = secondsLeft(done);
            progress.show(metric.name(), done, Digits.text(last) + " " + metric.unit(), left);
            if (link != null) {
                link.tellProgress(Map.of(
                        "suite", sheet.id().key(),
                        "partName", metric.name(),
                        "done", Math.min(1, done),
                        "repeat", repeat,
                        "repeats", times,
                        "secondsLeft", left,
                        "reading", last,
                        "unit", metric.unit(),
                        "trace", event.values()));
            }
        }

        /** Root writes before it reads, whatever the sheet lists first. */
        private List<String> order() {
            return sheet.id().key().equals("root")
                    ? List.of("write.long", "read.long", "read.small")
                    : parts.stream().map(Metric::key).toList();
        }

        private long secondsLeft(double done) {
            double own = length(sheet);
            double past = Duration.between(start, Instant.now()).toMillis() / 1000.0;
            if (!lengths.containsKey(sheet.id().key()) && done > 0.1) {
                own = past / done;
            }
            double left = Math.max(0, own - past) + (times - repeat) * (own + rest(sheet));
            for (String key : planned.subList(planned.indexOf(sheet.id().key()) + 1, planned.size())) {
                SuiteSheet next = OwnSuites.sheet(key);
                left += (repeats == null ? next.schedule().repeats() : repeats) * (length(next) + rest(next));
            }
            return Math.round(left);
        }

        private double rest(SuiteSheet s) {
            return size.equals("normal") ? s.schedule().restSeconds() : 0;
        }

        private double length(SuiteSheet s) {
            Duration measured = lengths.get(s.id().key());
            double bySheet = size.equals("tiny") ? 3 : s.schedule().minutes() * 60;
            return measured == null ? bySheet : measured.toMillis() / 1000.0;
        }
    }
}
