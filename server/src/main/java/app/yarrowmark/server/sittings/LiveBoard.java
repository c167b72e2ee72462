package app.yarrowmark.server.sittings;

import app.yarrowmark.server.events.LiveEvents;
import app.yarrowmark.server.problems.Refusal;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Service;

/** What runs now and what waits to, kept in memory only: it is worth nothing once it is over. */
@Service
public class LiveBoard {

    private static final Duration STALE = Duration.ofSeconds(30);

    /** A device that waits says so every two seconds. */
    private static final Duration GONE = Duration.ofSeconds(8);

    private final Map<Long, Progress> bySitting = new ConcurrentHashMap<>();
    private final Map<Long, Instant> waiting = new ConcurrentHashMap<>();
    private final Set<Long> started = ConcurrentHashMap.newKeySet();
    private final LiveEvents events;
    private final Clock clock;

    LiveBoard(LiveEvents events, Clock clock) {
        this.events = events;
        this.clock = clock;
    }

    /** Takes the newest word from a device and passes it on. */
    public void update(Progress progress) {
        bySitting.put(progress.sitting(), progress);
        events.send("progress", progress);
    }

    /** Takes the word of a device that it waits for the start; returns whether somebody asked for it since, which is said once. */
    public boolean waits(long sitting) {
        if (started.remove(sitting)) {
            waiting.remove(sitting);
            return true;
        }
        boolean known = isWaiting(sitting);
        waiting.put(sitting, clock.instant());
        if (!known) {
            events.changed(LiveEvents.Topic.SITTINGS);
        }
        return false;
    }

    /** Returns whether a device of the sitting waits for the start. */
    public boolean isWaiting(long sitting) {
        Instant last = waiting.get(sitting);
        return last != null && last.isAfter(clock.instant().minus(GONE));
    }

    /**
     * Has the device that waits start what is planned.
     *
     * @throws Refusal if none waits
     */
    public void start(long sitting) {
        if (!isWaiting(sitting)) {
            throw Refusal.conflict("No device of this sitting waits for the start: open its page, or the runner with"
                    + " --wait, and let it join first.");
        }
        started.add(sitting);
    }

    /** Forgets a sitting's progress: its device has nothing more to do. */
    public void finished(long sitting) {
        if (bySitting.remove(sitting) != null) {
            events.changed(LiveEvents.Topic.SITTINGS);
        }
    }

    /** Returns what a sitting's device does now; empty if it said nothing for half a minute. */
    public Optional<Progress> progress(long sitting) {
        return Optional.ofNullable(bySitting.get(sitting))
                .filter(p -> p.at().isAfter(clock.instant().minus(STALE)));
    }
}
