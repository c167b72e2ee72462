package app.yarrowmark.server.limits;

import app.yarrowmark.server.servers.Relay;
import org.springframework.stereotype.Component;

/** Makes limiters of attempts, which count what failed at every server on the same database. */
@Component
public class AttemptLimits {

    private final Relay relay;

    /** @param relay to servers beside this one */
    public AttemptLimits(Relay relay) {
        this.relay = relay;
    }

    /** Returns the limiter of attempts at something, such as passwords; asked for once for each. */
    public AttemptLimiter of(String what) {
        String kind = "failed " + what;
        AttemptLimiter limiter = new AttemptLimiter(from -> relay.tell(kind, from));
        relay.listen(kind, limiter::count);
        return limiter;
    }
}
