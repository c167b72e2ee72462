package app.yarrowmark.core.check;

import app.yarrowmark.core.score.DigitText;
import app.yarrowmark.core.score.Reading;
import app.yarrowmark.core.suite.Formula;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.core.suite.SuiteSheet;
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

    private final SuiteSheet sheet;
    private final Map<String, String> texts = new LinkedHashMap<>();
    private final Map<String, Double> expected;
    private final List<Metric> totals;

    private TotalCheck(SuiteSheet sheet, Map<String, String> typed, Map<String, Double> expected) {
        this.sheet = sheet;
        this.expected = expected;
        for (Metric metric : sheet.metrics()) {
            String text = typed.get(metric.key());
            if (text != null && metric.isRatio()) {
                texts.put(metric.key(), DigitText.plain(text));
            }
        }
        this.totals = sheet.metrics().stream()
                .filter(m -> m.isTotal() && texts.containsKey(m.key()))
                .toList();
    }

    /**
     * Returns every typed total that its parts do not come to.
     *
     * @param typed digits as read by metric key; what is not on a ratio scale is left alone
     * @param expected value by metric key where something is known of it; may be empty
     * @throws IllegalArgumentException if a text is no number
     */
    public static List<TotalMismatch> of(SuiteSheet sheet, Map<String, String> typed, Map<String, Double> expected) {
        TotalCheck check = new TotalCheck(sheet, typed, expected);
        return check.totals.stream()
                .filter(t -> !check.addsUp(t, check.texts))
                .filter(t -> check.computed(t, check.texts).isPresent())
                .map(check::mismatch)
                .toList();
    }

    private TotalMismatch mismatch(Metric total) {
        List<String> fields = fields(total);
        List<Correction> found = new ArrayList<>();
        for (String field : fields) {
            SlipCandidates.of(texts.get(field), decimals(field))
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
                total.key(),
                value(texts.get(total.key())),
                computed(total, texts).orElseThrow(),
                found.size(),
                best);
    }

    private void swaps(List<String> fields, List<Correction> found) {
        for (int i = 0; i < fields.size(); i++) {
            for (int j = i + 1; j < fields.size(); j++) {
                String a = texts.get(fields.get(i));
                String b = texts.get(fields.get(j));
                if (!a.equals(b)) {
                    double share = Slip.SWAP.prior() / (fields.size() - 1) / fields.size();
                    consider(Slip.SWAP, Map.of(fields.get(i), b, fields.get(j), a), share, found);
                }
            }
        }
    }

    private void consider(Slip slip, Map<String, String> change, double share, List<Correction> found) {
        Map<String, String> changed = new HashMap<>(texts);
        changed.putAll(change);
        boolean reconciles = totals.stream()
                .filter(t -> change.keySet().stream().anyMatch(fields(t)::contains))
                .allMatch(t -> addsUp(t, changed));
        if (reconciles) {
            double score = Math.log(share);
            for (Map.Entry<String, String> e : change.entrySet()) {
                score += support(e.getKey(), value(e.getValue())) - support(e.getKey(), value(texts.get(e.getKey())));
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

    private boolean addsUp(Metric total, Map<String, String> of) {
        OptionalDouble computed = computed(total, of);
        if (computed.isEmpty()) {
            // A part was not read: nothing can be said. A correction that makes arithmetic fail is none.
            return of == texts;
        }
        double step = DigitText.parse(of.get(total.key())).resolution();
        double step0 = DigitText.parse(texts.get(total.key())).resolution();
        double slack = Math.max(step, step0) / 2 + (sheet.unroundedTotals() ? partSlack(total, of) : 0);
        double off = Math.abs(computed.getAsDouble() - value(of.get(total.key())));
        return off <= slack * (1 + ROUND_OFF) + ROUND_OFF * Math.abs(computed.getAsDouble());
    }

    /** Σ|∂F/∂pᵢ|uᵢ/2: how far the total moves within the rounding of its parts. */
    private double partSlack(Metric total, Map<String, String> of) {
        double slack = 0;
        for (String field : fields(total)) {
            if (!field.equals(total.key())) {
                Reading reading = DigitText.parse(of.get(field));
                Map<String, String> moved = new HashMap<>(of);
                moved.put(field, String.valueOf(reading.value() + reading.resolution() / 2));
                slack += Math.abs(computed(total, moved).orElse(Double.NaN)
                        - computed(total, of).orElse(Double.NaN));
            }
        }
        return Double.isFinite(slack) ? slack : 0;
    }

    private OptionalDouble computed(Metric total, Map<String, String> of) {
        Map<String, Double> values = new HashMap<>();
        of.forEach((key, text) -> values.put(key, value(text)));
        values.remove(total.key());
        for (Metric metric : sheet.metrics()) {
            if (metric.isTotal() && (metric.equals(total) || !values.containsKey(metric.key()))) {
                OptionalDouble result = metric.formula().orElseThrow().evaluate(values);
                if (metric.equals(total)) {
                    return result;
                }
                result.ifPresent(v -> values.put(metric.key(), v));
            }
        }
        return OptionalDouble.empty();
    }

    /** As many as were typed, or as the sheet says the number can have. */
    private int decimals(String field) {
        String text = texts.get(field);
        int point = text.indexOf('.');
        int typed = point < 0 ? 0 : text.length() - point - 1;
        return Math.max(typed, sheet.metric(field).map(Metric::decimals).orElse(0));
    }

    private static double value(String text) {
        return Double.parseDouble(text);
    }
}
