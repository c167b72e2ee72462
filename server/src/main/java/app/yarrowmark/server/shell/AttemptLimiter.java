package app.yarrowmark.server.shell;

import java.time.Clock;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;

/** Counts failed attempts by key and refuses after ten within a minute: codes and passwords cannot be guessed. */
public final class AttemptLimiter {

    private static final int MOST = 10;
    private static final long WINDOW_MILLIS = 60_000;
    private static final int MOST_KEYS = 10_000;

    private final Clock clock;
    private final Map<String, Window> failures = new ConcurrentHashMap<>();

    private record Window(long since, int count) {}

    /** Reads the time from the clock. */
    public AttemptLimiter(Clock clock) {
        this.clock = clock;
    }

    /** @throws Refusal with status 429 if there were ten failures of that key within the last minute */
    public void check(String key) {
        Window window = failures.get(key);
        if (window != null && window.count >= MOST && clock.millis() - window.since < WINDOW_MILLIS) {
            throw Refusal.tooMany("Too many wrong tries from here; wait a minute and try again.");
        }
    }

    /** Counts one failure. */
    public void failed(String key) {
        long now = clock.millis();
        if (failures.size() > MOST_KEYS) {
            failures.values().removeIf(w -> now - w.since >= WINDOW_MILLIS);
        }
        failures.merge(
                key,
                new Window(now, 1),
                (old, fresh) -> now - old.since >= WINDOW_MILLIS ? fresh : new Window(old.since, old.count + 1));
    }
}
