package app.yarrowmark.core.exchange;

import app.yarrowmark.core.series.Series;
import app.yarrowmark.core.suite.Axis;
import app.yarrowmark.core.written.Amount;
import app.yarrowmark.core.written.DigitText;
import app.yarrowmark.core.written.Marks;
import java.io.Reader;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.Iterator;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** Reads a table with a column of places and columns of quantities into series along an axis. */
public final class CurveTable {

    private static final int MOST_POINTS = 500_000;
    private static final int MOST_PROBLEMS = 200;
    private static final int MOST_TYPED = 1_000;
    /** Rows by which a column says how its numbers are marked, and a table what it is. */
    private static final int LOOKED_AT = 400;

    private static final Set<String> NOTHING = Set.of("", "-", "\u2013", "\u2014", "n/a", "na", "none");

    private CurveTable() {}

    /**
     * The beginning of a table.
     *
     * @param head names of the columns; made up where the table has none
     * @param named whether the table has them
     * @param rows the first
     */
    public record Beginning(List<String> head, boolean named, List<List<String>> rows) {

        /** Returns the texts of a column. */
        public List<String> column(int at) {
            return rows.stream().map(r -> at < r.size() ? r.get(at) : "").toList();
        }
    }

    /**
     * How a table is to be read.
     *
     * @param axis what its places are
     * @param places name of their column; null where there is none, as for frames one after the other
     * @param unit of sizes that are written without one, UCUM
     * @param columns the quantities
     */
    public record Wanted(Axis axis, @Nullable String places, String unit, List<Column> columns) {}

    /** A column, the name of its series, and its unit (UCUM). */
    public record Column(String head, String name, String unit) {}

    /**
     * A series that was read.
     *
     * @param places as they were written; empty for a long table
     * @param texts the values as they were written; as many, or empty
     */
    public record Line(Column column, Series series, List<String> places, List<String> texts) {}

    /** A cell that was left out: its line in the table, its column, and why. */
    public record Fault(long line, String column, String message) {}

    /**
     * What came of a table.
     *
     * @param rows how many were read
     * @param rejected how many cells were left out
     * @param faults the first of them
     */
    public record Result(List<Line> lines, int rows, int rejected, List<Fault> faults) {}

    /** Returns how a table begins. */
    public static Beginning look(Reader text, char separator) {
        try (SeparatedRows rows = SeparatedRows.of(text, separator)) {
            Opened table = open(rows);
            return new Beginning(
                    table.head,
                    table.named,
                    table.first.stream().map(RowSource.Raw::values).toList());
        }
    }

    /**
     * Reads a table. A cell that is no number is left out and told; so is a row whose place is none, stands twice or, of
     * times, goes back.
     *
     * @throws IllegalArgumentException if a column is not there, or the text is no table
     */
    public static Result read(Reader text, char separator, Wanted wanted) {
        try (SeparatedRows rows = SeparatedRows.of(text, separator)) {
            return new Reading(open(rows), rows, wanted).all();
        }
    }

    private record Opened(List<String> head, boolean named, List<RowSource.Raw> first) {}

    /** The first line is the head unless all of it is numbers. */
    private static Opened open(SeparatedRows rows) {
        List<RowSource.Raw> first = new ArrayList<>();
        while (first.size() < LOOKED_AT && rows.hasNext()) {
            first.add(rows.next());
        }
        if (first.isEmpty()) {
            throw new IllegalArgumentException("there is no line in it");
        }
        List<String> line = first.get(0).values().stream().map(String::strip).toList();
        boolean named = line.stream().noneMatch(CurveTable::isNumber);
        int width = first.stream().mapToInt(r -> r.values().size()).max().orElse(0);
        List<String> head = IntStream.range(0, width)
                .mapToObj(i -> named && i < line.size() && !line.get(i).isEmpty()
                        ? line.get(i).replace("\ufeff", "")
                        : "column " + (i + 1))
                .toList();
        return new Opened(head, named, named ? first.subList(1, first.size()) : first);
    }

    private static boolean isNumber(String text) {
        return !text.isEmpty() && Character.isDigit(text.charAt(0));
    }

    /** One table being read. */
    private static final class Reading {

        private final Opened table;
        private final Iterator<RowSource.Raw> rows;
        private final Wanted wanted;
        private final int placesAt;
        private final int[] at;
        private final List<Marks> marks;
        private final List<List<Point>> points;
        private final List<Fault> faults = new ArrayList<>();
        private final Set<Double> seen = new HashSet<>();
        private int read;
        private int rejected;
        private double first = Double.NaN;
        private double last = Double.NEGATIVE_INFINITY;

