package app.yarrowmark.core.exchange;

import app.yarrowmark.core.suite.Axis;
import app.yarrowmark.core.suite.Direction;
import app.yarrowmark.core.suite.Formula;
import app.yarrowmark.core.suite.FormulaException;
import app.yarrowmark.core.suite.Home;
import app.yarrowmark.core.suite.KnownFault;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.core.suite.Reducer;
import app.yarrowmark.core.suite.Scale;
import app.yarrowmark.core.suite.Step;
import app.yarrowmark.core.suite.SuiteId;
import app.yarrowmark.core.suite.SuiteSheet;
import app.yarrowmark.core.suite.TestGroup;
import app.yarrowmark.core.suite.UnitCode;
import app.yarrowmark.core.written.UnitWords;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Supplier;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** Reads suite sheets from YAML (JSON is YAML too) and says of every fault where it stands. */
public final class SheetReader {

    private static final Pattern CONDITION = Pattern.compile("(!=|<=|>=|<|>|=)?\\s*(.+)");
    private static final Pattern DAY = Pattern.compile("\\d{4}-\\d{2}-\\d{2}");
    private static final int MOST_METRICS = 300;

    private final List<SheetProblem> problems = new ArrayList<>();

    private SheetReader() {}

    /**
     * What came of a text.
     *
     * @param sheet what it stands for; empty if a problem is fatal
     * @param problems everything wrong or odd, in the order it stands
     */
    public record Result(Optional<SuiteSheet> sheet, List<SheetProblem> problems) {}

    /**
     * Returns the sheet.
     *
     * @throws IllegalArgumentException with every fatal problem and where it stands
     */
    public static SuiteSheet read(String text) {
        Result result = check(text);
        return result.sheet.orElseThrow(() -> new IllegalArgumentException(result.problems.stream()
                .filter(SheetProblem::fatal)
                .map(SheetProblem::toString)
                .collect(Collectors.joining("; "))));
    }

    /** Returns the sheet, if the text stands for one, and everything that is wrong or odd about it. */
    public static Result check(String text) {
        SheetReader reader = new SheetReader();
        Optional<SuiteSheet> sheet = reader.sheet(text);
        List<SheetProblem> all = reader.problems.stream()
                .distinct()
                .sorted(java.util.Comparator.comparingInt(SheetProblem::line).thenComparingInt(SheetProblem::column))
                .toList();
        boolean usable = all.stream().noneMatch(SheetProblem::fatal);
        return new Result(usable ? sheet : Optional.empty(), all);
    }

    private Optional<SuiteSheet> sheet(String text) {
        Optional<Located> document = Located.document(text, problems);
        if (document.isEmpty()) {
            return Optional.empty();
        }
        Located root = document.get();
        if (!root.isObject()) {
            root.wrong("a sheet starts with fields such as \"key: stem\"");
            return Optional.empty();
        }
        root.allow(
                "key",
                "version",
                "name",
                "about",
                "compares_with",
                "group",
                "home",
                "settings",
                "metrics",
                "repeats",
                "warmups",
                "minutes",
                "rest_seconds",
                "conditions",
                "steps",
                "faults",
                "headline",
                "unrounded_totals");
        SuiteId id = or(
                root.field("key"),
                () -> new SuiteId(
                        root.field("key").required("x"), root.field("version").required("0")));
        List<Located> items = root.field("metrics").items();
        List<Metric> metrics = new ArrayList<>();
        for (Located item : items.subList(0, Math.min(items.size(), MOST_METRICS))) {
            metric(item).ifPresent(metrics::add);
        }
        if (items.isEmpty()) {
            root.field("metrics").wrong("a sheet needs at least one metric");
        } else if (items.size() > MOST_METRICS) {
            root.field("metrics").wrong("a sheet has at most " + MOST_METRICS + " metrics, got " + items.size());
        }
        if (metrics.size() == items.size()) {
            checkFormulas(items, metrics);
        }
        SuiteSheet.Schedule schedule = schedule(root);
        Set<String> keys = metrics.stream().map(Metric::key).collect(Collectors.toSet());
        List<Step> steps =
                root.field("steps").items().stream().map(s -> step(s, keys)).toList();
        List<KnownFault> faults =
                root.field("faults").items().stream().map(f -> fault(f, keys)).toList();
        if (id == null || schedule == null || problems.stream().anyMatch(SheetProblem::fatal)) {
            // Fields that are still to be read may be wrong too.
            words(root);
            return Optional.empty();
        }
        return Optional.ofNullable(or(
                root,
                () -> new SuiteSheet(
                        id,
                        root.field("name").required("x"),
                        root.field("about").text().orElse(""),
                        new TreeSet<>(root.field("compares_with").texts()),
                        root.field("group").isThere()
                                ? root.field("group").choice(TestGroup.class, TestGroup.PROCESSOR)
                                : missingGroup(root),
                        root.field("home").choice(Home.class, Home.TYPED),
                        settings(root.field("settings")),
                        metrics,
                        schedule,
                        root.field("conditions").texts(),
                        steps,
                        faults,
                        root.field("headline").text(),
                        root.field("unrounded_totals").flag(false))));
    }

