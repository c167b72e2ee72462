package app.yarrowmark.core.exchange;

import app.yarrowmark.core.setup.FactDictionary;
import app.yarrowmark.core.setup.FactKey;
import app.yarrowmark.core.setup.FactText;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.core.suite.SuiteSheet;
import app.yarrowmark.core.suite.UnitCode;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * Which column of a table says what.
 *
 * @param shape one reading a row, or one run a row
 * @param columns name of the column by what it says
 * @param metrics in a wide table: metric key by name of the column
 */
public record TableMapping(Shape shape, Map<Role, String> columns, Map<String, String> metrics) {

    private static final Pattern OTHER_SIGNS = Pattern.compile("[^\\p{L}\\d]+");

    private static final Pattern PLAIN_NUMBER = Pattern.compile("[+\\-\u2212]?\\d[\\d.,' \u00a0\u2009\u202f]*");

    /** How readings lie in a table. */
    public enum Shape {
        /** A row a reading, with a column for the metric and one for the value. */
        LONG,
        /** A row a run, with a column for each metric. */
        WIDE
    }

    /** What a column says. */
    public enum Role {
        DEVICE("device", "model", "name", "product", "machine", "computer", "ger\u00e4t", "modell"),
        MAKER("maker", "brand", "vendor", "manufacturer"),
        KIND("kind", "type of device", "form"),
        YEAR("year", "released"),
        PRICE("price", "street price", "cost"),
        UNIT("unit", "sample"),
        SETUP("setup", "configuration", "state"),
        SUITE("suite", "test", "suite name"),
        VERSION("version", "suite version"),
        METRIC("metric", "part", "subtest", "item"),
        VALUE("value", "score", "result", "reading"),
        REPEAT("repeat", "run", "pass", "iteration"),
        TIME("time", "date", "day", "when", "started"),
        NOTE("note", "comment", "remark"),
        ORIGIN("origin", "source", "from", "taken from");

        private final List<String> usual;

        /** Whether a column of that name is this, whatever tests a suite has. */
        private boolean tellsHowTableLies() {
            return this == DEVICE || this == SUITE || this == METRIC || this == VALUE;
        }

        Role(String... usual) {
            this.usual = List.of(usual);
        }
    }

    /** Takes copies. */
    public TableMapping {
        columns = Map.copyOf(columns);
        metrics = Map.copyOf(metrics);
    }

    /**
     * One reading of a table, as text.
     *
     * @param line from 1
     * @param column name of the column the value stands in
     * @param fields what the row says, by role; without the value
     * @param metric text that names the metric: as the row says, or the key mapped to the column
     * @param value as text
     * @param row every value of the row, by name of the column
     */
    public record Cell(
            long line, String column, Map<Role, String> fields, String metric, String value, Map<String, String> row) {

        /** Returns what the row says of something, stripped; empty if nothing. */
        public String field(Role role) {
            return fields.getOrDefault(role, "").strip();
        }
    }

    /** Returns the readings of a row; cells without text are none. */
    public List<Cell> cells(TableReader.Row row, List<String> header) {
        Map<Role, String> fields = new EnumMap<>(Role.class);
        columns.forEach((role, name) -> {
            int at = header.indexOf(name);
            if (at >= 0) {
                fields.put(role, row.values().get(at));
            }
        });
        Map<String, String> all = new LinkedHashMap<>();
        for (int i = 0; i < header.size(); i++) {
            all.put(header.get(i), row.values().get(i).strip());
        }
        if (shape == Shape.LONG) {
            String value = fields.getOrDefault(Role.VALUE, "");
            String metric = fields.getOrDefault(Role.METRIC, "").strip();
            return List.of(
                    new Cell(row.line(), columns.getOrDefault(Role.VALUE, ""), fields, metric, value.strip(), all));
        }
        List<Cell> cells = new ArrayList<>();
        for (int i = 0; i < header.size(); i++) {
            String metric = metrics.get(header.get(i));
            if (metric != null && !row.values().get(i).isBlank()) {
                cells.add(new Cell(
                        row.line(),
                        header.get(i),
                        fields,
                        metric,
                        row.values().get(i).strip(),
                        all));
            }
        }
        return cells;
    }

    /**
     * Returns the likeliest mapping of a header.
     *
     * @param sheets suites whose metrics may name columns
     */
    public static TableMapping guess(List<String> header, Collection<SuiteSheet> sheets) {
        Map<Role, String> columns = new EnumMap<>(Role.class);
        for (Role role : Role.values()) {
            role.usual.stream()
                    .flatMap(word -> header.stream().filter(h -> plain(h).equals(word)))
                    .filter(h -> !columns.containsValue(h))
                    .filter(h -> role.tellsHowTableLies()
                            || sheets.stream().noneMatch(s -> metricNamed(s, h).isPresent()))
                    .findFirst()
                    .ifPresent(h -> columns.put(role, h));
        }
        if (columns.containsKey(Role.METRIC) && columns.containsKey(Role.VALUE)) {
            return new TableMapping(Shape.LONG, columns, Map.of());
        }
        Map<String, String> metrics = new LinkedHashMap<>();
        for (String name : header) {
            if (!columns.containsValue(name) || columns.get(Role.VALUE) == name) {
                sheets.stream()
                        .flatMap(s -> columnOf(s, name).stream())
                        .findFirst()
                        .ifPresent(m -> metrics.put(name, m.key()));
            }
        }
        return new TableMapping(metrics.isEmpty() ? Shape.LONG : Shape.WIDE, columns, metrics);
    }

