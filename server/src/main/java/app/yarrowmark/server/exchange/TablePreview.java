package app.yarrowmark.server.exchange;

import app.yarrowmark.core.exchange.Json;
import app.yarrowmark.core.exchange.TableFile;
import app.yarrowmark.core.exchange.TableMapping;
import app.yarrowmark.core.exchange.TableMapping.Role;
import app.yarrowmark.core.exchange.TableMapping.Shape;
import app.yarrowmark.core.exchange.TableReader;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.core.suite.SuiteSheet;
import app.yarrowmark.core.written.Amount;
import app.yarrowmark.core.written.Marks;
import app.yarrowmark.server.exchange.ImportSettings.FileSettings;
import app.yarrowmark.server.exchange.ImportViews.ColumnView;
import app.yarrowmark.server.exchange.ImportViews.Preview;
import app.yarrowmark.server.exchange.ImportViews.Sample;
import app.yarrowmark.server.facts.FactService;
import app.yarrowmark.server.problems.RuleViolations;
import app.yarrowmark.server.suites.Suite;
import app.yarrowmark.server.suites.SuiteService;
import com.fasterxml.jackson.core.type.TypeReference;
import java.io.ByteArrayInputStream;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** How a table would be read: as the last time, or as its beginning suggests. */
@Component
class TablePreview {

    private static final int ROWS = 8;
    private static final int LOOKED_AT = 400;
    private static final int SAMPLES = 4;
    /** Longer texts are remarks. */
    private static final int LONGEST_WORDS = 40;
    /** Of a fact. */
    private static final int LONGEST_NAME = 60;

    private static final Pattern UNNAMED = Pattern.compile("column \\d+|\\W*");
    private static final Pattern PASSED =
            Pattern.compile("passed|failed|pass|fail|ok|[\u2713\u2717]", Pattern.CASE_INSENSITIVE);
    private static final Pattern MARKED =
            Pattern.compile("[+\\-\u2212]?\\d[\\d' \u00a0\u2009\u202f\u2019]*[.,][\\d.,]*\\d.*");

    private final ImportBatchRepository batches;
    private final SuiteService suites;
    private final FactService facts;

    TablePreview(ImportBatchRepository batches, SuiteService suites, FactService facts) {
        this.batches = batches;
        this.suites = suites;
        this.facts = facts;
    }

    /**
     * Returns it.
     *
     * @param bytes the beginning of the file; all of it where it is a spreadsheet
     * @param chosen what a person said of the file; absent at first
     */
    Preview of(byte[] bytes, @Nullable FileSettings chosen, @Nullable String separator) {
        try {
            TableFile.Looks looks = TableFile.look(bytes, chosen == null ? null : chosen.sheet());
            FileSettings file = chosen == null
                    ? new FileSettings(looks.format(), looks.charset(), null, looks.headLine(), looks.headRows())
                    : chosen;
            String parted = separator == null ? String.valueOf(looks.separator()) : separator;
            try (TableReader table = open(bytes, file, parted)) {
                List<List<String>> rows = rows(table);
                Optional<ImportSettings> before = remembered(table.header());
                ImportSettings settings = before.orElseGet(() -> guess(table.header(), rows, parted))
                        .of(file, parted);
                List<ColumnView> columns = columns(settings, rows);
                return new Preview(
                        settings.withMarks(marks(settings, columns)),
                        rows.subList(0, Math.min(ROWS, rows.size())),
                        before.isPresent(),
                        looks.sheets(),
                        columns);
            }
        } catch (IllegalArgumentException e) {
            throw new RuleViolations("table", String.valueOf(e.getMessage()));
        }
    }

    private static TableReader open(byte[] bytes, FileSettings file, String separator) {
        return TableFile.open(
                new ByteArrayInputStream(bytes),
                file.format(),
                file.charset(),
                separator.charAt(0),
                file.sheet(),
                file.headLine(),
                file.headRows());
    }

    /** The beginning may break off in the middle of a row: what comes whole is enough. */
    private static List<List<String>> rows(TableReader table) {
        List<List<String>> rows = new ArrayList<>();
        try {
            while (rows.size() < LOOKED_AT && table.hasNext()) {
                rows.add(table.next().values());
            }
        } catch (IllegalArgumentException brokenOff) {
            // The whole table is read, and its faults told, when it is staged.
        }
        return rows;
    }

    private Optional<ImportSettings> remembered(List<String> header) {
        return batches.findTop50ByOrderByIdDesc().stream()
                .filter(b -> b.understood > 0)
                .map(b -> Json.read(b.mapping, new TypeReference<ImportSettings>() {}))
                .filter(s -> s.header().equals(header))
                .findFirst();
    }

    /** By its header; of a table with a column for each metric also the suite. The first column of words names the device. */
    private ImportSettings guess(List<String> header, List<List<String>> rows, String separator) {
        Optional<SuiteSheet> sheet = TableMapping.likeliest(
                header, suites.all().stream().map(Suite::sheet).toList());
        TableMapping guess = TableMapping.guess(header, sheet.map(List::of).orElse(List.of()));
        Map<Role, String> columns = new EnumMap<>(Role.class);
        columns.putAll(guess.columns());
        if (!columns.containsKey(Role.DEVICE)) {
            header.stream()
                    .filter(h -> !columns.containsValue(h) && !guess.metrics().containsKey(h))
                    .filter(h -> isOfWords(header.indexOf(h), rows))
                    .findFirst()
                    .ifPresent(h -> columns.put(Role.DEVICE, h));
        }
        boolean isLong = columns.containsKey(Role.METRIC) && columns.containsKey(Role.VALUE);
        TableMapping mapping =
                new TableMapping(isLong ? Shape.LONG : Shape.WIDE, columns, isLong ? Map.of() : guess.metrics());
        boolean said = columns.containsKey(Role.SUITE);
        return new ImportSettings(
                separator,
                header,
                mapping.shape(),
                mapping.columns(),
                mapping.metrics(),
                said || isLong ? null : sheet.map(s -> s.id().toString()).orElse(null),
                null,
                null,
                null,
                null,
                null,
                null,
                facts(mapping, header, rows),
                null);
    }

