package app.yarrowmark.server.access;

import app.yarrowmark.server.events.LiveEvents;
import app.yarrowmark.server.problems.Trouble;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.session.Session;
import org.springframework.session.SessionRepository;
import org.springframework.stereotype.Component;

/** Ends live streams whose session or token is over. */
@Component
class StreamWatch {

    private final LiveEvents events;
    private final SessionRepository<? extends Session> sessions;
    private final TokenService tokens;

    StreamWatch(LiveEvents events, SessionRepository<? extends Session> sessions, TokenService tokens) {
        this.events = events;
        this.sessions = sessions;
        this.tokens = tokens;
    }

    @Scheduled(fixedDelay = 15_000)
    void look() {
        try {
            events.endUnless(id -> sessions.findById(id) != null, tokens::isGood);
        } catch (RuntimeException e) {
            // While the records are away nobody can be told to be over.
            if (!Trouble.isOutage(e)) {
                throw e;
            }
        }
    }
}
