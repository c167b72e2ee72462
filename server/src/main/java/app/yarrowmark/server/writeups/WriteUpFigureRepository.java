package app.yarrowmark.server.writeups;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface WriteUpFigureRepository extends JpaRepository<WriteUpFigureEntity, Long> {

    List<WriteUpFigureEntity> findByWriteUpIdOrderByNumber(long writeUpId);

    /** How many figures a write-up has. */
    record Count(long writeUp, long figures) {}

    @Query("select f.writeUpId, count(f) from WriteUpFigureEntity f group by f.writeUpId")
    List<Count> counts();

    Optional<WriteUpFigureEntity> findByWriteUpIdAndNumber(long writeUpId, int number);
}
