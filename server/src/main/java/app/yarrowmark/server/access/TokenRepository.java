package app.yarrowmark.server.access;

import java.time.Instant;
import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface TokenRepository extends JpaRepository<TokenEntity, String> {

    List<TokenEntity> findByTokenHashStartingWith(String id);

    List<TokenEntity> findBySittingIdOrderByCreatedAtDesc(long sittingId);

    List<TokenEntity> findByMadeByAndEndedAtIsNull(String name);

    List<TokenEntity> findTop200ByOrderByCreatedAtDesc();

    @Modifying
    @Query("update TokenEntity t set t.lastUsedAt = :now where t.tokenHash = :hash")
    void used(String hash, Instant now);
}
