package app.yarrowmark.runner.desk;

import app.yarrowmark.core.exchange.Json;
import app.yarrowmark.core.exchange.RunFile;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;

/** A folder of run files that wait to be sent, or were to be saved in the first place. */
public final class Outbox {

    private final Path folder;

    public Outbox(Path folder) {
        this.folder = folder;
    }

    /** Returns where runs wait that could not be sent. */
    public static Outbox ofUser() {
        return new Outbox(Pairing.home().resolve("waiting"));
    }

    /** Saves a run and returns its file; a file is there whole or not at all. */
    public Path save(RunFile run) throws IOException {
        Files.createDirectories(folder);
        Path file = folder.resolve(run.suite().key() + "-" + run.id() + ".json");
        Path part = folder.resolve(file.getFileName() + ".part");
        try {
            Files.writeString(
                    part, Json.mapper().writerWithDefaultPrettyPrinter().writeValueAsString(run));
            return Files.move(part, file, java.nio.file.StandardCopyOption.REPLACE_EXISTING);
        } catch (IOException e) {
            Files.deleteIfExists(part);
            throw e;
        }
    }

    /** Returns the files that wait, oldest first. */
    public List<Path> waiting() throws IOException {
        if (!Files.isDirectory(folder)) {
            return List.of();
        }
        try (Stream<Path> all = Files.list(folder)) {
            return all.filter(p -> p.toString().endsWith(".json"))
                    .sorted(java.util.Comparator.comparingLong(p -> p.toFile().lastModified()))
                    .toList();
        }
    }

    public static RunFile read(Path file) throws IOException {
        try {
            return Json.mapper().readValue(file.toFile(), RunFile.class);
        } catch (com.fasterxml.jackson.core.JacksonException e) {
            throw new IOException(file + " is no run file: " + e.getOriginalMessage(), e);
        }
    }
}
