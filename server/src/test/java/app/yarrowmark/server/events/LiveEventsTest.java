package app.yarrowmark.server.events;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.Mockito.mock;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

class LiveEventsTest {

    private final LiveEvents events = new LiveEvents(mock(), mock());
    private final ExecutorService writers = Executors.newCachedThreadPool();

    @AfterEach
    void close() {
        events.closeAll();
        writers.shutdownNow();
    }

    @Test
    void whoTellsWaitsForNobodyAndAPageThatDoesNotKeepUpIsLetGo() throws Exception {
        CountDownLatch stuck = new CountDownLatch(1);
        CountDownLatch begun = new CountDownLatch(1);
        List<Listener> gone = new ArrayList<>();
        Listener page = new Listener(
                "session",
                work -> writers.execute(() -> {
                    begun.countDown();
                    try {
                        stuck.await();
                    } catch (InterruptedException e) {
                        Thread.currentThread().interrupt();
                    }
                    work.run();
                }),
                gone::add);
        for (int i = 0; i < Listener.MOST_WAITING; i++) {
            page.tell(SseEmitter.event().data("word"));
        }
        begun.await();
        assertThat(gone).isEmpty();
        page.tell(SseEmitter.event().data("one too many"));
        assertThat(gone).contains(page);
        page.tell(SseEmitter.event().data("nobody hears it"));
        stuck.countDown();
    }

    @Test
    void aStreamEndsWithItsSessionOrToken() {
        events.subscribe("one");
        events.subscribe("other");
        events.subscribe(LiveEvents.ownerOf("digest"));
        assertThat(events.listening()).isEqualTo(3);
        events.endOf("one");
        assertThat(events.listening()).isEqualTo(2);
        events.endUnless(session -> session.equals("other"), digest -> digest.equals("digest"));
        assertThat(events.listening()).isEqualTo(2);
        events.endUnless(session -> false, digest -> digest.equals("digest"));
        assertThat(events.listening()).isEqualTo(1);
        events.endUnless(session -> false, digest -> false);
        assertThat(events.listening()).isZero();
    }
}
