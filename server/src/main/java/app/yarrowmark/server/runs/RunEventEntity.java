package app.yarrowmark.server.runs;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.SequenceGenerator;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

@Entity
@Table(name = "run_event")
class RunEventEntity {

    @Id
    @GeneratedValue(strategy = GenerationType.SEQUENCE, generator = "record")
    @SequenceGenerator(name = "record", sequenceName = "record_seq", allocationSize = 50)
    Long id;

    UUID runId;
    Instant at;
    String what;
    String who;

    @Nullable
    String reason;

    protected RunEventEntity() {}

    RunEventEntity(UUID runId, Instant at, String what, String who, @Nullable String reason) {
        this.runId = runId;
        this.at = at;
        this.what = what;
        this.who = who;
        this.reason = reason;
    }
}
