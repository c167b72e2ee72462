package app.yarrowmark.server.facts;

import app.yarrowmark.core.setup.FactGroup;
import app.yarrowmark.core.setup.FactKey;
import app.yarrowmark.core.suite.TestGroup;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;

/**
 * A fact of the dictionary.
 *
 * @param groupWords what people call the group
 * @param own whether this desk added it
 */
public record FactKeyView(
        String key,
        String words,
        FactGroup group,
        String groupWords,
        FactKey.Type type,
        String unit,
        List<TestGroup> affects,
        double tolerance,
        boolean part,
        String about,
        boolean own) {

    static FactKeyView of(FactKey k, boolean own) {
        return new FactKeyView(
                k.key(),
                k.words(),
                k.group(),
                k.group().words(),
                k.type(),
                k.unit(),
                List.copyOf(new TreeSet<>(k.affects())),
                k.tolerance(),
                k.part(),
                k.about(),
                own);
    }

    FactKey toKey() {
        return new FactKey(key, words, group, type, unit, Set.copyOf(affects), tolerance, part, about);
    }
}
