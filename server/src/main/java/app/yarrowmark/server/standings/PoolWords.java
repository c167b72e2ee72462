package app.yarrowmark.server.standings;

import app.yarrowmark.server.catalogue.DeviceKind;
import app.yarrowmark.server.subjects.Pool;
import java.util.List;
import java.util.Objects;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** What narrows a pool, in words. */
final class PoolWords {

    private PoolWords() {}

    static List<String> of(StandingsQuestion q) {
        DeviceKind kind = q.kind();
        return Stream.of(
                        kind == null ? null : "kind: " + kind.words(),
                        q.maker() == null ? null : "maker: " + q.maker(),
                        q.tag() == null ? null : "tagged " + q.tag(),
                        years(q.yearFrom(), q.yearTo()),
                        q.priceTo() == null ? null : "price up to " + number(q.priceTo()),
                        tuned(q.tuned()),
                        origin(q.origin()))
                .filter(Objects::nonNull)
                .toList();
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
