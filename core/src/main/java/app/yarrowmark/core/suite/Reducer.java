package app.yarrowmark.core.suite;

import java.util.Locale;
import java.util.Optional;

/**
 * How a metric follows from a series kept with the run.
 *
 * @param series name of the series, as the run carries it, e.g. {@code frames}
 * @param way what is drawn from it
 * @param along what its places are, where the sheet says so
 */
public record Reducer(String series, Way way, Optional<Axis> along) {

    /** One whose sheet does not say what the places are. */
    public Reducer(String series, Way way) {
        this(series, way, Optional.empty());
    }

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

        /** Returns the one axis along which it can be drawn; empty if along any. */
        public Optional<Axis> axis() {
            return switch (this) {
                case PEAK, SUSTAINED -> Optional.of(Axis.TIME);
                case LEVEL -> Optional.of(Axis.SIZE);
                case EACH -> Optional.of(Axis.COUNT);
                case RATE, LOW1 -> Optional.of(Axis.FRAME);
                case MIN, MAX, MEAN, MEDIAN, LAST -> Optional.empty();
            };
        }
    }
}
