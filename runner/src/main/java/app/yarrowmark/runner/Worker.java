package app.yarrowmark.runner;

import app.yarrowmark.core.exchange.Json;
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

    private final Path folder;
    private final String size;

    Worker(Path folder, String size) {
        this.folder = folder;
        this.size = size;
    }

    /** Measures a suite once; returns the last words of its error output, empty if all went well. */
    String run(String suite, Consumer<WorkEvent> listener) throws IOException, InterruptedException {
        Process process = new ProcessBuilder(command(suite)).start();
        Thread stopper = new Thread(process::destroy);
        Runtime.getRuntime().addShutdownHook(stopper);
        try (BufferedReader lines =
                new BufferedReader(new InputStreamReader(process.getInputStream(), StandardCharsets.UTF_8))) {
            StringBuilder errors = new StringBuilder();
            Thread reader = new Thread(() -> drain(process, errors));
            reader.start();
            for (String line = lines.readLine(); line != null; line = lines.readLine()) {
                listener.accept(Json.mapper().readValue(line, WorkEvent.class));
            }
            int code = process.waitFor();
            reader.join();
            return code == 0
                    ? ""
                    : errors.isEmpty()
                            ? "it ended with code " + code
                            : errors.toString().strip();
        } finally {
            process.destroy();
            Runtime.getRuntime().removeShutdownHook(stopper);
        }
    }

    private List<String> command(String suite) {
        List<String> command = new ArrayList<>();
        command.add(Path.of(System.getProperty("java.home"), "bin", "java").toString());
        command.addAll(COMMON);
        command.addAll(List.of("-Xms512m", "-Xmx512m", "-cp", System.getProperty("java.class.path")));
        command.addAll(
                List.of(RunnerMain.class.getName(), "work", suite, "--size", size, "--folder", folder.toString()));
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