        private record Point(double x, double y, String place, String text) {}

        Reading(Opened table, SeparatedRows rest, Wanted wanted) {
            this.table = table;
            this.wanted = wanted;
            this.rows = Stream.concat(table.first.stream(), rest(rest)).iterator();
            this.placesAt = wanted.places == null ? -1 : column(wanted.places);
            this.at = wanted.columns.stream().mapToInt(c -> column(c.head)).toArray();
            this.marks = IntStream.of(at)
                    .mapToObj(i -> Marks.of(table.first.stream()
                                    .map(r -> i < r.values().size() ? r.values().get(i) : "")
                                    .toList())
                            .marks())
                    .toList();
            this.points = wanted.columns.stream()
                    .map(c -> (List<Point>) new ArrayList<Point>())
                    .toList();
        }

        private static Stream<RowSource.Raw> rest(SeparatedRows rows) {
            return Stream.iterate(0, i -> rows.hasNext(), i -> i).map(i -> rows.next());
        }

        Result all() {
            while (rows.hasNext() && read < MOST_POINTS) {
                row(rows.next());
            }
            if (rows.hasNext()) {
                reject(0, "", "more than " + MOST_POINTS + " rows: the rest was left out");
            }
            List<Line> lines = new ArrayList<>();
            for (int i = 0; i < points.size(); i++) {
                if (!points.get(i).isEmpty()) {
                    lines.add(line(wanted.columns.get(i), points.get(i)));
                }
            }
            return new Result(lines, read, rejected, faults);
        }

        private Line line(Column column, List<Point> all) {
            all.sort(Comparator.comparingDouble(Point::x));
            boolean typed = read <= MOST_TYPED;
            return new Line(
                    column,
                    new Series(
                            all.stream().mapToDouble(Point::x).toArray(),
                            all.stream().mapToDouble(Point::y).toArray()),
                    typed ? all.stream().map(Point::place).toList() : List.of(),
                    typed ? all.stream().map(Point::text).toList() : List.of());
        }

        private void row(RowSource.Raw row) {
            String place = placesAt < 0 ? String.valueOf(read + 1) : value(row, placesAt);
            if (row.values().stream().allMatch(String::isBlank)) {
                return;
            }
            double x;
            try {
                x = place(place);
            } catch (IllegalArgumentException e) {
                reject(row.line(), wanted.places == null ? "" : wanted.places, String.valueOf(e.getMessage()));
                return;
            }
            last = x;
            read++;
            for (int i = 0; i < at.length; i++) {
                point(row, i, x, place);
            }
        }

        private double place(String text) {
            double x = AxisText.place(wanted.axis, text, wanted.unit);
            if (wanted.axis == Axis.TIME) {
                first = Double.isNaN(first) ? x : first;
                x -= first;
                if (x < last) {
                    throw new IllegalArgumentException("the time goes back");
                }
            } else if (!seen.add(x)) {
                throw new IllegalArgumentException(text.strip() + " stands twice; the first was taken");
            }
            return x;
        }

        private void point(RowSource.Raw row, int i, double x, String place) {
            String value = value(row, at[i]).strip();
            if (NOTHING.contains(value.toLowerCase(Locale.ROOT))) {
                return;
            }
            Column column = wanted.columns.get(i);
            try {
                double y = marks.get(i) == Marks.POINT && DigitText.isPlain(value)
                        ? DigitText.parse(value).value()
                        : Amount.read(value, marks.get(i))
                                .in(column.unit)
                                .digits()
                                .doubleValue();
                points.get(i).add(new Point(x, y, place.strip(), value));
            } catch (IllegalArgumentException e) {
                reject(row.line(), column.head, String.valueOf(e.getMessage()));
            }
        }

        private static String value(RowSource.Raw row, int at) {
            return at < row.values().size() ? row.values().get(at) : "";
        }

        private void reject(long line, String column, String reason) {
            rejected++;
            if (faults.size() < MOST_PROBLEMS) {
                faults.add(new Fault(line, column, reason));
            }
        }

        private int column(String name) {
            int found = table.head.indexOf(name);
            if (found < 0) {
                throw new IllegalArgumentException("there is no column \"" + name + "\"; there are " + table.head);
            }
            return found;
        }
    }
}
