package app.yarrowmark.core.exchange;

import app.yarrowmark.core.exchange.SheetDraft.Drawn;
import app.yarrowmark.core.exchange.SheetDraft.FaultRow;
import app.yarrowmark.core.exchange.SheetDraft.Setting;
import app.yarrowmark.core.exchange.SheetDraft.StepRow;
import app.yarrowmark.core.exchange.SheetDraft.Test;
import app.yarrowmark.core.exchange.SheetDraft.Total;
import app.yarrowmark.core.exchange.SheetDraft.Way;
import app.yarrowmark.core.exchange.SheetDraft.Where;
import app.yarrowmark.core.suite.Direction;
import app.yarrowmark.core.suite.KnownFault;
import app.yarrowmark.core.suite.Scale;
import app.yarrowmark.core.written.UnitWords;
import java.text.Normalizer;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.yaml.snakeyaml.DumperOptions;
import org.yaml.snakeyaml.Yaml;

/** The text of a sheet that a draft stands for. */
final class DraftText {

    private static final Pattern QUOTED = Pattern.compile("\"([^\"]*)\"");

    private final SheetDraft draft;
    private final List<String> keys;

    DraftText(SheetDraft draft) {
        this.draft = draft;
        this.keys = keys(draft);
    }

    String text() {
        Map<String, Object> sheet = new LinkedHashMap<>();
        sheet.put("key", draft.key() == null ? slug(draft.name(), "-") : draft.key());
        sheet.put("version", draft.version().strip());
        sheet.put("name", draft.name().strip());
        if (draft.about() != null && !draft.about().isBlank()) {
            sheet.put("about", draft.about().strip());
        }
        put(sheet, "compares_with", draft.comparesWith());
        sheet.put("group", word(draft.group()));
        runs(sheet);
        put(
                sheet,
                "conditions",
                draft.conditions().stream()
                        .map(String::strip)
                        .filter(c -> !c.isEmpty())
                        .toList());
        Map<String, String> same = draft.settings().stream()
                .filter(s -> !s.name().isBlank())
                .collect(Collectors.toMap(s -> s.name().strip(), DraftText::value, (a, b) -> b, LinkedHashMap::new));
        if (!same.isEmpty()) {
            sheet.put("settings", same);
        }
        List<Map<String, Object>> metrics = new ArrayList<>();
        for (int i = 0; i < draft.tests().size(); i++) {
            metrics.add(metric(keys.get(i), draft.tests().get(i)));
        }
        if (draft.total() != null) {
            metrics.add(total(draft.total()));
        }
        sheet.put("metrics", metrics);
        put(sheet, "steps", orNone(draft.steps()).stream().map(this::step).toList());
        put(sheet, "faults", orNone(draft.faults()).stream().map(this::fault).toList());
        String wanted = headline();
        if (wanted != null) {
            sheet.put("headline", wanted);
        }
        if (Boolean.TRUE.equals(draft.unroundedTotals())) {
            sheet.put("unrounded_totals", true);
        }
        return yaml(sheet);
    }

    private static String yaml(Map<String, Object> sheet) {
        DumperOptions options = new DumperOptions();
        options.setDefaultFlowStyle(DumperOptions.FlowStyle.BLOCK);
        options.setAllowUnicode(true);
        options.setWidth(160);
        return new Yaml(options).dump(sheet);
    }

    private static String value(Setting setting) {
        return setting.value().strip();
    }

    private void runs(Map<String, Object> sheet) {
        SheetDraft.Runs runs = draft.runs();
        sheet.put("repeats", runs.repeats());
        sheet.put("minutes", number(runs.minutes()));
        if (runs.warmups() != null && runs.warmups() > 0) {
            sheet.put("warmups", runs.warmups());
        }
        if (runs.restSeconds() != null && runs.restSeconds() > 0) {
            sheet.put("rest_seconds", runs.restSeconds());
        }
    }

    private @Nullable String headline() {
        if (draft.headline() != null) {
            return key(draft.headline());
        }
        return draft.total() != null && draft.total().way() == Way.TYPED ? "total" : null;
    }

    private Map<String, Object> metric(String key, Test test) {
        Map<String, Object> metric = new LinkedHashMap<>();
        metric.put("key", key);
        metric.put("name", test.name().strip());
        if (!test.unit().isBlank()) {
            metric.put("unit", unit(test.unit()));
        }
        if (test.scale() != Scale.RATIO) {
            metric.put("scale", word(test.scale()));
        }
        if (test.better() == Direction.LOWER) {
            metric.put("better", "lower");
        }
        metric.put("decimals", test.decimals());
        put(metric, "aliases", test.aliases());
        if (test.group() != null) {
            metric.put("group", word(test.group()));
        }
        if (test.scale() == Scale.LADDER) {
            metric.put("rungs", test.rungs());
        }
        if (test.formula() != null && !test.formula().isBlank()) {
            metric.put("formula", keyed(test.formula()));
        } else if (test.drawn() != null) {
            metric.put("from", from(test.drawn()));
        }
        if (!test.counts()) {
            metric.put("counts", false);
        }
        return metric;
    }

    private static Map<String, Object> from(Drawn drawn) {
        Map<String, Object> from = new LinkedHashMap<>();
        from.put("series", drawn.series().strip());
        from.put("reduce", drawn.way().word());
        if (drawn.along() != null) {
            from.put("along", drawn.along().word());
        }
        return from;
    }

