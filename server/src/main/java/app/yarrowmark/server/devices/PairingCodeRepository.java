package app.yarrowmark.server.devices;

import jakarta.persistence.LockModeType;
import java.time.Instant;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

interface PairingCodeRepository extends JpaRepository<PairingCodeEntity, String> {

    /** Locked, so that of two devices with one code only one gets in. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select c from PairingCodeEntity c where c.code = :code")
    Optional<PairingCodeEntity> lock(String code);

    long deleteByExpiresAtBefore(Instant time);
}
