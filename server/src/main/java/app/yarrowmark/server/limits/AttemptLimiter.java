package app.yarrowmark.server.limits;

import app.yarrowmark.server.problems.Refusal;
import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.Ticker;
import java.time.Duration;
import java.util.concurrent.Semaphore;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Consumer;
import java.util.function.LongConsumer;
import java.util.function.Supplier;

/**
 * Slows down guessing of codes and passwords. Attempts are counted before they are checked, for each address and for the
 * whole server; past ten a minute from an address, or a hundred from all, each waits longer than the one before. Nobody is
 * locked out: the right answer gets through after its wait, and does not count.
 */
public final class AttemptLimiter {

    private static final int FREE = 10;
    private static final int FREE_FOR_ALL = 100;
    private static final long FIRST_PAUSE_MILLIS = 250;
    private static final long LONGEST_PAUSE_MILLIS = 4_000;
    private static final int MOST_WAITING = 16;
    private static final int MOST_WAITING_OF_ONE = 2;
    private static final int MOST_KEYS = 10_000;
    private static final String ALL = "";

    private final Cache<String, AtomicInteger> counts;
    private final Cache<String, Semaphore> waitingOfOne;
    private final Semaphore waiting = new Semaphore(MOST_WAITING);
    private final LongConsumer sleep;
    private final Consumer<String> failed;

    /**
     * Counts by the system's clock.
     *
     * @param failed is told the address of every attempt that failed, for servers beside this one
     */
    AttemptLimiter(Consumer<String> failed) {
        this(Ticker.systemTicker(), AttemptLimiter::sleep, failed);
    }

    /** @param sleep waits for so many milliseconds */
    AttemptLimiter(Ticker ticker, LongConsumer sleep, Consumer<String> failed) {
        this.failed = failed;
        this.counts = Caffeine.newBuilder()
                .maximumSize(MOST_KEYS)
                .expireAfterWrite(Duration.ofMinutes(1))
                .ticker(ticker)
                .build();
        this.waitingOfOne = Caffeine.newBuilder().weakValues().build();
        this.sleep = sleep;
    }

    /**
     * Makes an attempt, after a wait if there were many.
     *
     * @param from address it comes from
     * @param attempt what is tried; an attempt that throws has failed
     * @throws Refusal with status 429 if too many wait already
     */
    public <T> T attempt(String from, Supplier<T> attempt) {
        AtomicInteger own = counts.get(from, k -> new AtomicInteger());
        AtomicInteger all = counts.get(ALL, k -> new AtomicInteger());
        long pause = Math.max(pause(own.incrementAndGet() - FREE), pause(all.incrementAndGet() - FREE_FOR_ALL));
        if (pause > 0) {
            await(from, pause);
        }
        T right;
        try {
            right = attempt.get();
        } catch (RuntimeException e) {
            failed.accept(from);
            throw e;
        }
        own.decrementAndGet();
        all.decrementAndGet();
        return right;
    }

    /** Counts an attempt that failed elsewhere. */
    void count(String from) {
        counts.get(from, k -> new AtomicInteger()).incrementAndGet();
        counts.get(ALL, k -> new AtomicInteger()).incrementAndGet();
    }

    private void await(String from, long pause) {
        Semaphore own = waitingOfOne.get(from, k -> new Semaphore(MOST_WAITING_OF_ONE));
        if (!own.tryAcquire()) {
            throw tooMany();
        }
        try {
            if (!waiting.tryAcquire()) {
                throw tooMany();
            }
            try {
                sleep.accept(pause);
            } finally {
                waiting.release();
            }
        } finally {
            own.release();
        }
    }

    private static Refusal tooMany() {
        return Refusal.tooMany("Too many tries at once; wait a few seconds and try again.");
    }

    private static long pause(int over) {
        return over <= 0 ? 0 : Math.min(LONGEST_PAUSE_MILLIS, FIRST_PAUSE_MILLIS << Math.min(over - 1, 10));
    }

    private static void sleep(long millis) {
        try {
            Thread.sleep(millis);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
