package app.yarrowmark.server.sittings;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface SittingRepository extends JpaRepository<SittingEntity, Long> {

    List<SittingEntity> findByClosedAtIsNullOrderByOpenedAt();
}
