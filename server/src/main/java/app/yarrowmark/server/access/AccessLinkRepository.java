package app.yarrowmark.server.access;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface AccessLinkRepository extends JpaRepository<AccessLinkEntity, String> {

    List<AccessLinkEntity> findTop100ByOrderByMadeAtDesc();

    List<AccessLinkEntity> findByAccountIdAndUsedAtIsNullAndEndedAtIsNull(long accountId);

    @Modifying
    @Query("update AccessLinkEntity l set l.usedAt = :now where l.tokenHash = :hash and l.usedAt is null")
    int take(String hash, Instant now);

    Optional<AccessLinkEntity> findFirstByTokenHashStartingWith(String id);
}
