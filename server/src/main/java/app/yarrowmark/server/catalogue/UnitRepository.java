package app.yarrowmark.server.catalogue;

import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface UnitRepository extends JpaRepository<UnitEntity, Long> {

    Optional<UnitEntity> findByModelIdAndLabel(Long modelId, String label);
}
