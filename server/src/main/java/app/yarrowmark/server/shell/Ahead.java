package app.yarrowmark.server.shell;

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
    private final AtomicReference<@Nullable RuntimeException> failure = new AtomicReference<>();

    /**
     * Waits until there is room, then hands a piece of work over.
     *
     * @throws RuntimeException what an earlier piece failed with; nothing is begun after it
     */
    public void hand(Runnable work) {
        room.acquireUninterruptibly();
        RuntimeException before = failure.get();
        if (before != null) {
            room.release();
            throw before;
        }
        workers.execute(() -> {
            try {
                work.run();
            } catch (RuntimeException e) {
                failure.compareAndSet(null, e);
            } finally {
                room.release();
            }
        });
    }

    /**
     * Waits until everything is done.
     *
     * @throws RuntimeException what the first piece that failed, failed with
     */
    public void finish() {
        room.acquireUninterruptibly(MOST);
        room.release(MOST);
        RuntimeException before = failure.get();
        if (before != null) {
            throw before;
        }
    }

    /** Ends when what was begun is done; what failed is not told here. */
    @Override
    public void close() {
        room.acquireUninterruptibly(MOST);
        workers.shutdown();
    }
}
