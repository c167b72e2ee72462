package app.yarrowmark.server.sheets;

import app.yarrowmark.core.suite.Direction;
import app.yarrowmark.core.suite.Formula;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.core.suite.SuiteSheet;
import app.yarrowmark.core.written.UnitWords;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** What of a sheet means something else than before, in words. */
final class SheetChanges {

    private SheetChanges() {}

    static List<String> of(SuiteSheet before, SuiteSheet after) {
        List<String> changes = new ArrayList<>();
        if (!before.settings().equals(after.settings())) {
            changes.add("settings: " + words(before.settingsText()) + " \u2192 " + words(after.settingsText()));
        }
        if (before.schedule().warmups() != after.schedule().warmups()) {
            changes.add("warm-ups: " + before.schedule().warmups() + " \u2192 "
                    + after.schedule().warmups());
        }
        for (Metric old : before.metrics()) {
            Optional<Metric> fresh = after.metric(old.key());
            if (fresh.isEmpty()) {
                changes.add(old.name() + " is taken away");
            } else {
                metric(old, fresh.get(), changes);
            }
        }
        after.metrics().stream()
                .filter(m -> before.metric(m.key()).isEmpty())
                .forEach(m -> changes.add(m.name() + " is new"));
        return changes;
    }

    private static void metric(Metric old, Metric fresh, List<String> changes) {
        change(old.name() + " is called", "", old.name(), fresh.name(), changes);
        change(fresh.name(), "unit ", UnitWords.word(old.unit()), UnitWords.word(fresh.unit()), changes);
        change(fresh.name(), "", better(old.better()), better(fresh.better()), changes);
        change(
                fresh.name(),
                "compared by ",
                old.isRatio() ? "times" : "difference",
                fresh.isRatio() ? "times" : "difference",
                changes);
        change(fresh.name(), "", counts(old.counts()), counts(fresh.counts()), changes);
        change(fresh.name(), "computed by ", formula(old), formula(fresh), changes);
    }

    private static void change(String name, String what, String before, String after, List<String> changes) {
        if (!before.equals(after)) {
            changes.add(name + ": " + what + before + " \u2192 " + after);
        }
    }

    private static String words(String text) {
        return text.isEmpty() ? "none" : text;
    }

    private static String better(Direction better) {
        return better == Direction.HIGHER ? "more is better" : "less is better";
    }

    private static String counts(boolean counts) {
        return counts ? "counts" : "does not count";
    }

    private static String formula(Metric metric) {
        return metric.formula().map(Formula::toString).orElse("nothing, it is read");
    }
}
