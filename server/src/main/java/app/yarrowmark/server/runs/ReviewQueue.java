package app.yarrowmark.server.runs;

import app.yarrowmark.server.events.LiveEvents;
import app.yarrowmark.server.problems.Trouble;
import app.yarrowmark.server.revisions.Marks;
import app.yarrowmark.server.scorebook.Cell;
import app.yarrowmark.server.scorebook.ScoreRevision;
import app.yarrowmark.server.servers.Servers;
import jakarta.annotation.PreDestroy;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/**
 * Reviews runs after they are kept and answered: cell by cell in the order in which they came, many at a time. What a server
 * had not reviewed when it ended is reviewed at its next start.
 */
@Component
class ReviewQueue {

    private static final Logger LOG = LoggerFactory.getLogger(ReviewQueue.class);
    private static final int AT_ONCE = 100;
    private static final long AWAY_MILLIS = 2_000;
    /** So many times as long as a review took, the next one waits. */
    private static final int REST = 4;

    private static final long LONGEST_REST_MILLIS = 2_000;

    private final RunReview review;
    private final ScoreRevision revision;
    private final LiveEvents events;
    private final JdbcTemplate jdbc;
    private final Servers servers;
    private final Set<Cell> waiting = new LinkedHashSet<>();
    private final Thread worker = new Thread(this::work, "review");
    private Set<Due> seenBefore = Set.of();
    private boolean busy;
    private boolean over;

    ReviewQueue(RunReview review, ScoreRevision revision, LiveEvents events, JdbcTemplate jdbc, Servers servers) {
        this.review = review;
        this.revision = revision;
        this.events = events;
        this.jdbc = jdbc;
        this.servers = servers;
        worker.setDaemon(true);
    }

    /** Takes what was left, and begins. */
    @EventListener(ApplicationReadyEvent.class)
    void begin() {
        jdbc.query("select setup_id, suite_id from review_due order by revision", row -> {
            add(new Cell(row.getLong(1), row.getLong(2)));
        });
        worker.start();
    }

    @PreDestroy
    synchronized void end() {
        over = true;
        notifyAll();
    }

    /** Takes what lies there for longer than a server needs for its own: another one left it. */
    @Scheduled(fixedDelay = 60_000, initialDelay = 60_000)
    void takeLeft() {
        if (servers.shared()) {
            Set<Due> now = new HashSet<>(jdbc.query(
                    "select setup_id, suite_id, revision from review_due",
                    (row, at) -> new Due(new Cell(row.getLong(1), row.getLong(2)), row.getLong(3))));
            now.stream().filter(seenBefore::contains).forEach(due -> add(due.cell));
            seenBefore = now;
        }
    }

    private record Due(Cell cell, long stamp) {}

    /** Writes down that a cell is to be reviewed, in the transaction in which a run is kept with a stamp. */
    void due(Cell cell, long stamp) {
        jdbc.update(
                "insert into review_due (setup_id, suite_id, revision) values (?, ?, ?)",
                cell.setup(),
                cell.suite(),
                stamp);
    }

    /** Takes a cell in which a run was kept, once that is committed. */
    synchronized void add(Cell cell) {
        waiting.add(cell);
        notifyAll();
    }

    /** Waits until nothing waits. */
    synchronized void await() throws InterruptedException {
        while (busy || !waiting.isEmpty()) {
            wait();
        }
    }

    /** After a rest, in which more runs of the same cells come together, and which leaves most of the time to who sends. */
    private synchronized List<Cell> next(long restMillis) throws InterruptedException {
        busy = false;
        notifyAll();
        long rested = System.nanoTime() + Math.min(restMillis, LONGEST_REST_MILLIS) * 1_000_000;
        for (long left = restMillis; left > 0 && !over; left = (rested - System.nanoTime()) / 1_000_000) {
            wait(left);
        }
        while (waiting.isEmpty() && !over) {
            wait();
        }
        List<Cell> some = new ArrayList<>(waiting).subList(0, Math.min(AT_ONCE, waiting.size()));
        some.forEach(waiting::remove);
        busy = !over;
        return over ? List.of() : some;
    }

    private void work() {
        try {
            for (List<Cell> some = next(0); !some.isEmpty(); ) {
                long start = System.nanoTime();
                review(some);
                some = next(REST * (System.nanoTime() - start) / 1_000_000);
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private void review(List<Cell> cells) throws InterruptedException {
        try {
            Marks.Changes seen = revision.current().since(Marks.NONE);
            if (review.all(cells) > 0) {
                events.changed(LiveEvents.Topic.RUNS);
            }
            jdbc.batchUpdate(
                    "delete from review_due where setup_id = ? and suite_id = ? and " + seen.condition("revision"),
                    cells.stream()
                            .map(c -> Stream.concat(Stream.of(c.setup(), c.suite()), Arrays.stream(seen.values()))
                                    .toArray())
                            .toList());
        } catch (RuntimeException e) {
            if (Trouble.isOutage(e)) {
                cells.forEach(this::add);
                Thread.sleep(AWAY_MILLIS);
            } else {
                LOG.error("runs could not be reviewed; they count, and are looked at again at the next start", e);
            }
        }
    }
}
