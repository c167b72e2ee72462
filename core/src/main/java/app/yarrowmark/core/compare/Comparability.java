package app.yarrowmark.core.compare;

import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.core.suite.SuiteId;
import app.yarrowmark.core.suite.SuiteSheet;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/** Whether scores of two suites mean the same. */
public final class Comparability {

    private Comparability() {}

    /** Returns why scores of a metric in two versions of a suite do not compare, in words; empty if they do. */
    public static Optional<String> obstacle(SuiteSheet a, SuiteSheet b, String metric) {
        if (!a.id().key().equals(b.id().key())) {
            return Optional.of(a.name() + " and " + b.name() + " are different suites");
        }
        Optional<Metric> left = a.metric(metric);
        Optional<Metric> right = b.metric(metric);
        if (left.isEmpty() || right.isEmpty()) {
            return Optional.of((left.isEmpty() ? a : b).id() + " has no such test");
        }
        if (!left.get().scale().isOrdered()) {
            return Optional.of("it is information, shown and never compared");
        }
        return versions(a, b).or(() -> settings(a, b)).or(() -> meaning(left.get(), right.get()));
    }

    private static Optional<String> versions(SuiteSheet a, SuiteSheet b) {
        return a.id().equals(b.id()) || declares(a, b.id()) || declares(b, a.id())
                ? Optional.empty()
                : Optional.of(
                        "version " + a.id().version() + " and version " + b.id().version() + " are different tests");
    }

    private static boolean declares(SuiteSheet sheet, SuiteId other) {
        return sheet.comparesWith().contains(other.version());
    }

    private static Optional<String> settings(SuiteSheet a, SuiteSheet b) {
        Set<String> names = new TreeSet<>(a.settings().keySet());
        names.addAll(b.settings().keySet());
        return names.stream()
                .filter(n ->
                        !a.settings().getOrDefault(n, "").equals(b.settings().getOrDefault(n, "")))
                .map(n -> n + " is " + a.settings().getOrDefault(n, "not set") + " in one and "
                        + b.settings().getOrDefault(n, "not set") + " in the other")
                .findFirst();
    }

    private static Optional<String> meaning(Metric a, Metric b) {
        if (a.scale() != b.scale() || a.better() != b.better() || !a.rungs().equals(b.rungs())) {
            return Optional.of("the two versions read it on different scales");
        }
        return a.unit().equals(b.unit())
                ? Optional.empty()
                : Optional.of("one is in " + a.unit() + ", the other in " + b.unit());
    }
}
