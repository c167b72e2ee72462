package app.yarrowmark.server.problems;

import java.time.Duration;

/**
 * Does again what met another change at the same moment: on one database, or when two nodes of a cluster find at the commit that
 * they changed the same. What was undone with the transaction is read anew, so that changes which do not touch each other are both kept, and
 * the second who makes the same finds it made.
 */
public final class Again {

    private static final int MOST_TRIES = 6;
    private static final long PAUSE_MILLIS = 15;
    /** Whoever waited so long for a lock is told, and not made to wait again. */
    private static final Duration PATIENCE = Duration.ofSeconds(10);

    private Again() {}

    /**
     * Something that is undone whole where it fails.
     *
     * @param <T> what comes of it
     * @param <E> how it may fail
     */
    public interface Work<T, E extends Throwable> {
        /** Does it. */
        T run() throws E;
    }

    /**
     * Does the work, again where it met something.
     *
     * @throws E as the work does; what was met is thrown after a few tries or seconds
     */
    public static <T, E extends Throwable> T of(Work<T, E> work) throws E {
        return of(work, PATIENCE);
    }

    /** As {@link #of(Work)}; nothing is begun again after that time. */
    static <T, E extends Throwable> T of(Work<T, E> work, Duration patience) throws E {
        long end = System.nanoTime() + patience.toNanos();
        boolean twin = false;
        for (int tries = 1; ; tries++) {
            try {
                return work.run();
            } catch (RuntimeException failed) {
                boolean met = Trouble.isMet(failed) && tries < MOST_TRIES && System.nanoTime() - end < 0;
                boolean made = Trouble.isTwin(failed) && !twin;
                if (Trouble.isOutage(failed) || !met && !made || !rested(tries)) {
                    throw failed;
                }
                twin |= !met;
            }
        }
    }

    private static boolean rested(int tries) {
        try {
            Thread.sleep(PAUSE_MILLIS * tries);
            return true;
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return false;
        }
    }
}
