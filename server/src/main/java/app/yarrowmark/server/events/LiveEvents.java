package app.yarrowmark.server.events;

import app.yarrowmark.server.problems.Refusal;
import app.yarrowmark.server.servers.Relay;
import io.swagger.v3.oas.annotations.media.Schema;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.SynchronousQueue;
import java.util.concurrent.ThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import java.util.function.Predicate;
import org.springframework.context.event.ContextClosedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/**
 * Tells every open page what happens, as server-sent events. Whoever tells waits for nobody: each page has a short queue and
 * is written to by a thread beside, and one that does not keep up is let go, connects again by itself and asks anew.
 */
@Service
public class LiveEvents {

    /** Pages that may listen at once; each that is stuck takes a thread until its connection is given up. */
    private static final int MOST = 400;

    private static final String TOKEN = "token ";

    private final Set<Listener> open = ConcurrentHashMap.newKeySet();
    private final ExecutorService writers = new ThreadPoolExecutor(
            0, MOST, 10, TimeUnit.SECONDS, new SynchronousQueue<>(), LiveEvents::writer, (task, pool) -> {});
    private final DeskRevision revision;
    private final Relay relay;

    LiveEvents(DeskRevision revision, Relay relay) {
        this.revision = revision;
        this.relay = relay;
        relay.listen("changed", topic -> pass("changed", topic));
        relay.listen("end", this::endHere);
    }

    /** What of the records changed; pages read it anew. */
    @Schema(enumAsRef = true)
    public enum Topic {
        SITTINGS,
        RUNS,
        CATALOGUE,
        BOARDS,
        WRITE_UPS,
        STANDINGS
    }

    private static Thread writer(Runnable work) {
        Thread thread = new Thread(work, "live-events");
        thread.setDaemon(true);
        return thread;
    }

    /**
     * Tells that something changed: after the transaction commits, or at once where there is none. Answers that are kept are
     * made anew.
     */
    public void changed(Topic topic) {
        revision.changed();
        tell(topic);
    }

    /** As {@link #changed}, for what has counted up the number of the scores or of the catalogue by itself. */
    public void tell(Topic topic) {
        relay.tell("changed", topic.name());
        if (!TransactionSynchronizationManager.isSynchronizationActive()) {
            pass("changed", topic.name());
            return;
        }
        TransactionSynchronizationManager.registerSynchronization(new TransactionSynchronization() {
            @Override
            public void afterCommit() {
                pass("changed", topic.name());
            }
        });
    }

    /** Sends data of any kind under a name to the pages that listen to this server, without waiting for anybody to take it. */
    public void pass(String name, Object data) {
        open.forEach(l -> l.tell(SseEmitter.event().name(name).data(data)));
    }

    /**
     * Returns a new stream.
     *
     * @param owner whose it is: the session or the token, with which it ends
     * @throws Refusal if very many listen already
     */
    SseEmitter subscribe(String owner) {
        if (open.size() >= MOST) {
            throw Refusal.busy("More than " + MOST + " pages listen already; this one asks again by itself.");
        }
        Listener listener = new Listener(owner, writers, open::remove);
        open.add(listener);
        // A comment at once makes the headers go out.
        listener.tell(SseEmitter.event().comment("open"));
        return listener.emitter();
    }

    /** Returns the owner that a token is, by its digest. */
    public static String ownerOf(String tokenDigest) {
        return TOKEN + tokenDigest;
    }

    /** Ends the streams of a session or token that is over. */
    public void endOf(String owner) {
        relay.tell("end", owner);
        endHere(owner);
    }

    private void endHere(String owner) {
        open.stream().filter(l -> l.owner().equals(owner)).forEach(Listener::end);
    }

    /**
     * Ends the streams of those who may not listen any more; asked once for each.
     *
     * @param sessionIsGood of the number of a session
     * @param tokenIsGood of the digest of a token
     */
    public void endUnless(Predicate<String> sessionIsGood, Predicate<String> tokenIsGood) {
        open.stream()
                .map(Listener::owner)
                .distinct()
                .filter(o ->
                        o.startsWith(TOKEN) ? !tokenIsGood.test(o.substring(TOKEN.length())) : !sessionIsGood.test(o))
                .forEach(this::endHere);
    }

    /** Returns how many listen. */
    int listening() {
        return open.size();
    }

    @Scheduled(fixedRate = 15_000)
    void keepAlive() {
        open.forEach(l -> l.tell(SseEmitter.event().comment("still here")));
    }

    /** Open streams would hold up the shutdown. */
    @EventListener(ContextClosedEvent.class)
    void closeAll() {
        open.forEach(Listener::end);
        writers.shutdownNow();
    }
}
