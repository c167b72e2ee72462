package app.yarrowmark.server.suites;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;

@Entity
@Table(name = "suite")
class SuiteEntity {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    Long id;

    String suiteKey;
    String version;

    @Column(columnDefinition = "longtext")
    String sheet;

    Instant createdAt;

    @Version
    int edition;

    @SuppressWarnings("NullAway.Init")
    protected SuiteEntity() {}

    SuiteEntity(String suiteKey, String version, String sheet, Instant createdAt) {
        this.suiteKey = suiteKey;
        this.version = version;
        this.sheet = sheet;
        this.createdAt = createdAt;
    }
}
