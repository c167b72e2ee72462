package app.yarrowmark.server.writeups;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface WriteUpRemarkRepository extends JpaRepository<WriteUpRemarkEntity, Long> {

    List<WriteUpRemarkEntity> findByWriteUpIdOrderByAt(long writeUpId);
}
