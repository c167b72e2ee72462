package app.yarrowmark.server.catalogue;

import static java.util.Objects.requireNonNull;

import app.yarrowmark.core.exchange.Json;
import app.yarrowmark.server.events.LiveEvents;
import app.yarrowmark.server.history.EventView;
import app.yarrowmark.server.history.HistoryService;
import app.yarrowmark.server.problems.Refusal;
import app.yarrowmark.server.problems.RuleViolations;
import app.yarrowmark.server.problems.RuleViolations.Violation;
import com.fasterxml.jackson.core.type.TypeReference;
import java.lang.reflect.RecordComponent;
import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Models and their units. */
@Service
@Transactional(readOnly = true)
public class CatalogueService {

    private final ModelRepository models;
    private final UnitRepository units;
    private final HistoryService history;
    private final LiveEvents events;
    private final Clock clock;
    private final CatalogueRevision revision;
    private final CatalogueRevision.Remembered<List<ModelView>> all;

    CatalogueService(
            ModelRepository models,
            UnitRepository units,
            HistoryService history,
            LiveEvents events,
            Clock clock,
            CatalogueRevision revision) {
        this.models = models;
        this.units = units;
        this.history = history;
        this.events = events;
        this.clock = clock;
        this.revision = revision;
        this.all = revision.remember(this::read);
    }

    /** Returns every model by maker and name. */
    public List<ModelView> models() {
        return all.get();
    }

    private List<ModelView> read() {
        Map<Long, List<UnitEntity>> byModel = units.findAll().stream().collect(Collectors.groupingBy(u -> u.modelId));
        Set<Long> listed = units.listed();
        return models.findAll().stream()
                .map(m -> view(m, byModel.getOrDefault(m.id, List.of()), listed))
                .sorted(Comparator.comparing(ModelView::maker).thenComparing(ModelView::name))
                .toList();
    }

    /** Returns every model by the number of each of its units. */
    public Map<Long, ModelView> modelsByUnit() {
        return models().stream()
                .flatMap(m -> m.units().stream().map(u -> Map.entry(u.id(), m)))
                .collect(Collectors.toMap(Map.Entry::getKey, Map.Entry::getValue));
    }

    /** Returns the model of a unit. */
    public ModelView modelOfUnit(long unitId) {
        UnitEntity unit =
                units.findById(unitId).orElseThrow(() -> Refusal.notFound("There is no unit number " + unitId + "."));
        return view(models.findById(unit.modelId).orElseThrow(), List.of(unit));
    }

    /**
     * A model that was asked for.
     *
     * @param made whether it was not there before
     */
    record Found(ModelView model, boolean made) {}

    /**
     * Makes a model, or returns the one there is of that maker and name.
     *
     * @throws RuleViolations if a field is unfit, or the one there is of another kind
     */
    @Transactional
    Found findOrAdd(String maker, String name, DeviceKind kind, @Nullable Integer year, String who) {
        boolean there = models.findByMakerAndName(maker.strip(), name.strip()).isPresent();
        ModelView model = addModel(maker, name, kind, year, who);
        if (there && !model.kind().words().equalsIgnoreCase(kind.words())) {
            throw new RuleViolations(
                    "kind",
                    "is " + model.kind().words() + " for the " + model.maker() + " " + model.name()
                            + " that is there: choose that kind, or another name");
        }
        return new Found(model, !there);
    }

    /**
     * Makes a model, or returns the one there is of that maker and name, whatever its kind.
     *
     * @throws RuleViolations if a field is unfit
     */
    @Transactional
    public ModelView addModel(String maker, String name, DeviceKind kind, @Nullable Integer year, String who) {
        requireSound(ModelChecks.faults(maker, name, year, ModelDetails.NONE));
        ModelEntity model = models.findByMakerAndName(maker.strip(), name.strip())
                .orElseGet(() -> {
                    revision.next();
                    return madeModel(maker, name, kind, year, who);
                });
        events.changed(LiveEvents.Topic.CATALOGUE);
        return view(model, units.findByModelId(model.id));
    }

