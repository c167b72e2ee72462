package app.yarrowmark.server.history;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

@Entity
@Table(name = "record_event")
class RecordEventEntity {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    Long id;

    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    HistoryService.Kind kind;

    String recordId;
    Instant at;
    String what;
    String who;

    @Nullable
    String reason;

    @SuppressWarnings("NullAway.Init")
    protected RecordEventEntity() {}

    RecordEventEntity(
            HistoryService.Kind kind, String recordId, Instant at, String what, String who, @Nullable String reason) {
        this.kind = kind;
        this.recordId = recordId;
        this.at = at;
        this.what = what;
        this.who = who;
        this.reason = reason;
    }
}
