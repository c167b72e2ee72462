package app.yarrowmark.server.writeups;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

@Entity
@Table(name = "write_up_remark")
class WriteUpRemarkEntity {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    Long id;

    long writeUpId;
    String passage;
    String text;
    String who;
    Instant at;

    @Nullable
    String settledBy;

    @Nullable
    Instant settledAt;

    @SuppressWarnings("NullAway.Init")
    protected WriteUpRemarkEntity() {}

    @SuppressWarnings("NullAway.Init")
    WriteUpRemarkEntity(long writeUpId, String passage, String text, String who, Instant at) {
        this.writeUpId = writeUpId;
        this.passage = passage;
        this.text = text;
        this.who = who;
        this.at = at;
    }

    WriteUpView.Remark view() {
        return new WriteUpView.Remark(id, passage, text, who, at, settledBy, settledAt);
    }
}
