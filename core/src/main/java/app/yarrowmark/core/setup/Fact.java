package app.yarrowmark.core.setup;

import java.util.Optional;
import java.util.regex.Pattern;

/**
 * One thing known of a setup, or known to be unknown.
 *
 * @param key dotted, most general first, e.g. {@code memory.size}
 * @param value as text, e.g. {@code 16}; empty only where the origin is {@link Origin#UNKNOWN}
 * @param unit UCUM code, empty for words and counts
 * @param origin how it was learned
 * @param reason why it is unknown; empty otherwise
 */
public record Fact(String key, Optional<String> value, String unit, Origin origin, String reason) {

    private static final Pattern KEY = Pattern.compile("[a-z][a-z0-9]*(\\.[a-z0-9_]+){1,3}");

    /** How a fact was learned. */
    public enum Origin {
        /** By one of our programs on the device. */
        READ,
        /** By a person. */
        TYPED,
        /** Taken over from the setup before; the first program that looks decides. */
        COPIED,
        /** Not at all, with the reason. */
        UNKNOWN
    }

    /** @throws IllegalArgumentException if a known fact has no value or an unknown one no reason */
    public Fact {
        requireKey(key);
        if ((origin == Origin.UNKNOWN) == value.isPresent()) {
            throw new IllegalArgumentException(
                    origin == Origin.UNKNOWN ? key + " is unknown and has a value" : key + " has no value");
        }
        if (origin == Origin.UNKNOWN && reason.isBlank()) {
            throw new IllegalArgumentException(key + " is unknown without a reason");
        }
    }

    /** Returns whether a text has the form of a fact's key. */
    public static boolean isKey(String text) {
        return KEY.matcher(text).matches() && text.length() <= 60;
    }

    static void requireKey(String key) {
        if (!isKey(key)) {
            throw new IllegalArgumentException(
                    "a fact's key is words in lower case joined by dots, such as memory.size, got \"" + key + "\"");
        }
    }

    /** Returns a fact read from the device by one of our programs. */
    public static Fact read(String key, String value, String unit) {
        return new Fact(key, Optional.of(value), unit, Origin.READ, "");
    }

    /** Returns a fact that a person typed. */
    public static Fact typed(String key, String value, String unit) {
        return new Fact(key, Optional.of(value), unit, Origin.TYPED, "");
    }

    /** Returns the same fact as taken over into the next setup; one that is unknown stays so. */
    public Fact copied() {
        return origin == Origin.UNKNOWN ? this : new Fact(key, value, unit, Origin.COPIED, "");
    }

    /** Returns a fact that could not be learned, with the reason in words. */
    public static Fact unknown(String key, String reason) {
        return new Fact(key, Optional.empty(), "", Origin.UNKNOWN, reason);
    }

    /** Returns value and unit as people read them, or empty if unknown. */
    public Optional<String> text() {
        return value.map(v -> unit.isEmpty() ? v : v + " " + unit);
    }
}
