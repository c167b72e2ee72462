package app.yarrowmark.server.exchange;

import jakarta.persistence.Column;
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
@Table(name = "import_batch")
class ImportBatchEntity {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    Long id;

    String name;
    String source;

    /** {@link ImportSettings} as JSON. */
    @Column(columnDefinition = "longtext")
    String mapping;

    String who;
    Instant at;

    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    ImportViews.State state;

    /** The chosen {@code PartKey}s as JSON, once it is accepted; null for all. */
    @Column(columnDefinition = "longtext")
    @Nullable
    String chosen;

    /** Whether what was imported before for the same tests is set aside where this says otherwise. */
    boolean corrects;

    /** Who accepted it. */
    @Nullable
    String acceptedBy;

    /** Which server keeps it, once it is accepted. */
    @Column(length = 36, columnDefinition = "char(36)")
    @Nullable
    String server;

    int understood;
    int rejected;
    int runs;
    int doubted;

    @SuppressWarnings("NullAway.Init")
    protected ImportBatchEntity() {}

    ImportBatchEntity(String name, String source, String mapping, String who, Instant at) {
        this.name = name;
        this.source = source;
        this.mapping = mapping;
        this.who = who;
        this.at = at;
        this.state = ImportViews.State.WAITING;
    }
}
