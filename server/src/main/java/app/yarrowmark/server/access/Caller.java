package app.yarrowmark.server.access;

import java.io.Serializable;
import java.util.List;
import java.util.Locale;
import java.util.OptionalLong;
import org.jspecify.annotations.Nullable;

/**
 * Who asks.
 *
 * @param name of the person, or what a script or device calls itself
 * @param scope what they may do
 * @param sittingId the one sitting a device's token is for; 0 for others
 * @param clockAheadMillis by how much a device's clock is ahead of ours, in milliseconds; 0 for others
 */
public record Caller(String name, Scope scope, long sittingId, long clockAheadMillis) implements Serializable {

    private static final List<String> RESERVED = List.of("script ", "device ", "the ");

    /** What a caller may do. */
    public enum Scope {
        /** Everything, signed in. */
        PERSON,
        /** Everything a person may, by token, but for tokens themselves. */
        SCRIPT,
        /** Facts, progress and runs of one sitting. */
        DEVICE
    }

    /** A caller whose clock is not known to be wrong. */
    public Caller(String name, Scope scope, long sittingId) {
        this(name, scope, sittingId, 0);
    }

    /** Returns the sitting that the caller is bound to, or empty. */
    public OptionalLong boundSitting() {
        return scope == Scope.DEVICE ? OptionalLong.of(sittingId) : OptionalLong.empty();
    }

    /** Returns who did something, for histories: what chose its own name is told by its kind first. */
    public String who() {
        return switch (scope) {
            case PERSON -> name;
            case SCRIPT -> "script " + name;
            case DEVICE -> "device by " + name;
        };
    }

    /** Returns the beginning that no person's name may have, as it would read like another kind of caller; null if fine. */
    static @Nullable String reservedBeginning(String name) {
        String folded = name.toLowerCase(Locale.ROOT) + " ";
        return RESERVED.stream().filter(folded::startsWith).findFirst().orElse(null);
    }
}
