package app.yarrowmark.server.kept;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.yarrowmark.server.problems.Refusal;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.springframework.transaction.support.TransactionSynchronizationManager;

class KeptTest {

    private final AtomicInteger made = new AtomicInteger();

    @AfterEach
    void noTransaction() {
        TransactionSynchronizationManager.clear();
    }

    private String make(String what) {
        made.incrementAndGet();
        return what;
    }

    @Test
    void isMadeOnceForARevision() {
        Kept<String, String> kept = Kept.counted(10);
        assertThat(kept.get("a", 1L, () -> make("one"))).isEqualTo("one");
        assertThat(kept.get("a", 1L, () -> make("again"))).isEqualTo("one");
        assertThat(kept.get("a", 2L, () -> make("two"))).isEqualTo("two");
        assertThat(kept.get("b", 2L, () -> make("b"))).isEqualTo("b");
        assertThat(made).hasValue(3);
        assertThat(kept.peek("a")).contains("two");
    }

    @Test
    void whoAsksMeanwhileWaitsForTheFirst() throws Exception {
        Kept<String, String> kept = Kept.counted(10);
        CountDownLatch go = new CountDownLatch(1);
        ExecutorService many = Executors.newFixedThreadPool(8);
        List<Future<String>> answers = IntStream.range(0, 8)
                .mapToObj(i -> many.submit(() -> kept.get("a", 1L, () -> {
                    try {
                        go.await();
                    } catch (InterruptedException e) {
                        throw new IllegalStateException(e);
                    }
                    return make("once");
                })))
                .toList();
        go.countDown();
        for (Future<String> answer : answers) {
            assertThat(answer.get()).isEqualTo("once");
        }
        assertThat(made).hasValue(1);
        many.shutdown();
    }

    @Test
    void whatFailedIsTriedAgain() {
        Kept<String, String> kept = Kept.counted(10);
        assertThatThrownBy(() -> kept.get("a", 1L, () -> {
                    throw Refusal.notFound("not yet");
                }))
                .hasMessage("not yet");
        assertThat(kept.get("a", 1L, () -> make("now"))).isEqualTo("now");
    }

    @Test
    void oneThingMayNeedAnotherWhileItIsMade() {
        Kept<String, String> kept = Kept.counted(10);
        assertThat(kept.get("a", 1L, () -> make(kept.get("b", 1L, () -> make("b")) + "a")))
                .isEqualTo("ba");
    }

    @Test
    void whatATransactionMakesThatMayBeRolledBackIsNotKept() {
        Kept<String, String> kept = Kept.counted(10);
        TransactionSynchronizationManager.setActualTransactionActive(true);
        assertThat(kept.get("a", 1L, () -> make("uncommitted"))).isEqualTo("uncommitted");
        TransactionSynchronizationManager.setCurrentTransactionReadOnly(true);
        assertThat(kept.get("a", 1L, () -> make("committed"))).isEqualTo("committed");
        TransactionSynchronizationManager.setCurrentTransactionReadOnly(false);
        assertThat(kept.get("a", 1L, () -> make("again"))).isEqualTo("committed");
    }

    @Test
    void heavyThingsLetGoOfOthersByTheirWeightAndRoomIsMadeBefore() {
        Kept<String, String> kept = Kept.weighed(10, String::length);
        kept.get("a", 1L, () -> "four");
        kept.get("b", 1L, () -> "five5");
        assertThat(kept.peek("a")).isPresent();
        kept.makeRoom(8);
        assertThat(kept.peek("a")).isEmpty();
        assertThat(kept.peek("b")).isEmpty();
        kept.get("c", 1L, () -> "12345678");
        assertThat(kept.peek("c")).isPresent();
        kept.forget(v -> v.startsWith("1"));
        assertThat(kept.peek("c")).isEmpty();
    }
}
