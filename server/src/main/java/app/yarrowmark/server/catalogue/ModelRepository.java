package app.yarrowmark.server.catalogue;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface ModelRepository extends JpaRepository<ModelEntity, Long> {

    Optional<ModelEntity> findByMakerAndName(String maker, String name);

    List<ModelEntity> findByNameIn(Collection<String> names);

    @Query(value = "select distinct kind from model", nativeQuery = true)
    List<String> kinds();
}
