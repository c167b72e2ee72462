package app.yarrowmark.server.setups;

import app.yarrowmark.core.exchange.Json;
import app.yarrowmark.core.setup.Fact;
import app.yarrowmark.core.setup.FactDictionary;
import app.yarrowmark.core.setup.FactKey;
import app.yarrowmark.core.setup.FactText;
import app.yarrowmark.core.setup.Facts;
import app.yarrowmark.server.catalogue.CatalogueRevision;
import app.yarrowmark.server.catalogue.CatalogueService;
import app.yarrowmark.server.catalogue.ModelView;
import app.yarrowmark.server.catalogue.UnitView;
import app.yarrowmark.server.events.LiveEvents;
import app.yarrowmark.server.facts.FactService;
import app.yarrowmark.server.history.EventView;
import app.yarrowmark.server.history.HistoryService;
import app.yarrowmark.server.problems.Refusal;
import app.yarrowmark.server.problems.RuleViolations;
import app.yarrowmark.server.problems.RuleViolations.Violation;
import app.yarrowmark.server.setups.SetupView.DifferenceView;
import com.fasterxml.jackson.core.type.TypeReference;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Setups: made by name, completed by what devices read of themselves, never changed in what was read or typed. */
@Service
@Transactional(readOnly = true)
public class SetupService {

    private static final int LONGEST_NOTE = 1_000;
    private final SetupRepository setups;
    private final CatalogueService catalogue;
    private final FactService facts;
    private final HistoryService history;
    private final LiveEvents events;
    private final Clock clock;
    private final CatalogueRevision revision;
    private final SetupDifferences differences;

    SetupService(
            SetupRepository setups,
            CatalogueService catalogue,
            FactService facts,
            HistoryService history,
            LiveEvents events,
            Clock clock,
            CatalogueRevision revision,
            SetupDifferences differences) {
        this.setups = setups;
        this.catalogue = catalogue;
        this.facts = facts;
        this.history = history;
        this.events = events;
        this.clock = clock;
        this.revision = revision;
        this.differences = differences;
    }

    /**
     * Makes a setup of a unit, or returns the one there is of that name.
     *
     * @param parentId the setup it was changed from, of the same unit; null for the first
     * @throws RuleViolations if the name is unfit or the parent belongs to another unit
     */
    @Transactional
    public SetupView create(long unitId, String name, @Nullable Long parentId, boolean tuned, Facts typed, String who) {
        String clean = requireName(name);
        if (parentId != null
                && setups.findById(parentId).filter(p -> p.unitId == unitId).isEmpty()) {
            throw new RuleViolations("parent", "the setup it changes must be one of the same unit");
        }
        SetupEntity setup = setups.findByUnitIdAndName(unitId, clean)
                .orElseGet(() -> made(unitId, clean, parentId, tuned, typed, who));
        return view(setup, catalogue.modelOfUnit(unitId));
    }

    /**
     * A setup that is to be there.
     *
     * @param parent name of the setup of the same unit that it was changed from; null for a first one
     */
    public record SetupWanted(
            long unitId, String name, @Nullable String parent) {}

    /**
     * Makes those of many setups that are missing; returns the number of each, in the order wanted.
     *
     * @throws RuleViolations if a name is unfit
     */
    @Transactional
    public List<Long> createAll(List<SetupWanted> wanted, String who) {
        Map<Long, List<SetupEntity>> byUnit =
                setups
                        .findByUnitIdIn(wanted.stream()
                                .map(SetupWanted::unitId)
                                .distinct()
                                .toList())
                        .stream()
                        .collect(Collectors.groupingBy(s -> s.unitId));
        List<Long> ids = new ArrayList<>();
        for (SetupWanted w : wanted) {
            String name = requireName(w.name());
            List<SetupEntity> own = byUnit.computeIfAbsent(w.unitId(), u -> new ArrayList<>());
            ids.add(own.stream()
                    .filter(s -> s.name.equalsIgnoreCase(name))
                    .findFirst()
                    .orElseGet(() -> {
                        SetupEntity made = made(
                                w.unitId(),
                                1 + own.size(),
                                name,
                                idOf(own, w.parent()),
                                false,
                                Facts.of(List.of()),
                                who);
                        own.add(made);
                        return made;
                    })
                    .id);
        }
        revision.next();
        return ids;
    }

