package app.yarrowmark.server.history;

import app.yarrowmark.server.problems.RuleViolations;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Writes down everything that changes a record, in the same transaction as the change. */
@Service
public class HistoryService {

    private static final int LONGEST = 1000;
    private static final int USUAL_PAGE = 100;

    private final EntityManager entities;
    private final RecordEventRepository events;
    private final RecordNames names;
    private final Clock clock;

    HistoryService(EntityManager entities, RecordEventRepository events, RecordNames names, Clock clock) {
        this.entities = entities;
        this.events = events;
        this.names = names;
        this.clock = clock;
    }

    /** What has a history. */
    public enum Kind {
        RUN,
        MODEL,
        UNIT,
        SETUP,
        SUITE,
        FACT,
        IMPORT,
        SITTING,
        BOARD,
        WRITE_UP,
        /** What counts overall. */
        STANDING,
        /** Sign-ins, tokens and codes. */
        ACCESS
    }

    /** Adds to the history of a record. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void add(Kind kind, Object id, String what, String who, @Nullable String reason) {
        String cut = reason == null || reason.length() <= LONGEST ? reason : reason.substring(0, LONGEST - 1) + "…";
        entities.persist(new RecordEventEntity(kind, id.toString(), clock.instant(), what, who, cut));
    }

    /**
     * Returns a part of the history of everything, the last first.
     *
     * @throws RuleViolations if there is no such page
     */
    @Transactional(readOnly = true)
    HistoryPage page(HistoryQuestion asked) {
        int size = asked.page().size(USUAL_PAGE);
        String who = asked.who() == null ? "" : asked.who().strip();
        // One more than is shown tells whether there is more.
        List<RecordEventEntity> found = entities.createQuery(
                        "select e from RecordEventEntity e where (:kind is null or e.kind = :kind)"
                                + " and (:who = '' or e.who like concat('%', :who, '%') escape '\\')"
                                + " and e.at >= :from and e.at < :until order by e.at desc, e.id desc",
                        RecordEventEntity.class)
                .setParameter("kind", asked.kind())
                .setParameter("who", who.replaceAll("([\\\\%_])", "\\\\$1"))
                .setParameter("from", orElse(asked.days().first(), Instant.EPOCH))
                .setParameter(
                        "until", orElse(asked.days().end(), clock.instant().plus(1, ChronoUnit.DAYS)))
                .setFirstResult(asked.page().number() * size)
                .setMaxResults(size + 1)
                .getResultList();
        RecordNames.Names called = names.of(found);
        return new HistoryPage(
                found.stream()
                        .limit(size)
                        .map(e -> new HistoryPage.HistoryLine(
                                e.at, e.kind, e.recordId, called.of(e.kind, e.recordId), e.what, e.who, e.reason))
                        .toList(),
                found.size() > size);
    }

    private static Instant orElse(@Nullable Instant at, Instant usual) {
        return at == null ? usual : at;
    }

    /** Returns who did one of some things to records of a kind last, by the record; without those that nobody did it to. */
    @Transactional(readOnly = true)
    public Map<String, String> whoDid(Kind kind, Collection<?> ids, Collection<String> what) {
        Map<String, String> who = new HashMap<>();
        List<String> records = ids.stream().map(Object::toString).toList();
        events.findByKindAndRecordIdInAndWhatInOrderByAtAscIdAsc(kind, records, what)
                .forEach(e -> who.put(e.recordId, e.who));
        return who;
    }

    /** Returns what happened last to any record of a kind, the last first. */
    @Transactional(readOnly = true)
    public List<EventView> last(Kind kind) {
        return events.findTop100ByKindOrderByAtDescIdDesc(kind).stream()
                .map(e -> new EventView(e.at, e.what, e.who, e.reason))
                .toList();
    }

    /** Returns the history of a record, the first first. */
    @Transactional(readOnly = true)
    public List<EventView> of(Kind kind, Object id) {
        return events.findByKindAndRecordIdOrderByAtAscIdAsc(kind, id.toString()).stream()
                .map(e -> new EventView(e.at, e.what, e.who, e.reason))
                .toList();
    }
}
