package app.yarrowmark.server.events;

import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * The number that counts up with everything that pages are told of, kept in the database so that every server on it knows
 * when an answer it keeps is old.
 */
@Component
public class DeskRevision {

    private final JdbcTemplate jdbc;

    DeskRevision(JdbcTemplate jdbc) {
        this.jdbc = jdbc;
    }

    /** Returns the number as the database has it now, with those of the scores and the catalogue. */
    public String current() {
        return jdbc.queryForObject(
                "select concat(d.revision, ' ', s.revision, ' ', c.revision)"
                        + " from desk_revision d, score_revision s, catalogue_revision c where d.id = 1 and s.id = 1 and c.id = 1",
                String.class);
    }

    /** Counts up: once for a transaction, as late as can be, since others wait for the number until it is committed. */
    void changed() {
        if (!TransactionSynchronizationManager.isSynchronizationActive()
                || !TransactionSynchronizationManager.isActualTransactionActive()) {
            count();
        } else if (TransactionSynchronizationManager.getResource(this) == null) {
            TransactionSynchronizationManager.bindResource(this, true);
            TransactionSynchronizationManager.registerSynchronization(new Counting());
        }
    }

    private void count() {
        jdbc.update("update desk_revision set revision = revision + 1 where id = 1");
    }

    private final class Counting implements TransactionSynchronization {

        @Override
        public void beforeCommit(boolean readOnly) {
            count();
        }

        @Override
        public void afterCompletion(int status) {
            TransactionSynchronizationManager.unbindResourceIfPossible(DeskRevision.this);
        }
    }
}
