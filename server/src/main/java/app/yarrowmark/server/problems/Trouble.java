package app.yarrowmark.server.problems;

import java.net.SocketTimeoutException;
import java.sql.SQLException;
import java.sql.SQLNonTransientConnectionException;
import java.sql.SQLTransientConnectionException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Set;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Predicate;
import org.hibernate.exception.ConstraintViolationException;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.ConcurrencyFailureException;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;

/**
 * Tells apart, in one place for every way in, what can go wrong with the records: they cannot be reached (the sender tries
 * again), two did the same at once (the caller reads again), or something is broken (its log says what to do).
 */
@Component
public class Trouble {

    private static final Logger LOG = LoggerFactory.getLogger(Trouble.class);
    /** An outage is told once with its stack; while it goes on, no oftener than this in one line. */
    private static final Duration TOLD = Duration.ofMinutes(1);

    private static final String CLOSED = "Connection is closed";
    /** MariaDB: the table is full, no room on the device, error writing a file. */
    private static final Set<Integer> FULL = Set.of(1021, 1114, 3, 1026);

    /** MariaDB: a deadlock, which nodes of a cluster say of what two of them changed too, and a lock waited for in vain. */
    private static final Set<Integer> MET = Set.of(1213, 1205);

    /** MariaDB: a node of a cluster that lost the others while it committed. */
    private static final int CUT_OFF = 1180;

    private final Clock clock;
    private final AtomicReference<@Nullable Instant> lastOutage = new AtomicReference<>();

    Trouble(Clock clock) {
        this.clock = clock;
    }

    /** What to answer. */
    public record Answer(HttpStatus status, String detail) {}

    /** Returns what to answer to a failure that nobody foresaw, and logs it as it deserves. */
    public Answer answer(Throwable failure) {
        if (isOutage(failure)) {
            return outage(failure);
        }
        if (isMet(failure)) {
            LOG.debug("overtaken", failure);
            return new Answer(
                    HttpStatus.CONFLICT,
                    "Somebody changed this at the same moment; nothing was overwritten. Look at it again, then change it.");
        }
        if (isTwin(failure)) {
            LOG.debug("made twice", failure);
            return new Answer(
                    HttpStatus.CONFLICT,
                    "Somebody made the same at the same moment, or what it belongs to is gone. Look again.");
        }
        LOG.error("{}", advice(failure), failure);
        return new Answer(HttpStatus.INTERNAL_SERVER_ERROR, "Something went wrong in the server; its log says what.");
    }

    private Answer outage(Throwable failure) {
        Instant now = clock.instant();
        Instant before = lastOutage.getAndUpdate(last -> last == null || last.isBefore(now.minus(TOLD)) ? now : last);
        boolean full = has(failure, e -> e instanceof SQLException s && FULL.contains(s.getErrorCode()));
        String words = full
                ? "The disk of the records is full; nothing was kept. Make room on it, then try again."
                : "The records cannot be reached now; what is being sent may not be kept. Try again shortly.";
        if (before == null || before.isBefore(now.minus(TOLD))) {
            LOG.error("{}", words, failure);
        }
        return new Answer(HttpStatus.SERVICE_UNAVAILABLE, words);
    }

    /** Returns whether the records cannot be reached, or not be written for want of room. */
    public static boolean isOutage(Throwable failure) {
        return has(
                failure,
                e -> e instanceof SQLNonTransientConnectionException
                        || e instanceof SQLTransientConnectionException
                        || e instanceof org.hibernate.exception.JDBCConnectionException
                        || e instanceof SocketTimeoutException
                        || e instanceof SQLException s
                                && (isConnection(s) || FULL.contains(s.getErrorCode()) || s.getErrorCode() == CUT_OFF));
    }

    /** A connection that the pool has given up says so in words only, such as when what failed on it is to be rolled back. */
    private static boolean isConnection(SQLException e) {
        return e.getSQLState() == null
                ? CLOSED.equals(e.getMessage())
                : e.getSQLState().startsWith("08");
    }

    /** Returns whether it was undone whole because another change came first, so that it can be done again. */
    static boolean isMet(Throwable failure) {
        return has(
                failure,
                e -> e instanceof ConcurrencyFailureException
                        || e instanceof jakarta.persistence.OptimisticLockException
                        || e instanceof org.hibernate.exception.LockAcquisitionException
                        || e instanceof SQLException s && MET.contains(s.getErrorCode()));
    }

    /** Returns whether the same is there already, or what it belongs to is not. */
    static boolean isTwin(Throwable failure) {
        return has(
                failure,
                e -> e instanceof DataIntegrityViolationException || e instanceof ConstraintViolationException);
    }

    private static String advice(Throwable failure) {
        return has(failure, e -> e instanceof SQLException)
                ? "the records could not be read or written as they should: if a table is damaged or missing, stop and"
                        + " put back a copy of the home"
                : "unexpected";
    }

    private static boolean has(@Nullable Throwable failure, Predicate<Throwable> kind) {
        int depth = 0;
        for (Throwable e = failure; e != null && depth < 20; e = e.getCause()) {
            if (kind.test(e)) {
                return true;
            }
            depth++;
        }
        return false;
    }
}
