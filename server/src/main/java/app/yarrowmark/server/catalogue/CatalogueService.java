package app.yarrowmark.server.catalogue;

import app.yarrowmark.server.shell.LiveEvents;
import app.yarrowmark.server.shell.Refusal;
import app.yarrowmark.server.shell.RuleViolations;
import app.yarrowmark.server.shell.RuleViolations.Violation;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Models and their units. */
@Service
@Transactional(readOnly = true)
public class CatalogueService {

    private final ModelRepository models;
    private final UnitRepository units;
    private final LiveEvents events;
    private final Clock clock;

    CatalogueService(ModelRepository models, UnitRepository units, LiveEvents events, Clock clock) {
        this.models = models;
        this.units = units;
        this.events = events;
        this.clock = clock;
    }

    /** Returns every model by maker and name. */
    public List<ModelView> models() {
        Map<Long, List<UnitEntity>> byModel = units.findAll().stream().collect(Collectors.groupingBy(u -> u.modelId));
        return models.findAll().stream()
                .map(m -> view(m, byModel.getOrDefault(m.id, List.of())))
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
     * Makes a model, or returns the one there is of that maker and name.
     *
     * @throws RuleViolations if a field is unfit
     */
    @Transactional
    public ModelView addModel(String maker, String name, DeviceKind kind, @Nullable Integer year) {
        List<Violation> violations = new ArrayList<>();
        String cleanMaker = shortText("maker", maker, violations);
        String cleanName = shortText("name", name, violations);
        if (year != null && (year < 1970 || year > 2100)) {
            violations.add(new Violation("year", "a year is 1970 to 2100, got " + year));
        }
        if (!violations.isEmpty()) {
            throw new RuleViolations(violations);
        }
        ModelEntity model = models.findByMakerAndName(cleanMaker, cleanName)
                .orElseGet(() -> models.save(new ModelEntity(cleanMaker, cleanName, kind, year, clock.instant())));
        events.changed(LiveEvents.Topic.CATALOGUE);
        return view(model, List.of());
    }

    /** Makes a unit of a model, or returns the one there is of that label. */
    @Transactional
    public UnitView addUnit(long modelId, String label) {
        List<Violation> violations = new ArrayList<>();
        String clean = shortText("label", label, violations);
        if (clean.length() > 60) {
            violations.add(new Violation("label", "a unit's label has at most 60 characters"));
        }
        if (!violations.isEmpty()) {
            throw new RuleViolations(violations);
        }
        if (!models.existsById(modelId)) {
            throw Refusal.notFound("There is no model number " + modelId + ".");
        }
        UnitEntity unit =
                units.findByModelIdAndLabel(modelId, clean).orElseGet(() -> units.save(new UnitEntity(modelId, clean)));
        events.changed(LiveEvents.Topic.CATALOGUE);
        return view(unit);
    }

    private static String shortText(String field, String text, List<Violation> violations) {
        String clean = text == null ? "" : text.strip();
        if (clean.isEmpty() || clean.length() > 80) {
            violations.add(new Violation(field, "needs 1 to 80 characters"));
        }
        return clean;
    }

    private static ModelView view(ModelEntity m, List<UnitEntity> units) {
        Function<UnitEntity, UnitView> unitView = CatalogueService::view;
        return new ModelView(
                m.id,
                m.maker,
                m.name,
                m.kind,
                m.year,
                units.stream()
                        .map(unitView)
                        .sorted(Comparator.comparing(UnitView::label))
                        .toList());
    }

    private static UnitView view(UnitEntity u) {
        return new UnitView(u.id, u.modelId, u.label);
    }
}