    /** Facts that columns name; a column of words that says nothing else is likely to be one that only this desk has. */
    private Map<String, String> facts(TableMapping mapping, List<String> header, List<List<String>> rows) {
        Map<String, String> named = new LinkedHashMap<>(mapping.factColumns(header, rows, facts.dictionary()));
        for (int i = 0; mapping.shape() == Shape.WIDE && i < header.size(); i++) {
            String name = header.get(i);
            boolean says = mapping.columns().containsValue(name)
                    || mapping.metrics().containsKey(name)
                    || named.containsKey(name);
            boolean canBeNamed =
                    name.length() <= LONGEST_NAME && !UNNAMED.matcher(name).matches();
            if (!says && canBeNamed && isOfWords(i, rows) && !isPassedOrLong(i, rows)) {
                named.put(name, name);
            }
        }
        return named;
    }

    private static boolean isPassedOrLong(int column, List<List<String>> rows) {
        return rows.stream().map(r -> r.get(column).strip()).anyMatch(v -> v.length() > LONGEST_WORDS)
                || rows.stream()
                        .map(r -> r.get(column).strip())
                        .filter(v -> !v.isEmpty())
                        .allMatch(v -> PASSED.matcher(v).matches());
    }

    private static boolean isOfWords(int column, List<List<String>> rows) {
        return rows.stream().map(r -> r.get(column)).anyMatch(v -> !v.isBlank())
                && rows.stream()
                        .map(r -> r.get(column).strip())
                        .noneMatch(v -> !v.isEmpty() && Character.isDigit(v.charAt(0)));
    }

    /** The columns of numbers that have marks, with what they would be read as. */
    private List<ColumnView> columns(ImportSettings settings, List<List<String>> rows) {
        List<ColumnView> columns = new ArrayList<>();
        for (String name : settings.header()) {
            List<String> values = rows.stream()
                    .map(r -> r.get(settings.header().indexOf(name)).strip())
                    .filter(v -> MARKED.matcher(v).matches())
                    .toList();
            if (!values.isEmpty() && isOfNumbers(name, settings)) {
                List<String> all = rows.stream()
                        .map(r -> r.get(settings.header().indexOf(name)).strip())
                        .toList();
                Marks.Choice choice = Marks.of(all);
                columns.add(new ColumnView(
                        name,
                        choice.marks(),
                        choice.sure(),
                        choice.mixed(),
                        values.stream()
                                .distinct()
                                .limit(SAMPLES)
                                .map(TablePreview::sample)
                                .toList()));
            }
        }
        return byTheOthers(columns, settings);
    }

    private static boolean isOfNumbers(String column, ImportSettings settings) {
        return !settings.factColumns().containsKey(column)
                && settings.columns().entrySet().stream()
                        .noneMatch(e ->
                                e.getValue().equals(column) && e.getKey() != Role.VALUE && e.getKey() != Role.PRICE);
    }

    /** A column that could be either is likely to be as the others of its table; else thousands where the suite has no decimals. */
    private List<ColumnView> byTheOthers(List<ColumnView> columns, ImportSettings settings) {
        Optional<Marks> others =
                columns.stream().filter(ColumnView::sure).map(ColumnView::marks).findFirst();
        return columns.stream()
                .map(c -> {
                    if (c.sure() || c.mixed()) {
                        return c;
                    }
                    Marks likely = others.orElseGet(() -> wholeNumbers(c.name(), settings) ? thousands(c) : c.marks());
                    return new ColumnView(c.name(), likely, others.isPresent(), false, c.samples());
                })
                .toList();
    }

    private boolean wholeNumbers(String column, ImportSettings settings) {
        return suites.all().stream()
                .filter(s -> s.sheet().id().toString().equals(settings.suite()))
                .flatMap(s -> s.sheet().metric(settings.metrics().getOrDefault(column, "")).stream())
                .anyMatch((Metric m) -> m.decimals() == 0);
    }

    /** The way in which its marks part thousands. */
    private static Marks thousands(ColumnView column) {
        return column.samples().stream().anyMatch(s -> s.text().indexOf('.') >= 0) ? Marks.COMMA : Marks.POINT;
    }

    private static Sample sample(String text) {
        return new Sample(text, as(text, Marks.POINT), as(text, Marks.COMMA));
    }

    private static @Nullable String as(String text, Marks marks) {
        try {
            return Amount.read(text, marks).reading().digits();
        } catch (IllegalArgumentException notSo) {
            return null;
        }
    }

    private static Map<String, Marks> marks(ImportSettings settings, List<ColumnView> columns) {
        Map<String, Marks> marks = new LinkedHashMap<>();
        columns.forEach(c -> marks.put(c.name(), c.marks()));
        if (settings.marks() != null) {
            settings.marks()
                    .forEach((column, before) -> marks.computeIfPresent(
                            column,
                            (name, now) ->
                                    columns.stream().anyMatch(c -> c.name().equals(name) && !c.sure()) ? before : now));
        }
        return marks;
    }
}
