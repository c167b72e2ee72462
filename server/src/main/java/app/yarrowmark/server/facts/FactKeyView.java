package app.yarrowmark.server.facts;

import app.yarrowmark.core.setup.FactGroup;
import app.yarrowmark.core.setup.FactKey;
import app.yarrowmark.core.suite.TestGroup;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;

/**
 * A fact of the dictionary.
 *
 * @param groupWords what people call the group
 * @param also other names that systems and tables have for it
 * @param choices of a choice; absent in what was kept before there were any
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
        @Nullable List<String> also,
        @Nullable List<String> choices,
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
                k.also(),
                k.choices(),
                own);
    }

    FactKey toKey() {
        return new FactKey(
                key,
                words,
                group,
                type,
                unit,
                Set.copyOf(affects),
                tolerance,
                part,
                about,
                also == null ? List.of() : also,
                choices == null ? List.of() : choices);
    }
}
