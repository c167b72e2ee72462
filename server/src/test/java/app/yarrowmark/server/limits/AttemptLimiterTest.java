package app.yarrowmark.server.limits;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.yarrowmark.server.problems.Refusal;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.Test;

class AttemptLimiterTest {

    private long now;
    private final List<Long> pauses = new ArrayList<>();
    private final List<String> failed = new ArrayList<>();
    private final AttemptLimiter limiter = new AttemptLimiter(() -> now, pauses::add, failed::add);

    @Test
    void wrongTriesWaitLongerAndLongerAndTheRightOneIsNeverLockedOut() {
        fail("here", 10);
        assertThat(pauses).isEmpty();
        fail("here", 6);
        assertThat(pauses).containsExactly(250L, 500L, 1_000L, 2_000L, 4_000L, 4_000L);

        assertThat(limiter.attempt("here", () -> "in")).isEqualTo("in");
        assertThat(pauses).endsWith(4_000L);
        for (int i = 0; i < 300; i++) {
            limiter.attempt("elsewhere", () -> "in");
        }
        assertThat(pauses).as("right answers do not count").hasSize(7);
    }

    @Test
    void addressesAreCountedApartAndAllTogether() {
        fail("here", 12);
        pauses.clear();
        fail("elsewhere", 1);
        assertThat(pauses).isEmpty();
        for (int i = 0; i < 100; i++) {
            fail("address " + i, 1);
        }
        assertThat(pauses).isNotEmpty();
    }

    @Test
    void whatFailsHereIsToldAndWhatFailedElsewhereCounts() {
        fail("here", 3);
        limiter.attempt("here", () -> "in");
        assertThat(failed).containsExactly("here", "here", "here");
        for (int i = 0; i < 8; i++) {
            limiter.count("here");
        }
        assertThat(failed).as("not told back").hasSize(3);
        limiter.attempt("here", () -> "in");
        assertThat(pauses).containsExactly(500L);
    }

    @Test
    void aMinuteWithoutTriesForgets() {
        fail("here", 12);
        pauses.clear();
        now += Duration.ofSeconds(61).toNanos();
        fail("here", 1);
        assertThat(pauses).isEmpty();
    }

    @Test
    void nobodyHoldsMoreThanTwoPlacesWhereItWaits() throws Exception {
        CountDownLatch wake = new CountDownLatch(1);
        CountDownLatch asleep = new CountDownLatch(2);
        AttemptLimiter slow = new AttemptLimiter(
                () -> 0,
                millis -> {
                    asleep.countDown();
                    await(wake);
                },
                from -> {});
        for (int i = 0; i < 10; i++) {
            assertThatThrownBy(() -> slow.attempt("here", AttemptLimiterTest::wrong))
                    .hasMessage("wrong");
        }
        ExecutorService two = Executors.newFixedThreadPool(2);
        List<Future<?>> waiting = List.of(
                two.submit(() -> slow.attempt("here", () -> 1)), two.submit(() -> slow.attempt("here", () -> 1)));
        asleep.await();
        assertThatThrownBy(() -> slow.attempt("here", () -> 1)).hasMessageContaining("Too many tries at once");
        wake.countDown();
        for (Future<?> one : waiting) {
            assertThat(one.get()).isEqualTo(1);
        }
        two.shutdown();
    }

    private static void await(CountDownLatch latch) {
        try {
            latch.await();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private void fail(String from, int times) {
        for (int i = 0; i < times; i++) {
            assertThatThrownBy(() -> limiter.attempt(from, AttemptLimiterTest::wrong))
                    .hasMessage("wrong");
        }
    }

    private static Object wrong() {
        throw Refusal.unauthorized("wrong");
    }
}
