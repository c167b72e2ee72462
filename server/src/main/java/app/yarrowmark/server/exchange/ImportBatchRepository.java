package app.yarrowmark.server.exchange;

import jakarta.persistence.LockModeType;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

interface ImportBatchRepository extends JpaRepository<ImportBatchEntity, Long> {

    List<ImportBatchEntity> findTop50ByOrderByIdDesc();

    boolean existsByNameAndStateAndIdNot(String name, ImportViews.State state, Long id);

    List<ImportBatchEntity> findByState(ImportViews.State state);

    /** Locked, so that of two who accept an import only one does. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select b from ImportBatchEntity b where b.id = :id")
    Optional<ImportBatchEntity> lock(long id);
}
