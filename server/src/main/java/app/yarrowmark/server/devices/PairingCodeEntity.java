package app.yarrowmark.server.devices;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

@Entity
@Table(name = "pairing_code")
class PairingCodeEntity {

    @Id
    @Column(columnDefinition = "char(6)")
    String code;

    Long sittingId;
    Instant createdAt;
    Instant expiresAt;

    @Nullable
    Instant usedAt;

    @SuppressWarnings("NullAway.Init")
    protected PairingCodeEntity() {}

    PairingCodeEntity(String code, Long sittingId, Instant createdAt, Instant expiresAt) {
        this.code = code;
        this.sittingId = sittingId;
        this.createdAt = createdAt;
        this.expiresAt = expiresAt;
    }
}
