package app.yarrowmark.server.work;

import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Semaphore;
import java.util.concurrent.atomic.AtomicReference;
import org.jspecify.annotations.Nullable;

/** Does work beside the thread that hands it over, a few pieces at a time, so that little waits in memory. */
public final class Ahead implements AutoCloseable {

    private static final int AT_ONCE = 2;
    /** Pieces that are worked on or wait for it. */
    private static final int MOST = 3;

    private final ExecutorService workers = Executors.newFixedThreadPool(AT_ONCE);
    private final Semaphore room = new Semaphore(MOST);
    private final AtomicReference<@Nullable Throwable> failure = new AtomicReference<>();

    /**
     * Waits until there is room, then hands a piece of work over.
     *
     * @throws RuntimeException or an Error, what an earlier piece failed with; nothing is begun after it
     */
    public void hand(Runnable work) {
        room.acquireUninterruptibly();
        if (failure.get() != null) {
            room.release();
            tellFailure();
        }
        workers.execute(() -> {
            try {
                work.run();
            } catch (RuntimeException | Error e) {
                failure.compareAndSet(null, e);
            } finally {
                room.release();
            }
        });
    }

    /**
     * Waits until everything is done.
     *
     * @throws RuntimeException or an Error, what the first piece that failed, failed with
     */
    public void finish() {
        room.acquireUninterruptibly(MOST);
        room.release(MOST);
        tellFailure();
    }

    private void tellFailure() {
        Throwable before = failure.get();
        if (before instanceof Error error) {
            throw error;
        }
        if (before != null) {
            throw (RuntimeException) before;
        }
    }

    /** Ends when what was begun is done; what failed is not told here. */
    @Override
    public void close() {
        room.acquireUninterruptibly(MOST);
        workers.shutdown();
    }
}
