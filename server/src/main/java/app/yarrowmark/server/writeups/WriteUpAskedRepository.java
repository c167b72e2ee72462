package app.yarrowmark.server.writeups;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface WriteUpAskedRepository extends JpaRepository<WriteUpAskedEntity, Long> {

    List<WriteUpAskedEntity> findAllByOrderByAt();

    List<WriteUpAskedEntity> findByWriteUpIdOrderByAt(long writeUpId);
}
