package app.yarrowmark.core.exchange;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** The page on measuring says what the sheets say. */
class MeasuringDocTest {

    private static final Pattern ROW =
            Pattern.compile("^\\| ([^|]+?) \\| [^|]+ \\| [^|]+ \\| (\\d+) \\|$", Pattern.MULTILINE);
    private static final Pattern REFERENCE = Pattern.compile("([a-z]+)\\.one/(\\d+)");

    private final String page = read();

    @Test
    void everyPartOfStemHasItsReference() {
        Map<String, String> inPage = new TreeMap<>();
        Matcher row = ROW.matcher(page);
        while (row.find()) {
            inPage.put(row.group(1) + ", one thread", row.group(2));
        }
        Map<String, String> inSheet = new TreeMap<>();
        Matcher reference = REFERENCE.matcher(OwnSuites.text("stem-2"));
        while (reference.find()) {
            String key = reference.group(1) + ".one";
            inSheet.put(OwnSuites.sheet("stem").metric(key).orElseThrow().name(), reference.group(2));
        }
        assertThat(inPage).hasSize(8).isEqualTo(inSheet);
    }

    @Test
    void everySuiteThatADeviceRunsIsNamedWithItsVersion() {
        OwnSuites.all().values().stream()
                .filter(s -> s.home() != app.yarrowmark.core.suite.Home.TYPED)
                .forEach(s -> assertThat(page).contains("| " + s.name() + " " + s.id().version() + " |"));
    }

    private static String read() {
        try {
            return Files.readString(Path.of("../docs/measuring.md"));
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }
}
