package app.yarrowmark.server.setups;

import app.yarrowmark.core.setup.Fact;
import app.yarrowmark.core.setup.Facts;
import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Embeddable;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.FetchType;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.MapKeyColumn;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import org.hibernate.annotations.BatchSize;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

@Entity
@Table(name = "setup")
class SetupEntity {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    Long id;

    Long unitId;
    int ordinal;
    String name;

    @Nullable
    Long parentId;

    boolean tuned;

    @Column(columnDefinition = "char(64)")
    String fingerprint;

    Instant createdAt;

    /** Keys of the facts that were changed on purpose, as JSON. */
    @Column(columnDefinition = "longtext")
    String meant = "[]";

    /** What people made of differences, a {@code Call} by key, as JSON. */
    @Column(columnDefinition = "longtext")
    String calls = "{}";

    /** {@link Tuning} as JSON. */
    @Column(columnDefinition = "longtext")
    @Nullable
    String tuning;

    /** What a person noted, such as what might explain a score. */
    @Nullable
    String note;

    @ElementCollection(fetch = FetchType.LAZY)
    @CollectionTable(name = "setup_fact", joinColumns = @JoinColumn(name = "setup_id"))
    @MapKeyColumn(name = "fact_key")
    @BatchSize(size = 200)
    Map<String, FactValue> facts = new HashMap<>();

    @Version
    int edition;

    @SuppressWarnings("NullAway.Init")
    protected SetupEntity() {}

    SetupEntity(Long unitId, int ordinal, String name, Instant createdAt) {
        this.unitId = unitId;
        this.ordinal = ordinal;
        this.name = name;
        this.createdAt = createdAt;
    }

    Facts facts() {
        return Facts.of(facts.entrySet().stream()
                .map(e -> new Fact(
                        e.getKey(),
                        Optional.ofNullable(e.getValue().value),
                        e.getValue().unit,
                        e.getValue().origin,
                        e.getValue().reason))
                .toList());
    }

    /** Adds and fills; rows of facts that did not change are left alone. */
    void setFacts(Facts all) {
        for (Fact fact : all.all()) {
            FactValue old = facts.get(fact.key());
            if (old == null
                    || old.origin != fact.origin()
                    || !Optional.ofNullable(old.value).equals(fact.value())
                    || !old.unit.equals(fact.unit())
                    || !old.reason.equals(fact.reason())) {
                facts.put(fact.key(), new FactValue(fact));
            }
        }
        fingerprint = all.fingerprint();
    }

    /** Puts others in their place: what is not among them is gone. */
    void replaceFacts(Facts all) {
        facts.keySet().removeIf(key -> all.get(key).isEmpty());
        setFacts(all);
    }

    @Embeddable
    static class FactValue {

        @Column(name = "fact_value")
        @Nullable
        String value;

        String unit;

        @Enumerated(EnumType.STRING)
        @JdbcTypeCode(SqlTypes.VARCHAR)
        Fact.Origin origin;

        String reason;

        @SuppressWarnings("NullAway.Init")
        protected FactValue() {}

        FactValue(Fact fact) {
            this.value = fact.value().orElse(null);
            this.unit = fact.unit();
            this.origin = fact.origin();
            this.reason = fact.reason();
        }
    }
}
