package app.yarrowmark.server.access;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

@Entity
@Table(name = "access_token")
class TokenEntity {

    private static final int ID_LENGTH = 12;

    @Id
    @Column(columnDefinition = "char(64)")
    String tokenHash;

    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    Caller.Scope scope;

    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    Role role = Role.REVIEWER;

    String name;

    @Nullable
    String madeBy;

    @Nullable
    Long sittingId;

    Instant createdAt;

    @Nullable
    Instant expiresAt;

    @Nullable
    Instant lastUsedAt;

    @Nullable
    Instant endedAt;

    @Nullable
    String endedReason;

    /** By how much the device's clock was ahead of ours when it joined. */
    long clockAheadMs;

    @SuppressWarnings("NullAway.Init")
    protected TokenEntity() {}

    TokenEntity(String tokenHash, Caller.Scope scope, String name, Instant createdAt) {
        this.tokenHash = tokenHash;
        this.scope = scope;
        this.name = name;
        this.createdAt = createdAt;
    }

    /** By which people name it; tells nothing of the secret. */
    String id() {
        return tokenHash.substring(0, ID_LENGTH);
    }

    boolean isGood(Instant now) {
        return endedAt == null && (expiresAt == null || expiresAt.isAfter(now));
    }
}
