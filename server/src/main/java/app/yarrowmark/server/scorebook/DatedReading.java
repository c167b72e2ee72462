package app.yarrowmark.server.scorebook;

import app.yarrowmark.core.written.Reading;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/**
 * A reading with the day it belongs to.
 *
 * @param day days since 1970; the least number there is where it is not known
 */
public record DatedReading(int day, Reading reading) {

    /** Returns the number of a day; null is one that is not known. */
    public static int number(@Nullable LocalDate day) {
        return day == null ? Cells.UNKNOWN : (int) day.toEpochDay();
    }

    /** Returns readings by day, rising; those of unknown days are of the first day that is known, so that there are never more than proved. */
    public static List<List<Reading>> byDay(List<DatedReading> readings) {
        TreeMap<Integer, List<Reading>> days = new TreeMap<>();
        readings.forEach(
                r -> days.computeIfAbsent(r.day, none -> new ArrayList<>()).add(r.reading));
        if (days.size() > 1 && days.firstKey() == Cells.UNKNOWN) {
            Map.Entry<Integer, List<Reading>> unknown = days.pollFirstEntry();
            days.firstEntry().getValue().addAll(unknown.getValue());
        }
        return List.copyOf(days.values());
    }
}
