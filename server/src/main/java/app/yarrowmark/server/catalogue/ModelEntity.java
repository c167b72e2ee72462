package app.yarrowmark.server.catalogue;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

@Entity
@Table(name = "model")
class ModelEntity {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    Long id;

    String maker;
    String name;

    DeviceKind kind;

    @Nullable
    Integer year;

    Instant createdAt;

    /** {@link ModelDetails} as JSON. */
    @Column(columnDefinition = "longtext")
    String details = "{}";

    @Version
    int edition;

    @SuppressWarnings("NullAway.Init")
    protected ModelEntity() {}

    ModelEntity(String maker, String name, DeviceKind kind, @Nullable Integer year, Instant createdAt) {
        this.maker = maker;
        this.name = name;
        this.kind = kind;
        this.year = year;
        this.createdAt = createdAt;
    }
}
