package app.yarrowmark.server.compare;

import app.yarrowmark.core.Maps;
import app.yarrowmark.core.compare.Advantage;
import app.yarrowmark.core.compare.Cross;
import app.yarrowmark.core.compare.GroupSummary;
import app.yarrowmark.core.compare.Interaction;
import app.yarrowmark.core.score.Score;
import app.yarrowmark.core.setup.Fact;
import app.yarrowmark.core.setup.FactDictionary;
import app.yarrowmark.core.setup.Facts;
import app.yarrowmark.core.suite.TestGroup;
import app.yarrowmark.server.compare.ComparisonView.ComparedCross;
import app.yarrowmark.server.compare.ComparisonView.CrossedTests;
import app.yarrowmark.server.compare.ComparisonView.Difference;
import app.yarrowmark.server.subjects.Subject;
import app.yarrowmark.server.subjects.TestRow;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Four setups along two facts: what each does where the other is so and where it is otherwise, and whether they add. */
final class Crossed {

    private static final String MODEL = "";

    private final Cross cross;
    private final List<Map<String, String>> traits;
    private final FactDictionary words;
    private final Asked asked;

    private Crossed(Cross cross, List<Map<String, String>> traits, FactDictionary words, Asked asked) {
        this.cross = cross;
        this.traits = traits;
        this.words = words;
        this.asked = asked;
    }

    /**
     * Returns how the subjects are crossed, if they are.
     *
     * @param facts of every setup among them
     */
    static Optional<Crossed> of(Asked asked, Map<Long, Facts> facts, FactDictionary words) {
        if (asked.subjects().stream().anyMatch(s -> s.setup() == null)) {
            return Optional.empty();
        }
        List<Map<String, String>> traits = traits(asked.subjects(), facts, words);
        return Cross.of(traits, asked.reference()).map(c -> new Crossed(c, traits, words, asked));
    }

    /** What each is along every fact; values that the dictionary takes for the same are one. */
    private static List<Map<String, String>> traits(
            List<Subject> subjects, Map<Long, Facts> facts, FactDictionary words) {
        List<Map<String, String>> all = new ArrayList<>();
        Map<String, List<Fact>> seen = new HashMap<>();
        for (Subject subject : subjects) {
            Map<String, String> own = new LinkedHashMap<>();
            own.put(MODEL, subject.name());
            Facts known = facts.getOrDefault(subject.setup(), Facts.of(List.of()));
            known.all().stream()
                    .filter(f -> f.value().isPresent())
                    .sorted(Comparator.comparing(Fact::key, words.bySlip()))
                    .forEach(f -> {
                        List<Fact> before = seen.computeIfAbsent(f.key(), k -> new ArrayList<>());
                        Fact same = before.stream()
                                .filter(o -> words.same(o, f))
                                .findFirst()
                                .orElse(f);
                        before.add(f);
                        own.put(f.key(), same.text().orElse(""));
                    });
            all.add(own);
        }
        return all;
    }

    /** Returns the view of it. */
    ComparedCross view(Map<TestGroup, List<Held>> groups) {
        List<CrossedTests> each = new ArrayList<>();
        if (groups.size() > 1) {
            each.addAll(
                    tests(null, groups.values().stream().flatMap(List::stream).toList()));
        }
        groups.forEach((group, rows) -> each.addAll(tests(group, rows)));
        return new ComparedCross(
                named(cross.rows()),
                List.of(label(cross.rows(), 0), label(cross.rows(), 2)),
                named(cross.columns()),
                List.of(label(cross.columns(), 0), label(cross.columns(), 1)),
                cross.cells(),
                each);
    }

    private String named(List<String> keys) {
        return String.join(
                ", ",
                keys.stream()
                        .map(k -> k.equals(MODEL) ? "Model" : words.get(k).words())
                        .toList());
    }

    private String label(List<String> keys, int cell) {
        Map<String, String> own = traits.get(cross.cells().get(cell));
        return String.join(", ", keys.stream().map(k -> Maps.at(own, k)).toList());
    }

    private List<CrossedTests> tests(@Nullable TestGroup group, List<Held> held) {
        List<TestRow> rows = held.stream().filter(Held::isOfAll).map(Held::row).toList();
        if (rows.isEmpty()) {
            return List.of();
        }
        List<Advantage> together = rows.stream().map(this::together).toList();
        return List.of(new CrossedTests(
                group,
                rows.size(),
                between(rows, 1, 0),
                between(rows, 3, 2),
                between(rows, 2, 0),
                between(rows, 3, 1),
                between(rows, 3, 0),
                difference(rows, together)));
    }

    private Difference between(List<TestRow> rows, int cell, int other) {
        return difference(
                rows,
                rows.stream()
                        .map(r -> Held.between(
                                        r,
                                        cross.cells().get(cell),
                                        cross.cells().get(other),
                                        asked.threshold())
                                .orElseThrow())
                        .toList());
    }

    private Advantage together(TestRow row) {
        List<Score> scores = cross.cells().stream()
                .map(i -> row.entries().get(i).score().orElseThrow().score())
                .toList();
        return Interaction.of(
                scores.get(0),
                scores.get(1),
                scores.get(2),
                scores.get(3),
                row.test().metric().better(),
                asked.threshold());
    }

    private Difference difference(List<TestRow> rows, List<Advantage> advantages) {
        GroupSummary mean = Means.of(rows, advantages, asked).orElseThrow();
        return Means.difference(mean, mean.ofTheseTests(), asked, Means.areAmounts(rows));
    }
}
