package app.yarrowmark.server.catalogue;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface ModelRepository extends JpaRepository<ModelEntity, Long> {

    Optional<ModelEntity> findByMakerAndName(String maker, String name);

    List<ModelEntity> findByNameIn(Collection<String> names);
}
