package app.yarrowmark.server.evidence;

import jakarta.persistence.Basic;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.FetchType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

@Entity
@Table(name = "evidence_file")
class EvidenceFileEntity {

    @Id
    @Column(columnDefinition = "char(64)")
    String hash;

    String mediaType;
    int size;

    @Basic(fetch = FetchType.LAZY)
    @Column(columnDefinition = "longblob")
    byte[] content;

    @Column(columnDefinition = "longblob")
    byte @Nullable [] thumbnail;

    Instant createdAt;

    @SuppressWarnings("NullAway.Init")
    protected EvidenceFileEntity() {}

    EvidenceFileEntity(String hash, String mediaType, byte[] content, byte @Nullable [] thumbnail, Instant createdAt) {
        this.hash = hash;
        this.mediaType = mediaType;
        this.size = content.length;
        this.content = content;
        this.thumbnail = thumbnail;
        this.createdAt = createdAt;
    }
}
