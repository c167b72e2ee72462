package app.yarrowmark.server.shell;

import java.io.IOException;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.context.event.ContextClosedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/** Tells every open page what happens, as server-sent events. */
@Service
public class LiveEvents {

    private final Set<SseEmitter> open = ConcurrentHashMap.newKeySet();

    /** What of the records changed; pages read it anew. */
    public enum Topic {
        SITTINGS,
        RUNS,
        CATALOGUE,
        BOARDS
    }

    /** Tells that something changed: after the transaction commits, or at once where there is none. */
    public void changed(Topic topic) {
        if (!TransactionSynchronizationManager.isSynchronizationActive()) {
            send("changed", topic.name());
            return;
        }
        TransactionSynchronizationManager.registerSynchronization(new TransactionSynchronization() {
            @Override
            public void afterCommit() {
                send("changed", topic.name());
            }
        });
    }

    /** Sends data of any kind under a name at once. */
    public void send(String name, Object data) {
        for (SseEmitter emitter : open) {
            push(emitter, SseEmitter.event().name(name).data(data));
        }
    }

    SseEmitter subscribe() {
        SseEmitter emitter = new SseEmitter(0L);
        emitter.onCompletion(() -> open.remove(emitter));
        emitter.onError(e -> open.remove(emitter));
        open.add(emitter);
        // A comment at once makes the headers go out.
        push(emitter, SseEmitter.event().comment("open"));
        return emitter;
    }

    @Scheduled(fixedRate = 15_000)
    void keepAlive() {
        open.forEach(e -> push(e, SseEmitter.event().comment("still here")));
    }

    /** Open streams would hold up the shutdown. */
    @EventListener(ContextClosedEvent.class)
    void closeAll() {
        open.forEach(SseEmitter::complete);
        open.clear();
    }

    private void push(SseEmitter emitter, SseEmitter.SseEventBuilder event) {
        try {
            synchronized (emitter) {
                emitter.send(event);
            }
        } catch (IOException | IllegalStateException gone) {
            open.remove(emitter);
        }
    }
}
