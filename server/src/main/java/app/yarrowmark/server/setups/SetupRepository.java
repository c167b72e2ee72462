package app.yarrowmark.server.setups;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface SetupRepository extends JpaRepository<SetupEntity, Long> {

    Optional<SetupEntity> findByUnitIdAndName(Long unitId, String name);

    List<SetupEntity> findByUnitIdOrderByOrdinal(Long unitId);
}