    private static void words(Located root) {
        root.field("name").required("x");
        if (!root.field("group").isThere()) {
            missingGroup(root);
        }
        root.field("group").choice(TestGroup.class, TestGroup.PROCESSOR);
        root.field("home").choice(Home.class, Home.TYPED);
        root.field("unrounded_totals").flag(false);
    }

    private static TestGroup missingGroup(Located root) {
        root.field("group").required("x");
        return TestGroup.PROCESSOR;
    }

    private static Map<String, String> settings(Located settings) {
        Map<String, String> all = new LinkedHashMap<>();
        settings.fields().forEach((key, value) -> all.put(key, value.required("")));
        return Collections.unmodifiableMap(all);
    }

    private SuiteSheet.@Nullable Schedule schedule(Located root) {
        return or(
                root.field("repeats").isThere() ? root.field("repeats") : root,
                () -> new SuiteSheet.Schedule(
                        root.field("repeats").whole(3),
                        root.field("warmups").whole(0),
                        root.field("minutes").number(5),
                        root.field("rest_seconds").whole(0)));
    }

    private Optional<Metric> metric(Located at) {
        at.allow(
                "key",
                "name",
                "unit",
                "scale",
                "better",
                "decimals",
                "formula",
                "aliases",
                "group",
                "rungs",
                "from",
                "counts");
        Scale scale = at.field("scale").choice(Scale.class, Scale.RATIO);
        Optional<Formula> formula = formula(at.field("formula"));
        // A check, a ladder or a text needs no unit; a measured number does.
        boolean plain = !scale.isNumber();
        String unit = unit(at.field("unit"), plain);
        Optional<TestGroup> group = at.field("group").isThere()
                ? Optional.of(at.field("group").choice(TestGroup.class, TestGroup.PROCESSOR))
                : Optional.empty();
        String key = at.field("key").required("x");
        return Optional.ofNullable(or(
                at,
                () -> new Metric(
                        key,
                        at.field("name").required(key),
                        unit,
                        scale,
                        at.field("better").choice(Direction.class, Direction.HIGHER),
                        at.field("decimals").whole(1),
                        formula,
                        at.field("aliases").texts(),
                        group,
                        at.field("rungs").texts(),
                        reducer(at.field("from")),
                        at.field("counts").flag(true))));
    }

    /** An everyday word is as good as a code. */
    private static String unit(Located at, boolean mayLack) {
        String text = mayLack ? at.text().orElse("") : at.required("");
        Optional<String> code = UnitWords.ofTest(text);
        if (code.isEmpty()) {
            try {
                UnitCode.parse(text);
            } catch (IllegalArgumentException e) {
                at.wrong(at.path() + ": " + e.getMessage());
            }
        }
        return code.orElse(text);
    }

    private static Optional<Formula> formula(Located at) {
        return at.text().flatMap(text -> {
            try {
                return Optional.of(Formula.parse(text));
            } catch (FormulaException e) {
                at.wrongAt(e.column() - 1, at.path() + ": " + e.getMessage());
                return Optional.empty();
            }
        });
    }

