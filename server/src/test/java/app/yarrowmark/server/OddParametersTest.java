package app.yarrowmark.server;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.UncheckedIOException;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.function.Consumer;
import org.junit.jupiter.api.Test;

/**
 * Tries wrong, huge, negative and empty values in every parameter and every field of every body that the API's document
 * names: whatever is sent, the server never answers that something went wrong inside it.
 */
class OddParametersTest extends ServerTest {

    private static final Path DOCUMENT = Path.of("../web/openapi/openapi.json");
    private static final JsonNodeFactory JSON = JsonNodeFactory.instance;
    /** Ends the session, waits for guesses, or never ends. */
    private static final Set<String> LEFT_OUT = Set.of(
            "DELETE /api/v1/session",
            "POST /api/v1/session",
            "POST /api/v1/first-account",
            "POST /api/v1/links/look",
            "POST /api/v1/links/use",
            "PUT /api/v1/account/password",
            "POST /api/v1/account/two-step/end",
            "GET /api/v1/events");

    private static final List<String> ODD_TEXTS = List.of(
            "",
            "-1",
            "9223372036854775807",
            "2147483647",
            "1e999",
            "\u0000",
            "%' or 1=1 -- \ud83d\ude80",
            "setup-99999999999999999999",
            "x".repeat(3000));

    private static final List<JsonNode> ODD_VALUES = List.of(
            JSON.nullNode(),
            JSON.textNode("\u0000\ud83d\ude80"),
            JSON.textNode("x".repeat(20_000)),
            JSON.numberNode(-1),
            JSON.numberNode(Long.MAX_VALUE),
            JSON.numberNode(1e308),
            JSON.arrayNode().addNull(),
            JSON.objectNode());

    private static final Set<String> EVERYWHERE = Set.of("page", "size", "sort");

    private final Map<String, Integer> tried = new HashMap<>();
    private final Map<String, String> known = new HashMap<>();
    private final List<String> broken = new ArrayList<>();
    private JsonNode document;

    @Test
    void nothingThatIsSentBreaksTheServer() throws Exception {
        document = new ObjectMapper().readTree(DOCUMENT.toFile());
        JsonNode sheet = onDesk("LAPTOP", suite("kernmill", "processor"));
        String run = keep(sheet.get("sitting").asLong(), "kernmill", "weave=100")
                .json()
                .get("id")
                .asText();
        known.put("models", sheet.at("/setup/modelId").asText());
        known.put("units", sheet.at("/setup/unitId").asText());
        known.put("setups", sheet.at("/setup/id").asText());
        known.put("sittings", sheet.get("sitting").asText());
        known.put("suites", String.valueOf(suite("kernmill", "processor")));
        known.put("sheets", known.get("suites"));
        known.put("runs", run);
        known.put(
                "write-ups",
                person.post("/api/v1/write-ups", "{\"title\":\"Odd\"}")
                        .expect(201)
                        .json()
                        .get("id")
                        .asText());
        int sent = 0;
        for (var path : document.get("paths").properties()) {
            for (var operation : path.getValue().properties()) {
                String name = operation.getKey().toUpperCase() + " " + path.getKey();
                if (!LEFT_OUT.contains(name)) {
                    sent += parameters(operation.getKey().toUpperCase(), path.getKey(), operation.getValue());
                    sent += body(operation.getKey().toUpperCase(), path.getKey(), operation.getValue());
                }
            }
        }
        assertThat(broken).as("of %d requests", sent).isEmpty();
        assertThat(sent).as("the document was read").isGreaterThan(1500);
    }

    private int parameters(String method, String path, JsonNode operation) {
        int sent = 0;
        for (JsonNode parameter : operation.path("parameters")) {
            for (String odd : oddTexts(parameter.get("name").asText())) {
                Map<String, String> values = new HashMap<>();
                operation.get("parameters").forEach(p -> {
                    if (p.path("required").asBoolean() || p == parameter) {
                        values.put(p.get("name").asText(), p == parameter ? odd : usual(p, path));
                    }
                });
                if (parameter.get("in").asText().equals("path") && odd.isEmpty()) {
                    continue;
                }
                JsonNode content = operation.at("/requestBody/content/application~1json/schema");
                send(method, address(path, operation, values), content.isMissingNode() ? null : sample(content, 0));
                sent++;
            }
        }
        return sent;
    }

    /** Parameters that every list has go one way for all of them: a few lists try everything, the others what is most odd. */
    private List<String> oddTexts(String parameter) {
        int before = tried.merge(parameter, 1, Integer::sum);
        return EVERYWHERE.contains(parameter) && before > 4 ? List.of("-1", "x".repeat(3000)) : ODD_TEXTS;
    }

