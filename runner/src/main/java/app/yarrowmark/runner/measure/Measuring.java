package app.yarrowmark.runner.measure;

import app.yarrowmark.core.exchange.RunFile;
import app.yarrowmark.core.suite.SuiteSheet;
import app.yarrowmark.workloads.Workload;
import app.yarrowmark.workloads.registry.Workloads;
import java.io.IOException;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import oshi.SystemInfo;

/** Measures one run of a suite: every piece in a process of its own, with the computer watched from outside. */
public final class Measuring {

    private final Workload.Place place;
    private final String size;
    private final Sensors sensors;
    private final List<RunFile.FactLine> facts;
    private final Worker worker;

    public Measuring(Workload.Place place, String size, SystemInfo info, List<RunFile.FactLine> facts) {
        this.place = place;
        this.size = size;
        this.sensors = new Sensors(info);
        this.facts = facts;
        this.worker = new Worker(place, size);
    }

    /** Hears how far a run is. */
    public interface Listener {
        /**
         * @param done share of the run that is over, 0 to 1
         * @param watcher of the sensors
         */
        void sample(WorkEvent.Sample sample, double done, Watcher watcher);
    }

    /** A run under way, which can be asked for at any time. */
    public final class Run {

        private final RunRecorder recorder;
        private final Workload suite;
        private final Instant start = Instant.now();
        private final long startNanos = System.nanoTime();
        private final Watcher watcher = new Watcher(source(), () -> (System.nanoTime() - startNanos) / 1e9);

        private Run(SuiteSheet sheet) {
            this.recorder = new RunRecorder(sheet, size);
            this.suite = Workloads.of(sheet.id().key());
        }

        /** Measures to the end and returns the run. */
        public RunFile measure(Listener listener) throws IOException, InterruptedException {
            List<String> pieces = suite.pieces(place.plan());
            try (Watcher watching = watcher.start()) {
                for (int i = 0; i < pieces.size() && recorder.isGoingOn(); i++) {
                    int piece = i;
                    String errors = worker.run(suite, pieces.get(i), event -> {
                        recorder.hear(event);
                        if (event instanceof WorkEvent.Pace pace) {
                            watching.pace(pace.stepsPerSecond(), pace.crowded());
                        } else if (event instanceof WorkEvent.Drive drive) {
                            watching.drive(drive.rate(), drive.busy());
                        } else if (event instanceof WorkEvent.Sample sample) {
                            listener.sample(sample, (piece + sample.share()) / pieces.size(), watching);
                        }
                    });
                    if (!errors.isEmpty()) {
                        recorder.broke(errors);
                    }
                }
            }
            return file();
        }

        /** Returns what was measured so far, set aside with the reason. */
        public RunFile stopped(String why) {
            recorder.stopped(why);
            return file();
        }

        private RunFile file() {
            return recorder.run(start, Instant.now(), facts, watcher.warnings(), watcher.series());
        }
    }

    public Run start(SuiteSheet sheet) {
        return new Run(sheet);
    }

    private Watcher.Source source() {
        return new Watcher.Source() {
            @Override
            public Map<Sensors.Quantity, Double> sensors() {
                return sensors.read();
            }

            @Override
            public Sensors.Time time() {
                return sensors.time();
            }

            @Override
            public double own() {
                long child = worker.pid();
                return seconds(ProcessHandle.current())
                        + (child == 0
                                ? 0
                                : ProcessHandle.of(child)
                                        .map(Measuring::seconds)
                                        .orElse(0.0));
            }

            @Override
            public long measuring() {
                return worker.pid();
            }
        };
    }

    private static double seconds(ProcessHandle process) {
        return process.info().totalCpuDuration().map(d -> d.toMillis() / 1000.0).orElse(0.0);
    }
}
