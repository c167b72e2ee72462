package app.yarrowmark.server.exchange;

import app.yarrowmark.core.exchange.HeadName;
import app.yarrowmark.core.score.ReadingText;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.core.suite.UnitCode;
import app.yarrowmark.core.written.Marks;
import app.yarrowmark.core.written.Reading;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** The value in a cell of a table: as it stands there, with the unit that its column names, and what it is read as. */
final class CellText {

    private final Metric metric;
    private final @Nullable Marks marks;
    private final String text;

    CellText(String column, String value, Metric metric, @Nullable Marks marks) {
        this.metric = metric;
        this.marks = marks;
        this.text = withUnit(column, value, metric);
    }

    /** The unit of the head belongs to every number under it, unless it is the suite's own or the cell has one. */
    private static String withUnit(String column, String value, Metric metric) {
        Optional<String> unit = HeadName.of(column).unit().filter(u -> !u.equals(metric.unit()));
        boolean bare = !value.isEmpty() && Character.isDigit(value.charAt(value.length() - 1));
        return unit.isPresent() && bare && isNumber(metric) && measuresTheSame(unit.get(), metric.unit())
                ? value + " " + unit.get()
                : value;
    }

    private static boolean measuresTheSame(String unit, String other) {
        return UnitCode.parse(unit).in(UnitCode.parse(other)).isPresent()
                && !plain(unit).equals(plain(other));
    }

    /** Without the way in which seconds are written. */
    private static String plain(String unit) {
        return unit.startsWith("s{") ? "s" : unit;
    }

    private static boolean isNumber(Metric metric) {
        return metric.scale().isNumber();
    }

    String text() {
        return text;
    }

    /**
     * Returns plain digits in the metric's unit where the text alone would not be read so; null where it says all.
     *
     * @throws IllegalArgumentException if it cannot be read
     */
    @Nullable
    String digits() {
        Marks written = marks;
        if (written == null || !isNumber(metric) || (text.indexOf('.') < 0 && text.indexOf(',') < 0)) {
            ReadingText.parse(metric, text);
            return null;
        }
        Reading reading = ReadingText.tried(metric, text, written)
                .orElseGet(() -> ReadingText.parse(metric, written.plain(text)));
        return alone().filter(reading::equals).isPresent() ? null : reading.digits();
    }

    private Optional<Reading> alone() {
        try {
            return Optional.of(ReadingText.parse(metric, text));
        } catch (IllegalArgumentException unclear) {
            return Optional.empty();
        }
    }
}
