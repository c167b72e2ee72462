package app.yarrowmark.server.setups;

import app.yarrowmark.core.setup.Fact;
import app.yarrowmark.core.setup.FactChange;
import app.yarrowmark.core.setup.Facts;
import app.yarrowmark.server.catalogue.CatalogueService;
import app.yarrowmark.server.catalogue.ModelView;
import app.yarrowmark.server.shell.Refusal;
import app.yarrowmark.server.shell.RuleViolations;
import java.time.Clock;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Setups: made by name, completed by what devices read of themselves, never changed in what is known. */
@Service
@Transactional(readOnly = true)
public class SetupService {

    private final SetupRepository setups;
    private final CatalogueService catalogue;
    private final Clock clock;

    SetupService(SetupRepository setups, CatalogueService catalogue, Clock clock) {
        this.setups = setups;
        this.catalogue = catalogue;
        this.clock = clock;
    }

    /**
     * Makes a setup of a unit, or returns the one there is of that name.
     *
     * @param parentId the setup it was changed from, of the same unit; null for the first
     * @throws RuleViolations if the name is unfit or the parent belongs to another unit
     */
    @Transactional
    public SetupView create(long unitId, String name, @Nullable Long parentId, boolean tuned, Facts typed) {
        String clean = name.strip();
        if (clean.isEmpty() || clean.length() > 80) {
            throw new RuleViolations("setup", "a setup's name has 1 to 80 characters, such as \"as shipped\"");
        }
        if (parentId != null
                && setups.findById(parentId).filter(p -> p.unitId == unitId).isEmpty()) {
            throw new RuleViolations("parent", "the setup it changes must be one of the same unit");
        }
        SetupEntity setup =
                setups.findByUnitIdAndName(unitId, clean).orElseGet(() -> made(unitId, clean, parentId, tuned, typed));
        return view(setup, catalogue.modelOfUnit(unitId));
    }

    private SetupEntity made(long unitId, String name, @Nullable Long parentId, boolean tuned, Facts typed) {
        int ordinal = 1 + setups.findByUnitIdOrderByOrdinal(unitId).size();
        SetupEntity setup = new SetupEntity(unitId, ordinal, name, clock.instant());
        setup.parentId = parentId;
        setup.tuned = tuned;
        setup.setFacts(typed);
        return setups.save(setup);
    }

    /** Adds what is not yet known of a setup; returns what the facts given say otherwise than the setup. */
    @Transactional
    public List<FactChange> complete(long setupId, Facts read) {
        SetupEntity setup = entity(setupId);
        Facts known = setup.facts();
        setup.setFacts(known.completedBy(read));
        return known.differences(read);
    }

    /** Returns what the facts given say otherwise than the setup. */
    public List<SetupView.ChangeView> differences(long setupId, Facts read) {
        return changes(entity(setupId).facts(), read);
    }

    /** Returns one setup. */
    public SetupView view(long id) {
        SetupEntity setup = entity(id);
        return view(setup, catalogue.modelOfUnit(setup.unitId));
    }

    /** Returns whether there is such a setup. */
    public boolean exists(long id) {
        return setups.existsById(id);
    }

    /** Returns the setups of a unit, the first made first. */
    public List<SetupView> ofUnit(long unitId) {
        ModelView model = catalogue.modelOfUnit(unitId);
        return setups.findByUnitIdOrderByOrdinal(unitId).stream()
                .map(s -> view(s, model))
                .toList();
    }

    /** Returns a short description of every setup, without its facts, by number. */
    public Map<Long, SetupLabel> labels() {
        Map<Long, ModelView> models = catalogue.modelsByUnit();
        List<SetupEntity> all = setups.findAll();
        Map<Long, Long> perModel = all.stream()
                .collect(Collectors.groupingBy(s -> models.get(s.unitId).id(), Collectors.counting()));
        return all.stream()
                .map(s -> label(s, models.get(s.unitId), perModel))
                .collect(Collectors.toMap(SetupLabel::setupId, Function.identity()));
    }

    private static SetupLabel label(SetupEntity s, ModelView model, Map<Long, Long> perModel) {
        String unit = model.units().stream()
                .filter(u -> u.id() == s.unitId)
                .findFirst()
                .orElseThrow()
                .label();
        boolean only = perModel.get(model.id()) == 1;
        return new SetupLabel(s.id, model.id(), model.maker(), model.name(), model.kind(), unit, s.name, s.tuned, only);
    }

    private SetupEntity entity(long id) {
        return setups.findById(id).orElseThrow(() -> Refusal.notFound("There is no setup number " + id + "."));
    }

    private SetupView view(SetupEntity s, ModelView model) {
        Optional<SetupEntity> parent = Optional.ofNullable(s.parentId).flatMap(setups::findById);
        String unit = model.units().stream()
                .filter(u -> u.id() == s.unitId)
                .findFirst()
                .orElseThrow()
                .label();
        return new SetupView(
                s.id,
                s.unitId,
                unit,
                model.id(),
                model.maker(),
                model.name(),
                model.kind(),
                s.name,
                s.ordinal,
                s.parentId,
                parent.map(p -> p.name).orElse(null),
                s.tuned,
                s.fingerprint,
                s.facts().all().stream()
                        .sorted(Comparator.comparingInt(f -> FactWords.order(f.key())))
                        .map(SetupService::view)
                        .toList(),
                parent.map(p -> changes(p.facts(), s.facts())).orElse(List.of()));
    }

    private static List<SetupView.ChangeView> changes(Facts before, Facts after) {
        return before.differences(after).stream()
                .sorted(Comparator.comparingInt(c -> FactWords.order(c.key())))
                .map(c -> new SetupView.ChangeView(c.key(), FactWords.name(c.key()), c.before(), c.after()))
                .toList();
    }

    private static SetupView.FactView view(Fact f) {
        return new SetupView.FactView(
                f.key(),
                FactWords.name(f.key()),
                FactWords.group(f.key()),
                f.value().orElse(null),
                f.unit(),
                f.origin(),
                f.reason().isEmpty() ? null : f.reason());
    }
}
