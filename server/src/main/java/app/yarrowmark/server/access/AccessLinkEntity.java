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

/** A link that is good once: to make an account, or to give an account a new password. */
@Entity
@Table(name = "access_link")
class AccessLinkEntity {

    private static final int ID_LENGTH = 12;

    /** What a link is for. */
    enum Kind {
        INVITATION,
        RESET
    }

    @Id
    @Column(columnDefinition = "char(64)")
    String tokenHash;

    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    Kind kind;

    /** Of the account that an invitation makes. */
    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    @Nullable
    Role role;

    /** Whose password a reset changes. */
    @Nullable
    Long accountId;

    String forWhom;
    String madeBy;
    Instant madeAt;
    Instant expiresAt;

    @Nullable
    Instant usedAt;

    @Nullable
    Instant endedAt;

    @SuppressWarnings("NullAway.Init")
    protected AccessLinkEntity() {}

    AccessLinkEntity(String tokenHash, Kind kind, String forWhom, String madeBy, Instant madeAt, Instant expiresAt) {
        this.tokenHash = tokenHash;
        this.kind = kind;
        this.forWhom = forWhom;
        this.madeBy = madeBy;
        this.madeAt = madeAt;
        this.expiresAt = expiresAt;
    }

    /** By which it is ended; tells nothing of the secret. */
    String id() {
        return tokenHash.substring(0, ID_LENGTH);
    }

    boolean isGood(Instant now) {
        return usedAt == null && endedAt == null && expiresAt.isAfter(now);
    }
}
