package app.yarrowmark.core.check;

import static app.yarrowmark.core.Maps.at;

import app.yarrowmark.core.suite.Formula;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.core.suite.SuiteSheet;
import app.yarrowmark.core.written.DigitText;
import app.yarrowmark.core.written.Reading;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.Set;

/**
 * Holds typed totals against their parts and proposes what would mend them. A correction is one slip away from what was
 * typed; its weight is how often that slip happens, shared among all texts it leads to and all fields it could have hit,
 * and turned by how near it brings the number to what was expected. It is never applied by itself.
 */
public final class TotalCheck {

    private static final int MOST_SHOWN = 5;
    /** Standard deviation, on a log scale, with which expected values are believed. */
    private static final double EXPECTED_ERROR = 0.15;

    private static final double ROUND_OFF = 1e-9;
    /** A candidate changes one number or two: the slack of all parts together does not become so many times as large. */
    private static final double FAR = 100;

    private final SuiteSheet sheet;
    private final Map<String, String> texts = new LinkedHashMap<>();
    private final Map<String, Double> expected;
    private final List<Metric> totals;
    /** Values of the texts; a candidate is put in its place for as long as it is looked at. */
    private final Map<String, Double> values = new HashMap<>();

    private final Map<String, List<String>> fieldsOf = new HashMap<>();
    private final Map<String, Double> slackOf = new HashMap<>();

    private TotalCheck(SuiteSheet sheet, Map<String, String> typed, Map<String, Double> expected) {
        this.sheet = sheet;
        this.expected = expected;
        for (Metric metric : sheet.metrics()) {
            String text = typed.get(metric.key());
            if (text != null && metric.isRatio()) {
                texts.put(metric.key(), DigitText.plain(text));
                values.put(metric.key(), value(texts.get(metric.key())));
            }
        }
        this.totals = sheet.metrics().stream()
                .filter(m -> m.isTotal() && texts.containsKey(m.key()))
                .toList();
        totals.forEach(t -> {
            fieldsOf.put(t.key(), fields(t));
            slackOf.put(t.key(), sheet.unroundedTotals() ? partSlack(t, texts) : 0);
        });
    }

    /**
     * Returns every typed total that its parts do not come to.
     *
     * @param typed digits in the metric's unit by metric key; what is not on a ratio scale is left alone
     * @param expected value by metric key where something is known of it; may be empty
     * @throws IllegalArgumentException if a text is no number
     */
    public static List<TotalMismatch> of(SuiteSheet sheet, Map<String, String> typed, Map<String, Double> expected) {
        TotalCheck check = new TotalCheck(sheet, typed, expected);
        return check.totals.stream()
                .filter(t -> !check.addsUp(t, Map.of()))
                .filter(t -> check.computed(t).isPresent())
                .map(check::mismatch)
                .toList();
    }

    private TotalMismatch mismatch(Metric total) {
        List<String> fields = at(fieldsOf, total.key());
        List<Correction> found = new ArrayList<>();
        for (String field : fields) {
            SlipCandidates.of(at(texts, field), decimals(field))
                    .forEach((slip, candidates) -> candidates.forEach(text -> {
                        double share = slip.prior() / candidates.size() / fields.size();
                        consider(slip, Map.of(field, text), share, found);
                    }));
        }
        swaps(fields, found);
        double all = found.stream().mapToDouble(c -> Math.exp(c.logScore())).sum();
        List<Correction> best = found.stream()
                .map(c -> c.withShare(Math.exp(c.logScore()) / all))
                .sorted(Comparator.comparingDouble(Correction::logScore).reversed())
                .limit(MOST_SHOWN)
                .toList();
        return new TotalMismatch(
                total.key(), value(at(texts, total.key())), computed(total).orElseThrow(), found.size(), best);
    }

    private void swaps(List<String> fields, List<Correction> found) {
        for (int i = 0; i < fields.size(); i++) {
            for (int j = i + 1; j < fields.size(); j++) {
                String a = at(texts, fields.get(i));
                String b = at(texts, fields.get(j));
                if (!a.equals(b)) {
                    double share = Slip.SWAP.prior() / (fields.size() - 1) / fields.size();
                    consider(Slip.SWAP, Map.of(fields.get(i), b, fields.get(j), a), share, found);
                }
            }
        }
    }

