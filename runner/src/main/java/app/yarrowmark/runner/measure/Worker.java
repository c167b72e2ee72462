package app.yarrowmark.runner.measure;

import app.yarrowmark.core.exchange.Json;
import app.yarrowmark.workloads.Workload;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;

/** Starts a measuring process and passes on what it says. */
class Worker {

    private static final List<String> COMMON =
            List.of("-XX:+UseSerialGC", "-XX:+AlwaysPreTouch", "-XX:-BackgroundCompilation");

    /** Whose command "work" measures in a process of its own. */
    private static final String PROGRAM = "app.yarrowmark.runner.cli.RunnerMain";

    private final Workload.Place place;
    private final String size;
    private volatile long pid;
    private double bestPace = Double.POSITIVE_INFINITY;
    private double bestDrive;

    Worker(Workload.Place place, String size) {
        this.place = place;
        this.size = size;
    }

    /** Returns the number of the process that measures, 0 between two. */
    long pid() {
        return pid;
    }

    /** Measures a piece of a suite; returns the last words of its error output, empty if all went well. */
    String run(Workload suite, String piece, Consumer<WorkEvent> listener) throws IOException, InterruptedException {
        Process process = new ProcessBuilder(command(suite, piece)).start();
        pid = process.pid();
        Thread stopper = new Thread(() -> stop(process));
        Runtime.getRuntime().addShutdownHook(stopper);
        try (BufferedReader lines =
                new BufferedReader(new InputStreamReader(process.getInputStream(), StandardCharsets.UTF_8))) {
            StringBuilder errors = new StringBuilder();
            Thread reader = new Thread(() -> drain(process, errors));
            reader.start();
            for (String line = lines.readLine(); line != null; line = lines.readLine()) {
                WorkEvent event = Json.mapper().readValue(line, WorkEvent.class);
                if (event instanceof WorkEvent.Pace pace) {
                    bestPace = Math.min(bestPace, pace.best());
                } else if (event instanceof WorkEvent.Drive drive) {
                    bestDrive = Math.max(bestDrive, drive.best());
                }
                listener.accept(event);
            }
            int code = process.waitFor();
            reader.join();
            return code == 0
                    ? ""
                    : errors.isEmpty()
                            ? "it ended with code " + code
                            : errors.toString().strip();
        } finally {
            pid = 0;
            process.destroy();
            try {
                Runtime.getRuntime().removeShutdownHook(stopper);
            } catch (IllegalStateException stopping) {
                // The hook runs now.
            }
        }
    }

    /** Waits, so that its file is gone when the runner is. */
    private static void stop(Process process) {
        process.destroy();
        try {
            process.waitFor();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private List<String> command(Workload suite, String piece) {
        List<String> command = new ArrayList<>();
        command.add(Path.of(System.getProperty("java.home"), "bin", "java").toString());
        command.addAll(COMMON);
        command.addAll(suite.jvmOptions(place));
        command.addAll(List.of("-cp", System.getProperty("java.class.path"), PROGRAM));
        command.addAll(List.of("work", suite.key(), piece, "--size", size));
        command.addAll(List.of("--memory", String.valueOf(place.memoryBytes())));
        command.addAll(List.of("--cache", String.valueOf(place.cacheBytes())));
        command.addAll(List.of("--pace", String.valueOf(bestPace)));
        command.addAll(List.of("--drive", String.valueOf(bestDrive)));
        command.addAll(List.of("--folder", place.folder().toString()));
        return command;
    }

    private static void drain(Process process, StringBuilder into) {
        try (BufferedReader errors =
                new BufferedReader(new InputStreamReader(process.getErrorStream(), StandardCharsets.UTF_8))) {
            for (String line = errors.readLine(); line != null; line = errors.readLine()) {
                into.append(line).append('\n');
            }
        } catch (IOException e) {
            into.append(e.getMessage());
        }
    }
}
