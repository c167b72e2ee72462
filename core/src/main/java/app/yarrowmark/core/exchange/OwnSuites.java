package app.yarrowmark.core.exchange;

import app.yarrowmark.core.suite.SuiteSheet;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** The sheets of our own suites, the same for the runner, the device page and the server. */
public final class OwnSuites {

    private static final List<String> NAMES = List.of(
            "stem-2",
            "leaf-2",
            "root-2",
            "stemweb-1",
            "rootweb-1",
            "umbel-3",
            "petal-2",
            "petalgpu-1",
            "bract-1",
            "body-1",
            "watts-1",
            "warmth-1",
            "film-1",
            "pages-1",
            "fitness-1");

    private OwnSuites() {}

    /** Returns each sheet's text and what it says, by file name without ending, in display order. */
    public static Map<String, SuiteSheet> all() {
        Map<String, SuiteSheet> sheets = new LinkedHashMap<>();
        NAMES.forEach(name -> sheets.put(name, SheetReader.read(text(name))));
        return sheets;
    }

    /** Returns the sheet of the newest version of a suite, by its key. */
    public static SuiteSheet sheet(String key) {
        return all().values().stream()
                .filter(s -> s.id().key().equals(key))
                .reduce((older, newer) -> newer)
                .orElseThrow(() -> new IllegalArgumentException("there is no suite of ours called " + key));
    }

    /** Returns the YAML of a sheet by file name without ending, e.g. {@code stem-1}. */
    public static String text(String name) {
        try (InputStream in = OwnSuites.class.getResourceAsStream("/suites/" + name + ".yaml")) {
            if (in == null) {
                throw new IllegalArgumentException("there is no sheet called " + name);
            }
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
