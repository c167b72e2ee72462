package app.yarrowmark.runner;

import app.yarrowmark.core.exchange.Json;
import app.yarrowmark.workloads.Measured;
import app.yarrowmark.workloads.Plan;
import app.yarrowmark.workloads.Stem;
import app.yarrowmark.workloads.Watch;
import app.yarrowmark.workloads.WrongResult;
import app.yarrowmark.workloads.storage.CannotMeasure;
import app.yarrowmark.workloads.storage.Root;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/**
 * Measures one suite once in this process and prints lines of JSON. The runner starts a fresh process of this for each
 * run, so that no run warms up the next; it ends when the runner does, because its input then closes.
 */
@Command(name = "work", hidden = true, description = "Measures one suite once and prints lines of JSON.")
final class WorkCommand implements Callable<Integer> {

    @Parameters(index = "0")
    private String suite;

    @Option(names = "--size", defaultValue = "normal")
    private String size;

    @Option(names = "--folder", defaultValue = ".")
    private Path folder;

    private final PrintStream out = System.out;

    @Override
    public Integer call() throws IOException {
        endWithTheRunner();
        Plan plan = size.equals("tiny") ? Plan.TINY : Plan.NORMAL;
        Watch watch = (metric, values, share) -> say(WorkEvent.sample(metric, values, share));
        try {
            switch (suite) {
                case "stem" -> tell(Stem.run(plan, Runtime.getRuntime().availableProcessors(), watch));
                case "root" -> {
                    Root.Outcome outcome = Root.run(folder.toAbsolutePath(), plan, watch);
                    tell(outcome.measured());
                    if (!outcome.direct()) {
                        say(WorkEvent.said(
                                "cached", "the file system refused direct access: numbers are of its cache"));
                    }
                }
                default -> throw new IllegalArgumentException("there is no native suite " + suite);
            }
            return 0;
        } catch (WrongResult e) {
            say(WorkEvent.said("wrong", e.getMessage()));
        } catch (CannotMeasure e) {
            say(WorkEvent.said("refused", e.getMessage()));
        } catch (IOException e) {
            say(WorkEvent.said("refused", "the drive refused: " + e.getMessage()));
        }
        return RunnerMain.FAILED;
    }

    private void tell(List<Measured> all) {
        for (Measured m : all) {
            say(new WorkEvent("measured", m.metric(), m.values(), m.marks(), 1.0, null));
        }
    }

    private void say(WorkEvent event) {
        try {
            String line = Json.mapper().writeValueAsString(event);
            synchronized (out) {
                out.println(line);
                out.flush();
            }
        } catch (IOException e) {
            throw new IllegalStateException("an event can always be written", e);
        }
    }

    /** A killed runner must not leave a measuring process behind; exiting removes the work file. */
    private static void endWithTheRunner() {
        Thread thread = new Thread(
                () -> {
                    try {
                        while (System.in.read() >= 0) {
                            // Nothing is ever said; only the end matters.
                        }
                    } catch (IOException gone) {
                        // As good as the end.
                    }
                    System.exit(RunnerMain.FAILED);
                },
                "end with the runner");
        thread.setDaemon(true);
        thread.start();
    }
}
