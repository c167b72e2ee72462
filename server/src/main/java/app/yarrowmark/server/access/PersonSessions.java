package app.yarrowmark.server.access;

import app.yarrowmark.server.events.LiveEvents;
import app.yarrowmark.server.problems.Refusal;
import app.yarrowmark.server.secrets.Tokens;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.session.FindByIndexNameSessionRepository;
import org.springframework.session.Session;
import org.springframework.stereotype.Service;

/** Where a person is signed in. */
@Service
class PersonSessions {

    /** Attributes of a session: from which address it was opened, and by which browser. */
    static final String FROM = "from";

    static final String BROWSER = "browser";

    private static final int ID_LENGTH = 12;

    private final FindByIndexNameSessionRepository<? extends Session> sessions;
    private final LiveEvents events;

    PersonSessions(FindByIndexNameSessionRepository<? extends Session> sessions, LiveEvents events) {
        this.sessions = sessions;
        this.events = events;
    }

    /**
     * A place where somebody is signed in.
     *
     * @param id by which it is ended; tells nothing of the session's own secret
     * @param here whether it is the one that asks
     */
    record SessionPlace(
            String id,
            Instant since,
            Instant lastUsed,
            @Nullable String from,
            @Nullable String browser,
            boolean here) {}

    /** Returns them, the last used first. */
    List<SessionPlace> of(String name, @Nullable String own) {
        return sessions.findByPrincipalName(name).values().stream()
                .map(s -> new SessionPlace(
                        idOf(s.getId()),
                        s.getCreationTime(),
                        s.getLastAccessedTime(),
                        s.getAttribute(FROM),
                        s.getAttribute(BROWSER),
                        s.getId().equals(own)))
                .sorted(Comparator.comparing(SessionPlace::lastUsed).reversed())
                .toList();
    }

    /**
     * Ends one.
     *
     * @throws Refusal if there is none of that number
     */
    void end(String name, String id) {
        String session = sessions.findByPrincipalName(name).keySet().stream()
                .filter(s -> idOf(s).equals(id))
                .findFirst()
                .orElseThrow(() -> Refusal.notFound("There is no session " + id + " of " + name + "."));
        end(session);
    }

    /** Ends all of a person but one. */
    void endAll(String name, @Nullable String but) {
        sessions.findByPrincipalName(name).keySet().stream()
                .filter(s -> !Objects.equals(s, but))
                .forEach(this::end);
    }

    private void end(String session) {
        sessions.deleteById(session);
        events.endOf(session);
    }

    private static String idOf(String session) {
        return Tokens.digest(session).substring(0, ID_LENGTH);
    }
}
