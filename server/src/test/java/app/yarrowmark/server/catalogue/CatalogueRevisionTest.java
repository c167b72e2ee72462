package app.yarrowmark.server.catalogue;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import app.yarrowmark.server.revisions.Counted;
import app.yarrowmark.server.revisions.Marks;
import app.yarrowmark.server.revisions.Revisions;
import java.util.List;
import java.util.Set;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicLong;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

class CatalogueRevisionTest {

    private final AtomicLong revision = new AtomicLong(4);
    private final AtomicInteger asked = new AtomicInteger();
    private final AtomicInteger made = new AtomicInteger();
    private CatalogueRevision.Remembered<Integer> remembered;

    @BeforeEach
    void database() {
        Revisions revisions = mock();
        when(revisions.of(Counted.CATALOGUE)).thenAnswer(call -> {
            asked.incrementAndGet();
            return Marks.of(List.of(new Marks.Lane(0, revision.get())));
        });
        remembered = new CatalogueRevision(revisions).remember(made::incrementAndGet);
        TransactionSynchronizationManager.setCurrentTransactionReadOnly(true);
    }

    @AfterEach
    void end() {
        Set.copyOf(TransactionSynchronizationManager.getResourceMap().keySet())
                .forEach(TransactionSynchronizationManager::unbindResourceIfPossible);
        TransactionSynchronizationManager.clear();
    }

    @Test
    void itIsMadeOnceForARevision() {
        assertThat(remembered.get()).isEqualTo(1);
        assertThat(remembered.get()).isEqualTo(1);
        revision.incrementAndGet();
        assertThat(remembered.get()).isEqualTo(2);
        assertThat(remembered.get()).isEqualTo(2);
    }

    @Test
    void whatATransactionMakesOfItsOwnChangesIsNotKeptForOthers() {
        remembered.get();
        TransactionSynchronizationManager.setActualTransactionActive(true);
        TransactionSynchronizationManager.setCurrentTransactionReadOnly(false);
        revision.set(5);
        assertThat(remembered.get()).isEqualTo(2);
        // It was rolled back, and another one counts up to the same number.
        revision.set(4);
        TransactionSynchronizationManager.setCurrentTransactionReadOnly(true);
        assertThat(remembered.get()).isEqualTo(1);
        revision.set(5);
        assertThat(remembered.get()).isEqualTo(3);
    }

    @Test
    void aTransactionThatOnlyReadsAsksOnceAndTheNextAsksAnew() {
        TransactionSynchronizationManager.initSynchronization();
        assertThat(remembered.get()).isEqualTo(1);
        revision.set(5);
        assertThat(remembered.get()).isEqualTo(1);
        assertThat(asked).hasValue(1);
        TransactionSynchronizationManager.getSynchronizations()
                .forEach(s -> s.afterCompletion(TransactionSynchronization.STATUS_COMMITTED));
        TransactionSynchronizationManager.clearSynchronization();
        TransactionSynchronizationManager.initSynchronization();
        assertThat(remembered.get()).isEqualTo(2);
        assertThat(asked).hasValue(2);
    }

    @Test
    void aTransactionThatWritesSeesItsOwnChange() {
        TransactionSynchronizationManager.setActualTransactionActive(true);
        TransactionSynchronizationManager.setCurrentTransactionReadOnly(false);
        TransactionSynchronizationManager.initSynchronization();
        assertThat(remembered.get()).isEqualTo(1);
        revision.set(5);
        remembered.get();
        assertThat(asked).hasValue(2);
    }
}
