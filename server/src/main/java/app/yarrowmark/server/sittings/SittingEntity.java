package app.yarrowmark.server.sittings;

import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Embeddable;
import jakarta.persistence.Entity;
import jakarta.persistence.FetchType;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.OrderColumn;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.hibernate.annotations.BatchSize;
import org.jspecify.annotations.Nullable;

@Entity
@Table(name = "sitting")
class SittingEntity {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    Long id;

    Long setupId;
    Instant openedAt;

    @Nullable
    Instant closedAt;

    /** Conditions ticked off, as JSON. */
    @Column(columnDefinition = "longtext")
    String ticked = "[]";

    @Nullable
    Double roomTemperature;

    @ElementCollection(fetch = FetchType.LAZY)
    @CollectionTable(name = "sitting_suite", joinColumns = @JoinColumn(name = "sitting_id"))
    @OrderColumn(name = "ordinal")
    @BatchSize(size = 100)
    List<PlannedSuite> planned = new ArrayList<>();

    @Embeddable
    static class PlannedSuite {

        Long suiteId;

        @Nullable
        Integer repeats;

        @Nullable
        String gapReason;

        @SuppressWarnings("NullAway.Init")
        protected PlannedSuite() {}

        PlannedSuite(Long suiteId) {
            this.suiteId = suiteId;
        }
    }

    @Version
    int edition;

    @SuppressWarnings("NullAway.Init")
    protected SittingEntity() {}

    SittingEntity(Long setupId, Instant openedAt) {
        this.setupId = setupId;
        this.openedAt = openedAt;
    }
}
