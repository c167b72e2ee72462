package app.yarrowmark.server.facts;

import app.yarrowmark.core.exchange.Json;
import app.yarrowmark.core.exchange.OwnFacts;
import app.yarrowmark.core.setup.Fact;
import app.yarrowmark.core.setup.FactDictionary;
import app.yarrowmark.core.setup.FactKey;
import app.yarrowmark.core.suite.UnitCode;
import app.yarrowmark.server.events.LiveEvents;
import app.yarrowmark.server.history.HistoryService;
import app.yarrowmark.server.kept.Kept;
import app.yarrowmark.server.kept.ReadOnce;
import app.yarrowmark.server.problems.Refusal;
import app.yarrowmark.server.problems.RuleViolations;
import com.fasterxml.jackson.core.type.TypeReference;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The dictionary: the keys we ship and those a desk added. */
@Service
public class FactService {

    private static final Set<String> SHIPPED =
            OwnFacts.all().stream().map(FactKey::key).collect(Collectors.toUnmodifiableSet());

    private final FactKeyRepository keys;
    private final HistoryService history;
    private final LiveEvents events;
    private final Clock clock;
    private final ReadOnce<Long> count;
    private final Kept<String, FactDictionary> dictionary = Kept.counted(1);

    FactService(FactKeyRepository keys, HistoryService history, LiveEvents events, Clock clock) {
        this.keys = keys;
        this.count = new ReadOnce<>(keys::count);
        this.history = history;
        this.events = events;
        this.clock = clock;
    }

    /** Returns the dictionary, with what any server on the same database added. */
    public FactDictionary dictionary() {
        return dictionary.get("", count.get(), this::read);
    }

    private FactDictionary read() {
        List<FactKey> all = new ArrayList<>(OwnFacts.all());
        keys.findAll()
                .forEach(k -> all.add(Json.read(k.definition, new TypeReference<FactKeyView>() {})
                        .toKey()));
        return FactDictionary.of(all);
    }

    /** Returns every key in the order of a slip. */
    public List<FactKeyView> all() {
        return dictionary().all().stream()
                .map(k -> FactKeyView.of(k, !SHIPPED.contains(k.key())))
                .toList();
    }

    /**
     * Returns the key that a person wrote, as a key or by a name; a name that no fact has is added as one of the desk's own.
     *
     * @throws RuleViolations if it can be no fact's name
     */
    @Transactional
    public FactKey written(String name, String who) {
        FactDictionary known = dictionary();
        if (Fact.isKey(name)) {
            return known.get(name);
        }
        return known.named(name).orElseGet(() -> added(name, who));
    }

    private FactKey added(String name, String who) {
        try {
            FactKey own = FactKey.own(name);
            return dictionary().has(own.key())
                    ? dictionary().get(own.key())
                    : add(FactKeyView.of(own, true), who).toKey();
        } catch (IllegalArgumentException e) {
            throw new RuleViolations("key", String.valueOf(e.getMessage()));
        }
    }

    /**
     * Adds a key.
     *
     * @throws RuleViolations if it is unfit
     * @throws Refusal if the dictionary has it
     */
    @Transactional
    public FactKeyView add(FactKeyView draft, String who) {
        FactKey key;
        try {
            UnitCode.parse(draft.unit());
            key = draft.toKey();
        } catch (IllegalArgumentException e) {
            throw new RuleViolations("key", String.valueOf(e.getMessage()));
        }
        if (dictionary().has(key.key())) {
            throw Refusal.conflict("The dictionary has " + key.key() + " already: it is called \""
                    + dictionary().get(key.key()).words() + "\".");
        }
        FactKeyView view = FactKeyView.of(key, true);
        keys.save(new FactKeyEntity(key.key(), Json.write(view), clock.instant()));
        history.add(HistoryService.Kind.FACT, key.key(), "ADDED", who, key.words());
        events.changed(LiveEvents.Topic.CATALOGUE);
        return view;
    }
}
