package app.yarrowmark.server.writeups;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface WriteUpFigureRepository extends JpaRepository<WriteUpFigureEntity, Long> {

    List<WriteUpFigureEntity> findByWriteUpIdOrderByNumber(long writeUpId);

    Optional<WriteUpFigureEntity> findByWriteUpIdAndNumber(long writeUpId, int number);
}
