package app.yarrowmark.server.setups;

import app.yarrowmark.core.Maps;
import app.yarrowmark.server.catalogue.CatalogueRevision;
import app.yarrowmark.server.catalogue.CatalogueService;
import app.yarrowmark.server.catalogue.ModelView;
import app.yarrowmark.server.catalogue.UnitView;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Short descriptions of setups, kept while the catalogue does not change. */
@Service
@Transactional(readOnly = true)
public class SetupLabels {

    private final CatalogueRevision.Remembered<Map<Long, SetupLabel>> labels;
    private final SetupRepository setups;
    private final CatalogueService catalogue;

    SetupLabels(SetupRepository setups, CatalogueService catalogue, CatalogueRevision revision) {
        this.setups = setups;
        this.catalogue = catalogue;
        this.labels = revision.remember(this::readLabels);
    }

    /** Returns a short description of every setup, without its facts, by number. */
    public Map<Long, SetupLabel> all() {
        return labels.get();
    }

    private Map<Long, SetupLabel> readLabels() {
        Map<Long, ModelView> models = catalogue.modelsByUnit();
        List<SetupEntity> all = setups.findAll();
        Map<Long, String> origins =
                setups.origins().stream().collect(Collectors.toMap(SetupOrigin::setupId, SetupOrigin::words));
        Map<Long, Long> perModel = all.stream()
                .collect(Collectors.groupingBy(s -> Maps.at(models, s.unitId).id(), Collectors.counting()));
        Map<String, Set<Long>> unitsOfName = all.stream()
                .collect(Collectors.groupingBy(
                        s -> Maps.at(models, s.unitId).id() + " " + s.name,
                        Collectors.mapping(s -> s.unitId, Collectors.toSet())));
        return all.stream()
                .map(s -> {
                    ModelView model = Maps.at(models, s.unitId);
                    boolean shared =
                            Maps.at(unitsOfName, model.id() + " " + s.name).size() > 1;
                    String unit = shared ? ", unit " + unit(s, model).label() : "";
                    String detail = Maps.at(perModel, model.id()) == 1 ? "" : s.name + unit;
                    return label(s, model, detail, origins.getOrDefault(s.id, ""));
                })
                .collect(Collectors.toUnmodifiableMap(SetupLabel::setupId, Function.identity()));
    }

    private static SetupLabel label(SetupEntity s, ModelView model, String detail, String origin) {
        return new SetupLabel(
                s.id,
                model.id(),
                model.maker(),
                model.name(),
                model.kind(),
                unit(s, model).label(),
                s.name,
                s.ordinal,
                s.parentId,
                s.tuned,
                detail,
                origin);
    }

    static UnitView unit(SetupEntity s, ModelView model) {
        return model.units().stream()
                .filter(u -> u.id() == s.unitId)
                .findFirst()
                .orElseThrow();
    }
}