    /**
     * Returns the sheet whose metrics name the most columns of a header; empty if none names two, or one with the suite's own
     * name before it, or is the only one that names any with the only number it has: a column called Total alone could be of
     * any.
     */
    public static Optional<SuiteSheet> likeliest(List<String> header, Collection<SuiteSheet> sheets) {
        return sheets.stream()
                .filter(s -> named(header, s) > 1
                        || named(header, s) == 1
                                && (header.stream().anyMatch(h -> plain(h).startsWith(plain(s.name()) + " "))
                                        || s.metrics().size() == 1
                                                && sheets.stream().noneMatch(o -> o != s && named(header, o) > 0)))
                .max(Comparator.comparingLong(s -> named(header, s)));
    }

    private static long named(List<String> header, SuiteSheet sheet) {
        return header.stream().filter(h -> columnOf(sheet, h).isPresent()).count();
    }

    /** Returns the metric that a column names, unless the column's unit measures something else. */
    private static Optional<Metric> columnOf(SuiteSheet sheet, String column) {
        return metricNamed(sheet, column)
                .filter(m -> HeadName.of(column)
                        .unit()
                        .map(UnitCode::parse)
                        .map(unit -> unit.in(UnitCode.parse(m.unit())).isPresent())
                        .orElse(true));
    }

    /**
     * Returns the metric that a text names in a sheet, by key, name or alias, whatever the case; a unit behind the name and
     * the name of the suite before it do not matter.
     */
    public static Optional<Metric> metricNamed(SuiteSheet sheet, String text) {
        String suite = plain(sheet.name());
        List<String> written = Stream.of(text, HeadName.of(text).name())
                .map(TableMapping::plain)
                .flatMap(t ->
                        Stream.of(t, without(suite + " " + plain(sheet.id().version()), t), without(suite, t)))
                .filter(t -> !t.isEmpty())
                .toList();
        return sheet.metrics().stream()
                .filter(m -> Stream.concat(Stream.of(m.key(), m.name()), m.aliases().stream())
                        .anyMatch(name -> written.contains(plain(name))))
                .findFirst();
    }

    private static String without(String beginning, String text) {
        return text.startsWith(beginning + " ") ? text.substring(beginning.length() + 1) : text;
    }

    /**
     * Returns the facts of the dictionary that columns name which say nothing else, by name of the column. What stands in a
     * column must be what the fact is: points are no graphics chip, and frames a second no window.
     *
     * @param rows the first rows of the table
     */
    public Map<String, String> factColumns(List<String> header, List<List<String>> rows, FactDictionary dictionary) {
        Map<String, String> facts = new LinkedHashMap<>();
        for (int i = 0; i < header.size(); i++) {
            String name = header.get(i);
            int column = i;
            List<String> values = rows.stream()
                    .map(r -> r.get(column).strip())
                    .filter(v -> !v.isEmpty())
                    .toList();
            if (!columns.containsValue(name) && !metrics.containsKey(name)) {
                dictionary
                        .named(name)
                        .or(() -> dictionary.named(HeadName.of(name).name()))
                        .filter(key -> fits(key, HeadName.of(name).unit().orElse(""), values))
                        .ifPresent(key -> facts.put(name, key.key()));
            }
        }
        return facts;
    }

    /** Whether a column's values are what a fact is; of words that cannot be read as it, a few may stand among them. */
    private static boolean fits(FactKey key, String unit, List<String> values) {
        boolean text = key.type() == FactKey.Type.TEXT;
        if (text && !key.part()) {
            return !unit.equals("{point}");
        }
        if (key.type() != FactKey.Type.NUMBER && !unit.isEmpty()) {
            return false;
        }
        if (text) {
            // A part has a name.
            return values.isEmpty()
                    || !values.stream().allMatch(v -> PLAIN_NUMBER.matcher(v).matches());
        }
        long read = values.stream()
                .filter(v -> isRead(key, unit.isEmpty() ? v : v + " " + unit))
                .count();
        return 2 * read >= values.size();
    }

    private static boolean isRead(FactKey key, String text) {
        try {
            FactText.read(key, text);
            return true;
        } catch (IllegalArgumentException isSomethingElse) {
            return false;
        }
    }

    /** Returns a text for comparing names: lower case, every run of other signs a blank. */
    public static String plain(String text) {
        return OTHER_SIGNS
                .matcher(text.toLowerCase(Locale.ROOT))
                .replaceAll(" ")
                .strip();
    }
}
