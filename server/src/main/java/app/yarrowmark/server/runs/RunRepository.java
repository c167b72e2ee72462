package app.yarrowmark.server.runs;

import java.util.Collection;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Page;
import org.springframework.data.domain.Pageable;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface RunRepository extends JpaRepository<RunEntity, UUID> {

    List<RunEntity> findBySittingIdOrderByStartedAt(Long sittingId);

    List<RunEntity> findBySittingIdInOrderByStartedAt(Collection<Long> sittingIds);

    List<RunEntity> findBySetupIdInAndSuiteIdInOrderByStartedAt(Collection<Long> setups, Collection<Long> suites);

    @Query("select r from RunEntity r where (:state is null or r.state = :state)"
            + " and (:suite is null or r.suiteId = :suite) and (:everySetup = true or r.setupId in :setups)"
            + " order by r.startedAt desc, r.id")
    Page<RunEntity> ledger(
            @Nullable RunState state, @Nullable Long suite, boolean everySetup, Collection<Long> setups, Pageable page);

    @Query("select r.state, count(r) from RunEntity r group by r.state")
    List<Object[]> countByState();
}
