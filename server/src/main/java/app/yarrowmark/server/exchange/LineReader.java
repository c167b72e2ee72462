package app.yarrowmark.server.exchange;

import app.yarrowmark.core.exchange.HeadName;
import app.yarrowmark.core.exchange.TableMapping;
import app.yarrowmark.core.exchange.TableMapping.Cell;
import app.yarrowmark.core.exchange.TableMapping.Role;
import app.yarrowmark.core.setup.FactDictionary;
import app.yarrowmark.core.setup.FactKey;
import app.yarrowmark.core.setup.FactText;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.server.catalogue.CatalogueService;
import app.yarrowmark.server.catalogue.DeviceKind;
import app.yarrowmark.server.catalogue.ModelView;
import app.yarrowmark.server.catalogue.UnitView;
import app.yarrowmark.server.setups.SetupService;
import app.yarrowmark.server.suites.Suite;
import app.yarrowmark.server.suites.SuiteService;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/** Finds what the texts of a table's cells mean on this desk; what it looked up it remembers, within limits. */
final class LineReader {

    private static final int MOST_REMEMBERED = 5_000;
    private static final int LONGEST_UNIT = 60;
    private static final Pattern SUMMARY = Pattern.compile(
            "(average|mean|median|total|sum|minimum|maximum|min|max|count|geometric mean|mittelwert|summe)",
            Pattern.CASE_INSENSITIVE);
    private static final Pattern NO_WORD =
            Pattern.compile("[-\u2013\u2014?.*x]+|n\\.?/?a\\.?|none|null|nan", Pattern.CASE_INSENSITIVE);

    /** Of what can have words: that there is none, such as a driver, is said of the device. */
    private static final Set<FactKey.Type> WORDS = Set.of(FactKey.Type.TEXT, FactKey.Type.VERSION, FactKey.Type.CHOICE);

    private final ImportSettings settings;
    private final SuiteService suites;
    private final FactSetups setups;
    private final FactDictionary dictionary;
    private final Map<String, List<ModelView>> models = new HashMap<>();
    /** Devices that are to be made, as they were first written. */
    private final Map<String, NewModel> fresh = new HashMap<>();

    private final Map<String, Optional<Suite>> suiteByText = bounded();
    private final Map<String, Optional<Metric>> metricByText = bounded();
    private final Map<String, Instant> timeByText = bounded();

    LineReader(
            ImportSettings settings,
            CatalogueService catalogue,
            SuiteService suites,
            SetupService setups,
            FactDictionary dictionary) {
        this.settings = settings;
        this.suites = suites;
        this.dictionary = dictionary;
        this.setups = new FactSetups(setups, dictionary);
        for (ModelView model : catalogue.models()) {
            models.computeIfAbsent(TableMapping.plain(model.name()), k -> new ArrayList<>())
                    .add(model);
            if (!model.maker().isEmpty()) {
                models.computeIfAbsent(TableMapping.plain(model.maker() + " " + model.name()), k -> new ArrayList<>())
                        .add(model);
            }
        }
    }

    /**
     * A reading that can be kept.
     *
     * @param setupId absent where the setup is to be made
     */
    record Line(
            String maker,
            String model,
            String unit,
            String setup,
            @Nullable Long setupId,
            long suiteId,
            String metric,
            String text,
            @Nullable String digits,
            @Nullable String gap,
            @Nullable Integer repeat,
            @Nullable Instant startedAt,
            @Nullable String note,
            @Nullable About about) {}

    /**
     * What a line says beyond its reading.
     *
     * @param facts of the setup, text by key
     * @param parent name of the setup that this one was changed from; absent for the first of its device
     * @param kind of the model, where the line says it
     * @param price as written
     * @param origin list from elsewhere that the line comes from
     */
    record About(
            Map<String, String> facts,
            @Nullable String parent,
            @Nullable DeviceKind kind,
            @Nullable Integer year,
            @Nullable String price,
            @Nullable String origin) {

        boolean saysNothing() {
            return facts.isEmpty() && kind == null && year == null && price == null && origin == null;
        }
    }

