package app.yarrowmark.server.setups;

import app.yarrowmark.server.problems.Refusal;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface SetupRepository extends JpaRepository<SetupEntity, Long> {

    Optional<SetupEntity> findByUnitIdAndName(Long unitId, String name);

    List<SetupEntity> findByUnitIdOrderByOrdinal(Long unitId);

    Optional<SetupEntity> findFirstByUnitIdAndFingerprintAndOrdinalLessThanOrderByOrdinal(
            Long unitId, String fingerprint, int ordinal);

    List<SetupEntity> findByUnitIdIn(Collection<Long> unitIds);

    @Query(
            "select s.id from SetupEntity s join s.facts f where key(f) = :key and value(f).value = :value order by s.id")
    List<Long> withFact(String key, String value);

    record SetupValue(long setup, String value) {}

    /** Every setup where a fact is known. */
    @Query("select s.id, value(f).value from SetupEntity s join s.facts f where key(f) = :key"
            + " and value(f).value is not null")
    List<SetupValue> valuesBySetup(String key);

    record SetupUnit(long setup, long unit) {}

    /** The unit of every setup. */
    @Query("select s.id, s.unitId from SetupEntity s")
    List<SetupUnit> unitsBySetup();

    /** Each known value of the given facts. */
    @Query("select key(f), value(f).value, count(s) from SetupEntity s join s.facts f where key(f) in :keys"
            + " and value(f).value is not null group by key(f), value(f).value")
    List<SetupFacts.FactValue> valuesOf(Collection<String> keys);

    /** Where the runs of each setup that has any come from. */
    @Query("select r.setupId, min(r.origin), max(r.origin) from RunEntity r group by r.setupId")
    List<SetupOrigin> origins();

    @Query(
            "select r.setupId, min(r.origin), max(r.origin) from RunEntity r where r.setupId in :setups group by r.setupId")
    List<SetupOrigin> origins(Collection<Long> setups);

    /** @throws Refusal if there is no such setup */
    default SetupEntity kept(long id) {
        return findById(id).orElseThrow(() -> Refusal.notFound("There is no setup number " + id + "."));
    }
}
