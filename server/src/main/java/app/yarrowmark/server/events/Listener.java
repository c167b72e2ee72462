package app.yarrowmark.server.events;

import java.io.IOException;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.concurrent.Executor;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/** One page that listens: what it is told waits in a short queue, and one writer at a time sends it. */
final class Listener {

    /** A page that is behind by so many is not reading. */
    static final int MOST_WAITING = 64;

    private final String owner;
    private final Executor writers;
    private final Consumer<Listener> gone;
    private final SseEmitter emitter = new SseEmitter(0L);
    private final Deque<SseEmitter.SseEventBuilder> waiting = new ArrayDeque<>();
    private boolean writing;
    private boolean over;

    Listener(String owner, Executor writers, Consumer<Listener> gone) {
        this.owner = owner;
        this.writers = writers;
        this.gone = gone;
        emitter.onCompletion(() -> gone.accept(this));
        emitter.onError(e -> gone.accept(this));
    }

    String owner() {
        return owner;
    }

    SseEmitter emitter() {
        return emitter;
    }

    /** Takes an event to be sent; one too many and the page is let go. */
    void tell(SseEmitter.SseEventBuilder event) {
        synchronized (this) {
            if (over) {
                return;
            }
            if (waiting.size() >= MOST_WAITING) {
                letGo();
                return;
            }
            waiting.add(event);
            if (writing) {
                return;
            }
            writing = true;
        }
        writers.execute(this::write);
    }

    /** Ends the stream once what waits is sent. */
    void end() {
        letGo();
        boolean stuck;
        synchronized (this) {
            stuck = writing;
        }
        if (!stuck) {
            emitter.complete();
        }
    }

    private synchronized void letGo() {
        over = true;
        waiting.clear();
        gone.accept(this);
    }

    private synchronized SseEmitter.@Nullable SseEventBuilder next() {
        SseEmitter.SseEventBuilder event = waiting.poll();
        writing = event != null;
        return event;
    }

    private void write() {
        try {
            for (var event = next(); event != null; event = next()) {
                emitter.send(event);
            }
            if (isOver()) {
                emitter.complete();
            }
        } catch (IOException | IllegalStateException broken) {
            letGo();
        }
    }

    private synchronized boolean isOver() {
        return over;
    }
}
