package app.yarrowmark.core.suite;

import java.util.Locale;

/**
 * How a metric follows from a series kept with the run.
 *
 * @param series name of the series, as the run carries it, e.g. {@code frames}
 * @param way what is drawn from it
 */
public record Reducer(String series, Way way) {

    /** What can be drawn from a series. */
    public enum Way {
        MIN,
        MAX,
        MEAN,
        MEDIAN,
        LAST,
        /** Best moving tenth. */
        PEAK,
        /** Median of the last third. */
        SUSTAINED,
        /** Median of the last third along an axis of sizes. */
        LEVEL,
        /** Frames a second over all frame times (ms). */
        RATE,
        /** Frames a second over the slowest hundredth of frame times (ms). */
        LOW1,
        /** What each further one adds, along a count. */
        EACH;

        /** Returns the word used in sheets. */
        public String word() {
            return name().toLowerCase(Locale.ROOT);
        }
    }
}
