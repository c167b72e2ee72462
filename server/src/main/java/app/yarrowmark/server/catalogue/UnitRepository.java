package app.yarrowmark.server.catalogue;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface UnitRepository extends JpaRepository<UnitEntity, Long> {

    String LISTED = "select s.unit_id from setup s join run r on r.setup_id = s.id";
    String LISTED_END = " group by s.unit_id having min(r.origin) <> ''";

    List<UnitEntity> findByModelId(Long modelId);

    List<UnitEntity> findByModelIdIn(Collection<Long> modelIds);

    /** Units that are known from lists alone: they have runs, and none was measured here. */
    @Query(nativeQuery = true, value = LISTED + LISTED_END)
    Set<Long> listed();

    @Query(nativeQuery = true, value = LISTED + " where s.unit_id in :units" + LISTED_END)
    Set<Long> listed(Collection<Long> units);

    Optional<UnitEntity> findByModelIdAndLabel(Long modelId, String label);
}
