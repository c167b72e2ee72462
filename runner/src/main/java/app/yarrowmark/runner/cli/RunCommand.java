package app.yarrowmark.runner.cli;

import app.yarrowmark.core.exchange.OwnSuites;
import app.yarrowmark.core.exchange.RunFile;
import app.yarrowmark.core.suite.SuiteSheet;
import app.yarrowmark.runner.desk.Link;
import app.yarrowmark.runner.desk.Outbox;
import app.yarrowmark.runner.desk.Queued;
import app.yarrowmark.runner.detect.Detection;
import app.yarrowmark.runner.measure.Measuring;
import app.yarrowmark.workloads.Plan;
import app.yarrowmark.workloads.Workload;
import app.yarrowmark.workloads.registry.Workloads;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import oshi.SystemInfo;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** Measures and sends, or saves without a server. */
@Command(
        name = "run",
        mixinStandardHelpOptions = true,
        description = {
            "Reads this computer's setup, measures, and sends each run as soon as it is over.",
            "A run that cannot be sent waits in the runner's folder and goes with the next one, or with \"send\".",
            "Ctrl-C stops; what was measured until then is kept, set aside."
        })
final class RunCommand implements Callable<Integer> {

    @Mixin
    private DeskOptions desk;

    @Option(names = "--out", paramLabel = "FOLDER", description = "Save run files there, without a desk.")
    private @Nullable Path out;

    @Option(
            names = "--suites",
            split = ",",
            paramLabel = "SUITE",
            completionCandidates = Suites.class,
            description = "${COMPLETION-CANDIDATES}; default: what the desk has planned, else all.")
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

    @Option(names = "--wait", description = "Join, then wait until somebody presses Start on the Desk.")
    private boolean wait;

    @Option(names = "--json", description = "A line of JSON for each event instead of sentences.")
    private boolean json;

    private final Outbox waiting = Outbox.ofUser();
    private volatile @Nullable Running running;
    private volatile boolean stopping;

    @SuppressWarnings("NullAway.Init")
    private Output output;

    private int unsent;
    private int unsound;

    /** The keys of the native suites, for the words of help. */
    static final class Suites extends ArrayList<String> {
        Suites() {
            Workloads.all().forEach(w -> add(w.key()));
        }
    }

    /** A run under way, for the moment the runner is stopped. */
    private record Running(
            Measuring.Run run, Outbox into, @Nullable Link link) {}

    @Override
    public Integer call() throws IOException, InterruptedException {
        checkOptions();
        output = new Output(System.out, json);
        Path work = folder.toRealPath();
        Link link = out == null ? desk.link() : null;
        if (!wait) {
            planned(link);
        } else if (link == null) {
            throw new IllegalArgumentException("--wait needs a desk; leave out --out");
        }
        output.say(link == null ? "Measuring without a desk." : "Joined the desk: " + link.device() + ".");
        if (link != null) {
            sendWaiting(link);
        }
        SystemInfo info = new SystemInfo();
        List<RunFile.FactLine> facts = Detection.read(info, work);
        output.facts(facts, link == null ? List.of() : link.tellFacts(facts));
        if (wait && link != null) {
            output.say("Waiting for the start on the Desk.");
            link = link.waited();
        }
        measureAll(planned(link), link, new Measuring(place(info, work), size, info, facts));
        if (link != null) {
            link.tellFinished();
        }
        return unsent > 0 ? RunnerMain.NOT_SENT : unsound > 0 ? RunnerMain.NOT_SOUND : 0;
    }

    private void checkOptions() {
        if (!List.of("normal", "tiny").contains(size)) {
            throw new IllegalArgumentException("--size is normal or tiny, got \"" + size + "\"");
        }
        if (repeats != null && (repeats < 1 || repeats > 20)) {
            throw new IllegalArgumentException("--repeats is 1 to 20, got " + repeats);
        }
        if (!canWrite(folder)) {
            throw new IllegalArgumentException("--folder " + folder + " is no folder that can be written");
        }
        // Now, because what is measured could not be kept afterwards.
        if (out != null && !canBeMade(out)) {
            throw new IllegalArgumentException("--out " + out + " is no folder that can be written");
        }
    }

    /** Whether a folder is there and can be written, or can be made where it is not. */
    private static boolean canBeMade(Path folder) {
        Path there = folder.toAbsolutePath();
        while (there != null && !Files.exists(there)) {
            there = there.getParent();
        }
        return there != null && canWrite(there);
    }

    /** By trying: rights alone do not tell it of every folder. */
    private static boolean canWrite(Path folder) {
        try {
            Files.delete(Files.createTempFile(folder, "yarrowmark-", ".try"));
            return true;
        } catch (IOException e) {
            return false;
        }
    }

