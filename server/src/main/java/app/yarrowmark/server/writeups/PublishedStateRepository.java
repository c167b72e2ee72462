package app.yarrowmark.server.writeups;

import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface PublishedStateRepository extends JpaRepository<PublishedStateEntity, Long> {

    /** A state without what it holds. */
    record Line(long id, long writeUpId, int number, Instant at, String who, long revision, String changes) {}

    @Query("select p.id, p.writeUpId, p.number, p.at, p.who, p.revision, p.changes from PublishedStateEntity p"
            + " where p.writeUpId in :writeUps order by p.number")
    List<Line> lines(Collection<Long> writeUps);

    Optional<PublishedStateEntity> findByWriteUpIdAndNumber(long writeUpId, int number);
}
