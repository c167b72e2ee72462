package app.yarrowmark.server.writeups;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

@Entity
@Table(name = "write_up")
class WriteUpEntity {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    Long id;

    String slug;
    String title;
    String line;

    @Nullable
    Long modelId;

    String text;
    String verdict;
    String answers;

    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    WriteUpView.State state;

    /** Why readers see it no more. */
    @Nullable
    String withdrawn;

    String madeBy;
    Instant madeAt;
    String changedBy;
    Instant changedAt;

    @Version
    int edition;

    @SuppressWarnings("NullAway.Init")
    protected WriteUpEntity() {}

    @SuppressWarnings("NullAway.Init")
    WriteUpEntity(String slug, String who, Instant at) {
        this.slug = slug;
        this.state = WriteUpView.State.DRAFT;
        this.madeBy = who;
        this.madeAt = at;
    }
}
