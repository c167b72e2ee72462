package app.yarrowmark.core.exchange;

import java.io.StringReader;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import org.yaml.snakeyaml.DumperOptions;
import org.yaml.snakeyaml.LoaderOptions;
import org.yaml.snakeyaml.Yaml;
import org.yaml.snakeyaml.error.Mark;
import org.yaml.snakeyaml.error.MarkedYAMLException;
import org.yaml.snakeyaml.error.YAMLException;
import org.yaml.snakeyaml.nodes.MappingNode;
import org.yaml.snakeyaml.nodes.Node;
import org.yaml.snakeyaml.nodes.NodeTuple;
import org.yaml.snakeyaml.nodes.ScalarNode;
import org.yaml.snakeyaml.nodes.SequenceNode;

/** A place in a YAML (or JSON) text: reads fields, and writes down what is wrong with line and column. */
final class Located {

    private static final int LONGEST = 256 * 1024;
    private static final int DEEPEST = 20;
    private static final int MOST_PROBLEMS = 500;

    private final @Nullable Node node;
    private final String path;
    private final Located parent;
    private final List<SheetProblem> problems;

    private Located(@Nullable Node node, String path, @Nullable Located parent, List<SheetProblem> problems) {
        this.node = node;
        this.path = path;
        this.parent = parent == null ? this : parent;
        this.problems = problems;
    }

    /** Returns the whole document, or empty if the text is no YAML; the reason is added to the problems. */
    static Optional<Located> document(String text, List<SheetProblem> problems) {
        LoaderOptions limits = new LoaderOptions();
        limits.setCodePointLimit(LONGEST);
        limits.setNestingDepthLimit(DEEPEST);
        limits.setMaxAliasesForCollections(0);
        try {
            Node root = new Yaml(limits).compose(new StringReader(text));
            if (root == null) {
                problems.add(new SheetProblem(1, 1, "", "the text is empty", true));
                return Optional.empty();
            }
            return Optional.of(new Located(root, "", null, problems));
        } catch (MarkedYAMLException e) {
            Mark mark = e.getProblemMark() == null ? e.getContextMark() : e.getProblemMark();
            int line = mark == null ? 1 : mark.getLine() + 1;
            int column = mark == null ? 1 : mark.getColumn() + 1;
            problems.add(new SheetProblem(
                    line, column, "", "no YAML at line " + line + ", column " + column + ": " + e.getProblem(), true));
        } catch (YAMLException e) {
            problems.add(new SheetProblem(1, 1, "", "no YAML: " + firstLine(e), true));
        }
        return Optional.empty();
    }

    private static String firstLine(YAMLException e) {
        return String.valueOf(e.getMessage()).lines().findFirst().orElse("");
    }

    boolean isObject() {
        return node instanceof MappingNode;
    }

    boolean isList() {
        return node instanceof SequenceNode;
    }

    boolean isThere() {
        return node != null;
    }

    int line() {
        return mark().getLine() + 1;
    }

    int column() {
        return mark().getColumn() + 1;
    }

    String path() {
        return path;
    }

    /** Returns a field; where it is not there, a place that stands for it and reads as empty. */
    Located field(String name) {
        return new Located(fieldNode(name), pathOf(name), this, problems);
    }

    private String pathOf(String name) {
        return path.isEmpty() ? name : path + "." + name;
    }

    /** Returns the items of a list; a single thing reads as a list of itself, nothing as none. */
    List<Located> items() {
        if (node == null) {
            return List.of();
        }
        if (!(node instanceof SequenceNode list)) {
            return List.of(this);
        }
        List<Located> items = new ArrayList<>();
        for (Node item : list.getValue()) {
            items.add(new Located(item, path + "[" + items.size() + "]", this, problems));
        }
        return items;
    }

    /** Returns the fields of an object, in their order; what is none gives none. */
    Map<String, Located> fields() {
        Map<String, Located> fields = new LinkedHashMap<>();
        if (node instanceof MappingNode map) {
            for (NodeTuple tuple : map.getValue()) {
                if (tuple.getKeyNode() instanceof ScalarNode key) {
                    String name = key.getValue();
                    fields.putIfAbsent(name, new Located(tuple.getValueNode(), pathOf(name), this, problems));
                }
            }
        }
        return fields;
    }

