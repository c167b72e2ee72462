package app.yarrowmark.core.setup;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Collection;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;

/** The facts of one setup, one for each key, in the order of their keys. */
public final class Facts {

    private final SortedMap<String, Fact> byKey;

    private Facts(SortedMap<String, Fact> byKey) {
        this.byKey = byKey;
    }

    /** Returns the facts; of two with one key the later stands. */
    public static Facts of(Collection<Fact> facts) {
        SortedMap<String, Fact> byKey = new TreeMap<>();
        facts.forEach(f -> byKey.put(f.key(), f));
        return new Facts(byKey);
    }

    /** Returns all of them, by key. */
    public List<Fact> all() {
        return List.copyOf(byKey.values());
    }

    /** Returns the fact of that key, known or unknown; empty if nothing was ever said of it. */
    public Optional<Fact> get(String key) {
        return Optional.ofNullable(byKey.get(key));
    }

    /**
     * Returns these facts with what the other adds: keys not yet here, and values for keys that are unknown or only copied
     * here. What was read or typed is never changed; where the other says otherwise, {@link SetupDifference} tells.
     */
    public Facts completedBy(Facts other) {
        SortedMap<String, Fact> merged = new TreeMap<>(byKey);
        other.byKey.forEach(
                (key, fact) -> merged.merge(key, fact, (mine, theirs) -> yields(mine, theirs) ? theirs : mine));
        return new Facts(merged);
    }

    private static boolean yields(Fact mine, Fact theirs) {
        return mine.origin() == Fact.Origin.UNKNOWN
                || (mine.origin() == Fact.Origin.COPIED && theirs.value().isPresent());
    }

    /** Returns these facts as the next setup takes them over. */
    public Facts copied() {
        return of(byKey.values().stream().map(Fact::copied).toList());
    }

    /** Returns these facts with some of another setup's put in their place or added. */
    public Facts changedBy(Facts changes) {
        SortedMap<String, Fact> changed = new TreeMap<>(byKey);
        changed.putAll(changes.byKey);
        return new Facts(changed);
    }

    /** Returns a SHA-256 over keys, values and units, in hex: the same for the same known facts, whatever their origin. */
    public String fingerprint() {
        MessageDigest digest = sha256();
        byKey.values().stream()
                .filter(f -> f.value().isPresent())
                .forEach(f -> digest.update((f.key() + '\t' + f.value().orElseThrow() + '\t' + f.unit() + '\n')
                        .getBytes(StandardCharsets.UTF_8)));
        return HexFormat.of().formatHex(digest.digest());
    }

    private static MessageDigest sha256() {
        try {
            return MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java has SHA-256", e);
        }
    }
}
