package app.yarrowmark.server;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;

/** The page's types are generated from the checked-in document: it must be the one the server gives. */
class OpenApiTest extends ServerTest {

    private static final Path KEPT = Path.of("..", "web", "openapi", "openapi.json");

    @Test
    void checkedInDocumentIsTheServersOwn() throws IOException {
        ObjectMapper json = new ObjectMapper()
                .enable(SerializationFeature.INDENT_OUTPUT)
                .enable(SerializationFeature.ORDER_MAP_ENTRIES_BY_KEYS);
        String text =
                Api.anonymous(port).get("/api/v1/openapi.json").expect(200).text();
        TreeMap<?, ?> sorted = json.readValue(text, TreeMap.class);
        sorted.remove("servers");
        String own = json.writeValueAsString(sorted) + "\n";
        if (Boolean.getBoolean("openapi.rewrite")) {
            Files.createDirectories(KEPT.getParent());
            Files.writeString(KEPT, own);
        }
        assertThat(Files.readString(KEPT))
                .as("run mvn -pl server -am test -Dtest=OpenApiTest -Dopenapi.rewrite=true and look at the change")
                .isEqualTo(own);
    }
}
