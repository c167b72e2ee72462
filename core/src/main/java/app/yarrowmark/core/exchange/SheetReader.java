package app.yarrowmark.core.exchange;

import app.yarrowmark.core.suite.Direction;
import app.yarrowmark.core.suite.Formula;
import app.yarrowmark.core.suite.Home;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.core.suite.Scale;
import app.yarrowmark.core.suite.SuiteId;
import app.yarrowmark.core.suite.SuiteSheet;
import app.yarrowmark.core.suite.TestGroup;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.dataformat.yaml.YAMLMapper;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/** Reads suite sheets from YAML (JSON is YAML too). */
public final class SheetReader {

    private static final YAMLMapper YAML = new YAMLMapper();

    private SheetReader() {}

    /**
     * Returns the sheet.
     *
     * @throws IllegalArgumentException with line and column where the text is no YAML, else with the field at fault
     */
    public static SuiteSheet read(String text) {
        JsonNode root;
        try {
            root = YAML.readTree(text);
        } catch (JsonProcessingException e) {
            throw new IllegalArgumentException(
                    "no YAML at line " + e.getLocation().getLineNr() + ", column "
                            + e.getLocation().getColumnNr() + ": " + firstLine(e.getOriginalMessage()));
        }
        if (root == null || !root.isObject()) {
            throw new IllegalArgumentException("a sheet starts with fields such as \"key: stem\"");
        }
        return sheet(root);
    }

    private static SuiteSheet sheet(JsonNode root) {
        List<Metric> metrics = new ArrayList<>();
        root.path("metrics").forEach(node -> metrics.add(metric(node, metrics.size())));
        Map<String, String> settings = new LinkedHashMap<>();
        root.path("settings")
                .fields()
                .forEachRemaining(e -> settings.put(e.getKey(), e.getValue().asText()));
        List<String> conditions = new ArrayList<>();
        root.path("conditions").forEach(node -> conditions.add(node.asText()));
        return new SuiteSheet(
                new SuiteId(required(root, "key", ""), required(root, "version", "")),
                required(root, "name", ""),
                choice(TestGroup.class, required(root, "group", ""), "group"),
                choice(Home.class, root.path("home").asText("typed"), "home"),
                Collections.unmodifiableMap(settings),
                metrics,
                root.path("repeats").asInt(3),
                root.path("warmups").asInt(0),
                root.path("minutes").asDouble(5),
                root.path("rest_seconds").asInt(0),
                conditions);
    }

    private static Metric metric(JsonNode node, int position) {
        String where = "metrics[" + position + "].";
        Optional<Formula> formula = Optional.ofNullable(node.get("formula")).map(f -> {
            try {
                return Formula.parse(f.asText());
            } catch (IllegalArgumentException e) {
                throw new IllegalArgumentException(where + "formula: " + e.getMessage(), e);
            }
        });
        return new Metric(
                required(node, "key", where),
                required(node, "name", where),
                required(node, "unit", where),
                choice(Scale.class, node.path("scale").asText("ratio"), where + "scale"),
                choice(Direction.class, node.path("better").asText("higher"), where + "better"),
                node.path("decimals").asInt(1),
                formula);
    }

    private static String required(JsonNode node, String field, String where) {
        String text = node.path(field).asText("").strip();
        if (text.isEmpty()) {
            throw new IllegalArgumentException(where + field + " is missing");
        }
        return text;
    }

    private static <T extends Enum<T>> T choice(Class<T> type, String text, String where) {
        for (T value : type.getEnumConstants()) {
            if (value.name().equalsIgnoreCase(text)) {
                return value;
            }
        }
        List<String> known = new ArrayList<>();
        for (T value : type.getEnumConstants()) {
            known.add(value.name().toLowerCase(Locale.ROOT));
        }
        throw new IllegalArgumentException(where + " must be one of " + known + ", got \"" + text + "\"");
    }

    private static String firstLine(String message) {
        return message.lines().findFirst().orElse("");
    }
}
