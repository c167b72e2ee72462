package app.yarrowmark.server.shell;

import org.springframework.http.HttpStatus;

/** Thrown when a request cannot be met as a whole; carries the status to answer with and a sentence for people. */
public final class Refusal extends RuntimeException {

    private final HttpStatus status;

    private Refusal(HttpStatus status, String message) {
        super(message);
        this.status = status;
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
}
