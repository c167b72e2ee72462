package app.yarrowmark.server.shell;

import java.util.function.Supplier;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * Asks the database once in a transaction that only reads, which sees one state throughout; every time elsewhere.
 *
 * @param <T> the answer
 */
public final class ReadOnce<T> {

    private final Supplier<T> read;

    /** Returns what asks by the given question. */
    public ReadOnce(Supplier<T> read) {
        this.read = read;
    }

    /** Returns the answer as the caller's transaction sees it. */
    @SuppressWarnings("unchecked")
    public T get() {
        if (!TransactionSynchronizationManager.isSynchronizationActive()
                || !TransactionSynchronizationManager.isCurrentTransactionReadOnly()) {
            return read.get();
        }
        T known = (T) TransactionSynchronizationManager.getResource(this);
        if (known == null) {
            known = read.get();
            TransactionSynchronizationManager.bindResource(this, known);
            TransactionSynchronizationManager.registerSynchronization(new Forgetting());
        }
        return known;
    }

    private final class Forgetting implements TransactionSynchronization {

        @Override
        public void suspend() {
            TransactionSynchronizationManager.unbindResourceIfPossible(ReadOnce.this);
        }

        @Override
        public void afterCompletion(int status) {
            TransactionSynchronizationManager.unbindResourceIfPossible(ReadOnce.this);
        }
    }
}
