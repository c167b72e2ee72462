package app.yarrowmark.server.sittings;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface SittingRepository extends JpaRepository<SittingEntity, Long> {

    List<SittingEntity> findBySetupIdOrderById(long setupId);

    Optional<SittingEntity> findFirstBySetupIdOrderByIdDesc(long setupId);

    List<SittingEntity> findByClosedAtIsNullOrderByOpenedAt();

    List<SittingEntity> findTop200ByOrderByIdDesc();

    /** Suites that were left out of sittings, those of the last sitting last. */
    @Query("select s.setupId, p.suiteId, p.gapReason from SittingEntity s join s.planned p"
            + " where s.setupId in :setups and p.gapReason is not null order by s.id")
    List<SittingService.LeftOut> leftOut(Collection<Long> setups);
}