    private static @Nullable Long idOf(List<SetupEntity> own, @Nullable String name) {
        return own.stream()
                .filter(s -> s.name.equalsIgnoreCase(name))
                .map(s -> s.id)
                .findFirst()
                .orElse(null);
    }

    /**
     * Adds facts that a table says to what is known of a setup; of one that was changed from another, those that differ were
     * meant.
     */
    @Transactional
    public void completeTyped(long setupId, Facts typed, String who) {
        complete(setupId, typed, who);
        SetupEntity setup = setups.kept(setupId);
        if (setup.parentId != null && SetupDifferences.meant(setup).isEmpty()) {
            List<String> keys =
                    SetupDifferences.of(setup, setups.kept(setup.parentId).facts(), facts.dictionary()).stream()
                            .map(DifferenceView::key)
                            .filter(k -> typed.get(k).isPresent())
                            .toList();
            mean(setupId, keys);
        }
    }

    /**
     * Makes the next setup of a unit: everything as in the one before, but for what was changed.
     *
     * @throws RuleViolations with every line that is unfit, or if nothing says what changed
     * @throws Refusal if the unit has a setup of that name
     */
    @Transactional
    public SetupView change(long id, SetupChange change, String who) {
        SetupEntity before = setups.kept(id);
        String name = requireName(change.name());
        if (setups.findByUnitIdAndName(before.unitId, name).isPresent()) {
            throw Refusal.conflict(
                    "This unit has a setup called \"" + name + "\" already: name the new one by what was changed.");
        }
        List<Violation> faults = new ArrayList<>();
        Facts typed = typed(change.facts(), who, faults);
        if (!faults.isEmpty()) {
            throw new RuleViolations(faults);
        }
        boolean tuned = change.tuned() == null ? before.tuned : change.tuned();
        SetupEntity setup =
                made(before.unitId, name, id, tuned, before.facts().copied().changedBy(typed), who);
        setup.meant = Json.write(typed.all().stream().map(Fact::key).toList());
        setup.tuning = change.tuning() == null ? null : Json.write(change.tuning());
        events.changed(LiveEvents.Topic.CATALOGUE);
        return view(setup, catalogue.modelOfUnit(setup.unitId));
    }

    /** Says of differences from the setup before that they were meant too. */
    @Transactional
    public void mean(long id, Collection<String> keys) {
        SetupEntity setup = setups.kept(id);
        Set<String> all = SetupDifferences.meant(setup);
        all.addAll(keys);
        setup.meant = Json.write(all);
    }

    /**
     * Keeps what a person notes of a setup, such as what might explain a score; its history says so.
     *
     * @param note blank to take it away
     * @param before the note as it was read; null if there was none
     * @throws RuleViolations if it is longer than 1,000 characters
     * @throws Refusal if another note was kept meanwhile
     */
    @Transactional
    public SetupView keepNote(long id, String note, @Nullable String before, String who) {
        String clean = note.strip();
        if (clean.length() > LONGEST_NOTE) {
            throw new RuleViolations(
                    "note", "has " + clean.length() + " characters; at most " + LONGEST_NOTE + " are kept");
        }
        SetupEntity setup = setups.kept(id);
        String kept = setup.note == null ? "" : setup.note;
        if (!kept.equals(before == null ? "" : before.strip()) && !kept.equals(clean)) {
            throw Refusal.overtaken("this note", view(id));
        }
        setup.note = clean.isEmpty() ? null : clean;
        history.add(HistoryService.Kind.SETUP, id, "NOTED", who, clean.isEmpty() ? "note taken away" : clean);
        events.changed(LiveEvents.Topic.CATALOGUE);
        return view(setup, catalogue.modelOfUnit(setup.unitId));
    }

