package app.yarrowmark.server.problems;

import java.io.IOException;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;

/** Ends the reading of a body; carries what to answer. */
public final class BodyRefused extends IOException {

    public static final String TOO_LONG =
            "what was sent is larger than is read here: 4 MB, 10 MB of evidence or of a run with"
                    + " its series, 100 MB of a table, 4 KB to sign in or to join";

    private final HttpStatus status;

    public BodyRefused(HttpStatus status, String message) {
        super(message);
        this.status = status;
    }

    public HttpStatus status() {
        return status;
    }

    /** Returns the refusal that a failure to read came from, if it did, however deep it lies in it. */
    public static Optional<BodyRefused> in(@Nullable Throwable failure) {
        for (Throwable cause = failure; cause != null; cause = cause.getCause()) {
            if (cause instanceof BodyRefused refused) {
                return Optional.of(refused);
            }
        }
        return Optional.empty();
    }
}
