package app.yarrowmark.server.problems;

import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;

/** Thrown when a request cannot be met as a whole; carries the status to answer with and a sentence for people. */
public final class Refusal extends RuntimeException {

    private final HttpStatus status;
    private final transient @Nullable Object current;

    private Refusal(HttpStatus status, String message) {
        this(status, message, null);
    }

    private Refusal(HttpStatus status, String message, @Nullable Object current) {
        super(message);
        this.status = status;
        this.current = current;
    }

    /**
     * Somebody else changed the same thing since it was read; nothing was overwritten.
     *
     * @param what in words, such as {@code this model}
     * @param current as it is kept now, so that the caller can choose
     */
    public static Refusal overtaken(String what, Object current) {
        return new Refusal(
                HttpStatus.CONFLICT,
                "Somebody else changed " + what
                        + " since you read it; nothing was overwritten. Look at what they kept, then change it.",
                current);
    }

    /** It would be met if so much were not asked at once: the sender tries again in a moment. */
    public static Refusal busy(String message) {
        return new Refusal(HttpStatus.SERVICE_UNAVAILABLE, message);
    }

    /** Something named in the request does not exist. */
    public static Refusal notFound(String message) {
        return new Refusal(HttpStatus.NOT_FOUND, message);
    }

    /** What is asked contradicts what is kept. */
    public static Refusal conflict(String message) {
        return new Refusal(HttpStatus.CONFLICT, message);
    }

    /** The sender is known but may not do this. */
    public static Refusal forbidden(String message) {
        return new Refusal(HttpStatus.FORBIDDEN, message);
    }

    /** The sender is not known. */
    public static Refusal unauthorized(String message) {
        return new Refusal(HttpStatus.UNAUTHORIZED, message);
    }

    /** It was there once and will not be again. */
    public static Refusal gone(String message) {
        return new Refusal(HttpStatus.GONE, message);
    }

    /** Tried too often. */
    public static Refusal tooMany(String message) {
        return new Refusal(HttpStatus.TOO_MANY_REQUESTS, message);
    }

    HttpStatus status() {
        return status;
    }

    /** Returns what is kept now, where that is to be told. */
    @Nullable
    Object current() {
        return current;
    }
}