    /** Keeps how a tuned setup was reached. */
    @Transactional
    public void tune(long id, Tuning tuning) {
        setups.kept(id).tuning = Json.write(tuning);
    }

    /**
     * Keeps what a person makes of a difference from the setup before.
     *
     * @throws RuleViolations if that fact does not differ
     */
    @Transactional
    public SetupView call(long id, String key, boolean meant, @Nullable String note, String who) {
        SetupEntity setup = setups.kept(id);
        SetupView before = view(id);
        DifferenceView difference = before.differences().stream()
                .filter(d -> d.key().equals(key))
                .findFirst()
                .orElseThrow(() -> new RuleViolations("key", key + " is not different from the setup before"));
        Map<String, Call> calls = SetupDifferences.calls(setup);
        calls.put(key, new Call(meant, note == null || note.isBlank() ? null : note.strip(), who));
        setup.calls = Json.write(calls);
        history.add(
                HistoryService.Kind.SETUP,
                id,
                meant ? "CALLED_MEANT" : "CALLED_CAVEAT",
                who,
                difference.name() + " " + difference.before() + " → " + difference.after()
                        + (note == null || note.isBlank() ? "" : ": " + note.strip()));
        events.changed(LiveEvents.Topic.SITTINGS);
        events.changed(LiveEvents.Topic.CATALOGUE);
        return view(id);
    }

    /**
     * Writes facts of a setup that were always so: what was not known is added, what was wrong is corrected, and what says
     * nothing is taken away. The history keeps what stood there before.
     *
     * @throws RuleViolations with every line that is unfit
     * @throws Refusal if a fact was written by somebody else meanwhile
     */
    @Transactional
    public SetupView write(long id, List<WrittenFact> lines, String who) {
        SetupEntity setup = setups.kept(id);
        Facts before = setup.facts();
        List<Violation> faults = new ArrayList<>();
        List<String> words = new ArrayList<>();
        Map<String, Fact> now = new LinkedHashMap<>();
        before.all().forEach(f -> now.put(f.key(), f));
        for (int i = 0; i < lines.size(); i++) {
            WrittenFact line = lines.get(i);
            Optional<FactKey> key = keyOf(i, line.key(), who, faults);
            if (key.isEmpty()) {
                continue;
            }
            Optional<Fact> old = before.get(key.get().key());
            Optional<Fact> fact = lineOf(i, key.get(), line.text(), null, line.reason(), faults);
            String was = old.map(SetupService::said).orElse("");
            if (line.was() != null && !line.was().strip().equals(was)) {
                throw Refusal.overtaken("the facts of this setup", view(id));
            }
            String said = fact.map(SetupService::said).orElse("");
            if (!said.equals(was)) {
                fact.ifPresentOrElse(
                        f -> now.put(f.key(), f), () -> now.remove(key.get().key()));
                words.add(key.get().words() + " "
                        + (was.isEmpty() ? said : was + " \u2192 " + (said.isEmpty() ? "not recorded" : said)));
            }
        }
        if (!faults.isEmpty()) {
            throw new RuleViolations(faults);
        }
        if (!words.isEmpty()) {
            setup.replaceFacts(Facts.of(now.values()));
            revision.next();
            history.add(HistoryService.Kind.SETUP, id, "FACTS_WRITTEN", who, cut(String.join(", ", words)));
            events.changed(LiveEvents.Topic.CATALOGUE);
        }
        return view(setup, catalogue.modelOfUnit(setup.unitId));
    }

    /**
     * One fact as a person wrote it.
     *
     * @param text empty if it is unknown, with a reason, or is to be taken away, without one
     * @param was value and unit, or the reason, as they were read before; null if it does not matter
     */
    public record WrittenFact(
            String key,
            @Nullable String text,
            @Nullable String reason,
            @Nullable String was) {}

    private static String cut(String text) {
        return text.length() <= LONGEST_NOTE ? text : text.substring(0, LONGEST_NOTE - 1) + "\u2026";
    }

