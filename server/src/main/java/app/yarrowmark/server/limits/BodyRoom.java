package app.yarrowmark.server.limits;

import app.yarrowmark.server.problems.BodyRefused;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import org.springframework.http.HttpStatus;

/**
 * The memory there is for bodies that are in work, all together. What is read becomes several times as large in memory, so
 * a sixteenth of it is set apart; who finds no room within ten seconds is told to come again.
 */
final class BodyRoom {

    private static final int STEP_BYTES = 64 * 1024;
    private static final long LEAST_BYTES = 24L * 1024 * 1024;
    private static final int SHARE = 16;

    private final Semaphore steps;
    private final long patienceMillis;

    BodyRoom() {
        this(Math.max(LEAST_BYTES, Runtime.getRuntime().maxMemory() / SHARE), 10_000);
    }

    BodyRoom(long bytes, long patienceMillis) {
        this.steps = new Semaphore((int) (bytes / STEP_BYTES), true);
        this.patienceMillis = patienceMillis;
    }

    /** What one request takes up; not for several threads. */
    final class Taken implements AutoCloseable {

        private int taken;

        /** @throws BodyRefused if there is no room for so many bytes in all */
        void upTo(long bytes) throws BodyRefused {
            int more = (int) ((bytes + STEP_BYTES - 1) / STEP_BYTES) - taken;
            if (more > 0) {
                take(more);
                taken += more;
            }
        }

        private void take(int more) throws BodyRefused {
            try {
                if (steps.tryAcquire(more, patienceMillis, TimeUnit.MILLISECONDS)) {
                    return;
                }
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
            throw new BodyRefused(
                    HttpStatus.SERVICE_UNAVAILABLE,
                    "So much is being sent that there is no room now. Try again shortly.");
        }

        @Override
        public void close() {
            steps.release(taken);
            taken = 0;
        }
    }
}
