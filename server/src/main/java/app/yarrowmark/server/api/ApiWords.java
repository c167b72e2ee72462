package app.yarrowmark.server.api;

import io.swagger.v3.oas.models.OpenAPI;
import io.swagger.v3.oas.models.Operation;
import io.swagger.v3.oas.models.PathItem;
import io.swagger.v3.oas.models.media.Schema;
import io.swagger.v3.oas.models.parameters.Parameter;
import io.swagger.v3.oas.models.tags.Tag;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Properties;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springdoc.core.customizers.GlobalOpenApiCustomizer;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/**
 * Says what parameters, fields, operations and their groups are, where nothing stands above them in the code: by their names,
 * from {@code api-words.properties}.
 */
@Component
@Order(Ordered.LOWEST_PRECEDENCE)
class ApiWords implements GlobalOpenApiCustomizer {

    private static final Pattern NUMBER = Pattern.compile("\\d+(\\.\\d+)?");
    private static final Pattern BEFORE_ID = Pattern.compile(".*/([\\w-]+)/\\{id}.*");
    private static final Set<String> OPEN = Set.of(
            "/api/v1/session",
            "/api/v1/first-account",
            "/api/v1/links/look",
            "/api/v1/links/use",
            "/api/v1/openapi.json",
            "/api/v1/device/pairings");

    private final Properties words = new Properties();

    ApiWords() {
        try (InputStreamReader in = new InputStreamReader(
                Objects.requireNonNull(ApiWords.class.getResourceAsStream("/api-words.properties")),
                StandardCharsets.UTF_8)) {
            words.load(in);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    @Override
    public void customise(OpenAPI document) {
        Map<String, Tag> tags = new TreeMap<>();
        document.getPaths()
                .forEach((path, item) -> item.readOperationsMap().forEach((method, operation) -> {
                    operation.setTags(
                            operation.getTags().stream().map(this::tag).toList());
                    operation
                            .getTags()
                            .forEach(t -> tags.put(t, new Tag().name(t).description(first("tag." + t))));
                    if (operation.getDescription() == null) {
                        operation.setDescription(operation.getSummary() + ". " + who(path, method));
                    }
                    if (operation.getParameters() != null) {
                        operation.getParameters().forEach(p -> describe(p, path, operation));
                    }
                }));
        document.setTags(List.copyOf(tags.values()));
        document.getComponents().getSchemas().forEach((name, schema) -> describe(name, schema));
    }

    /** A group of operations is called as its controller, without that word, and as many. */
    private String tag(String controller) {
        String one = controller.replaceFirst("-controller$", "");
        return words.containsKey("tag." + one) ? one : one.replaceFirst("y$", "ie") + "s";
    }

    private void describe(Parameter parameter, String path, Operation operation) {
        if (parameter.getDescription() == null || parameter.getDescription().isBlank()) {
            Matcher record = BEFORE_ID.matcher(path);
            String key = parameter.getName().equals("id") && record.matches()
                    ? "id." + record.group(1)
                    : parameter.getName();
            parameter.setDescription(
                    first("parameter." + operation.getOperationId() + "." + parameter.getName(), "parameter." + key));
        }
        exemplify(parameter.getSchema(), first("example." + parameter.getName()));
    }

    @SuppressWarnings("rawtypes") // as the document has them
    private void describe(String name, Schema<?> schema) {
        Map<String, Schema> fields = schema.getProperties() == null ? Map.of() : schema.getProperties();
        fields.forEach((field, type) -> {
            if (type.getDescription() == null || type.getDescription().isBlank()) {
                type.setDescription(first("property." + name + "." + field, "property." + field));
            }
            exemplify(type, first("example." + name + "." + field, "example." + field));
        });
        List<Schema> parts = schema.getAllOf() == null ? List.of() : schema.getAllOf();
        parts.forEach(part -> describe(name, part));
    }

    /** A text or number; what is one of a few words, or has parts, shows by itself what it can be. */
    private static void exemplify(Schema<?> type, @Nullable String example) {
        if ("uuid".equals(type.getFormat())) {
            type.setExample("0b2f9c1e-6d1f-4c52-9a58-3f0d6c1f7a11");
            return;
        }
        if (example == null || type.getEnum() != null || type.getExample() != null) {
            return;
        }
        Set<String> kinds = type.getTypes() == null ? Set.of() : type.getTypes();
        if (kinds.contains("string")) {
            type.setExample(example);
        } else if ((kinds.contains("number") || kinds.contains("integer"))
                && NUMBER.matcher(example).matches()) {
            type.setExample(new BigDecimal(example));
        }
    }

    private @Nullable String first(String... keys) {
        return Stream.of(keys)
                .map(words::getProperty)
                .filter(Objects::nonNull)
                .findFirst()
                .orElse(null);
    }

    /** Who may ask it, as the rules of access have it. */
    private static String who(String path, PathItem.HttpMethod method) {
        if (OPEN.contains(path)) {
            return "For anybody.";
        }
        if (path.startsWith("/api/v1/device/")) {
            return "For devices that joined the desk.";
        }
        if (path.startsWith("/api/v1/account/")) {
            return "For each who is signed in, on their own account.";
        }
        if (path.equals("/api/v1/runs/{id}") && method == PathItem.HttpMethod.PUT) {
            return "For reviewers and owners, tokens of scripts that may change records, and devices that joined the desk.";
        }
        boolean people = path.startsWith("/api/v1/access/");
        if (method == PathItem.HttpMethod.GET) {
            return people ? "For all who are signed in." : "For all who are signed in, and tokens of scripts.";
        }
        if (method == PathItem.HttpMethod.POST && path.matches("/api/v1/write-ups/[^/]+/(remarks|readers)")) {
            return "For all who are signed in, and tokens of scripts that may change records.";
        }
        if (path.startsWith("/api/v1/access/people") || path.startsWith("/api/v1/access/links")) {
            return "For owners.";
        }
        return people
                ? "For reviewers and owners."
                : "For reviewers and owners, and tokens of scripts that may change records.";
    }
}
