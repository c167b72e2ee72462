package app.yarrowmark.core.suite;

import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;

/**
 * Everything the app knows of a suite: what it measures and how to run and read it.
 *
 * @param id key and version
 * @param name as people write it, e.g. {@code Stem}
 * @param about a sentence or two on what it does; may be empty
 * @param comparesWith other versions whose scores mean the same
 * @param group what it loads
 * @param home where its numbers come from
 * @param settings that make results comparable, in display order, e.g. {@code resolution → 1920 × 1080}
 * @param metrics in the order they are shown; parts first, totals after
 * @param schedule how often and how long it runs
 * @param conditions to hold before a run starts
 * @param steps parts of a long job with something to do by hand between; empty if it runs in one
 * @param faults metrics known to be broken on some setups
 * @param headline key of the number that stands for the whole suite; its last total, or its first metric, if absent
 * @param unroundedTotals whether the suite computes totals from parts before it rounds them
 */
public record SuiteSheet(
        SuiteId id,
        String name,
        String about,
        Set<String> comparesWith,
        TestGroup group,
        Home home,
        Map<String, String> settings,
        List<Metric> metrics,
        Schedule schedule,
        List<String> conditions,
        List<Step> steps,
        List<KnownFault> faults,
        Optional<String> headline,
        boolean unroundedTotals) {

    /**
     * How often and how long a suite runs.
     *
     * @param repeats runs wanted for each setup, 1 to 20
     * @param warmups how many of a sitting's first runs are dropped, 0 to 5
     * @param minutes one run takes, when nothing better is known
     * @param restSeconds to wait between runs
     */
    public record Schedule(int repeats, int warmups, double minutes, int restSeconds) {

        /** @throws IllegalArgumentException if a number is out of its range; the message names the field */
        public Schedule {
            requireIn("repeats", repeats, 1, 20);
            requireIn("warmups", warmups, 0, 5);
            requireIn("rest_seconds", restSeconds, 0, 3600);
            if (!(minutes > 0 && minutes <= 10_000)) {
                throw new IllegalArgumentException("minutes must be more than 0 and at most 10000, got " + minutes);
            }
        }

        private static void requireIn(String field, int value, int low, int high) {
            if (value < low || value > high) {
                throw new IllegalArgumentException(field + " must be " + low + " to " + high + ", got " + value);
            }
        }
    }

    /** @throws IllegalArgumentException if the sheet contradicts itself; the message names the metric or field */
    public SuiteSheet {
        metrics = List.copyOf(metrics);
        conditions = List.copyOf(conditions);
        steps = List.copyOf(steps);
        faults = List.copyOf(faults);
        comparesWith = Set.copyOf(comparesWith);
        if (metrics.isEmpty()) {
            throw new IllegalArgumentException("a sheet needs at least one metric");
        }
        requireResolvable(metrics);
        String wanted = headline.orElse(metrics.get(0).key());
        if (metrics.stream().noneMatch(m -> m.key().equals(wanted))) {
            throw new IllegalArgumentException("the headline " + wanted + " is no metric of the sheet");
        }
    }

    /** Returns the metric of that key, or empty. */
    public Optional<Metric> metric(String key) {
        return metrics.stream().filter(m -> m.key().equals(key)).findFirst();
    }

    /** Returns what a metric of this sheet loads. */
    public TestGroup groupOf(Metric metric) {
        return metric.group().orElse(group);
    }

    /** Returns the number that stands for the whole suite: as the sheet says, else its last total, else its first metric. */
    public Metric headlineMetric() {
        return headline.flatMap(this::metric)
                .orElseGet(() -> metrics.stream()
                        .filter(Metric::isTotal)
                        .reduce((a, b) -> b)
                        .orElse(metrics.get(0)));
    }

    /**
     * Returns the metrics that count in standings: the parts on a ratio scale. A total is left out because it repeats
     * its parts; a sheet that has only totals stands by them.
     */
    public List<Metric> ranked() {
        return metrics.stream().filter(this::isRanked).toList();
    }

    /** Returns whether a metric of this sheet is one of those. */
    public boolean isRanked(Metric metric) {
        return metric.isRatio()
                && metric.counts()
                && (!metric.isTotal() || metrics.stream().noneMatch(m -> m.isRatio() && m.counts() && !m.isTotal()));
    }

    /** Returns the names of the series that its metrics are drawn from, in their order. */
    public List<String> series() {
        return metrics.stream()
                .flatMap(m -> m.reducer().stream())
                .map(Reducer::series)
                .distinct()
                .toList();
    }

    /** Returns what the places of a series are: as the sheet says, else as what is drawn from it needs; empty if neither. */
    public Optional<Axis> axisOf(String series) {
        List<Reducer> drawn = metrics.stream()
                .flatMap(m -> m.reducer().stream())
                .filter(r -> r.series().equals(series))
                .toList();
        return drawn.stream()
                .flatMap(r -> r.along().stream())
                .findFirst()
                .or(() -> drawn.stream().flatMap(r -> r.way().axis().stream()).findFirst());
    }

    /** Returns the unit of a series' values: milliseconds of frame times, else that of the first metric drawn from it. */
    public String unitOfSeries(String series) {
        if (axisOf(series).filter(a -> a == Axis.FRAME).isPresent()) {
            return "ms";
        }
        return metrics.stream()
                .filter(m -> m.reducer().filter(r -> r.series().equals(series)).isPresent())
                .map(Metric::unit)
                .findFirst()
                .orElse("");
    }

    /** Returns the keys of a metric and of every total that rests on it, directly or not. */
    public Set<String> touchedBy(String key) {
        Set<String> touched = new TreeSet<>(Set.of(key));
        // Totals stand after what they use, so once through is enough.
        for (Metric metric : metrics) {
            if (metric.formula().map(Formula::keys).orElse(Set.of()).stream().anyMatch(touched::contains)) {
                touched.add(metric.key());
            }
        }
        return touched;
    }

    /**
     * Returns whether scores taken down by the one sheet mean the same by the other. What only helps to run, read or
     * judge them (minutes, conditions, aliases, words, known faults) may differ.
     */
    public boolean meansTheSameAs(SuiteSheet other) {
        return id.equals(other.id)
                && settings.equals(other.settings)
                && schedule.warmups == other.schedule.warmups
                && metrics.stream()
                        .map(Meaning::of)
                        .toList()
                        .equals(other.metrics.stream().map(Meaning::of).toList());
    }

    private record Meaning(String key, String unit, Scale scale, Direction better, String formula, List<String> rungs) {

        static Meaning of(Metric m) {
            return new Meaning(
                    m.key(),
                    m.unit(),
                    m.scale(),
                    m.better(),
                    m.formula().map(Formula::toString).orElse(""),
                    m.rungs());
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

    /** Returns the settings in one line, such as {@code window 1280 × 720, extensions none}; empty if there are none. */
    public String settingsText() {
        return settings.entrySet().stream()
                .map(e -> e.getKey() + " " + e.getValue())
                .collect(Collectors.joining(", "));
    }
}
