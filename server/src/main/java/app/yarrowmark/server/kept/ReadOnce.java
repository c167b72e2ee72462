package app.yarrowmark.server.kept;

import jakarta.servlet.ServletException;
import java.io.IOException;
import java.util.HashMap;
import java.util.Map;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * Asks the database once in a transaction that only reads, which sees one state throughout, and once for a question that is
 * answered in several; every time elsewhere.
 *
 * @param <T> the answer
 */
public final class ReadOnce<T> {

    private static final ThreadLocal<@Nullable Map<ReadOnce<?>, Object>> QUESTION = new ThreadLocal<>();

    private final Supplier<T> read;

    /** Work that may fail as the answering of a request may. */
    public interface Work {
        /** Does it. */
        void run() throws IOException, ServletException;
    }

    /** Does the work of one question on this thread, in which everything is asked once. */
    public static void within(Work question) throws IOException, ServletException {
        QUESTION.set(new HashMap<>());
        try {
            question.run();
        } finally {
            QUESTION.remove();
        }
    }

    private static boolean mayWrite() {
        return TransactionSynchronizationManager.isActualTransactionActive()
                && !TransactionSynchronizationManager.isCurrentTransactionReadOnly();
    }

    /** Returns what asks by the given question. */
    public ReadOnce(Supplier<T> read) {
        this.read = read;
    }

    /** Returns the answer as the caller's transaction sees it. */
    @SuppressWarnings("unchecked")
    public T get() {
        Map<ReadOnce<?>, Object> answered = QUESTION.get();
        if (answered != null && !mayWrite()) {
            return (T) answered.computeIfAbsent(this, once -> read.get());
        }
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
