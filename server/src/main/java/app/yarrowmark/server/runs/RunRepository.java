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

    List<RunEntity> findBySittingIdInOrderByStartedAt(Collection<Long> sittingIds);

    /** Ids, as text, of the newest runs of each setup and suite, so many of each. */
    @Query(
            nativeQuery = true,
            value = "select cast(id as char) from (select id, row_number() over (partition by setup_id, suite_id"
                    + " order by started_at desc, id) as n from run where setup_id in (:setups) and suite_id in (:suites)) newest"
                    + " where n <= :most")
    List<String> newestOfEach(Collection<Long> setups, Collection<Long> suites, int most);

    @Query("select r from RunEntity r where (:state is null or r.state = :state)"
            + " and (:suite is null or r.suiteId = :suite) and (:everySetup = true or r.setupId in :setups)"
            + " order by r.startedAt desc, r.id")
    Page<RunEntity> ledger(
            @Nullable RunState state, @Nullable Long suite, boolean everySetup, Collection<Long> setups, Pageable page);

    @Query("select r.state, count(r) from RunEntity r group by r.state")
    List<Object[]> countByState();
}
