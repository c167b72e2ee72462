package app.yarrowmark.server.runs;

import app.yarrowmark.server.problems.Refusal;
import app.yarrowmark.server.scorebook.Counting;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Page;
import org.springframework.data.domain.Pageable;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface RunRepository extends JpaRepository<RunEntity, UUID> {

    List<RunEntity> findBySittingIdInOrderByStartedAt(Collection<Long> sittingIds);

    List<RunEntity> findBySetupIdAndSuiteIdOrderByStartedAt(Long setupId, Long suiteId);

    List<RunEntity> findBySetupIdInOrderByStartedAt(Collection<Long> setupIds);

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

    /** How many runs are in a state, and how many of them are flagged or have numbers that look wrong. */
    record StateCount(RunState state, long runs, long flagged, long doubted) {}

    @Query("select r.state, count(r), sum(case when r.flags <> '' then 1 else 0 end),"
            + " sum(case when r.openDoubts > 0 then 1 else 0 end) from RunEntity r group by r.state")
    List<StateCount> countByState();

    /** What was written of a run. */
    interface Written {
        String getId();

        @Nullable
        String getNote();

        @Nullable
        String getReason();

        long getSetup();

        long getSuite();
    }

    /** Runs that have any of some words, or one that begins so; the last first. */
    @Query(
            nativeQuery = true,
            value = "select cast(id as char) as id, note, reason, setup_id as setup, suite_id as suite from run"
                    + " where match(note, reason) against (:words in boolean mode)"
                    + " order by started_at desc limit 300")
    List<Written> withAnyWord(String words);

    /** Setup and number of runs of a suite on some setups, those run last first. */
    @Query("select r.setupId, count(r) from RunEntity r where r.suiteId = :suite and r.setupId in :setups"
            + " group by r.setupId order by max(r.startedAt) desc")
    List<RunReadings.Attempts> countOf(long suite, Collection<Long> setups);

    /** Returns how many runs an import brought. */
    int countByImportId(long importId);

    record Start(UUID id, Instant startedAt) {}

    /** Those of the given ids that are kept. */
    @Query("select r.id, r.startedAt from RunEntity r where r.id in :ids")
    List<Start> starts(Collection<UUID> ids);

    /** A run, as text, and the hash of what was sent. */
    interface Hash {
        String getId();

        String getHash();
    }

    /** Those of the given ids, as text, that are kept. */
    @Query(
            nativeQuery = true,
            value = "select cast(id as char) as id, content_hash as hash from run where id in (:ids)")
    List<Hash> hashes(Collection<String> ids);

    record Took(long setup, long suite, Instant startedAt, Instant endedAt) {}

    /** Whole runs that one of our programs measured, the last first. */
    @Query(
            "select r.setupId, r.suiteId, r.startedAt, r.endedAt from RunEntity r where r.workSize = 'normal'"
                    + " and r.state = 'DONE' and r.sender in ('runner', 'device page') and r.suiteId in :suites order by r.startedAt desc")
    List<Took> times(Collection<Long> suites, Pageable most);

    /** A run without what was read. */
    record Tried(
            UUID run,
            long setup,
            long suite,
            RunState state,
            @Nullable String reason,
            String flags,
            @Nullable String gaps,
            Instant startedAt) {}

    /** Every run of some setups. */
    @Query("select r.id, r.setupId, r.suiteId, r.state, r.reason, r.flags, r.gaps, r.startedAt from RunEntity r"
            + " where r.setupId in :setups")
    List<Tried> attempts(Collection<Long> setups);

    @Query("select r.setupId, count(r) from RunEntity r group by r.setupId")
    List<RunReadings.Attempts> countBySetup();

    @Query("select distinct r.suiteId from RunEntity r join r.series s where " + Counting.RUN
            + " and r.setupId = :setup")
    List<Long> suitesWithSeries(long setup);

    /** The series that runs which count have, in a suite and some setups. */
    @Query("select distinct key(s), s.unit, s.axis, s.axisUnit from RunEntity r join r.series s where " + Counting.RUN
            + " and r.suiteId = :suite and r.setupId in :setups order by key(s)")
    List<RunReadings.NamedSeries> seriesNames(long suite, Collection<Long> setups);

    record Points(UUID run, long setup, Instant startedAt, String name, String points) {}

    /** Some series, the first started first; of all runs that count, or of one whatever its state. */
    @Query(
            "select r.id, r.setupId, r.startedAt, key(s), s.points from RunEntity r join r.series s where r.suiteId = :suite"
                    + " and r.setupId in :setups and key(s) in :names"
                    + " and ((:only is null and " + Counting.RUN + ") or r.id = :only) order by r.startedAt, r.id")
    List<Points> series(long suite, Collection<Long> setups, Collection<String> names, @Nullable UUID only);

    record Counted(
            UUID id,
            long setup,
            long suite,
            @Nullable LocalDate day,
            @Nullable String doubts,
            @Nullable Long importId) {}

    /** The runs that count, the first started first. */
    @Query("select r.id, r.setupId, r.suiteId, r.day, r.doubts, r.importId from RunEntity r where " + Counting.RUN + ""
            + " and r.setupId in :setups and r.suiteId in :suites order by r.startedAt, r.id")
    List<Counted> counting(Collection<Long> setups, Collection<Long> suites);

    record Typed(UUID run, long metric, String text, double value, double resolution) {}

    /** The readings of {@link #counting}; those that were computed left out. */
    @Query(
            "select r.id, key(v), v.text, v.value, v.resolution from RunEntity r join r.readings v where v.computed = false and "
                    + Counting.RUN + " and r.setupId in :setups and r.suiteId in :suites")
    List<Typed> typed(Collection<Long> setups, Collection<Long> suites);

    @Query("select count(r), count(distinct r.setupId) from RunEntity r where r.suiteId = :suite")
    Rereading.Extent extent(long suite);

    @Query("select r.id from RunEntity r where r.suiteId = :suite order by r.id")
    List<UUID> idsOf(long suite);

    record ReadText(String text, double value) {}

    /** The readings of a metric that were not computed. */
    @Query("select v.text, v.value from RunEntity r join r.readings v where v.computed = false and key(v) = :metric")
    List<ReadText> textsOf(long metric);

    /** The runs of a setup that have doubts or had them. */
    @Query(
            "select r.id, r.doubts from RunEntity r where r.setupId = :setup and r.doubts is not null order by r.startedAt")
    List<Doubted> doubtedOf(long setup);

    /** A run with the text of its doubts. */
    record Doubted(UUID id, String doubts) {}

    @Modifying
    @Query("update RunEntity r set r.doubts = :doubts, r.openDoubts = :open where r.id = :id")
    void doubt(UUID id, @Nullable String doubts, int open);

    /** Moves the runs of an import from one state and reason to another; returns how many. */
    @Modifying
    @Query(
            "update RunEntity r set r.state = :to, r.reason = :toReason, r.revision = :revision where r.importId = :importId"
                    + " and r.state = :from and (:fromReason is null or r.reason = :fromReason)")
    int moveImport(
            long importId,
            RunState from,
            @Nullable String fromReason,
            RunState to,
            @Nullable String toReason,
            long revision);

    /** What other imports brought of a suite in a setup, as far as it counts. */
    @Query("select r.id from RunEntity r where r.setupId = :setup and r.suiteId = :suite and r.state = DONE"
            + " and r.importId is not null and r.importId <> :importId and (:at is null or r.startedAt = :at)")
    List<UUID> imported(long setup, long suite, @Nullable Instant at, long importId);

    /** Moves the runs that an import corrected, as {@link #moveImport} those that it brought. */
    @Modifying
    @Query(
            "update RunEntity r set r.state = :to, r.reason = :toReason, r.revision = :revision"
                    + " where r.correctedBy = :importId and r.state = :from and (:fromReason is null or r.reason = :fromReason)")
    int moveCorrected(
            long importId,
            RunState from,
            @Nullable String fromReason,
            RunState to,
            @Nullable String toReason,
            long revision);

    /** Writes into the history of every run that was changed under a revision what became of it. */
    @Modifying
    @Query(
            nativeQuery = true,
            value = "insert into record_event (kind, record_id, at, what, who, reason) select 'RUN',"
                    + " cast(id as char), utc_timestamp(6), :what, :who, :reason from run where revision = :revision")
    void recordMove(long revision, String what, String who, @Nullable String reason);

    /** @throws Refusal if there is no such run */
    default RunEntity kept(UUID id) {
        return findById(id).orElseThrow(() -> Refusal.notFound("There is no run " + id + "."));
    }
}
