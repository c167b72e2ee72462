package app.yarrowmark.core.setup;

import app.yarrowmark.core.suite.TestGroup;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/**
 * One fact that is not the same in two setups, or that cannot be told to be.
 *
 * @param key of the fact
 * @param before in the first; empty if nothing was ever said of it
 * @param after in the second
 * @param standing what to make of it
 * @param affects groups of tests that it can change
 */
public record SetupDifference(
        FactKey key, Optional<Fact> before, Optional<Fact> after, Standing standing, Set<TestGroup> affects) {

    /** What to make of a difference. */
    public enum Standing {
        /** It is the change that was named. */
        MEANT,
        /** It differs and nobody meant it to: a caveat. */
        UNMEANT,
        /** One side is not known. */
        UNKNOWN
    }

    /**
     * Returns the differences between two setups, in the order of a slip. A fact that is unknown on both sides, or was
     * never spoken of on one, is no difference: that one side was read by fewer programs says nothing. Unless it is the very
     * change that was named, such as a limit that nobody had looked at before it was raised.
     *
     * @param meant keys of the facts that were changed on purpose
     */
    public static List<SetupDifference> between(Facts before, Facts after, Set<String> meant, FactDictionary words) {
        Set<String> keys = new TreeSet<>(words.bySlip());
        before.all().forEach(f -> keys.add(f.key()));
        after.all().forEach(f -> keys.add(f.key()));
        List<SetupDifference> found = new ArrayList<>();
        for (String key : keys) {
            Optional<Fact> a = before.get(key);
            Optional<Fact> b = after.get(key);
            boolean named = meant.contains(key);
            if (!named && (a.isEmpty() || b.isEmpty())) {
                continue;
            }
            boolean aKnown = a.flatMap(Fact::value).isPresent();
            boolean bKnown = b.flatMap(Fact::value).isPresent();
            if (aKnown && bKnown ? !words.same(a.orElseThrow(), b.orElseThrow()) : aKnown != bKnown) {
                Standing standing = named ? Standing.MEANT : aKnown && bKnown ? Standing.UNMEANT : Standing.UNKNOWN;
                found.add(new SetupDifference(
                        words.get(key), a, b, standing, words.get(key).affects()));
            }
        }
        return found;
    }
}
