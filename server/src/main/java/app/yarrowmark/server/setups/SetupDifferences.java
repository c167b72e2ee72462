package app.yarrowmark.server.setups;

import app.yarrowmark.core.Maps;
import app.yarrowmark.core.exchange.Json;
import app.yarrowmark.core.setup.Fact;
import app.yarrowmark.core.setup.FactDictionary;
import app.yarrowmark.core.setup.Facts;
import app.yarrowmark.core.setup.SetupDifference;
import app.yarrowmark.server.facts.FactService;
import app.yarrowmark.server.problems.RuleViolations;
import app.yarrowmark.server.setups.SetupView.DifferenceView;
import app.yarrowmark.server.setups.SetupView.Standing;
import com.fasterxml.jackson.core.type.TypeReference;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What setups have otherwise: than the one each was changed from, than what a device reads, and than each other. */
@Service
@Transactional(readOnly = true)
public class SetupDifferences {

    private static final int MOST_COMPARED = 12;

    private final SetupRepository setups;
    private final SetupFacts setupFacts;
    private final SetupLabels setupLabels;
    private final FactService facts;

    SetupDifferences(SetupRepository setups, SetupFacts setupFacts, SetupLabels setupLabels, FactService facts) {
        this.setups = setups;
        this.setupFacts = setupFacts;
        this.setupLabels = setupLabels;
        this.facts = facts;
    }

    /** Returns what the facts given say otherwise than the setup. */
    public List<DifferenceView> of(long setupId, Facts read) {
        return between(setups.kept(setupId).facts(), read);
    }

    List<DifferenceView> between(Facts known, Facts read) {
        return SetupDifference.between(known, read, Set.of(), facts.dictionary()).stream()
                .filter(d -> d.standing() != SetupDifference.Standing.UNKNOWN)
                .map(d -> view(d, Map.of()))
                .toList();
    }

    /** Returns what each of several setups has otherwise than the one it was changed from; nothing for a first one. */
    public Map<Long, List<DifferenceView>> of(Collection<Long> ids) {
        Set<Long> own = new HashSet<>(ids);
        if (own.isEmpty()) {
            return Map.of();
        }
        Map<Long, SetupLabel> labels = setupLabels.all();
        Set<Long> withParents = new HashSet<>(own);
        own.stream()
                .map(id -> Maps.at(labels, id).parentId())
                .filter(Objects::nonNull)
                .forEach(withParents::add);
        Map<Long, SetupEntity> all =
                setupFacts.entities(withParents).stream().collect(Collectors.toMap(s -> s.id, s -> s));
        FactDictionary words = facts.dictionary();
        return own.stream()
                .map(all::get)
                .collect(Collectors.toMap(
                        s -> s.id,
                        s -> of(
                                s,
                                s.parentId == null
                                        ? null
                                        : Maps.at(all, s.parentId).facts(),
                                words)));
    }

    static List<DifferenceView> of(SetupEntity s, @Nullable Facts before, FactDictionary words) {
        if (before == null) {
            return List.of();
        }
        Map<String, Call> calls = calls(s);
        return SetupDifference.between(before, s.facts(), meant(s), words).stream()
                .map(d -> view(d, calls))
                .toList();
    }

    /**
     * Returns the facts of several setups side by side, in the order of a slip.
     *
     * @throws RuleViolations unless two to twelve are asked for
     */
    public List<SetupView.ComparedFact> compare(List<Long> ids) {
        if (ids.size() < 2 || ids.size() > MOST_COMPARED) {
            throw new RuleViolations("id", "two to " + MOST_COMPARED + " setups are compared, got " + ids.size());
        }
        FactDictionary words = facts.dictionary();
        List<Facts> all = ids.stream().map(id -> setups.kept(id).facts()).toList();
        Set<String> keys = new TreeSet<>(words.bySlip());
        all.forEach(f -> f.all().forEach(x -> keys.add(x.key())));
        return keys.stream().map(key -> compared(key, all, words)).toList();
    }

    private static SetupView.ComparedFact compared(String key, List<Facts> all, FactDictionary words) {
        List<Fact> known = all.stream()
                .flatMap(f -> f.get(key).filter(x -> x.value().isPresent()).stream())
                .toList();
        boolean differs = known.stream().anyMatch(f -> !words.same(known.get(0), f));
        return new SetupView.ComparedFact(
                key,
                words.get(key).words(),
                words.get(key).group().words(),
                all.stream().map(f -> text(f.get(key))).toList(),
                differs);
    }

    static Set<String> meant(SetupEntity s) {
        return new LinkedHashSet<>(Json.read(s.meant, new TypeReference<List<String>>() {}));
    }

    static Map<String, Call> calls(SetupEntity s) {
        return new HashMap<>(Json.read(s.calls, new TypeReference<Map<String, Call>>() {}));
    }

    private static DifferenceView view(SetupDifference d, Map<String, Call> calls) {
        Call call = calls.get(d.key().key());
        Standing standing = Standing.valueOf(d.standing().name());
        if (call != null && standing == Standing.UNMEANT) {
            standing = call.meant() ? Standing.MEANT : Standing.CAVEAT;
        }
        return new DifferenceView(
                d.key().key(),
                d.key().words(),
                d.key().group(),
                text(d.before()),
                text(d.after()),
                standing,
                d.affects().stream().sorted().toList(),
                call == null ? null : call.note());
    }

    private static String text(Optional<Fact> fact) {
        return fact.map(f -> f.text().orElse("unknown: " + f.reason())).orElse("not recorded");
    }
}
