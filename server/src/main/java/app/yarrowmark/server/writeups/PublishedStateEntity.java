package app.yarrowmark.server.writeups;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;

/** What readers see: never changed once it is kept. */
@Entity
@Table(name = "published_state")
class PublishedStateEntity {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    Long id;

    long writeUpId;
    int number;
    Instant at;
    String who;
    long revision;
    String changes;
    String content;

    @SuppressWarnings("NullAway.Init")
    protected PublishedStateEntity() {}

    @SuppressWarnings("NullAway.Init")
    PublishedStateEntity(
            long writeUpId, int number, Instant at, String who, long revision, String changes, String content) {
        this.writeUpId = writeUpId;
        this.number = number;
        this.at = at;
        this.who = who;
        this.revision = revision;
        this.changes = changes;
        this.content = content;
    }
}
