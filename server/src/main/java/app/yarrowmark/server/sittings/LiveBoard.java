package app.yarrowmark.server.sittings;

import app.yarrowmark.core.exchange.DeviceProtocol;
import app.yarrowmark.core.exchange.Json;
import app.yarrowmark.server.events.LiveEvents;
import app.yarrowmark.server.problems.Refusal;
import app.yarrowmark.server.servers.Relay;
import com.fasterxml.jackson.core.type.TypeReference;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/**
 * What runs now and what waits to, kept in memory only: it is worth nothing once it is over. What is said to one server is told
 * to the others, so that each knows it.
 */
@Service
public class LiveBoard {

    /** What is told between servers goes by this. */
    private static final String KIND = "sitting";

    private static final Duration STALE = Duration.ofSeconds(30);

    /** A device that waits says so every two seconds. */
    private static final Duration GONE = Duration.ofSeconds(8);

    private final Map<Long, Progress> bySitting = new ConcurrentHashMap<>();
    private final Map<Long, Instant> waiting = new ConcurrentHashMap<>();
    private final Set<Long> started = ConcurrentHashMap.newKeySet();
    private final LiveEvents events;
    private final Relay relay;
    private final Clock clock;

    LiveBoard(LiveEvents events, Relay relay, Clock clock) {
        this.events = events;
        this.relay = relay;
        this.clock = clock;
        relay.listen(KIND, told -> heard(Json.read(told, new TypeReference<Word>() {})));
    }

    /** What servers tell each other of a sitting. */
    private enum What {
        PROGRESS,
        WAITS,
        START,
        BEGUN,
        FINISHED
    }

    /**
     * Something of a sitting.
     *
     * @param report of progress; null for anything else
     */
    private record Word(What what, long sitting, Instant at, DeviceProtocol.@Nullable ProgressReport report) {}

    private void tell(What what, long sitting, DeviceProtocol.@Nullable ProgressReport report) {
        Word word = new Word(what, sitting, clock.instant(), report);
        relay.tell(KIND, Json.write(word));
    }

    /** What was said to another server is known here too. */
    private void heard(Word word) {
        switch (word.what) {
            case PROGRESS -> took(new Progress(word.sitting, Objects.requireNonNull(word.report), word.at));
            case WAITS -> waiting.put(word.sitting, word.at);
            case START -> started.add(word.sitting);
            case BEGUN -> begun(word.sitting);
            case FINISHED -> bySitting.remove(word.sitting);
        }
    }

    private void took(Progress progress) {
        bySitting.put(progress.sitting(), progress);
        events.pass("progress", progress);
    }

    private boolean begun(long sitting) {
        boolean asked = started.remove(sitting);
        if (asked) {
            waiting.remove(sitting);
        }
        return asked;
    }

    /** Takes the newest word from a device and passes it on. */
    public void update(Progress progress) {
        took(progress);
        tell(What.PROGRESS, progress.sitting(), progress.report());
    }

    /** Takes the word of a device that it waits for the start; returns whether somebody asked for it since, which is said once. */
    public boolean waits(long sitting) {
        if (begun(sitting)) {
            tell(What.BEGUN, sitting, null);
            return true;
        }
        boolean known = isWaiting(sitting);
        waiting.put(sitting, clock.instant());
        tell(What.WAITS, sitting, null);
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
        tell(What.START, sitting, null);
    }

    /** Forgets a sitting's progress: its device has nothing more to do. */
    public void finished(long sitting) {
        if (bySitting.remove(sitting) != null) {
            tell(What.FINISHED, sitting, null);
            events.changed(LiveEvents.Topic.SITTINGS);
        }
    }

    /** Returns what a sitting's device does now; empty if it said nothing for half a minute. */
    public Optional<Progress> progress(long sitting) {
        return Optional.ofNullable(bySitting.get(sitting))
                .filter(p -> p.at().isAfter(clock.instant().minus(STALE)));
    }
}
