package app.yarrowmark.core.exchange;

import java.time.DateTimeException;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZoneOffset;
import org.jspecify.annotations.Nullable;

/** The day that a run belongs to: the date where it was measured, cut at four in the morning, so that a night is one day. */
public final class MeasuredDay {

    private static final int NIGHT_HOURS = 4;

    private MeasuredDay() {}

    /**
     * Returns the day of a run.
     *
     * @param start when it was started
     * @param zone where it was measured
     */
    public static LocalDate of(Instant start, ZoneId zone) {
        return start.atZone(zone).toLocalDateTime().minusHours(NIGHT_HOURS).toLocalDate();
    }

    /**
     * Returns the zone of a name such as {@code Europe/Berlin} or {@code +01:00}; UTC for none.
     *
     * @throws DateTimeException if there is no such zone
     */
    public static ZoneId zone(@Nullable String name) {
        return name == null ? ZoneOffset.UTC : ZoneId.of(name);
    }
}
