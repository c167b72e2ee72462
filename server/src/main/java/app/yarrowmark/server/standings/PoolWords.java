package app.yarrowmark.server.standings;

import app.yarrowmark.server.catalogue.DeviceKind;
import app.yarrowmark.server.subjects.Pool;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** What is ranked, what narrows the pool and how the scores are read, in words, where it is not as usual. */
final class PoolWords {

    private PoolWords() {}

    /** @param find words that the rows have to have; empty for all */
    static List<String> of(StandingsQuestion q, String find) {
        DeviceKind kind = q.kind();
        return Stream.of(
                        ranked(q),
                        kind == null ? null : "kind: " + kind.words(),
                        q.maker() == null ? null : "maker: " + q.maker(),
                        q.tag() == null ? null : "tagged " + q.tag(),
                        years(q.yearFrom(), q.yearTo()),
                        q.priceTo() == null ? null : "price up to " + number(q.priceTo()),
                        tuned(q.tuned()),
                        origin(q.origin()),
                        Boolean.TRUE.equals(q.steep()) ? "read as if heavy tests were skipped" : null,
                        find.isBlank() ? null : "only those called \u201c" + find.strip() + "\u201d")
                .filter(Objects::nonNull)
                .toList();
    }

    private static @Nullable String ranked(StandingsQuestion q) {
        String ranked = q.ranked();
        return ranked == null || ranked.equals("setup")
                ? null
                : ranked.equals("model")
                        ? "ranked by model"
                        : "ranked by " + ranked.replace('.', ' ').toLowerCase(Locale.ROOT);
    }

    private static @Nullable String years(@Nullable Integer from, @Nullable Integer to) {
        if (from == null) {
            return to == null ? null : "of " + to + " or before";
        }
        return to == null ? "of " + from + " or after" : from.equals(to) ? "of " + from : "of " + from + " to " + to;
    }

    private static String number(double value) {
        return value == Math.rint(value) ? String.valueOf((long) value) : String.valueOf(value);
    }

    private static @Nullable String tuned(Pool.@Nullable Tuned tuned) {
        return tuned == null || tuned == Pool.Tuned.SHIPPED
                ? null
                : tuned == Pool.Tuned.TUNED ? "tuned only" : "tuned too";
    }

    private static @Nullable String origin(Pool.@Nullable Origin origin) {
        return origin == null || origin == Pool.Origin.BOTH
                ? null
                : origin == Pool.Origin.OWN ? "measured here" : "from elsewhere only";
    }
}
