package app.yarrowmark.server;

import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Thrown where the server must not start as things are; the message says what is wrong and how to mend it. */
public final class StartRefused extends RuntimeException {

    /** Takes one sentence for whoever starts the server. */
    public StartRefused(String message, @Nullable Throwable cause) {
        super(message, cause);
    }

    /** Returns what to tell of a start that failed: our own words where there are any, else those of its first cause. */
    static String words(Throwable failure) {
        Throwable first = failure;
        for (Throwable cause = failure; cause != null; cause = cause.getCause()) {
            if (cause instanceof StartRefused) {
                return String.valueOf(cause.getMessage());
            }
            first = cause;
        }
        return Optional.ofNullable(first.getMessage()).orElse(first.toString());
    }
}