    private static Optional<Reducer> reducer(Located at) {
        if (!at.isThere()) {
            return Optional.empty();
        }
        at.allow("series", "reduce", "along");
        Located along = at.field("along");
        return Optional.of(new Reducer(
                at.field("series").required("x"),
                at.field("reduce").choice(Reducer.Way.class, Reducer.Way.MEDIAN),
                along.isThere() ? Optional.of(along.choice(Axis.class, Axis.TIME)) : Optional.empty()));
    }

    /** Order, cycles, doubles and units of totals; each complaint stands at its own metric. */
    private static void checkFormulas(List<Located> items, List<Metric> metrics) {
        Map<String, UnitCode> units = new HashMap<>();
        for (int i = 0; i < metrics.size(); i++) {
            Metric metric = metrics.get(i);
            Located at = items.get(i);
            metric.formula().ifPresent(formula -> {
                Set<String> unknown = new TreeSet<>(formula.keys());
                unknown.removeAll(units.keySet());
                if (!unknown.isEmpty()) {
                    at.field("formula")
                            .wrong("the formula of " + metric.key() + " uses " + unknown
                                    + ", which must stand before it in the sheet");
                } else {
                    formula.unitDoubts(unit(metric), units)
                            .forEach(doubt -> at.field("formula").odd("the formula of " + metric.key() + " " + doubt));
                }
            });
            if (units.put(metric.key(), unit(metric)) != null) {
                at.field("key").wrong("the metric " + metric.key() + " stands twice in the sheet");
            }
        }
    }

    private static UnitCode unit(Metric metric) {
        try {
            return UnitCode.parse(metric.unit());
        } catch (IllegalArgumentException e) {
            return UnitCode.parse("");
        }
    }

    private static Step step(Located at, Set<String> metrics) {
        at.allow("name", "before", "minutes", "metrics");
        List<String> keys = at.field("metrics").texts();
        keys.forEach(key -> requireMetric(at.field("metrics"), key, metrics));
        return new Step(
                at.field("name").required("x"),
                at.field("before").text().orElse(""),
                at.field("minutes").number(1),
                keys);
    }

    private static KnownFault fault(Located at, Set<String> metrics) {
        at.allow("metric", "where", "from", "to", "note");
        String metric = at.field("metric").required("x");
        requireMetric(at.field("metric"), metric, metrics);
        List<KnownFault.FactCondition> where = new ArrayList<>();
        at.field("where").fields().forEach((key, value) -> where.add(condition(key, value.required("x"))));
        return new KnownFault(
                metric,
                where,
                day(at.field("from")),
                day(at.field("to")),
                at.field("note").required("x"));
    }

    private static Optional<String> day(Located at) {
        Optional<String> text = at.text();
        if (text.isPresent() && !DAY.matcher(text.get()).matches()) {
            at.wrong(at.path() + " must be a day such as 2026-03-01, got \"" + text.get() + "\"");
        }
        return text;
    }

    private static KnownFault.FactCondition condition(String key, String text) {
        Matcher match = CONDITION.matcher(text);
        if (!match.matches() || match.group(1) == null) {
            return new KnownFault.FactCondition(key, KnownFault.Comparison.IS, text);
        }
        for (KnownFault.Comparison c : KnownFault.Comparison.values()) {
            if (c.sign().equals(match.group(1))) {
                return new KnownFault.FactCondition(key, c, match.group(2));
            }
        }
        throw new IllegalStateException("every sign of the pattern is a comparison");
    }

    private static void requireMetric(Located at, String key, Set<String> metrics) {
        if (!metrics.contains(key)) {
            at.wrong("there is no metric " + key + " in this sheet");
        }
    }

    /** Makes a value; a refusal is written down where it stands, and gives null. */
    private <T> @Nullable T or(Located at, Supplier<T> make) {
        try {
            return make.get();
        } catch (IllegalArgumentException e) {
            at.wrong(String.valueOf(e.getMessage()));
            return null;
        }
    }
}