    private List<Queued> planned(@Nullable Link link) {
        List<String> all = Workloads.all().stream().map(Workload::key).toList();
        List<Queued> onDesk = link == null ? List.of() : link.planned();
        List<String> wanted = suites != null
                ? suites
                : link == null ? all : onDesk.stream().map(Queued::suite).toList();
        if (wanted.isEmpty()) {
            throw new IllegalArgumentException("no native suite is planned for this device; add one on the Desk");
        }
        return wanted.stream()
                .map(key -> Workloads.of(key).key())
                .map(key -> onDesk.stream()
                        .filter(q -> q.suite().equals(key))
                        .findFirst()
                        .orElseGet(() -> Queued.bySheet(key)))
                .map(q -> repeats == null ? q : q.times(repeats))
                .toList();
    }

    private Workload.Place place(SystemInfo info, Path work) {
        long memory = info.getHardware().getMemory().getTotal();
        long cache = Detection.cacheBytes(info);
        return new Workload.Place(
                Plan.of(size),
                Runtime.getRuntime().availableProcessors(),
                memory,
                cache,
                Double.POSITIVE_INFINITY,
                0,
                work);
    }

    private void measureAll(List<Queued> queue, @Nullable Link link, Measuring measuring)
            throws IOException, InterruptedException {
        Display display = new Display(output, link, queue, size.equals("tiny"));
        Outbox into = out == null ? waiting : new Outbox(out);
        Runtime.getRuntime().addShutdownHook(new Thread(this::keepWhatThereIs));
        for (Queued queued : queue) {
            SuiteSheet sheet = OwnSuites.sheet(queued.suite());
            announce(sheet, queued.repeats());
            for (int repeat = 1; repeat <= queued.repeats(); repeat++) {
                if (repeat > 1 && size.equals("normal")) {
                    Thread.sleep(
                            Duration.ofSeconds(sheet.schedule().restSeconds()).toMillis());
                }
                Measuring.Run run = measuring.start(sheet);
                running = new Running(run, into, link);
                Instant start = Instant.now();
                int number = repeat;
                RunFile file;
                try {
                    file = run.measure(
                            (event, done, watcher) -> display.sample(sheet, number, start, event, done, watcher));
                } catch (IOException e) {
                    // Once the runner stops, the measuring process is gone and what it said last is cut off.
                    if (isStopping()) {
                        return;
                    }
                    throw e;
                }
                running = null;
                display.took(sheet, Duration.between(start, Instant.now()));
                deliver(file, link, into);
            }
        }
    }

    private void announce(SuiteSheet sheet, int times) {
        long bytes = Workloads.of(sheet.id().key()).bytesWritten(Plan.of(size));
        String writes = bytes == 0
                ? ""
                : ", writes up to " + bytes / 1_000_000 + " MB each time in "
                        + folder.toAbsolutePath().normalize();
        output.say(sheet.name() + ", " + times + (times == 1 ? " time" : " times") + writes);
    }

    private void deliver(RunFile run, @Nullable Link link, Outbox into) throws IOException, InterruptedException {
        unsound += run.state() == RunFile.State.DONE ? 0 : 1;
        if (link == null) {
            save(run, "saved", null, into);
            return;
        }
        try {
            String state = link.send(run).path("state").asText();
            output.run(run, "sent", null, state.equals(run.state().name()) ? null : "kept as set aside");
        } catch (IOException e) {
            unsent++;
            save(named(run, link), "not sent", e.getMessage(), into);
        }
    }

    /** Saves a run; where that fails, the run is written out, so that what was measured is not lost. */
    private void save(RunFile run, String what, @Nullable String why, Outbox into) throws IOException {
        Path file;
        try {
            file = into.save(run);
        } catch (IOException e) {
            output.whole(run);
            throw new IOException(
                    "the run above could not be saved (" + e.getMessage() + "); keep it as a file and send that later",
                    e);
        }
        output.run(run, what, file, why);
    }

    /** A run that waits names its sitting, so that it cannot end up in another setup after a new code. */
    private static RunFile named(RunFile run, @Nullable Link link) {
        return link == null ? run : run.placed(link.sitting(), null);
    }

    /** Runs from before that could not be sent then; one that the desk will not take stays where it is. */
    private void sendWaiting(Link link) throws IOException, InterruptedException {
        for (Path file : waiting.waiting()) {
            RunFile run;
            try {
                run = Outbox.read(file);
            } catch (IOException damaged) {
                unsent++;
                output.say("  not sent: " + damaged.getMessage());
                continue;
            }
            try {
                link.send(run);
                Files.delete(file);
                output.run(run, "sent", null, "it waited in " + file);
            } catch (IOException e) {
                unsent++;
                output.run(run, "not sent", file, e.getMessage());
            }
        }
    }

    private boolean isStopping() throws InterruptedException {
        Thread.sleep(300);
        return stopping;
    }

    /** On Ctrl-C: the measuring process ends by itself and takes its files with it. */
    private void keepWhatThereIs() {
        stopping = true;
        Optional.ofNullable(running).ifPresent(r -> {
            try {
                save(named(r.run.stopped("stopped at the keyboard"), r.link), "saved", null, r.into);
            } catch (IOException e) {
                System.err.println("yarrowmark-runner: " + e.getMessage());
            }
        });
    }
}
