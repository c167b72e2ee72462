package app.yarrowmark.server.writeups;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;

/** Somebody put their name to a draft. */
@Entity
@Table(name = "write_up_reader")
class WriteUpReaderEntity {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    Long id;

    long writeUpId;
    String who;
    Instant at;

    @SuppressWarnings("NullAway.Init")
    protected WriteUpReaderEntity() {}

    @SuppressWarnings("NullAway.Init")
    WriteUpReaderEntity(long writeUpId, String who, Instant at) {
        this.writeUpId = writeUpId;
        this.who = who;
        this.at = at;
    }

    /** Returns whether nothing was changed since they read it. */
    boolean standsBy(WriteUpEntity writeUp) {
        return !at.isBefore(writeUp.changedAt);
    }
}
