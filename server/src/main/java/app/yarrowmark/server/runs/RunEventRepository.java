package app.yarrowmark.server.runs;

import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

interface RunEventRepository extends JpaRepository<RunEventEntity, Long> {

    List<RunEventEntity> findByRunIdOrderByAtAscIdAsc(UUID runId);
}