    /**
     * Keeps a model as edited; its history says what changed.
     *
     * @throws RuleViolations with every field that is unfit
     * @throws Refusal if another edition was kept meanwhile, or another model has the name
     */
    @Transactional
    public ModelView edit(long id, ModelEdit edit, String who) {
        ModelEntity model = entity(id);
        ModelDetails details = ModelDetails.whole(edit.details());
        requireSound(ModelChecks.faults(edit.maker(), edit.name(), edit.year(), details));
        if (model.edition != edit.edition()) {
            throw Refusal.overtaken("this model", model(id));
        }
        models.findByMakerAndName(edit.maker().strip(), edit.name().strip())
                .filter(other -> !other.id.equals(id))
                .ifPresent(other -> {
                    throw Refusal.conflict("There is already a model " + other.maker + " " + other.name + ".");
                });
        ModelView before = view(model, List.of());
        model.maker = edit.maker().strip();
        model.name = edit.name().strip();
        model.kind = known(edit.kind());
        model.year = edit.year();
        model.details = Json.write(details);
        models.flush();
        String changes = changes(before, view(model, List.of()));
        if (!changes.isEmpty()) {
            history.add(HistoryService.Kind.MODEL, id, "CHANGED", who, changes);
            revision.next();
        }
        events.changed(LiveEvents.Topic.CATALOGUE);
        return view(model, units.findByModelId(id));
    }

