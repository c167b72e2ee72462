package app.yarrowmark.server.writeups;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface WriteUpReaderRepository extends JpaRepository<WriteUpReaderEntity, Long> {

    List<WriteUpReaderEntity> findAllByOrderByAt();

    List<WriteUpReaderEntity> findByWriteUpIdOrderByAt(long writeUpId);
}
