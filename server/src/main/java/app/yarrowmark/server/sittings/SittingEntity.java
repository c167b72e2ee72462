package app.yarrowmark.server.sittings;

import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.FetchType;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.OrderColumn;
import jakarta.persistence.SequenceGenerator;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.hibernate.annotations.BatchSize;
import org.jspecify.annotations.Nullable;

@Entity
@Table(name = "sitting")
class SittingEntity {

    @Id
    @GeneratedValue(strategy = GenerationType.SEQUENCE, generator = "record")
    @SequenceGenerator(name = "record", sequenceName = "record_seq", allocationSize = 50)
    Long id;

    Long setupId;
    Instant openedAt;

    @Nullable
    Instant closedAt;

    @ElementCollection(fetch = FetchType.LAZY)
    @CollectionTable(name = "sitting_suite", joinColumns = @JoinColumn(name = "sitting_id"))
    @OrderColumn(name = "ordinal")
    @Column(name = "suite_id")
    @BatchSize(size = 100)
    List<Long> suiteIds = new ArrayList<>();

    protected SittingEntity() {}

    SittingEntity(Long setupId, Instant openedAt) {
        this.setupId = setupId;
        this.openedAt = openedAt;
    }
}
