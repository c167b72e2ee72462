package app.yarrowmark.server.shell;

import java.io.IOException;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;

/** Ends the reading of a body; carries what to answer. */
final class BodyRefused extends IOException {

    private final HttpStatus status;

    BodyRefused(HttpStatus status, String message) {
        super(message);
        this.status = status;
    }

    HttpStatus status() {
        return status;
    }

    /** Returns the refusal that a failure to read came from, if it did, however deep it lies in it. */
    static Optional<BodyRefused> in(@Nullable Throwable failure) {
        for (Throwable cause = failure; cause != null; cause = cause.getCause()) {
            if (cause instanceof BodyRefused refused) {
                return Optional.of(refused);
            }
        }
        return Optional.empty();
    }
}
