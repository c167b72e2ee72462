package app.yarrowmark.server.access;

import java.io.Serializable;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.OptionalLong;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.AuthenticatedPrincipal;
import org.springframework.security.core.GrantedAuthority;
import org.springframework.security.core.authority.SimpleGrantedAuthority;

/**
 * Who asks.
 *
 * @param name of the person, or what a script or device calls itself
 * @param scope what kind of caller it is
 * @param role what they may do
 * @param sittingId the one sitting a device's token is for; 0 for others
 * @param clockAheadMillis by how much a device's clock is ahead of ours, in milliseconds; 0 for others
 */
public record Caller(String name, Scope scope, Role role, long sittingId, long clockAheadMillis)
        implements Serializable, AuthenticatedPrincipal {

    /** Held by those who may change records. */
    static final String CHANGES = "CHANGES";

    /** Held by those who say who else is here. */
    static final String OWNS = "OWNS";

    private static final List<String> RESERVED = List.of("script ", "device ", "the ");

    /** Kinds of callers. */
    public enum Scope {
        /** Signed in. */
        PERSON,
        /** By token, for all but people and tokens. */
        SCRIPT,
        /** Facts, progress and runs of one sitting. */
        DEVICE
    }

    /** A caller who may change records, whose clock is not known to be wrong. */
    public Caller(String name, Scope scope, long sittingId) {
        this(name, scope, Role.REVIEWER, sittingId, 0);
    }

    /** A person. */
    static Caller person(String name, Role role) {
        return new Caller(name, Scope.PERSON, role, 0, 0);
    }

    @Override
    public String getName() {
        return name;
    }

    /** Returns what rules of access ask for. */
    List<GrantedAuthority> authorities() {
        List<GrantedAuthority> held = new ArrayList<>();
        held.add(new SimpleGrantedAuthority(scope.name()));
        if (role.changes()) {
            held.add(new SimpleGrantedAuthority(CHANGES));
        }
        if (role == Role.OWNER && scope == Scope.PERSON) {
            held.add(new SimpleGrantedAuthority(OWNS));
        }
        return held;
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