    /** Complains of fields that nobody reads, and of ones that stand twice. */
    void allow(String... known) {
        if (!(node instanceof MappingNode map)) {
            return;
        }
        Set<String> seen = new HashSet<>();
        for (NodeTuple tuple : map.getValue()) {
            String key = tuple.getKeyNode() instanceof ScalarNode scalar ? scalar.getValue() : "";
            Located at = new Located(tuple.getKeyNode(), pathOf(key), this, problems);
            if (!Arrays.asList(known).contains(key)) {
                at.wrong("there is no field \"" + key + "\" here; known are " + String.join(", ", known));
            } else if (!seen.add(key)) {
                at.wrong(key + " stands twice");
            }
        }
    }

    /** Returns the text, stripped; empty if there is none. */
    Optional<String> text() {
        if (node == null) {
            return Optional.empty();
        }
        if (!(node instanceof ScalarNode scalar)) {
            wrong(path + " must be a text");
            return Optional.empty();
        }
        String text = scalar.getValue().strip();
        return text.isEmpty() || (text.equals("null") && scalar.getScalarStyle() == DumperOptions.ScalarStyle.PLAIN)
                ? Optional.empty()
                : Optional.of(text);
    }

    /** Returns the text, or complains that it is missing and returns a stand-in. */
    String required(String standIn) {
        if (text().isEmpty()) {
            wrong(path + " is missing");
        }
        return text().orElse(standIn);
    }

    List<String> texts() {
        return items().stream().flatMap(i -> i.text().stream()).toList();
    }

    double number(double otherwise) {
        return convert(Double::parseDouble, otherwise, "a number");
    }

    int whole(int otherwise) {
        return convert(Integer::parseInt, otherwise, "a whole number");
    }

    boolean flag(boolean otherwise) {
        return convert(
                text -> {
                    if (!text.equals("true") && !text.equals("false")) {
                        throw new IllegalArgumentException(text);
                    }
                    return text.equals("true");
                },
                otherwise,
                "true or false");
    }

    <T extends Enum<T>> T choice(Class<T> type, T otherwise) {
        Optional<String> text = text();
        if (text.isEmpty()) {
            return otherwise;
        }
        List<String> known = new ArrayList<>();
        for (T value : type.getEnumConstants()) {
            if (value.name().equalsIgnoreCase(text.get())) {
                return value;
            }
            known.add(value.name().toLowerCase(Locale.ROOT));
        }
        wrong(path + " must be one of " + known + ", got \"" + text.get() + "\"");
        return otherwise;
    }

    private <T> T convert(Function<String, T> reader, T otherwise, String what) {
        Optional<String> text = text();
        if (text.isEmpty()) {
            return otherwise;
        }
        try {
            return reader.apply(text.get());
        } catch (IllegalArgumentException e) {
            wrong(path + " must be " + what + ", got \"" + text.get() + "\"");
            return otherwise;
        }
    }

    void wrong(String message) {
        add(column(), message, true);
    }

    /** Of very many faults the first are enough to begin with. */
    private void add(int column, String message, boolean fatal) {
        if (problems.size() < MOST_PROBLEMS) {
            problems.add(new SheetProblem(line(), column, path, message, fatal));
        }
    }

    /** Complains of a character inside a text. */
    void wrongAt(int offset, String message) {
        int quote =
                node instanceof ScalarNode scalar && scalar.getScalarStyle() != DumperOptions.ScalarStyle.PLAIN ? 1 : 0;
        add(column() + quote + offset, message, true);
    }

    void odd(String message) {
        add(column(), message, false);
    }

    private @Nullable Node fieldNode(String name) {
        if (node instanceof MappingNode map) {
            for (NodeTuple tuple : map.getValue()) {
                if (tuple.getKeyNode() instanceof ScalarNode key
                        && key.getValue().equals(name)) {
                    return tuple.getValueNode();
                }
            }
        }
        return null;
    }

    /** Where it stands, or where what it is missing from stands. */
    private Mark mark() {
        return node != null ? node.getStartMark() : parent.mark();
    }
}
