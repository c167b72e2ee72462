package app.yarrowmark.core.suite;

import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/**
 * Everything the app knows of a suite: what it measures and how to run and read it.
 *
 * @param id key and version
 * @param name as people write it, e.g. {@code Stem}
 * @param group what it loads
 * @param home where its numbers come from
 * @param settings that make results comparable, in display order, e.g. {@code resolution → 1920 × 1080}
 * @param metrics in the order they are shown; parts first, totals after
 * @param repeats runs wanted for each setup, 1 to 20
 * @param warmups how many of a sitting's first runs are dropped, 0 to 5
 * @param minutes one run takes, when nothing better is known
 * @param restSeconds to wait between runs
 * @param conditions to hold before a run starts
 */
public record SuiteSheet(
        SuiteId id,
        String name,
        TestGroup group,
        Home home,
        Map<String, String> settings,
        List<Metric> metrics,
        int repeats,
        int warmups,
        double minutes,
        int restSeconds,
        List<String> conditions) {

    /** @throws IllegalArgumentException if the sheet contradicts itself; the message names the metric or field */
    public SuiteSheet {
        metrics = List.copyOf(metrics);
        conditions = List.copyOf(conditions);
        if (metrics.isEmpty()) {
            throw new IllegalArgumentException("a sheet needs at least one metric");
        }
        requireIn("repeats", repeats, 1, 20);
        requireIn("warmups", warmups, 0, 5);
        requireIn("rest_seconds", restSeconds, 0, 3600);
        if (!(minutes > 0 && minutes <= 10_000)) {
            throw new IllegalArgumentException("minutes must be positive, got " + minutes);
        }
        requireResolvable(metrics);
    }

    /** Returns the metric of that key, or empty. */
    public Optional<Metric> metric(String key) {
        return metrics.stream().filter(m -> m.key().equals(key)).findFirst();
    }

    /** Returns the number that stands for the whole suite: its last total, or its first metric if it has none. */
    public Metric headline() {
        return metrics.stream().filter(Metric::isTotal).reduce((a, b) -> b).orElse(metrics.get(0));
    }

    /**
     * Returns the metrics that count in standings: the parts on a ratio scale. A total is left out because it repeats
     * its parts; a sheet that has only totals stands by them.
     */
    public List<Metric> ranked() {
        List<Metric> parts =
                metrics.stream().filter(m -> m.isRatio() && !m.isTotal()).toList();
        return parts.isEmpty() ? metrics.stream().filter(Metric::isRatio).toList() : parts;
    }

    private static void requireIn(String field, int value, int low, int high) {
        if (value < low || value > high) {
            throw new IllegalArgumentException(field + " must be " + low + " to " + high + ", got " + value);
        }
    }

    /** A formula may use only metrics listed before it, so that no total depends on itself. */
    private static void requireResolvable(List<Metric> metrics) {
        Set<String> seen = new HashSet<>();
        for (Metric metric : metrics) {
            metric.formula().ifPresent(formula -> {
                Set<String> unknown = new TreeSet<>(formula.keys());
                unknown.removeAll(seen);
                if (!unknown.isEmpty()) {
                    throw new IllegalArgumentException("the formula of " + metric.key() + " uses " + unknown
                            + ", which must stand before it in the sheet");
                }
            });
            if (!seen.add(metric.key())) {
                throw new IllegalArgumentException("the metric " + metric.key() + " stands twice in the sheet");
            }
        }
    }
}
