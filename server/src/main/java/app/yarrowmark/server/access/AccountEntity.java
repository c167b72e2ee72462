package app.yarrowmark.server.access;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.SequenceGenerator;
import jakarta.persistence.Table;
import java.time.Instant;

@Entity
@Table(name = "account")
class AccountEntity {

    @Id
    @GeneratedValue(strategy = GenerationType.SEQUENCE, generator = "record")
    @SequenceGenerator(name = "record", sequenceName = "record_seq", allocationSize = 50)
    Long id;

    String name;
    String passwordHash;
    Instant createdAt;

    @SuppressWarnings("NullAway.Init")
    protected AccountEntity() {}

    AccountEntity(String name, String passwordHash, Instant createdAt) {
        this.name = name;
        this.passwordHash = passwordHash;
        this.createdAt = createdAt;
    }
}
