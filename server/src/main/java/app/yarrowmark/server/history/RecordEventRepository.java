package app.yarrowmark.server.history;

import java.util.Collection;
import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface RecordEventRepository extends JpaRepository<RecordEventEntity, Long> {

    List<RecordEventEntity> findTop100ByKindOrderByAtDescIdDesc(HistoryService.Kind kind);

    List<RecordEventEntity> findByKindAndRecordIdInAndWhatInOrderByAtAscIdAsc(
            HistoryService.Kind kind, Collection<String> recordIds, Collection<String> what);

    List<RecordEventEntity> findByKindAndRecordIdOrderByAtAscIdAsc(HistoryService.Kind kind, String recordId);
}
