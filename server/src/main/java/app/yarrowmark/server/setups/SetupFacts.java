package app.yarrowmark.server.setups;

import app.yarrowmark.core.setup.Facts;
import app.yarrowmark.server.facts.FactService;
import jakarta.persistence.EntityManager;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import org.hibernate.Session;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What is known of setups: their facts, who has a value, and notes. */
@Service
@Transactional(readOnly = true)
public class SetupFacts {

    private final EntityManager entities;
    private final SetupRepository setups;
    private final FactService facts;

    SetupFacts(EntityManager entities, SetupRepository setups, FactService facts) {
        this.entities = entities;
        this.setups = setups;
        this.facts = facts;
    }

    /** Returns the facts of a setup. */
    public Facts of(long id) {
        return setups.kept(id).facts();
    }

    /** Returns the facts of several setups, by setup. */
    public Map<Long, Facts> of(Collection<Long> ids) {
        return entities(ids).stream().collect(Collectors.toMap(s -> s.id, SetupEntity::facts));
    }

    /** Those there are; what the transaction has read already is not read again, and the facts of all come in one question. */
    List<SetupEntity> entities(Collection<Long> ids) {
        return entities.unwrap(Session.class)
                .byMultipleIds(SetupEntity.class)
                .enableSessionCheck(true)
                .enableOrderedReturn(false)
                .multiLoad(List.copyOf(ids));
    }

    /** Returns the numbers of the setups in which a fact has that value, whatever the unit. */
    public List<Long> withFact(String key, String value) {
        return setups.withFact(key, value);
    }

    /** Returns every value of the facts that gather devices, with the setups that bear it. */
    public List<FactValue> partValues() {
        List<String> parts = facts.dictionary().all().stream()
                .filter(k -> k.part())
                .map(k -> k.key())
                .toList();
        return setups.valuesOf(parts);
    }

    /** Returns the value of a fact in every setup where it is known, by setup. */
    public Map<Long, String> valuesOf(String key) {
        return setups.valuesBySetup(key).stream()
                .collect(Collectors.toMap(SetupRepository.SetupValue::setup, SetupRepository.SetupValue::value));
    }

    /** Returns the unit of every setup. */
    public Map<Long, Long> units() {
        return setups.unitsBySetup().stream()
                .collect(Collectors.toMap(SetupRepository.SetupUnit::setup, SetupRepository.SetupUnit::unit));
    }

    /** A value of a fact and how many setups bear it. */
    public record FactValue(String key, String value, long setups) {}

    /** Returns the notes of those of some setups that have one. */
    public Map<Long, String> notes(Collection<Long> ids) {
        return setups.findAllById(ids).stream()
                .filter(s -> s.note != null)
                .collect(Collectors.toMap(s -> s.id, s -> Objects.requireNonNull(s.note)));
    }
}
