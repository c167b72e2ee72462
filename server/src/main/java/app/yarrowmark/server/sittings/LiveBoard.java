package app.yarrowmark.server.sittings;

import app.yarrowmark.server.shell.LiveEvents;
import java.time.Clock;
import java.time.Duration;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Service;

/** What runs now, kept in memory only: it is worth nothing once it is over. */
@Service
public class LiveBoard {

    private static final Duration STALE = Duration.ofSeconds(30);

    private final Map<Long, Progress> bySitting = new ConcurrentHashMap<>();
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
