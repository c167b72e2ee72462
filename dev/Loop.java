import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.FileTime;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import javax.tools.Diagnostic;
import javax.tools.DiagnosticCollector;
import javax.tools.JavaCompiler;
import javax.tools.JavaFileObject;
import javax.tools.StandardJavaFileManager;
import javax.tools.ToolProvider;

/**
 * Compiles what is being edited, for {@code ./yarrowmark dev}: {@code java dev/Loop.java CLASSPATH MODULE ...}, modules in the
 * order in which they are built. Looks for changed files, compiles them and those that name them in one warm compiler, and then
 * touches the file that makes the server start again. What does not compile is said, and leaves the server as it is.
 */
class Loop {

    private static final long LOOK_MILLIS = 250;
    private static final JavaCompiler COMPILER = ToolProvider.getSystemJavaCompiler();

    private final String classpath;
    private final StandardJavaFileManager files = COMPILER.getStandardFileManager(null, null, null);
    private final Map<Path, Map<Path, FileTime>> seen = new HashMap<>();

    private Loop(String classpath) {
        this.classpath = classpath;
    }

    public static void main(String[] args) throws Exception {
        Loop loop = new Loop(args[0]);
        List<Path> modules = new ArrayList<>();
        for (int i = 1; i < args.length; i++) {
            modules.add(Path.of(args[i]));
            loop.changed(modules.get(i - 1));
        }
        loop.warmUp(modules.get(modules.size() - 1));
        while (true) {
            Thread.sleep(LOOK_MILLIS);
            loop.look(modules);
        }
    }

    private void look(List<Path> modules) throws IOException {
        long start = System.nanoTime();
        Set<String> names = new HashSet<>();
        boolean changed = false;
        for (Path module : modules) {
            Set<Path> own = changed(module);
            own.forEach(p -> names.add(p.getFileName().toString().replaceFirst("\\.java$", "")));
            changed |= !own.isEmpty();
            if (changed) {
                copyResources(module.resolve("src/main/resources"), module.resolve("target/classes"));
                if (!isCompiled(module, naming(module, names), module.resolve("target/classes"))) {
                    return;
                }
            }
        }
        if (changed) {
            Path trigger = modules.get(modules.size() - 1).resolve("target/classes/.restart");
            Files.writeString(trigger, String.valueOf(start));
            System.out.printf("compiled in %.1f s; the server starts again%n", (System.nanoTime() - start) / 1e9);
        }
    }

    /** What of a module is other than at the last look, what is gone among it. */
    private Set<Path> changed(Path module) throws IOException {
        Map<Path, FileTime> now = new HashMap<>();
        try (Stream<Path> all = Files.walk(module.resolve("src/main"))) {
            for (Path file : all.filter(Files::isRegularFile).toList()) {
                now.put(file, Files.getLastModifiedTime(file));
            }
        }
        Map<Path, FileTime> before = seen.put(module, now);
        Set<Path> changed = new HashSet<>();
        if (before != null) {
            now.forEach((p, at) -> {
                if (!at.equals(before.get(p))) {
                    changed.add(p);
                }
            });
            before.keySet().stream().filter(p -> !now.containsKey(p)).forEach(changed::add);
        }
        return changed;
    }

    /** The sources of a module in which one of some names stands. */
    private static List<Path> naming(Path module, Set<String> names) throws IOException {
        List<Path> found = new ArrayList<>();
        for (Path source : sources(module)) {
            Set<String> words = new HashSet<>(List.of(Files.readString(source).split("\\W+")));
            if (names.stream().anyMatch(words::contains)) {
                found.add(source);
            }
        }
        return found;
    }

    private static List<Path> sources(Path module) throws IOException {
        try (Stream<Path> all = Files.walk(module.resolve("src/main/java"))) {
            return all.filter(p -> p.toString().endsWith(".java")).toList();
        }
    }

    /** The first compilation of a process takes several times as long: it is done before it is waited for. */
    private void warmUp(Path module) throws IOException {
        Path nowhere = Files.createTempDirectory("yarrowmark-dev");
        isCompiled(module, sources(module), nowhere);
        try (Stream<Path> all = Files.walk(nowhere)) {
            all.sorted(Comparator.reverseOrder()).forEach(p -> p.toFile().delete());
        }
    }

    private boolean isCompiled(Path module, List<Path> sources, Path classes) {
        if (sources.isEmpty()) {
            return true;
        }
        DiagnosticCollector<JavaFileObject> found = new DiagnosticCollector<>();
        List<String> options = List.of("-cp", classpath, "-d", classes.toString(), "-parameters", "-proc:none", "-g");
        boolean compiled = COMPILER.getTask(null, files, found, options, null, files.getJavaFileObjectsFromPaths(sources)).call();
        for (Diagnostic<? extends JavaFileObject> one : found.getDiagnostics()) {
            if (one.getKind() == Diagnostic.Kind.ERROR) {
                System.out.printf("%s:%d: %s%n", one.getSource() == null ? module : one.getSource().getName(), one.getLineNumber(), one.getMessage(null));
            }
        }
        return compiled;
    }

    private static void copyResources(Path from, Path to) throws IOException {
        if (!Files.isDirectory(from)) {
            return;
        }
        try (Stream<Path> all = Files.walk(from)) {
            for (Path file : all.filter(Files::isRegularFile).toList()) {
                Path target = to.resolve(from.relativize(file).toString());
                Files.createDirectories(target.getParent());
                Files.copy(file, target, StandardCopyOption.REPLACE_EXISTING);
            }
        }
    }
}
