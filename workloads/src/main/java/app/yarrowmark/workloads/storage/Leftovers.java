package app.yarrowmark.workloads.storage;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/** Sees to it that nothing stays on the drive: on every way out of the program, and after a killed one at the next start. */
final class Leftovers {

    private static final Pattern NAME = Pattern.compile(Pattern.quote(WorkFile.PREFIX) + "(\\d+)\\.(tmp|files)");
    private static final Set<Path> OURS = ConcurrentHashMap.newKeySet();

    static {
        Runtime.getRuntime()
                .addShutdownHook(new Thread(() -> OURS.forEach(path -> {
                    try {
                        remove(path);
                    } catch (IOException | UncheckedIOException e) {
                        System.err.println("could not remove " + path + ": " + e.getMessage());
                    }
                })));
    }

    private Leftovers() {}

    /** A file or folder that this program is about to make. */
    static void removeAtExit(Path path) {
        OURS.add(path);
    }

    /** Removes a file, or a folder with what is in it, if it is there. */
    static void remove(Path path) throws IOException {
        if (Files.isDirectory(path)) {
            try (Stream<Path> all = Files.walk(path)) {
                for (Path one : all.sorted(Comparator.reverseOrder()).toList()) {
                    Files.deleteIfExists(one);
                }
            }
        }
        Files.deleteIfExists(path);
        OURS.remove(path);
    }

    /** Removes what programs that were killed left in a folder: their process is gone. */
    static void removeStale(Path folder) throws IOException {
        List<Path> stale;
        try (Stream<Path> all = Files.list(folder)) {
            stale = all.filter(Leftovers::isStale).toList();
        }
        for (Path path : stale) {
            remove(path);
        }
    }

    private static boolean isStale(Path path) {
        Matcher name = NAME.matcher(path.getFileName().toString());
        return name.matches() && ProcessHandle.of(Long.parseLong(name.group(1))).isEmpty();
    }
}
