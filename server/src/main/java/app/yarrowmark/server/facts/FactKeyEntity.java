package app.yarrowmark.server.facts;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;

@Entity
@Table(name = "fact_key")
class FactKeyEntity {

    @Id
    String factKey;

    /** A {@code FactView} as JSON. */
    @Column(columnDefinition = "longtext")
    String definition;

    Instant createdAt;

    @SuppressWarnings("NullAway.Init")
    protected FactKeyEntity() {}

    FactKeyEntity(String factKey, String definition, Instant createdAt) {
        this.factKey = factKey;
        this.definition = definition;
        this.createdAt = createdAt;
    }
}
