package app.yarrowmark.server.evidence;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

@Entity
@Table(name = "run_evidence")
class RunEvidenceEntity {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    Long id;

    UUID runId;

    @Column(columnDefinition = "char(64)")
    String hash;

    String name;
    Instant addedAt;
    String who;

    @Nullable
    Instant removedAt;

    @Version
    int edition;

    @SuppressWarnings("NullAway.Init")
    protected RunEvidenceEntity() {}

    RunEvidenceEntity(UUID runId, String hash, String name, Instant addedAt, String who) {
        this.runId = runId;
        this.hash = hash;
        this.name = name;
        this.addedAt = addedAt;
        this.who = who;
    }
}
