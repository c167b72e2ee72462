package app.yarrowmark.server.evidence;

import java.util.Collection;
import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface EvidenceFileRepository extends JpaRepository<EvidenceFileEntity, String> {

    /** Hash, media type, size and whether there is a thumbnail; without the content. */
    @Query("select f.hash, f.mediaType, f.size, case when f.thumbnail is null then false else true end"
            + " from EvidenceFileEntity f where f.hash in :hashes")
    List<Object[]> describe(Collection<String> hashes);
}
