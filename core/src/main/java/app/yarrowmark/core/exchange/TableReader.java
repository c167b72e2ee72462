package app.yarrowmark.core.exchange;

import java.io.Reader;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;

/** Streams the rows of a table under its head. Memory does not grow with length. */
public final class TableReader implements Iterator<TableReader.Row>, AutoCloseable {

    private static final int MOST_COLUMNS = 500;

    private final RowSource source;
    private final List<String> header;

    /**
     * A row.
     *
     * @param line on which it starts, from 1
     * @param values as many as the header has; missing ones empty
     * @param extra how many values it has beyond the header
     */
    public record Row(long line, List<String> values, int extra) {}

    private TableReader(RowSource source, TableHead head) {
        this.source = source;
        this.header = head.names();
        if (header.stream().allMatch(String::isEmpty)) {
            throw new IllegalArgumentException("line 1: the first line names the columns, and it is empty");
        }
        if (header.size() > MOST_COLUMNS) {
            throw new IllegalArgumentException(
                    "line " + head.line() + ": has " + header.size() + " columns; at most " + MOST_COLUMNS);
        }
    }

    /**
     * Opens a table of separated values whose first line names the columns.
     *
     * @param separator comma, semicolon, tab or bar
     * @throws IllegalArgumentException if there is no header, or it has too many columns
     */
    public static TableReader open(Reader text, char separator) {
        return open(SeparatedRows.of(text, separator), 1, 1);
    }

    /** Opens a table whose head begins on a line and has one row or two. */
    static TableReader open(RowSource source, int headLine, int headRows) {
        return new TableReader(source, TableHead.read(source, headLine, headRows));
    }

    /** Returns the separator that parts the first lines into the most columns; a comma if none does. */
    public static char separatorOf(String firstLine) {
        char best = ',';
        long most = 0;
        for (char c : new char[] {'\t', ';', ',', '|'}) {
            long count = firstLine.chars().filter(x -> x == c).count();
            if (count > most) {
                most = count;
                best = c;
            }
        }
        return best;
    }

    /** Returns the names of the columns, each once; one without a name is called by its place. */
    public List<String> header() {
        return header;
    }

    /** @throws IllegalArgumentException with the line, where the text is no table: nothing can be read after it */
    @Override
    public boolean hasNext() {
        return source.hasNext();
    }

    @Override
    public Row next() {
        RowSource.Raw raw = source.next();
        List<String> values = new ArrayList<>(raw.values());
        int extra = (int)
                values.stream().skip(header.size()).filter(v -> !v.isBlank()).count();
        while (values.size() < header.size()) {
            values.add("");
        }
        return new Row(raw.line(), values.subList(0, header.size()), extra);
    }

    @Override
    public void close() {
        source.close();
    }
}
