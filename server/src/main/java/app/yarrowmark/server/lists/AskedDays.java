package app.yarrowmark.server.lists;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZoneOffset;
import org.jspecify.annotations.Nullable;

/**
 * From which day to which, asked alike everywhere.
 *
 * @param from first day, such as 2026-03-01; from the beginning if absent
 * @param to last day, which belongs to it; until now if absent
 * @param zone in which the days are, such as Europe/Berlin; UTC if absent
 */
public record AskedDays(
        @Nullable LocalDate from,
        @Nullable LocalDate to,
        @Nullable ZoneId zone) {

    /** All days. */
    public static final AskedDays ALL = new AskedDays(null, null, null);

    /** No record is older, and none newer. */
    private static final LocalDate FIRST = LocalDate.of(1970, 1, 1);

    private static final LocalDate LAST = LocalDate.of(9998, 12, 31);

    /** Returns the first instant of the first day; null if it is not bounded. */
    public @Nullable Instant first() {
        return from == null ? null : start(from, 0);
    }

    /** Returns the first instant after the last day; null if it is not bounded. */
    public @Nullable Instant end() {
        return to == null ? null : start(to, 1);
    }

    private Instant start(LocalDate day, int later) {
        LocalDate within = day.isBefore(FIRST) ? FIRST : day.isAfter(LAST) ? LAST : day;
        return within.plusDays(later)
                .atStartOfDay(zone == null ? ZoneOffset.UTC : zone)
                .toInstant();
    }
}