    private int body(String method, String path, JsonNode operation) {
        JsonNode schema = operation.at("/requestBody/content/application~1json/schema");
        if (schema.isMissingNode()) {
            return 0;
        }
        Map<String, String> values = new HashMap<>();
        operation.path("parameters").forEach(p -> values.put(p.get("name").asText(), usual(p, path)));
        String address = address(path, operation, values);
        int[] sent = {0};
        for (JsonNode odd : ODD_VALUES) {
            send(method, address, odd);
        }
        JsonNode whole = sample(schema, 0);
        spots(whole, put -> {
            for (JsonNode odd : ODD_VALUES) {
                put.accept(odd);
                send(method, address, whole);
                sent[0]++;
            }
        });
        return sent[0] + ODD_VALUES.size();
    }

    /** Calls with the way to put something else in each place of a document, and puts back what was there. */
    private static void spots(JsonNode node, Consumer<Consumer<JsonNode>> each) {
        if (node instanceof ObjectNode object) {
            for (String field :
                    List.copyOf(object.propertyStream().map(Map.Entry::getKey).toList())) {
                JsonNode before = object.get(field);
                each.accept(odd -> object.set(field, odd));
                object.set(field, before);
                spots(before, each);
            }
        } else if (node instanceof ArrayNode list && !list.isEmpty()) {
            JsonNode before = list.get(0);
            each.accept(odd -> list.set(0, odd));
            list.set(0, before);
            spots(before, each);
        }
    }

    /** A value as the document describes it. */
    private JsonNode sample(JsonNode schema, int depth) {
        if (schema.has("$ref")) {
            return sample(
                    document.at(
                            "/components/schemas/" + schema.get("$ref").asText().replaceFirst(".*/", "")),
                    depth);
        }
        if (schema.has("enum")) {
            return schema.get("enum").get(0);
        }
        return switch (schema.path("type").asText()) {
            case "integer", "number" -> JSON.numberNode(1);
            case "boolean" -> JSON.booleanNode(false);
            case "array" -> depth > 6 ? JSON.arrayNode() : JSON.arrayNode().add(sample(schema.get("items"), depth + 1));
            case "object" -> object(schema, depth);
            default -> JSON.textNode(text(schema.path("format").asText()));
        };
    }

    private ObjectNode object(JsonNode schema, int depth) {
        ObjectNode object = JSON.objectNode();
        if (depth <= 6) {
            schema.path("properties")
                    .properties()
                    .forEach(p -> object.set(p.getKey(), sample(p.getValue(), depth + 1)));
        }
        return object;
    }

    private static String text(String format) {
        return switch (format) {
            case "uuid" -> UUID.randomUUID().toString();
            case "date" -> "2026-05-04";
            case "date-time" -> "2026-05-04T10:00:00Z";
            default -> "kernmill";
        };
    }

    private String usual(JsonNode parameter, String path) {
        String of = path.replaceFirst("^/api/v1/", "").replaceFirst("/.*", "");
        String name = parameter.get("name").asText();
        if (Set.of("id", "unitId").contains(name) && known.containsKey(of)) {
            return known.get(of);
        }
        if (known.containsKey(name + "s")) {
            return known.get(name + "s");
        }
        return sample(parameter.get("schema"), 0).asText("kernmill");
    }

    private static String address(String path, JsonNode operation, Map<String, String> values) {
        String address = path;
        StringBuilder query = new StringBuilder();
        for (JsonNode parameter : operation.path("parameters")) {
            String name = parameter.get("name").asText();
            if (values.containsKey(name)) {
                String value = URLEncoder.encode(values.get(name), StandardCharsets.UTF_8)
                        .replace("+", "%20");
                if (parameter.get("in").asText().equals("path")) {
                    address = address.replace("{" + name + "}", value);
                } else {
                    query.append(query.isEmpty() ? '?' : '&')
                            .append(name)
                            .append('=')
                            .append(value);
                }
            }
        }
        return address + query;
    }

    private void send(String method, String address, JsonNode body) {
        Api.Answer answer;
        try {
            answer = person.send(method, address, body == null ? "" : body.toString(), "application/json");
        } catch (UncheckedIOException e) {
            broken.add(e + " " + method + " " + address);
            return;
        }
        if (answer.status() >= 500
                || answer.text().contains("java.")
                || answer.text().contains("Exception")) {
            String sent = body == null ? "" : body.toString();
            broken.add(answer.status() + " " + method + " " + address.substring(0, Math.min(200, address.length()))
                    + " "
                    + sent.substring(0, Math.min(300, sent.length())) + " -> "
                    + answer.text().substring(0, Math.min(200, answer.text().length())));
        }
    }
}
