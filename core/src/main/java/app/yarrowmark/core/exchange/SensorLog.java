package app.yarrowmark.core.exchange;

import app.yarrowmark.core.Maps;
import app.yarrowmark.core.series.Series;
import app.yarrowmark.core.written.DigitText;
import java.io.Reader;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Reads a table with a column of times and columns of quantities into series along seconds. */
public final class SensorLog {

    private static final int MOST_POINTS = 500_000;
    private static final int MOST_PROBLEMS = 200;
    private static final Pattern CLOCK = Pattern.compile("(?:(\\d{1,3}):)?(\\d{1,2}):(\\d{1,2}(?:[.,]\\d+)?)");

    private final List<String> problems = new ArrayList<>();
    private int rejected;

    private SensorLog() {}

    /**
     * What came of a log.
     *
     * @param series by name of the column, along seconds from its first line
     * @param rows how many were read
     * @param rejected how many cells were left out
     * @param problems the first of them, with line and column
     */
    public record Result(Map<String, Series> series, int rows, int rejected, List<String> problems) {}

    /**
     * Reads a log. A cell that is no number is left out and told; so is a row whose time is none or goes back.
     *
     * @param timeColumn with seconds, {@code h:mm:ss}, or ISO times
     * @param columns to read
     * @throws IllegalArgumentException if a column is not there, or the text is no table
     */
    public static Result read(Reader text, char separator, String timeColumn, List<String> columns) {
        return new SensorLog().all(text, separator, timeColumn, columns);
    }

    private Result all(Reader text, char separator, String timeColumn, List<String> columns) {
        Map<String, List<double[]>> points = new LinkedHashMap<>();
        columns.forEach(c -> points.put(c, new ArrayList<>()));
        int rows = 0;
        double first = Double.NaN;
        double last = Double.NEGATIVE_INFINITY;
        try (TableReader table = TableReader.open(text, separator)) {
            int timeAt = column(table, timeColumn);
            List<Integer> at = columns.stream().map(c -> column(table, c)).toList();
            while (table.hasNext() && rows < MOST_POINTS) {
                TableReader.Row row = table.next();
                Optional<Double> time = seconds(row.values().get(timeAt));
                if (time.isEmpty()) {
                    reject(row.line(), timeColumn, "\"" + row.values().get(timeAt) + "\" is no time");
                    continue;
                }
                first = Double.isNaN(first) ? time.get() : first;
                double x = time.get() - first;
                if (x < last) {
                    reject(row.line(), timeColumn, "the time goes back");
                    continue;
                }
                last = x;
                rows++;
                for (int i = 0; i < columns.size(); i++) {
                    point(row, at.get(i), columns.get(i), x, Maps.at(points, columns.get(i)));
                }
            }
            if (table.hasNext()) {
                reject(0, timeColumn, "more than " + MOST_POINTS + " rows: the rest was left out");
            }
        }
        Map<String, Series> series = new LinkedHashMap<>();
        points.forEach((name, list) -> series.put(
                name,
                new Series(
                        list.stream().mapToDouble(p -> p[0]).toArray(),
                        list.stream().mapToDouble(p -> p[1]).toArray())));
        return new Result(series, rows, rejected, problems);
    }

    private void point(TableReader.Row row, int at, String column, double x, List<double[]> into) {
        String value = row.values().get(at);
        if (value.isBlank()) {
            return;
        }
        try {
            into.add(new double[] {x, DigitText.parse(value).value()});
        } catch (IllegalArgumentException e) {
            reject(row.line(), column, String.valueOf(e.getMessage()));
        }
    }

    private void reject(long line, String column, String reason) {
        rejected++;
        if (problems.size() < MOST_PROBLEMS) {
            problems.add("line " + line + ", column \"" + column + "\": " + reason);
        }
    }

    private static int column(TableReader table, String name) {
        int at = table.header().indexOf(name);
        if (at < 0) {
            throw new IllegalArgumentException("there is no column \"" + name + "\"; there are " + table.header());
        }
        return at;
    }

    /** Seconds that a time stands for, from whatever beginning. */
    static Optional<Double> seconds(String text) {
        String clean = text.strip().replace(',', '.');
        Matcher clock = CLOCK.matcher(clean);
        if (clock.matches()) {
            double hours = clock.group(1) == null ? 0 : Double.parseDouble(clock.group(1));
            return Optional.of(
                    hours * 3600 + Double.parseDouble(clock.group(2)) * 60 + Double.parseDouble(clock.group(3)));
        }
        try {
            double value = Double.parseDouble(clean);
            return Double.isFinite(value) ? Optional.of(value) : Optional.empty();
        } catch (NumberFormatException notSeconds) {
            return iso(clean.replace(' ', 'T'));
        }
    }

    private static Optional<Double> iso(String text) {
        try {
            return Optional.of(OffsetDateTime.parse(text).toInstant().toEpochMilli() / 1000.0);
        } catch (DateTimeException noOffset) {
            try {
                LocalDateTime local = LocalDateTime.parse(text);
                return Optional.of(local.toLocalDate().toEpochDay() * 86_400.0
                        + Duration.between(LocalTime.MIDNIGHT, local.toLocalTime())
                                        .toMillis()
                                / 1000.0);
            } catch (DateTimeException none) {
                return Optional.empty();
            }
        }
    }
}