    private void consider(Slip slip, Map<String, String> change, double share, List<Correction> found) {
        change.forEach((field, text) -> values.put(field, value(text)));
        boolean reconciles = totals.stream()
                .filter(t -> change.keySet().stream().anyMatch(at(fieldsOf, t.key())::contains))
                .allMatch(t -> addsUp(t, change));
        change.keySet().forEach(field -> values.put(field, value(at(texts, field))));
        if (reconciles) {
            double score = Math.log(share);
            for (Map.Entry<String, String> e : change.entrySet()) {
                score += support(e.getKey(), value(e.getValue())) - support(e.getKey(), value(at(texts, e.getKey())));
            }
            found.add(new Correction(slip, change, score, 0));
        }
    }

    /** Log likelihood of a value beside what was expected, up to a constant; 0 where nothing was. */
    private double support(String field, double value) {
        Double wanted = expected.get(field);
        if (wanted == null) {
            return 0;
        }
        double off = Math.log(value / wanted) / EXPECTED_ERROR;
        return -off * off / 2;
    }

    /** The typed numbers a total rests on, in the order of the sheet, the total last. */
    private List<String> fields(Metric total) {
        Set<String> leaves = new LinkedHashSet<>();
        collect(total, leaves);
        List<String> ordered = new ArrayList<>(texts.keySet());
        ordered.retainAll(leaves);
        ordered.remove(total.key());
        ordered.add(total.key());
        return ordered;
    }

    private void collect(Metric total, Set<String> leaves) {
        for (String key : total.formula().map(Formula::keys).orElse(Set.of())) {
            if (texts.containsKey(key)) {
                leaves.add(key);
            } else {
                sheet.metric(key).ifPresent(m -> collect(m, leaves));
            }
        }
    }

    /** @param change what stands in the place of texts now; empty for what was typed */
    private boolean addsUp(Metric total, Map<String, String> change) {
        OptionalDouble computed = computed(total);
        if (computed.isEmpty()) {
            // A part was not read: nothing can be said. A correction that makes arithmetic fail is none.
            return change.isEmpty();
        }
        String text = changed(change, total.key());
        double step = DigitText.parse(text).resolution();
        double step0 = DigitText.parse(at(texts, total.key())).resolution();
        double rounding = Math.max(step, step0) / 2;
        double off = Math.abs(computed.getAsDouble() - at(values, total.key()));
        double small = ROUND_OFF * Math.abs(computed.getAsDouble());
        if (off > FAR * (rounding + at(slackOf, total.key())) + small) {
            // Most candidates: no rounding of the parts, which takes long to find, reaches so far.
            return false;
        }
        double slack = rounding + (sheet.unroundedTotals() ? partSlack(total, change) : 0);
        return off <= slack * (1 + ROUND_OFF) + small;
    }

    /** Σ|∂F/∂pᵢ|uᵢ/2: how far the total moves within the rounding of its parts. */
    private double partSlack(Metric total, Map<String, String> change) {
        double slack = 0;
        double computed = computed(total).orElse(Double.NaN);
        for (String field : at(fieldsOf, total.key())) {
            if (!field.equals(total.key())) {
                Reading reading = DigitText.parse(changed(change, field));
                values.put(field, reading.value() + reading.resolution() / 2);
                slack += Math.abs(computed(total).orElse(Double.NaN) - computed);
                values.put(field, reading.value());
            }
        }
        return Double.isFinite(slack) ? slack : 0;
    }

    private String changed(Map<String, String> change, String field) {
        String text = change.get(field);
        return text == null ? at(texts, field) : text;
    }

    /** What the parts of a total come to, as they are in the values now. */
    private OptionalDouble computed(Metric total) {
        Double typed = values.remove(total.key());
        List<String> between = new ArrayList<>();
        try {
            for (Metric metric : sheet.metrics()) {
                if (metric.isTotal() && (metric.equals(total) || !values.containsKey(metric.key()))) {
                    OptionalDouble result = metric.formula().orElseThrow().evaluate(values);
                    if (metric.equals(total)) {
                        return result;
                    }
                    result.ifPresent(v -> {
                        values.put(metric.key(), v);
                        between.add(metric.key());
                    });
                }
            }
            return OptionalDouble.empty();
        } finally {
            between.forEach(values::remove);
            values.put(total.key(), typed);
        }
    }

    /** As many as were typed, or as the sheet says the number can have. */
    private int decimals(String field) {
        String text = at(texts, field);
        int point = text.indexOf('.');
        int typed = point < 0 ? 0 : text.length() - point - 1;
        return Math.max(typed, sheet.metric(field).map(Metric::decimals).orElse(0));
    }

    private static double value(String text) {
        return Double.parseDouble(text);
    }
}
