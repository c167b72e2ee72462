package app.yarrowmark.server.follow;

import app.yarrowmark.core.Maps;
import app.yarrowmark.core.setup.Fact;
import app.yarrowmark.core.setup.FactDictionary;
import app.yarrowmark.core.setup.FactKey;
import app.yarrowmark.core.setup.Facts;
import app.yarrowmark.server.facts.FactService;
import app.yarrowmark.server.follow.LineView.Factor;
import app.yarrowmark.server.follow.LineView.UnitLine;
import app.yarrowmark.server.problems.Refusal;
import app.yarrowmark.server.problems.RuleViolations;
import app.yarrowmark.server.setups.SetupDifferences;
import app.yarrowmark.server.setups.SetupFacts;
import app.yarrowmark.server.setups.SetupLabel;
import app.yarrowmark.server.setups.SetupLabels;
import app.yarrowmark.server.setups.SetupView;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Finds the setups that follow each other on a unit, and what moves along them. */
@Component
class LineFinder {

    private static final int MOST_VERSIONS = 60;

    private final SetupLabels setupLabels;
    private final SetupFacts setupFacts;
    private final SetupDifferences setupDifferences;
    private final FactService facts;

    LineFinder(SetupLabels setupLabels, SetupFacts setupFacts, SetupDifferences setupDifferences, FactService facts) {
        this.setupLabels = setupLabels;
        this.setupFacts = setupFacts;
        this.setupDifferences = setupDifferences;
        this.facts = facts;
    }

    /**
     * Setups in the order they were made, and what moves along them.
     *
     * @param factors what was changed on purpose most often first
     */
    record Found(List<SetupLabel> setups, Map<Long, Facts> facts, List<Factor> factors) {

        Optional<Fact> value(long setup, String key) {
            return Maps.at(facts, setup).get(key).filter(f -> f.value().isPresent());
        }
    }

    /** Returns every unit that has two setups or more, those with the longest line first. */
    List<UnitLine> units() {
        Map<List<Object>, List<SetupLabel>> byUnit =
                setupLabels.all().values().stream().collect(Collectors.groupingBy(l -> List.of(l.modelId(), l.unit())));
        return byUnit.values().stream()
                .filter(own -> own.size() > 1)
                .map(own -> {
                    List<SetupLabel> unit = own.stream()
                            .sorted(Comparator.comparing(SetupLabel::ordinal))
                            .toList();
                    List<SetupLabel> line = path(unit.get(0), unit);
                    SetupLabel last = line.get(line.size() - 1);
                    return new UnitLine(
                            last.modelId(),
                            SetupLabel.called(last.maker(), last.model()),
                            last.kind(),
                            last.unit(),
                            own.size(),
                            line.size(),
                            last.setupId());
                })
                .sorted(Comparator.comparingInt((UnitLine u) -> -u.versions())
                        .thenComparing(UnitLine::model)
                        .thenComparing(UnitLine::unit))
                .toList();
    }

    /**
     * Returns the line that a setup is part of.
     *
     * @throws Refusal if there is no such setup
     */
    Found through(long setupId) {
        Map<Long, SetupLabel> labels = setupLabels.all();
        SetupLabel own = Optional.ofNullable(labels.get(setupId))
                .orElseThrow(() -> Refusal.notFound("There is no setup number " + setupId + "."));
        List<SetupLabel> unit = labels.values().stream()
                .filter(l -> l.modelId() == own.modelId() && l.unit().equals(own.unit()))
                .sorted(Comparator.comparing(SetupLabel::ordinal))
                .toList();
        return found(path(own, unit));
    }

    /**
     * Returns the line of chosen setups, in the order given.
     *
     * @throws Refusal if there is no such setup
     * @throws RuleViolations unless two to sixty are chosen, each once
     */
    Found of(List<Long> chosen) {
        if (chosen.size() < 2 || chosen.size() > MOST_VERSIONS) {
            throw new RuleViolations("setup", "two to " + MOST_VERSIONS + " setups make a line, got " + chosen.size());
        }
        if (Set.copyOf(chosen).size() < chosen.size()) {
            throw new RuleViolations("setup", "each setup stands once in a line, got " + chosen);
        }
        Map<Long, SetupLabel> labels = setupLabels.all();
        return found(chosen.stream()
                .map(id -> Optional.ofNullable(labels.get(id))
                        .orElseThrow(() -> Refusal.notFound("There is no setup number " + id + ".")))
                .toList());
    }

