package app.yarrowmark.server.access;

import java.io.Serializable;
import java.util.OptionalLong;

/**
 * Who asks.
 *
 * @param name shown in histories
 * @param scope what they may do
 * @param sittingId the one sitting a device's token is for; 0 for others
 */
public record Caller(String name, Scope scope, long sittingId) implements Serializable {

    /** What a caller may do. */
    public enum Scope {
        /** Everything, signed in. */
        PERSON,
        /** Everything a person may, by token. */
        SCRIPT,
        /** Facts, progress and runs of one sitting. */
        DEVICE
    }

    /** Returns the sitting that the caller is bound to, or empty. */
    public OptionalLong boundSitting() {
        return scope == Scope.DEVICE ? OptionalLong.of(sittingId) : OptionalLong.empty();
    }
}
