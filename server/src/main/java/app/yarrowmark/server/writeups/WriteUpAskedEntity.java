package app.yarrowmark.server.writeups;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.Collection;

/** Somebody is asked to read a draft and to put their name to it. */
@Entity
@Table(name = "write_up_asked")
class WriteUpAskedEntity {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    Long id;

    long writeUpId;
    String who;
    String askedBy;
    Instant at;

    @SuppressWarnings("NullAway.Init")
    protected WriteUpAskedEntity() {}

    @SuppressWarnings("NullAway.Init")
    WriteUpAskedEntity(long writeUpId, String who, String askedBy, Instant at) {
        this.writeUpId = writeUpId;
        this.who = who;
        this.askedBy = askedBy;
        this.at = at;
    }

    /** Returns whether they put their name to it since they were asked. */
    boolean answered(Collection<WriteUpReaderEntity> readers) {
        return readers.stream().anyMatch(r -> r.who.equals(who) && !r.at.isBefore(at));
    }
}