    /**
     * From the first setup through this one to the furthest that came of it. Setups that nobody said came of each other follow
     * in the order they were made.
     */
    private static List<SetupLabel> path(SetupLabel own, List<SetupLabel> unit) {
        Map<Long, List<SetupLabel>> children = new HashMap<>();
        unit.stream()
                .filter(l -> l.parentId() != null)
                .forEach(l -> children.computeIfAbsent(l.parentId(), p -> new ArrayList<>())
                        .add(l));
        if (children.isEmpty()) {
            return last(unit);
        }
        Map<Long, SetupLabel> byId = unit.stream().collect(Collectors.toMap(SetupLabel::setupId, l -> l));
        List<SetupLabel> path = new ArrayList<>();
        for (SetupLabel at = own; at != null; at = at.parentId() == null ? null : byId.get(at.parentId())) {
            path.add(0, at);
        }
        for (SetupLabel at = own; children.containsKey(at.setupId()); ) {
            at = children.get(at.setupId()).stream()
                    .max(Comparator.comparingInt((SetupLabel l) -> depth(l, children))
                            .thenComparing(SetupLabel::ordinal))
                    .orElseThrow();
            path.add(at);
        }
        return last(path);
    }

    private static List<SetupLabel> last(List<SetupLabel> all) {
        return all.subList(Math.max(0, all.size() - MOST_VERSIONS), all.size());
    }

    private static int depth(SetupLabel from, Map<Long, List<SetupLabel>> children) {
        return 1
                + children.getOrDefault(from.setupId(), List.of()).stream()
                        .mapToInt(c -> depth(c, children))
                        .max()
                        .orElse(0);
    }

    private Found found(List<SetupLabel> line) {
        List<Long> ids = line.stream().map(SetupLabel::setupId).toList();
        Map<Long, Facts> known = setupFacts.of(ids);
        return new Found(line, known, factors(ids, known));
    }

    private List<Factor> factors(List<Long> ids, Map<Long, Facts> known) {
        FactDictionary words = facts.dictionary();
        Map<String, Integer> meant = meant(ids);
        Set<String> keys = new TreeSet<>(words.bySlip());
        known.values().forEach(f -> f.all().forEach(x -> keys.add(x.key())));
        return keys.stream()
                .map(key -> new Factor(
                        key,
                        words.get(key).words(),
                        values(known, ids, key, words).size()))
                .filter(f -> f.values() > 1)
                // What was changed on purpose most often is followed; then versions, then what takes most values.
                .sorted(Comparator.comparingInt((Factor f) -> -meant.getOrDefault(f.key(), 0))
                        .thenComparing(f -> words.get(f.key()).type() != FactKey.Type.VERSION)
                        .thenComparing(f -> -f.values()))
                .toList();
    }

    /** How often each fact was changed on purpose from a setup of the line to the next. */
    private Map<String, Integer> meant(List<Long> ids) {
        Map<String, Integer> meant = new HashMap<>();
        setupDifferences.of(ids).values().stream()
                .flatMap(List::stream)
                .filter(d -> d.standing() == SetupView.Standing.MEANT)
                .forEach(d -> meant.merge(d.key(), 1, Integer::sum));
        return meant;
    }

    private static Collection<Fact> values(Map<Long, Facts> known, List<Long> ids, String key, FactDictionary words) {
        List<Fact> different = new ArrayList<>();
        for (Long id : ids) {
            Maps.at(known, id)
                    .get(key)
                    .filter(f -> f.value().isPresent())
                    .filter(f -> different.stream().noneMatch(d -> words.same(d, f)))
                    .ifPresent(different::add);
        }
        return different;
    }

    /** Orders setups by the value of a factor; those of one value, and those without, stay as they are. */
    List<SetupLabel> byValue(Found found, @Nullable String factor) {
        if (factor == null) {
            return found.setups;
        }
        FactDictionary words = facts.dictionary();
        List<SetupLabel> known = new ArrayList<>(found.setups.stream()
                .filter(l -> found.value(l.setupId(), factor).isPresent())
                .toList());
        known.sort((a, b) -> words.compare(
                factor,
                found.value(a.setupId(), factor).orElseThrow().value().orElseThrow(),
                found.value(b.setupId(), factor).orElseThrow().value().orElseThrow()));
        return known;
    }
}
