package app.yarrowmark.server;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Whoever reads the document alone finds out what everything in it is. */
class ApiWordsTest extends ServerTest {

    private final List<String> silent = new ArrayList<>();

    @Test
    void everyOperationParameterAndFieldSaysWhatItIs() {
        JsonNode document =
                Api.anonymous(port).get("/api/v1/openapi.json").expect(200).json();
        document.get("paths")
                .properties()
                .forEach(path -> path.getValue().properties().forEach(method -> {
                    JsonNode operation = method.getValue();
                    String name = operation.get("operationId").asText();
                    require(name, operation);
                    operation
                            .path("parameters")
                            .forEach(p -> require(name + " " + p.get("name").asText(), p));
                    operation
                            .get("tags")
                            .forEach(t -> assertThat(document.get("tags").findValuesAsText("name"))
                                    .contains(t.asText()));
                }));
        document.get("tags").forEach(t -> require("tag " + t.get("name").asText(), t));
        document.at("/components/schemas")
                .properties()
                .forEach(s -> s.getValue()
                        .path("properties")
                        .properties()
                        .forEach(f -> require(s.getKey() + "." + f.getKey(), f.getValue())));
        assertThat(silent).as("said in the code or in api-words.properties").isEmpty();
    }

    private void require(String where, JsonNode part) {
        if (part.path("description").asText().isBlank()) {
            silent.add(where);
        }
    }
}
