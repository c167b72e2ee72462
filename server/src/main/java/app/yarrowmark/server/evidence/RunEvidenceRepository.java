package app.yarrowmark.server.evidence;

import java.util.Collection;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

interface RunEvidenceRepository extends JpaRepository<RunEvidenceEntity, Long> {

    List<RunEvidenceEntity> findByRunIdInAndRemovedAtIsNullOrderById(Collection<UUID> runIds);
}