    private record NewModel(String maker, String name) {}

    /** Thrown for a line that cannot be kept; says which column and why. */
    static final class Unfit extends RuntimeException {

        private final String column;
        private final @Nullable Line line;

        Unfit(String column, String message) {
            this(column, message, null);
        }

        private Unfit(String column, String message, @Nullable Line line) {
            super(message);
            this.column = column;
            this.line = line;
        }

        /** Returns what the line would have been, where only its value is unfit: it still counts as a repeat. */
        @Nullable
        Line line() {
            return line;
        }

        String column() {
            return column;
        }
    }

    /** @throws Unfit if the line cannot be kept */
    Line read(Cell cell) {
        Suite suite = suite(cell);
        Metric metric = metric(cell, suite);
        String device = cell.field(Role.DEVICE);
        if (device.isEmpty()) {
            throw unfit(Role.DEVICE, "says no device");
        }
        Optional<ModelView> model = model(cell, device);
        if (SUMMARY.matcher(device).matches()) {
            throw unfit(Role.DEVICE, "is a summary of the lines above it, not a device");
        }
        String origin = cell.field(Role.ORIGIN);
        limit(Role.ORIGIN, origin, 80);
        String unit = unit(cell, origin);
        limit(Role.UNIT, unit, LONGEST_UNIT);
        Map<String, String> facts = facts(cell);
        FactSetups.Chosen setup = setups.of(
                model.map(m -> m.id() + "\t" + unit).orElse(device + "\t" + unit),
                model.flatMap(m -> unitOf(m, unit)),
                or(cell.field(Role.SETUP), settings.setup(), "as shipped"),
                !cell.field(Role.SETUP).isEmpty(),
                facts);
        limit(Role.SETUP, setup.name(), 80);
        if (setup.id() == null && settings.makeModels() == null) {
            throw unfit(
                    Role.SETUP,
                    "there is no setup \"" + setup.name() + "\" of unit " + unit + " of " + device
                            + "; make it first, or have what is missing made");
        }
        String note = cell.field(Role.NOTE);
        limit(Role.NOTE, note, 500);
        NewModel named = model.map(m -> new NewModel(m.maker(), m.name())).orElseGet(() -> fresh(cell, device));
        About about =
                new About(facts, setup.parent(), kind(cell), year(cell), price(cell), origin.isEmpty() ? null : origin);
        String gap = gap(cell, metric);
        CellText value = new CellText(cell.column(), cell.value(), metric, settings.marksOf(cell.column()));
        Line line = new Line(
                named.maker,
                named.name,
                unit,
                setup.name(),
                setup.id(),
                suite.id(),
                metric.key(),
                gap == null ? value.text() : cell.value(),
                null,
                gap,
                repeat(cell),
                time(cell),
                note.isEmpty() ? null : note,
                about.saysNothing() && about.parent() == null ? null : about);
        return gap == null ? withValue(cell, value, line) : line;
    }

    private static Line withValue(Cell cell, CellText value, Line line) {
        if (cell.value().length() > 40) {
            throw new Unfit(
                    cell.column(), "has " + cell.value().length() + " characters; a value has at most 40", line);
        }
        try {
            return new Line(
                    line.maker,
                    line.model,
                    line.unit,
                    line.setup,
                    line.setupId,
                    line.suiteId,
                    line.metric,
                    line.text,
                    value.digits(),
                    null,
                    line.repeat,
                    line.startedAt,
                    line.note,
                    line.about);
        } catch (IllegalArgumentException e) {
            throw new Unfit(cell.column(), String.valueOf(e.getMessage()), line);
        }
    }

    /** Words in the place of a number say why there is none. */
    private static @Nullable String gap(Cell cell, Metric metric) {
        boolean number = metric.scale().isNumber();
        String value = cell.value();
        if (!number || value.chars().anyMatch(Character::isDigit)) {
            return null;
        }
        return NO_WORD.matcher(value).matches() ? "the table has \"" + value + "\"" : value;
    }