    /** Adds to a model what a table says of it: its year where none is known, a price where the same was not seen yet. */
    @Transactional
    public void enrich(
            long id, @Nullable Integer year, @Nullable String amount, @Nullable String currency, String who) {
        ModelView model = model(id);
        ModelDetails details = model.details();
        List<ModelDetails.Price> prices = new ArrayList<>(details.prices());
        if (amount != null
                && currency != null
                && prices.stream()
                        .noneMatch(
                                p -> p.amount().equals(amount) && p.currency().equals(currency))) {
            prices.add(
                    new ModelDetails.Price(amount, currency, LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC), ""));
        }
        Integer known = model.year() == null ? year : model.year();
        if (!prices.equals(details.prices()) || !Objects.equals(known, model.year())) {
            ModelDetails more = new ModelDetails(
                    prices,
                    details.specification(),
                    details.claims(),
                    details.pros(),
                    details.cons(),
                    details.missing(),
                    details.tags());
            edit(id, new ModelEdit(model.maker(), model.name(), model.kind(), known, more, model.edition()), who);
        }
    }

    /** Returns one model with its units. */
    public ModelView model(long id) {
        return view(entity(id), units.findByModelId(id));
    }

    /** Returns the history of a model. */
    public List<EventView> historyOf(long modelId) {
        return history.of(HistoryService.Kind.MODEL, modelId);
    }

    private ModelEntity entity(long id) {
        return models.findById(id).orElseThrow(() -> Refusal.notFound("There is no model number " + id + "."));
    }

    /** What is different, field by field, in words. */
    private static String changes(ModelView before, ModelView after) {
        List<String> changes = new ArrayList<>();
        change(changes, "maker", before.maker(), after.maker());
        change(changes, "name", before.name(), after.name());
        change(changes, "kind", before.kind(), after.kind());
        change(changes, "year", String.valueOf(before.year()), String.valueOf(after.year()));
        for (RecordComponent part : ModelDetails.class.getRecordComponents()) {
            List<?> old = requireNonNull((List<?>) valueOf(part, before.details()));
            List<?> now = requireNonNull((List<?>) valueOf(part, after.details()));
            now.stream().filter(x -> !old.contains(x)).forEach(x -> changes.add(part.getName() + " + " + plain(x)));
            old.stream().filter(x -> !now.contains(x)).forEach(x -> changes.add(part.getName() + " − " + plain(x)));
        }
        return String.join("; ", changes);
    }

    /** One line of the details: what is said in it, with commas between. */
    private static String plain(Object line) {
        if (!line.getClass().isRecord()) {
            return line.toString();
        }
        return Stream.of(line.getClass().getRecordComponents())
                .map(part -> Objects.toString(valueOf(part, line), ""))
                .filter(text -> !text.isEmpty())
                .collect(Collectors.joining(", "));
    }

    private static @Nullable Object valueOf(RecordComponent part, Object record) {
        try {
            return part.getAccessor().invoke(record);
        } catch (ReflectiveOperationException e) {
            throw new IllegalStateException("a record can always be read", e);
        }
    }

    private static void change(List<String> changes, String what, Object before, Object after) {
        if (!before.equals(after)) {
            changes.add(what + " " + before + " → " + after);
        }
    }

    private static void requireSound(List<Violation> violations) {
        if (!violations.isEmpty()) {
            throw new RuleViolations(violations);
        }
    }

    /** Makes a unit of a model, or returns the one there is of that label. */
    @Transactional
    public UnitView addUnit(long modelId, String label, String variant, String who) {
        String clean = requireUnit(label, variant);
        if (!models.existsById(modelId)) {
            throw Refusal.notFound("There is no model number " + modelId + ".");
        }
        UnitEntity unit = units.findByModelIdAndLabel(modelId, clean).orElseGet(() -> {
            revision.next();
            return madeUnit(modelId, clean, variant, who);
        });
        events.changed(LiveEvents.Topic.CATALOGUE);
        return view(unit);
    }

    /**
     * Keeps a unit as edited; the history of its model says what changed.
     *
     * @throws RuleViolations with every field that is unfit
     * @throws Refusal if there is no such unit, another edition was kept meanwhile, or another unit has the label
     */
    @Transactional
    public UnitView editUnit(long id, UnitEdit edit, String who) {
        UnitEntity unit = units.findById(id).orElseThrow(() -> Refusal.notFound("There is no unit number " + id + "."));
        String clean = requireUnit(edit.label(), edit.variantText());
        if (unit.edition != edit.edition()) {
            throw Refusal.overtaken("this unit", view(unit));
        }
        units.findByModelIdAndLabel(unit.modelId, clean)
                .filter(other -> !other.id.equals(id))
                .ifPresent(other -> {
                    throw Refusal.conflict("This model has a unit " + other.label + " already.");
                });
        List<String> changes = new ArrayList<>();
        change(changes, "label", unit.label, clean);
        change(changes, "variant", orNone(unit.variant), orNone(edit.variantText()));
        if (!changes.isEmpty()) {
            String words = "unit " + unit.label + ": " + String.join("; ", changes);
            unit.label = clean;
            unit.variant = edit.variantText();
            units.flush();
            history.add(HistoryService.Kind.MODEL, unit.modelId, "CHANGED", who, words);
            revision.next();
            events.changed(LiveEvents.Topic.CATALOGUE);
        }
        return view(unit);
    }

    /** Adds to what is known of a model what is known of another that became part of it. */
    @Transactional
    public void takeOver(long id, ModelView other, String who) {
        takeOver(id, other.year(), other.details(), who);
    }

    /** The same of what a file says of it; what is known here stays. */
    @Transactional
    public void takeOver(long id, @Nullable Integer otherYear, ModelDetails other, String who) {
        ModelView model = model(id);
        ModelDetails details = model.details().with(ModelDetails.whole(other));
        Integer year = model.year() == null ? otherYear : model.year();
        edit(id, new ModelEdit(model.maker(), model.name(), model.kind(), year, details, model.edition()), who);
    }

    /** A unit that is to be there, of a model that is to be there. */
    public record UnitWanted(String maker, String model, DeviceKind kind, String label) {}

    /**
     * Makes what is missing of many units and their models; returns the number of each unit, in the order wanted. Everything
     * is looked up before anything is made, in a question for each table.
     *
     * @throws RuleViolations if a field is unfit
     */
    @Transactional
    public List<Long> addUnits(List<UnitWanted> wanted, String who) {
        wanted.forEach(w -> {
            requireSound(ModelChecks.faults(w.maker(), w.model(), null, ModelDetails.NONE));
            requireUnit(w.label(), "");
        });
        Map<String, ModelEntity> byName = new HashMap<>();
        models.findByNameIn(
                        wanted.stream().map(w -> w.model().strip()).distinct().toList())
                .forEach(m -> byName.put(folded(m.maker, m.name), m));
        Map<String, UnitEntity> byLabel = new HashMap<>();
        units.findByModelIdIn(byName.values().stream().map(m -> m.id).toList())
                .forEach(u -> byLabel.put(folded(u.modelId, u.label), u));
        List<Long> ids = wanted.stream()
                .map(w -> {
                    ModelEntity model = byName.computeIfAbsent(
                            folded(w.maker(), w.model()), k -> madeModel(w.maker(), w.model(), w.kind(), null, who));
                    return byLabel.computeIfAbsent(
                                    folded(model.id, w.label()),
                                    k -> madeUnit(model.id, w.label().strip(), "", who))
                            .id;
                })
                .toList();
        revision.next();
        events.changed(LiveEvents.Topic.CATALOGUE);
        return ids;
    }

    /** The database takes names that differ in case alone for the same. */
    private static String folded(Object of, String name) {
        return (of + "\t" + name.strip()).strip().toLowerCase(Locale.ROOT);
    }

    private ModelEntity madeModel(String maker, String name, DeviceKind kind, @Nullable Integer year, String who) {
        ModelEntity made =
                models.save(new ModelEntity(maker.strip(), name.strip(), known(kind), year, clock.instant()));
        history.add(HistoryService.Kind.MODEL, made.id, "ADDED", who, null);
        return made;
    }

    /** The desk's own kind of that name, however it was written first. */
    private DeviceKind known(DeviceKind kind) {
        return kind.isShipped()
                ? kind
                : models.kinds().stream()
                        .filter(kind.name()::equalsIgnoreCase)
                        .findFirst()
                        .map(DeviceKind::new)
                        .orElse(kind);
    }

    private UnitEntity madeUnit(long modelId, String label, String variant, String who) {
        UnitEntity made = new UnitEntity(modelId, label);
        made.variant = variant.strip();
        units.save(made);
        history.add(HistoryService.Kind.UNIT, made.id, "ADDED", who, null);
        return made;
    }

    private static String orNone(String text) {
        return text.isEmpty() ? "none" : text;
    }

    private static String requireUnit(String label, String variant) {
        List<Violation> violations = new ArrayList<>();
        String clean = shortText("label", label, violations);
        if (clean.length() > 60) {
            violations.add(new Violation("label", "a unit's label has at most 60 characters"));
        }
        if (variant.length() > 80) {
            violations.add(new Violation("variant", "has at most 80 characters"));
        }
        requireSound(violations);
        return clean;
    }

    private static String shortText(String field, String text, List<Violation> violations) {
        String clean = text == null ? "" : text.strip();
        if (clean.isEmpty() || clean.length() > 80) {
            violations.add(new Violation(field, "needs 1 to 80 characters"));
        }
        return clean;
    }

    private ModelView view(ModelEntity m, List<UnitEntity> own) {
        return view(
                m,
                own,
                own.isEmpty()
                        ? Set.of()
                        : units.listed(own.stream().map(u -> u.id).toList()));
    }

    private static ModelView view(ModelEntity m, List<UnitEntity> units, Set<Long> listed) {
        return new ModelView(
                m.id,
                m.maker,
                m.name,
                m.kind,
                m.year,
                units.stream()
                        .map(u -> view(u, listed))
                        .sorted(Comparator.comparing(UnitView::label))
                        .toList(),
                m.details.equals("{}")
                        ? ModelDetails.NONE
                        : ModelDetails.whole(Json.read(m.details, new TypeReference<ModelDetails>() {})),
                m.edition);
    }

    private UnitView view(UnitEntity u) {
        return view(u, units.listed(List.of(u.id)));
    }

    private static UnitView view(UnitEntity u, Set<Long> listed) {
        return new UnitView(u.id, u.modelId, u.label, u.variant, listed.contains(u.id), u.edition);
    }
}
