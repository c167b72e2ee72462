package app.yarrowmark.runner.cli;

import app.yarrowmark.core.exchange.Json;
import app.yarrowmark.runner.measure.WorkEvent;
import app.yarrowmark.workloads.CannotMeasure;
import app.yarrowmark.workloads.Curve;
import app.yarrowmark.workloads.Measured;
import app.yarrowmark.workloads.Plan;
import app.yarrowmark.workloads.Report;
import app.yarrowmark.workloads.Workload;
import app.yarrowmark.workloads.WrongResult;
import app.yarrowmark.workloads.registry.Workloads;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/**
 * Measures one piece of a suite in this process and prints lines of JSON. The runner starts a fresh process of this for
 * each piece, so that none warms up the next; it ends when the runner does, because its input then closes.
 */
@Command(name = "work", hidden = true, description = "Measures one piece of a suite and prints lines of JSON.")
final class WorkCommand implements Callable<Integer>, Report {

    @Parameters(index = "0")
    private String suite;

    @Parameters(index = "1")
    private String piece;

    @Option(names = "--size", defaultValue = "normal")
    private String size;

    @Option(names = "--memory", defaultValue = "1073741824")
    private long memory;

    @Option(names = "--cache", defaultValue = "0")
    private long cache;

    @Option(names = "--pace", defaultValue = "Infinity")
    private double pace;

    @Option(names = "--drive", defaultValue = "0")
    private double drive;

    @Option(names = "--folder", defaultValue = ".")
    private Path folder;

    private final PrintStream out = System.out;

    @Override
    public Integer call() {
        endWithTheRunner();
        try {
            int threads = Runtime.getRuntime().availableProcessors();
            Workloads.of(suite)
                    .run(
                            piece,
                            new Workload.Place(
                                    Plan.of(size), threads, memory, cache, pace, drive, folder.toAbsolutePath()),
                            this);
            return 0;
        } catch (WrongResult e) {
            say(new WorkEvent.Wrong(String.valueOf(e.getMessage())));
        } catch (CannotMeasure e) {
            say(new WorkEvent.Refused(String.valueOf(e.getMessage())));
        } catch (IOException e) {
            String why = e.getMessage() == null ? e.getClass().getSimpleName() : e.getMessage();
            say(new WorkEvent.Refused("the drive refused: " + why));
        } catch (OutOfMemoryError e) {
            say(new WorkEvent.Refused("there is too little free memory: " + String.valueOf(e.getMessage())));
        }
        return RunnerMain.FAILED;
    }

    @Override
    public void sample(String metric, List<Double> values, double share) {
        say(new WorkEvent.Sample(metric, values, share));
    }

    @Override
    public void measured(Measured m) {
        say(new WorkEvent.Measured(m.metric(), m.values(), m.marks()));
    }

    @Override
    public void curve(Curve curve) {
        say(new WorkEvent.Curved(curve));
    }

    @Override
    public void pace(double stepsPerSecond, boolean crowded, double best) {
        say(new WorkEvent.Pace(stepsPerSecond, crowded, best));
    }

    @Override
    public void drive(double rate, boolean busy, double best) {
        say(new WorkEvent.Drive(rate, busy, best));
    }

    @Override
    public void gap(String metric, String reason) {
        say(new WorkEvent.Gap(metric, reason));
    }

    @Override
    public void remark(String sentence) {
        say(new WorkEvent.Remark(sentence));
    }

    @Override
    public void setAside(String reason) {
        say(new WorkEvent.SetAside(reason));
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
