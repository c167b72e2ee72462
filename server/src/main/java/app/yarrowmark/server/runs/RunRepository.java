package app.yarrowmark.server.runs;

import java.time.Instant;
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

    List<RunEntity> findBySetupIdAndSuiteIdOrderByStartedAt(Long setupId, Long suiteId);

    List<RunEntity> findBySetupIdInOrderByStartedAt(Collection<Long> setupIds);

    List<RunEntity> findByImportId(Long importId);

    /** Ids, as text, of the newest runs of each setup and suite, so many of each. */
    @Query(
            nativeQuery = true,
            value = "select cast(id as char) from (select id, row_number() over (partition by setup_id, suite_id"
                    + " order by started_at desc, id) as n from run where setup_id in (:setups) and suite_id in (:suites)) newest"
                    + " where n <= :most")
    List<String> newestOfEach(Collection<Long> setups, Collection<Long> suites, int most);

    @Query("select r from RunEntity r where (:state is null or r.state = :state)"
            + " and (:suite is null or r.suiteId = :suite) and (:everySetup = true or r.setupId in :setups)"
            + " and (:from is null or r.startedAt >= :from) and (:to is null or r.startedAt < :to)"
            + " and (:importId is null or r.importId = :importId)"
            + " and (:flagged = false or r.flags <> '') and (:doubted = false or r.openDoubts > 0)"
            + " order by r.startedAt desc, r.id")
    Page<RunEntity> ledger(
            @Nullable RunState state,
            @Nullable Long suite,
            boolean everySetup,
            Collection<Long> setups,
            @Nullable Instant from,
            @Nullable Instant to,
            @Nullable Long importId,
            boolean flagged,
            boolean doubted,
            Pageable page);

    @Query("select r.state, count(r), sum(case when r.flags <> '' then 1 else 0 end),"
            + " sum(case when r.openDoubts > 0 then 1 else 0 end) from RunEntity r group by r.state")
    List<Object[]> countByState();

    /** Ids, as text, of runs whose note or reason has words that begin so. */
    @Query(
            nativeQuery = true,
            value = "select cast(id as char) from run where match(note, reason) against (:words in boolean mode)"
                    + " order by started_at desc limit 10")
    List<String> withWords(String words);

    /** Id, as text, and content hash of those of the given ids, as text, that are kept. */
    @Query(nativeQuery = true, value = "select cast(id as char), content_hash from run where id in (:ids)")
    List<Object[]> hashes(Collection<String> ids);

    /** Setup, suite, start and end of runs that one of our programs measured, the last first. */
    @Query(
            "select r.setupId, r.suiteId, r.startedAt, r.endedAt from RunEntity r where r.workSize = 'normal'"
                    + " and r.state <> 'FAILED' and r.sender in ('runner', 'device page') and r.suiteId in :suites order by r.startedAt desc")
    List<Object[]> times(Collection<Long> suites, Pageable most);

    @Query("select r.setupId, count(r) from RunEntity r group by r.setupId")
    List<Object[]> countBySetup();
}