    private static String said(Fact fact) {
        return fact.text().orElse(fact.reason());
    }

    /** Renames a setup, or says that it is tuned. */
    @Transactional
    public SetupView rename(long id, String name, boolean tuned, String who) {
        SetupEntity setup = setups.kept(id);
        String clean = requireName(name);
        if (setups.findByUnitIdAndName(setup.unitId, clean)
                .filter(s -> !s.id.equals(id))
                .isPresent()) {
            throw Refusal.conflict("This unit has a setup called \"" + clean + "\" already.");
        }
        if (!setup.name.equals(clean) || setup.tuned != tuned) {
            history.add(
                    HistoryService.Kind.SETUP,
                    id,
                    "RENAMED",
                    who,
                    setup.name + (setup.tuned ? ", tuned" : "") + " \u2192 " + clean + (tuned ? ", tuned" : ""));
            setup.name = clean;
            setup.tuned = tuned;
            revision.next();
            events.changed(LiveEvents.Topic.CATALOGUE);
        }
        return view(setup, catalogue.modelOfUnit(setup.unitId));
    }

    private Facts typed(List<SetupChange.FactLine> lines, String who, List<Violation> faults) {
        List<Fact> typed = new ArrayList<>();
        for (int i = 0; i < lines.size(); i++) {
            SetupChange.FactLine line = lines.get(i);
            String reason = line.reason() == null ? "" : line.reason();
            int at = i;
            keyOf(i, line.key(), who, faults)
                    .flatMap(key -> lineOf(at, key, line.value(), line.unit(), reason, faults))
                    .ifPresent(typed::add);
        }
        return Facts.of(typed);
    }

    /** What a line is about; empty if that can be no fact, and the fault is written down. */
    private Optional<FactKey> keyOf(int i, String name, String who, List<Violation> faults) {
        try {
            return Optional.of(facts.written(name, who));
        } catch (RuleViolations e) {
            e.violations().forEach(v -> faults.add(new Violation("facts[" + i + "]", v.message())));
            return Optional.empty();
        }
    }

    /** The fact that a line says, read by its type; empty if it says nothing, or a fault was written down. */
    private Optional<Fact> lineOf(
            int i,
            FactKey key,
            @Nullable String value,
            @Nullable String unit,
            @Nullable String reason,
            List<Violation> faults) {
        try {
            String text = value == null ? "" : value.strip();
            if (text.isEmpty()) {
                return reason == null ? Optional.empty() : Optional.of(Fact.unknown(key.key(), reason.strip()));
            }
            String whole = unit == null || unit.isBlank() ? text : text + " " + unit.strip();
            return Optional.of(FactText.read(key, whole));
        } catch (IllegalArgumentException e) {
            faults.add(new Violation("facts[" + i + "]", String.valueOf(e.getMessage())));
            return Optional.empty();
        }
    }

    private static String requireName(String name) {
        String clean = name.strip();
        if (clean.isEmpty() || clean.length() > 80) {
            throw new RuleViolations("setup", "a setup's name has 1 to 80 characters, such as \"as shipped\"");
        }
        return clean;
    }

    private SetupEntity made(
            long unitId, String name, @Nullable Long parentId, boolean tuned, Facts known, String who) {
        revision.next();
        return made(unitId, 1 + setups.findByUnitIdOrderByOrdinal(unitId).size(), name, parentId, tuned, known, who);
    }

    private SetupEntity made(
            long unitId, int ordinal, String name, @Nullable Long parentId, boolean tuned, Facts known, String who) {
        SetupEntity setup = new SetupEntity(unitId, ordinal, name, clock.instant());
        setup.parentId = parentId;
        setup.tuned = tuned;
        setup.setFacts(known);
        setups.save(setup);
        history.add(HistoryService.Kind.SETUP, setup.id, "ADDED", who, null);
        return setup;
    }