    private Map<String, String> facts(Cell cell) {
        Map<String, String> said = new LinkedHashMap<>();
        settings.factColumns().forEach((column, key) -> {
            String text = cell.row().getOrDefault(column, "").strip();
            FactKey known = dictionary.get(key);
            boolean none = WORDS.contains(known.type()) && text.equalsIgnoreCase("none");
            if (!text.isEmpty() && (none || !NO_WORD.matcher(text).matches())) {
                try {
                    HeadName head = HeadName.of(column);
                    String unit = head.unit()
                            .filter(u -> Character.isDigit(text.charAt(text.length() - 1)))
                            .orElse("");
                    said.put(
                            key,
                            FactText.read(known, (text + " " + unit).strip())
                                    .text()
                                    .orElse(text));
                } catch (IllegalArgumentException e) {
                    throw new Unfit(column, String.valueOf(e.getMessage()));
                }
            }
        });
        return said;
    }

    private @Nullable DeviceKind kind(Cell cell) {
        String text = cell.field(Role.KIND);
        if (text.isEmpty()) {
            return null;
        }
        try {
            return DeviceKind.of(text);
        } catch (IllegalArgumentException e) {
            throw unfit(Role.KIND, Objects.toString(e.getMessage()));
        }
    }

    private @Nullable Integer year(Cell cell) {
        String text = cell.field(Role.YEAR);
        if (text.isEmpty()) {
            return null;
        }
        if (!text.matches("(19[7-9]\\d|20\\d{2}|2100)")) {
            throw unfit(Role.YEAR, "is a year such as 2026, got \"" + text + "\"");
        }
        return Integer.valueOf(text);
    }

    private @Nullable String price(Cell cell) {
        String text = cell.field(Role.PRICE);
        if (text.isEmpty() || NO_WORD.matcher(text).matches()) {
            return null;
        }
        try {
            PriceText.read(text, settings.marksOf(settings.columns().getOrDefault(Role.PRICE, "")));
            return text;
        } catch (IllegalArgumentException e) {
            throw unfit(Role.PRICE, String.valueOf(e.getMessage()));
        }
    }

    private Suite suite(Cell cell) {
        String text = cell.field(Role.SUITE).isEmpty()
                ? settings.suite() == null ? "" : settings.suite()
                : (cell.field(Role.SUITE) + " " + cell.field(Role.VERSION)).strip();
        if (text.isEmpty()) {
            throw unfit(Role.SUITE, "says no suite; choose the one for the whole table");
        }
        return suiteByText
                .computeIfAbsent(
                        text,
                        t -> suites.all().stream()
                                .filter(s -> TableMapping.plain(t)
                                                .equals(TableMapping.plain(
                                                        s.sheet().id().toString()))
                                        || TableMapping.plain(t)
                                                .equals(TableMapping.plain(
                                                        s.sheet().name() + " "
                                                                + s.sheet().id().version())))
                                .findFirst())
                .orElseThrow(() -> unfit(
                        Role.SUITE, "there is no suite \"" + text + "\"; write name and version, such as kernmill 3"));
    }

    private Metric metric(Cell cell, Suite suite) {
        return metricByText
                .computeIfAbsent(
                        suite.id() + "\t" + cell.metric(), k -> TableMapping.metricNamed(suite.sheet(), cell.metric()))
                .orElseThrow(() -> unfit(
                        Role.METRIC,
                        suite.sheet().id() + " has no metric \"" + cell.metric() + "\"; it has "
                                + suite.sheet().metrics().stream()
                                        .map(Metric::key)
                                        .toList()));
    }

