package app.yarrowmark.server.catalogue;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;

@Entity
@Table(name = "unit")
class UnitEntity {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    Long id;

    Long modelId;
    String label;
    String variant = "";

    @Version
    int edition;

    @SuppressWarnings("NullAway.Init")
    protected UnitEntity() {}

    UnitEntity(Long modelId, String label) {
        this.modelId = modelId;
        this.label = label;
    }
}
