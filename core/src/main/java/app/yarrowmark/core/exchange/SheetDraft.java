package app.yarrowmark.core.exchange;

import app.yarrowmark.core.suite.Direction;
import app.yarrowmark.core.suite.Scale;
import app.yarrowmark.core.suite.TestGroup;
import app.yarrowmark.core.written.UnitWords;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.yaml.snakeyaml.DumperOptions;
import org.yaml.snakeyaml.Yaml;

/**
 * A suite as it is described in a grid, which becomes the text of a sheet.
 *
 * @param name as people write it
 * @param version any text without blanks
 * @param about may be empty
 * @param group what it loads
 * @param tests a row each
 * @param total how the whole is told; absent if there is no total
 * @param headline name of the test that stands for the whole; absent for the total, or the first test
 * @param settings what must be the same for results to compare, by name
 * @param repeats runs wanted
 * @param minutes one run takes
 * @param conditions to tick before a run
 */
public record SheetDraft(
        String name,
        String version,
        @Nullable String about,
        TestGroup group,
        List<Test> tests,
        @Nullable Total total,
        @Nullable String headline,
        List<Setting> settings,
        int repeats,
        double minutes,
        List<String> conditions) {

    /**
     * One test.
     *
     * @param unit as people write it; empty for a check, a ladder or a text
     * @param counts whether it may count in standings
     * @param rungs of a ladder, the lowest first
     */
    public record Test(
            String name,
            String unit,
            Scale scale,
            Direction better,
            int decimals,
            boolean counts,
            List<String> rungs) {}

    /** How a total comes about. */
    public enum Way {
        /** It is read from the screen; it does not count beside its parts. */
        TYPED,
        SUM,
        MEAN,
        GEOMEAN,
        FORMULA
    }

    /**
     * The total.
     *
     * @param formula over the names of tests as keys; for {@link Way#FORMULA}
     */
    public record Total(
            String name,
            Way way,
            String unit,
            Direction better,
            int decimals,
            @Nullable String formula) {}

    /** Something that must be the same for results to compare. */
    public record Setting(String name, String value) {}

    /** Returns the text of the sheet, in YAML. */
    public String text() {
        Map<String, Object> sheet = new LinkedHashMap<>();
        sheet.put("key", slug(name, "-"));
        sheet.put("version", version.strip());
        sheet.put("name", name.strip());
        if (about != null && !about.isBlank()) {
            sheet.put("about", about.strip());
        }
        sheet.put("group", word(group));
        sheet.put("repeats", repeats);
        sheet.put("minutes", minutes == Math.rint(minutes) ? (Object) (long) minutes : (Object) minutes);
        List<String> kept =
                conditions.stream().map(String::strip).filter(c -> !c.isEmpty()).toList();
        if (!kept.isEmpty()) {
            sheet.put("conditions", kept);
        }
        Map<String, String> same = settings.stream()
                .filter(s -> !s.name().isBlank())
                .collect(Collectors.toMap(
                        s -> s.name().strip(), s -> s.value().strip(), (a, b) -> b, LinkedHashMap::new));
        if (!same.isEmpty()) {
            sheet.put("settings", same);
        }
        List<String> keys = keys();
        List<Map<String, Object>> metrics = new ArrayList<>();
        for (int i = 0; i < tests.size(); i++) {
            metrics.add(metric(keys.get(i), tests.get(i)));
        }
        if (total != null) {
            metrics.add(totalMetric(total, keys));
        }
        sheet.put("metrics", metrics);
        String wanted = headlineKey(keys);
        if (wanted != null) {
            sheet.put("headline", wanted);
        }
        DumperOptions options = new DumperOptions();
        options.setDefaultFlowStyle(DumperOptions.FlowStyle.BLOCK);
        options.setAllowUnicode(true);
        options.setWidth(160);
        return new Yaml(options).dump(sheet);
    }

    private @Nullable String headlineKey(List<String> keys) {
        for (int i = 0; i < tests.size(); i++) {
            if (headline != null && tests.get(i).name().equals(headline)) {
                return keys.get(i);
            }
        }
        return total != null && total.way() == Way.TYPED ? "total" : null;
    }

    private static Map<String, Object> metric(String key, Test test) {
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
        if (test.scale() == Scale.LADDER) {
            metric.put("rungs", test.rungs());
        }
        if (!test.counts()) {
            metric.put("counts", false);
        }
        return metric;
    }

    private static Map<String, Object> totalMetric(Total total, List<String> keys) {
        Map<String, Object> metric = new LinkedHashMap<>();
        metric.put("key", "total");
        metric.put("name", total.name().isBlank() ? "Total" : total.name().strip());
        metric.put("unit", unit(total.unit()));
        if (total.better() == Direction.LOWER) {
            metric.put("better", "lower");
        }
        metric.put("decimals", total.decimals());
        String all = String.join(", ", keys);
        switch (total.way()) {
            case TYPED -> metric.put("counts", false);
            case SUM -> metric.put("formula", "sum(" + all + ")");
            case MEAN -> metric.put("formula", "mean(" + all + ")");
            case GEOMEAN -> metric.put("formula", "geomean(" + all + ")");
            case FORMULA -> metric.put("formula", total.formula() == null ? "" : total.formula());
        }
        return metric;
    }

    /** A key for each test, from its name; each once. */
    private List<String> keys() {
        List<String> keys = new ArrayList<>();
        for (Test test : tests) {
            String key = slug(test.name(), "_");
            String unique = key;
            for (int n = 2; keys.contains(unique) || unique.equals("total") && total != null; n++) {
                unique = key + "_" + n;
            }
            keys.add(unique);
        }
        return keys;
    }

    private static String unit(String text) {
        return UnitWords.code(text).orElse(text.strip());
    }

    private static String word(Enum<?> value) {
        return value.name().toLowerCase(Locale.ROOT);
    }

    /** Lower-case letters and digits of a name, which begin with a letter. */
    private static String slug(String name, String joint) {
        String plain = java.text.Normalizer.normalize(name, java.text.Normalizer.Form.NFD)
                .replaceAll("\\p{M}+", "")
                .toLowerCase(Locale.ROOT)
                .replaceAll("[^a-z0-9]+", joint)
                .replaceAll("^" + joint + "+|" + joint + "+$", "");
        String lettered = plain.isEmpty() || Character.isDigit(plain.charAt(0)) ? "t" + joint + plain : plain;
        return lettered.substring(0, Math.min(40, lettered.length())).replaceAll(joint + "$", "");
    }
}