    private Optional<ModelView> model(Cell cell, String device) {
        String maker = cell.field(Role.MAKER);
        List<ModelView> found =
                models.getOrDefault(TableMapping.plain(maker.isEmpty() ? device : maker + " " + device), List.of());
        if (found.size() > 1) {
            throw unfit(
                    Role.DEVICE,
                    "\"" + device + "\" could be "
                            + found.stream()
                                    .map(m -> m.maker() + " " + m.name())
                                    .toList() + "; write the maker before it");
        }
        if (found.isEmpty() && settings.makeModels() == null) {
            throw unfit(
                    Role.DEVICE, "there is no model \"" + device + "\"; make it first, or have what is missing made");
        }
        limit(Role.DEVICE, device, 80);
        return found.stream().findFirst();
    }

    private NewModel fresh(Cell cell, String device) {
        NewModel written = new NewModel(maker(cell, device), name(cell, device));
        return fresh.computeIfAbsent(TableMapping.plain(written.maker + " " + written.name), k -> written);
    }

    private String maker(Cell cell, String device) {
        String maker = cell.field(Role.MAKER);
        if (!maker.isEmpty()) {
            limit(Role.MAKER, maker, 80);
            return maker;
        }
        // One word is a name; nobody said who makes it.
        return device.substring(0, Math.max(0, device.indexOf(' ')));
    }

    private static String name(Cell cell, String device) {
        return cell.field(Role.MAKER).isEmpty()
                ? device.substring(device.indexOf(' ') + 1).strip()
                : device;
    }

    /** What a list from elsewhere measured is another sample of the model than this desk's, named by the list. */
    private String unit(Cell cell, String origin) {
        String list = or(origin, settings.source(), "A");
        return or(cell.field(Role.UNIT), settings.unit(), list.substring(0, Math.min(list.length(), LONGEST_UNIT)))
                .strip();
    }

    private static Optional<Long> unitOf(ModelView model, String unit) {
        return model.units().stream()
                .filter(u -> u.label().equalsIgnoreCase(unit))
                .findFirst()
                .map(UnitView::id);
    }

    private @Nullable Integer repeat(Cell cell) {
        String text = cell.field(Role.REPEAT);
        if (text.isEmpty()) {
            return settings.shape() == TableMapping.Shape.WIDE ? (int) cell.line() : null;
        }
        try {
            return Integer.valueOf(text);
        } catch (NumberFormatException e) {
            throw unfit(Role.REPEAT, "is a whole number, got \"" + text + "\"");
        }
    }

    private @Nullable Instant time(Cell cell) {
        String text = cell.field(Role.TIME);
        if (text.isEmpty()) {
            return null;
        }
        try {
            return timeByText.computeIfAbsent(text, LineReader::instant);
        } catch (DateTimeParseException e) {
            throw unfit(Role.TIME, "is a day or time such as 2026-05-04 or 2026-05-04 10:30, got \"" + text + "\"");
        }
    }

    private static Instant instant(String text) {
        String iso = text.replace(' ', 'T');
        if (iso.length() == 10) {
            return LocalDate.parse(iso).atStartOfDay(ZoneOffset.UTC).toInstant();
        }
        return iso.matches(".*(Z|[+-]\\d{2}:\\d{2})$")
                ? OffsetDateTime.parse(iso).toInstant()
                : LocalDateTime.parse(iso).toInstant(ZoneOffset.UTC);
    }

    private void limit(Role role, String text, int most) {
        if (text.length() > most) {
            throw unfit(role, "has " + text.length() + " characters; at most " + most + " are kept");
        }
    }

    private Unfit unfit(Role role, String message) {
        return new Unfit(settings.columns().getOrDefault(role, role.name().toLowerCase(Locale.ROOT)), message);
    }

    private static String or(String text, @Nullable String otherwise, String last) {
        return !text.isEmpty() ? text : otherwise == null || otherwise.isBlank() ? last : otherwise.strip();
    }

    private static <V> Map<String, V> bounded() {
        return new LinkedHashMap<>(64, .75f, true) {
            @Override
            protected boolean removeEldestEntry(Map.Entry<String, V> eldest) {
                return size() > MOST_REMEMBERED;
            }
        };
    }
}
