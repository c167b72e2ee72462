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

    @Id
    @Column(columnDefinition = "char(64)")
    String tokenHash;

    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    Caller.Scope scope;

    String name;

    @Nullable
    Long sittingId;

    Instant createdAt;

    @Nullable
    Instant expiresAt;

    protected TokenEntity() {}

    TokenEntity(String tokenHash, Caller.Scope scope, String name) {
        this.tokenHash = tokenHash;
        this.scope = scope;
        this.name = name;
    }
}
