package app.yarrowmark.server.work;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.concurrent.CountDownLatch;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;

class AheadTest {

    @Test
    void everyPieceIsDoneWhenItIsFinished() {
        AtomicInteger done = new AtomicInteger();
        try (Ahead ahead = new Ahead()) {
            for (int i = 0; i < 50; i++) {
                ahead.hand(done::incrementAndGet);
            }
            ahead.finish();
            assertThat(done).hasValue(50);
        }
    }

    @Test
    void noMoreThanThreePiecesWait() throws InterruptedException {
        CountDownLatch open = new CountDownLatch(1);
        AtomicInteger handed = new AtomicInteger();
        try (Ahead ahead = new Ahead()) {
            Thread giver = new Thread(() -> {
                for (int i = 0; i < 5; i++) {
                    ahead.hand(() -> await(open));
                    handed.incrementAndGet();
                }
            });
            giver.start();
            giver.join(300);
            assertThat(handed).hasValue(3);
            open.countDown();
            giver.join();
            assertThat(handed).hasValue(5);
        }
    }

    @Test
    void afterAFailureNothingIsBegunAndItIsTold() {
        AtomicInteger done = new AtomicInteger();
        try (Ahead ahead = new Ahead()) {
            ahead.hand(() -> {
                throw new IllegalStateException("disk is full");
            });
            assertThatThrownBy(ahead::finish).hasMessage("disk is full");
            assertThatThrownBy(() -> ahead.hand(done::incrementAndGet)).hasMessage("disk is full");
            assertThatThrownBy(ahead::finish).hasMessage("disk is full");
        }
        assertThat(done).hasValue(0);
    }

    @Test
    void runningOutOfMemoryIsToldToo() {
        try (Ahead ahead = new Ahead()) {
            ahead.hand(() -> {
                throw new OutOfMemoryError("no room for the runs");
            });
            assertThatThrownBy(ahead::finish)
                    .isInstanceOf(OutOfMemoryError.class)
                    .hasMessage("no room for the runs");
        }
    }

    private static void await(CountDownLatch latch) {
        try {
            latch.await();
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }
}