    private Map<String, Object> total(Total total) {
        Map<String, Object> metric = new LinkedHashMap<>();
        metric.put("key", "total");
        metric.put("name", total.name().isBlank() ? "Total" : total.name().strip());
        metric.put("unit", unit(total.unit()));
        if (total.better() == Direction.LOWER) {
            metric.put("better", "lower");
        }
        metric.put("decimals", total.decimals());
        switch (total.way()) {
            case TYPED -> metric.put("counts", false);
            case SUM -> metric.put("formula", "sum(" + parts(false) + ")");
            case MEAN -> metric.put("formula", "mean(" + parts(true) + ")");
            case GEOMEAN -> metric.put("formula", "geomean(" + parts(true) + ")");
            case FORMULA -> metric.put("formula", keyed(total.formula() == null ? "" : total.formula()));
        }
        return metric;
    }

    /** The tests that are numbers and not computed themselves, with their weights where they can have one. */
    private String parts(boolean weighted) {
        List<String> parts = new ArrayList<>();
        for (int i = 0; i < keys.size(); i++) {
            Test test = draft.tests().get(i);
            boolean plain = !test.scale().isNumber() || test.formula() != null;
            double weight = !weighted || test.weight() == null ? 1 : test.weight();
            if (!plain && weight > 0) {
                parts.add((weight == 1 ? "" : number(weight) + "*") + keys.get(i));
            }
        }
        return String.join(", ", parts);
    }

    private Map<String, Object> step(StepRow step) {
        Map<String, Object> map = new LinkedHashMap<>();
        map.put("name", step.name().strip());
        if (!step.before().isBlank()) {
            map.put("before", step.before().strip());
        }
        map.put("minutes", number(step.minutes()));
        map.put("metrics", step.tests().stream().map(this::key).toList());
        return map;
    }

    private Map<String, Object> fault(FaultRow fault) {
        Map<String, Object> map = new LinkedHashMap<>();
        map.put("metric", key(fault.test()));
        Map<String, String> where = new LinkedHashMap<>();
        for (Where w : fault.where()) {
            String sign = w.comparison() == KnownFault.Comparison.IS
                    ? ""
                    : w.comparison().sign() + " ";
            where.put(w.fact().strip(), sign + w.value().strip());
        }
        if (!where.isEmpty()) {
            map.put("where", where);
        }
        if (fault.from() != null && !fault.from().isBlank()) {
            map.put("from", fault.from().strip());
        }
        if (fault.to() != null && !fault.to().isBlank()) {
            map.put("to", fault.to().strip());
        }
        map.put("note", fault.note().strip());
        return map;
    }

    /** The key of the test of that name or key; the text itself where there is none, so that its problem is told. */
    private String key(String reference) {
        String wanted = reference.strip();
        for (int i = 0; i < keys.size(); i++) {
            if (draft.tests().get(i).name().strip().equals(wanted)) {
                return keys.get(i);
            }
        }
        boolean total = draft.total() != null && draft.total().name().strip().equals(wanted);
        return total ? "total" : wanted;
    }

    /** A formula with keys in the place of names in quotes. */
    private String keyed(String formula) {
        Matcher quoted = QUOTED.matcher(formula);
        return quoted.replaceAll(m -> Matcher.quoteReplacement(key(m.group(1))));
    }

    /** A key for each test, from its name; each once. */
    private static List<String> keys(SheetDraft draft) {
        List<String> keys = new ArrayList<>();
        List<String> given =
                draft.tests().stream().map(Test::key).filter(k -> k != null).toList();
        for (Test test : draft.tests()) {
            if (test.key() != null) {
                keys.add(test.key());
                continue;
            }
            String key = slug(test.name(), "_");
            String unique = key;
            for (int n = 2; isTaken(unique, keys, given, draft); n++) {
                unique = key + "_" + n;
            }
            keys.add(unique);
        }
        return keys;
    }

    private static boolean isTaken(String key, List<String> keys, List<String> given, SheetDraft draft) {
        return keys.contains(key) || given.contains(key) || key.equals("total") && draft.total() != null;
    }

    private static void put(Map<String, Object> into, String field, @Nullable List<?> values) {
        if (values != null && !values.isEmpty()) {
            into.put(field, values);
        }
    }

    private static <T> List<T> orNone(@Nullable List<T> list) {
        return list == null ? List.of() : list;
    }

    private static Object number(double value) {
        return value == Math.rint(value) ? (Object) (long) value : (Object) value;
    }

    private static String unit(String text) {
        return UnitWords.ofTest(text).orElse(text.strip());
    }

    private static String word(Enum<?> value) {
        return value.name().toLowerCase(Locale.ROOT);
    }

    /** Lower-case letters and digits of a name, which begin with a letter. */
    private static String slug(String name, String joint) {
        String plain = Normalizer.normalize(name, Normalizer.Form.NFD)
                .replaceAll("\\p{M}+", "")
                .toLowerCase(Locale.ROOT)
                .replaceAll("[^a-z0-9]+", joint)
                .replaceAll("^" + joint + "+|" + joint + "+$", "");
        String lettered = plain.isEmpty() || Character.isDigit(plain.charAt(0)) ? "t" + joint + plain : plain;
        return lettered.substring(0, Math.min(40, lettered.length())).replaceAll(joint + "$", "");
    }
}
