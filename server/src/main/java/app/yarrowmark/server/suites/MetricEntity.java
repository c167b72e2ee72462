package app.yarrowmark.server.suites;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

@Entity
@Table(name = "metric")
class MetricEntity {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    Long id;

    Long suiteId;
    String metricKey;
    int ordinal;

    @SuppressWarnings("NullAway.Init")
    protected MetricEntity() {}

    MetricEntity(Long suiteId, String metricKey, int ordinal) {
        this.suiteId = suiteId;
        this.metricKey = metricKey;
        this.ordinal = ordinal;
    }
}
