package app.yarrowmark.server.history;

import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Writes down everything that changes a record, in the same transaction as the change. */
@Service
public class HistoryService {

    private static final int LONGEST = 1000;

    private final EntityManager entities;
    private final RecordEventRepository events;
    private final Clock clock;

    HistoryService(EntityManager entities, RecordEventRepository events, Clock clock) {
        this.entities = entities;
        this.events = events;
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