    /**
     * Adds what is not yet known of a setup, and to its history who brought it; returns what the facts given say otherwise
     * than the setup.
     */
    @Transactional
    public List<DifferenceView> complete(long setupId, Facts read, String who) {
        SetupEntity setup = setups.kept(setupId);
        String before = setup.fingerprint;
        Facts known = setup.facts();
        setup.setFacts(known.completedBy(read));
        if (!before.equals(setup.fingerprint)) {
            revision.next();
            history.add(HistoryService.Kind.SETUP, setupId, "FACTS_READ", who, brought(known, setup.facts()));
        }
        return differences.between(setup.facts(), read);
    }

    /** The facts that are known now and were not, in words. */
    private String brought(Facts before, Facts now) {
        FactDictionary words = facts.dictionary();
        return now.all().stream()
                .filter(f -> f.value().isPresent())
                .filter(f -> before.get(f.key()).flatMap(Fact::value).isEmpty())
                .map(f -> words.get(f.key()).words() + " " + f.text().orElse(""))
                .collect(Collectors.joining(", "));
    }

    /** Returns one setup. */
    public SetupView view(long id) {
        SetupEntity setup = setups.kept(id);
        return view(setup, catalogue.modelOfUnit(setup.unitId));
    }

    /** Returns the history of a setup. */
    public List<EventView> historyOf(long id) {
        return history.of(HistoryService.Kind.SETUP, id);
    }

    /** Returns whether there is such a setup. */
    public boolean exists(long id) {
        // Unlike a count, this is answered once for all runs of a transaction.
        return setups.findById(id).isPresent();
    }

    /** Returns the setups of a unit, the first made first. */
    public List<SetupView> ofUnit(long unitId) {
        ModelView model = catalogue.modelOfUnit(unitId);
        return setups.findByUnitIdOrderByOrdinal(unitId).stream()
                .map(s -> view(s, model))
                .toList();
    }

    /** Returns the number of a unit's setup of that name, if it has one. */
    public Optional<Long> named(long unitId, String name) {
        return setups.findByUnitIdAndName(unitId, name.strip()).map(s -> s.id);
    }

    private SetupView view(SetupEntity s, ModelView model) {
        Optional<SetupEntity> parent = Optional.ofNullable(s.parentId).flatMap(setups::findById);
        UnitView unit = SetupLabels.unit(s, model);
        Facts own = s.facts();
        FactDictionary words = facts.dictionary();
        return new SetupView(
                s.id,
                s.unitId,
                unit.label(),
                setups.origins(List.of(s.id)).stream()
                        .findFirst()
                        .map(SetupOrigin::words)
                        .orElse(""),
                model.id(),
                model.maker(),
                model.name(),
                model.kind(),
                s.name,
                s.ordinal,
                s.parentId,
                parent.map(p -> p.name).orElse(null),
                parent.map(p -> p.ordinal).orElse(null),
                s.tuned,
                s.tuning == null ? null : Json.read(s.tuning, new TypeReference<Tuning>() {}),
                s.note,
                s.fingerprint,
                twin(s, own),
                s.createdAt,
                own.all().stream()
                        .sorted(Comparator.comparing(Fact::key, words.bySlip()))
                        .map(f -> view(f, words))
                        .toList(),
                SetupDifferences.of(s, parent.map(SetupEntity::facts).orElse(null), words));
    }

    private @Nullable String twin(SetupEntity s, Facts own) {
        return own.all().isEmpty()
                ? null
                : setups.findFirstByUnitIdAndFingerprintAndOrdinalLessThanOrderByOrdinal(
                                s.unitId, s.fingerprint, s.ordinal)
                        .map(other -> other.name)
                        .orElse(null);
    }

    private static SetupView.FactView view(Fact f, FactDictionary words) {
        return new SetupView.FactView(
                f.key(),
                words.get(f.key()).words(),
                words.get(f.key()).group().words(),
                f.value().orElse(null),
                f.unit(),
                f.origin(),
                f.reason().isEmpty() ? null : f.reason());
    }
}
