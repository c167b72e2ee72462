package app.yarrowmark.core.exchange;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.networknt.schema.JsonSchema;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.yaml.snakeyaml.Yaml;

/** The schemas we publish say the same as our readers. */
class SchemasTest {

    private static final ObjectMapper JSON = new ObjectMapper();
    private static final Path ROOT = Path.of("..");

    private static List<String> faults(String schema, JsonNode value) throws IOException {
        JsonSchema read = JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012)
                .getSchema(Files.readString(ROOT.resolve("docs/formats/" + schema)));
        return read.validate(value).stream().map(Object::toString).sorted().toList();
    }

    /** Dates stay texts, as the sheet reader reads them. */
    private static JsonNode yaml(String text) {
        return JSON.valueToTree(
                new Yaml().<Object>load(text.replaceAll("(from|to): (\\d{4}-\\d\\d-\\d\\d)", "$1: \"$2\"")));
    }

    @Test
    void everySheetOfOursAndOfTheDemoFitsTheSchema() throws IOException {
        for (String name : OwnSuites.all().keySet()) {
            assertThat(faults("suite-sheet.schema.json", yaml(OwnSuites.text(name))))
                    .as(name)
                    .isEmpty();
        }
        try (Stream<Path> sheets = Files.list(ROOT.resolve("demo/suites"))) {
            for (Path sheet : sheets.toList()) {
                assertThat(faults("suite-sheet.schema.json", yaml(Files.readString(sheet))))
                        .as(sheet.toString())
                        .isEmpty();
            }
        }
    }

    @Test
    void whatTheReaderRefusesTheSchemaRefusesToo() throws IOException {
        String sheet = OwnSuites.text("film-1");
        for (String wrong : List.of(
                sheet.replace("key: film", "key: Film"),
                sheet.replace("group: playback", "group: cinema"),
                sheet.replace("scale: ladder, ", ""),
                sheet.replace("repeats: 1", "repeats: 99"),
                sheet.replace("better: lower", "beter: lower"))) {
            assertThat(wrong).isNotEqualTo(sheet);
            assertThat(SheetReader.check(wrong).sheet()).as(wrong).isEmpty();
            assertThat(faults("suite-sheet.schema.json", yaml(wrong))).as(wrong).isNotEmpty();
        }
    }

    @Test
    void everyRunOfTheDemoFitsTheSchema() throws IOException {
        JsonNode desk = JSON.readTree(ROOT.resolve("demo/saltmarsh.json").toFile());
        int runs = 0;
        for (JsonNode run : desk.findValues("runs").stream()
                .flatMap(list ->
                        Stream.iterate(0, i -> i < list.size(), i -> i + 7).map(list::get))
                .toList()) {
            assertThat(faults("run-file.schema.json", run)).as(run.toString()).isEmpty();
            runs++;
        }
        assertThat(runs).isGreaterThan(300);
        assertThat(faults("run-file.schema.json", JSON.readTree("{\"id\":\"x\"}")))
                .isNotEmpty();
    }
}
