package app.yarrowmark.core.exchange;

import app.yarrowmark.core.suite.Axis;
import app.yarrowmark.core.suite.Direction;
import app.yarrowmark.core.suite.Formula;
import app.yarrowmark.core.suite.KnownFault;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.core.suite.Reducer;
import app.yarrowmark.core.suite.Scale;
import app.yarrowmark.core.suite.SuiteSheet;
import app.yarrowmark.core.suite.TestGroup;
import app.yarrowmark.core.written.UnitWords;
import java.util.List;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;

/**
 * A suite as it is described in a grid, which becomes the text of a sheet. Tests are referred to by name, or by key where
 * two have the same name.
 *
 * @param key kept from the sheet it was made of; made of the name if absent
 * @param name as people write it
 * @param version any text without blanks
 * @param about may be empty
 * @param group what it loads
 * @param tests a row each
 * @param total how the whole is told; absent if there is no total, or it stands among the tests
 * @param headline name of the test that stands for the whole; absent for the total, or the first test
 * @param settings what must be the same for results to compare, by name
 * @param runs how often and how long it runs
 * @param conditions to tick before a run
 * @param steps parts of a long job with something to do by hand between
 * @param faults what is known to be broken on some setups
 * @param comparesWith other versions whose scores mean the same
 * @param unroundedTotals whether totals are computed before parts are rounded
 */
public record SheetDraft(
        @Nullable String key,
        String name,
        String version,
        @Nullable String about,
        TestGroup group,
        List<Test> tests,
        @Nullable Total total,
        @Nullable String headline,
        List<Setting> settings,
        Runs runs,
        List<String> conditions,
        @Nullable List<StepRow> steps,
        @Nullable List<FaultRow> faults,
        @Nullable List<String> comparesWith,
        @Nullable Boolean unroundedTotals) {

    /**
     * One test.
     *
     * @param key kept from the sheet it was made of; made of the name if absent
     * @param unit as people write it; empty for a check, a ladder or a text
     * @param counts whether it may count in standings
     * @param rungs of a ladder, the lowest first
     * @param weight in a total that is a mean; 1 if absent
     * @param formula how it follows from other tests, their names in quotes or their keys; absent if it is read
     * @param drawn how it is drawn from a curve or log; absent if it is one number
     * @param aliases other names that the suite prints
     * @param group what it loads, where that is not what the suite does
     */
    public record Test(
            @Nullable String key,
            String name,
            String unit,
            Scale scale,
            Direction better,
            int decimals,
            boolean counts,
            List<String> rungs,
            @Nullable Double weight,
            @Nullable String formula,
            @Nullable Drawn drawn,
            @Nullable List<String> aliases,
            @Nullable TestGroup group) {}

    /**
     * How a number is drawn from a series.
     *
     * @param series its name
     * @param along what its places are; told by {@code way} if absent
     * @param way what is drawn
     */
    public record Drawn(String series, @Nullable Axis along, Reducer.Way way) {}

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
     * @param formula over the tests, their names in quotes or their keys; for {@link Way#FORMULA}
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

    /**
     * How often and how long it runs.
     *
     * @param repeats runs wanted
     * @param minutes one run takes
     * @param warmups how many of a sitting's first runs are dropped; none if absent
     * @param restSeconds to wait between runs; none if absent
     */
    public record Runs(
            int repeats,
            double minutes,
            @Nullable Integer warmups,
            @Nullable Integer restSeconds) {}

    /** A part of a long job, and what is to be done by hand before it. */
    public record StepRow(String name, String before, double minutes, List<String> tests) {}

    /** A test that is broken where all of some facts hold; always and everywhere if nothing is said. */
    public record FaultRow(
            String test,
            List<Where> where,
            @Nullable String from,
            @Nullable String to,
            String note) {}

    /** Something that holds of a fact. */
    public record Where(String fact, KnownFault.Comparison comparison, String value) {}

    /** Returns the text of the sheet, in YAML. */
    public String text() {
        return new DraftText(this).text();
    }

    /** Returns the draft of a sheet that is there; its totals stand among the tests. */
    public static SheetDraft of(SuiteSheet sheet) {
        return new SheetDraft(
                sheet.id().key(),
                sheet.name(),
                sheet.id().version(),
                sheet.about(),
                sheet.group(),
                sheet.metrics().stream().map(m -> test(m, sheet)).toList(),
                null,
                sheet.headline().map(key -> reference(key, sheet)).orElse(null),
                sheet.settings().entrySet().stream()
                        .map(e -> new Setting(e.getKey(), e.getValue()))
                        .toList(),
                new Runs(
                        sheet.schedule().repeats(),
                        sheet.schedule().minutes(),
                        sheet.schedule().warmups(),
                        sheet.schedule().restSeconds()),
                sheet.conditions(),
                sheet.steps().stream()
                        .map(s -> new StepRow(
                                s.name(),
                                s.before(),
                                s.minutes(),
                                s.metrics().stream()
                                        .map(k -> reference(k, sheet))
                                        .toList()))
                        .toList(),
                sheet.faults().stream().map(f -> fault(f, sheet)).toList(),
                List.copyOf(new TreeSet<>(sheet.comparesWith())),
                sheet.unroundedTotals());
    }

    private static Test test(Metric m, SuiteSheet sheet) {
        return new Test(
                m.key(),
                m.name(),
                UnitWords.word(m.unit()),
                m.scale(),
                m.better(),
                m.decimals(),
                m.counts(),
                m.rungs(),
                null,
                m.formula().map(f -> named(f, sheet)).orElse(null),
                m.reducer()
                        .map(r -> new Drawn(r.series(), r.along().orElse(null), r.way()))
                        .orElse(null),
                m.aliases(),
                m.group().orElse(null));
    }

    /** The formula with names in quotes in the place of keys. */
    private static String named(Formula formula, SuiteSheet sheet) {
        String text = formula.toString();
        for (String key : formula.keys()) {
            String reference = reference(key, sheet);
            if (!reference.equals(key)) {
                text = text.replaceAll(
                        "(?<![\\w.\"])" + java.util.regex.Pattern.quote(key)
                                + "(?![\\w.])(?=(?:[^\"]*\"[^\"]*\")*[^\"]*$)",
                        java.util.regex.Matcher.quoteReplacement("\"" + reference + "\""));
            }
        }
        return text;
    }

    private static FaultRow fault(KnownFault f, SuiteSheet sheet) {
        return new FaultRow(
                reference(f.metric(), sheet),
                f.where().stream()
                        .map(c -> new Where(c.key(), c.comparison(), c.value()))
                        .toList(),
                f.from().orElse(null),
                f.to().orElse(null),
                f.note());
    }

    /** The name of a metric where only it has it; else its key. */
    private static String reference(String key, SuiteSheet sheet) {
        String name = sheet.metric(key).map(Metric::name).orElse(key);
        boolean only =
                sheet.metrics().stream().filter(m -> m.name().equals(name)).count() == 1
                        && sheet.metrics().stream()
                                .noneMatch(m -> m.key().equals(name) && !m.key().equals(key));
        return only && name.indexOf('"') < 0 ? name : key;
    }
}
