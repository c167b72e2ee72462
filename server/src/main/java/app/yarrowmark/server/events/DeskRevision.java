package app.yarrowmark.server.events;

import app.yarrowmark.server.revisions.Counted;
import app.yarrowmark.server.revisions.Revisions;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * What counts up with everything that pages are told of, kept in the database so that every server on it knows when an answer
 * it keeps is old.
 */
@Component
public class DeskRevision {

    private final Revisions revisions;

    DeskRevision(Revisions revisions) {
        this.revisions = revisions;
    }

    /** Returns how far it is as the database has it now, with the scores and the catalogue. */
    public String current() {
        return revisions.all();
    }

    /** Counts up: once for a transaction, as late as can be, since others wait for the lane until it is committed. */
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
        revisions.count(Counted.DESK);
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
