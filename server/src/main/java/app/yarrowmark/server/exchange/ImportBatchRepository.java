package app.yarrowmark.server.exchange;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface ImportBatchRepository extends JpaRepository<ImportBatchEntity, Long> {

    List<ImportBatchEntity> findTop50ByOrderByIdDesc();
}
