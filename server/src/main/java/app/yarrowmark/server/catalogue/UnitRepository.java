package app.yarrowmark.server.catalogue;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface UnitRepository extends JpaRepository<UnitEntity, Long> {

    List<UnitEntity> findByModelId(Long modelId);

    List<UnitEntity> findByModelIdIn(Collection<Long> modelIds);

    Optional<UnitEntity> findByModelIdAndLabel(Long modelId, String label);
}
