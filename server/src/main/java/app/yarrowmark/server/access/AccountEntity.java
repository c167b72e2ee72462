package app.yarrowmark.server.access;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

@Entity
@Table(name = "account")
class AccountEntity {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    Long id;

    String name;
    String passwordHash;
    Instant createdAt;

    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    Role role;

    @Nullable
    Instant closedAt;

    /** Secret of an authenticator, in base 32; null without one. */
    @Nullable
    String twoStep;

    /** Up to which interval of time its codes were used: none is good twice. */
    long twoStepUntil;

    @Version
    int edition;

    @SuppressWarnings("NullAway.Init")
    protected AccountEntity() {}

    AccountEntity(String name, String passwordHash, Role role, Instant createdAt) {
        this.name = name;
        this.passwordHash = passwordHash;
        this.role = role;
        this.createdAt = createdAt;
    }
}
