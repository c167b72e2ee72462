package app.yarrowmark.server.evidence;

import java.util.Collection;
import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface EvidenceFileRepository extends JpaRepository<EvidenceFileEntity, String> {

    /** A file without its content. */
    record Described(String hash, String mediaType, int size, boolean thumbnail) {}

    /** The files without their content. */
    @Query("select f.hash, f.mediaType, f.size, case when f.thumbnail is null then false else true end"
            + " from EvidenceFileEntity f where f.hash in :hashes")
    List<Described> describe(Collection<String> hashes);
}
