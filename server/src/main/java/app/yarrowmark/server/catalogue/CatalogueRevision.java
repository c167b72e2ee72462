package app.yarrowmark.server.catalogue;

import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/** The number that counts up with every change to models, units and the names of setups. */
@Component
public class CatalogueRevision {

    private final JdbcTemplate jdbc;

    CatalogueRevision(JdbcTemplate jdbc) {
        this.jdbc = jdbc;
    }

    /** Counts up within the caller's transaction. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void next() {
        jdbc.update("update catalogue_revision set revision = revision + 1 where id = 1");
    }

    /**
     * Returns what keeps something that is made from the whole catalogue until that changes, by whichever server.
     *
     * @param make reads the database
     */
    public <T> Remembered<T> remember(Supplier<T> make) {
        return new Remembered<>(make);
    }

    /** A transaction that only reads sees one state throughout, so it is asked once. */
    private long current() {
        if (!TransactionSynchronizationManager.isSynchronizationActive()
                || !TransactionSynchronizationManager.isCurrentTransactionReadOnly()) {
            return read();
        }
        Long known = (Long) TransactionSynchronizationManager.getResource(this);
        if (known == null) {
            known = read();
            TransactionSynchronizationManager.bindResource(this, known);
            TransactionSynchronizationManager.registerSynchronization(new TransactionSynchronization() {
                @Override
                public void suspend() {
                    TransactionSynchronizationManager.unbindResourceIfPossible(CatalogueRevision.this);
                }

                @Override
                public void afterCompletion(int status) {
                    TransactionSynchronizationManager.unbindResourceIfPossible(CatalogueRevision.this);
                }
            });
        }
        return known;
    }

    private long read() {
        return jdbc.queryForObject("select revision from catalogue_revision where id = 1", Long.class);
    }

    /** Something made from the whole catalogue. */
    public final class Remembered<T> {

        private final Supplier<T> make;
        private volatile @Nullable Kept<T> kept;

        private Remembered(Supplier<T> make) {
            this.make = make;
        }

        private record Kept<T>(long revision, T value) {}

        /** Returns it as the caller's transaction sees the catalogue. */
        public T get() {
            long now = current();
            Kept<T> before = kept;
            if (before != null && before.revision == now) {
                return before.value;
            }
            T value = make.get();
            // What a transaction made of its own changes holds only if it is committed.
            if (TransactionSynchronizationManager.isCurrentTransactionReadOnly()) {
                kept = new Kept<>(now, value);
            }
            return value;
        }
    }
}
