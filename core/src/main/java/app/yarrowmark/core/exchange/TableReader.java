package app.yarrowmark.core.exchange;

import java.io.FilterReader;
import java.io.IOException;
import java.io.Reader;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import java.util.NoSuchElementException;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;

/** Streams the rows of a table of separated values; the first row names the columns. Memory does not grow with length. */
public final class TableReader implements Iterator<TableReader.Row>, AutoCloseable {

    private static final int LONGEST_ROW = 1_000_000;
    private static final int MOST_COLUMNS = 500;

    private final Counted counted;
    private final CSVParser parser;
    private final Iterator<CSVRecord> records;
    private final List<String> header;

    /**
     * A row.
     *
     * @param line on which it starts, from 1
     * @param values as many as the header has; missing ones empty
     * @param extra how many values it has beyond the header
     */
    public record Row(long line, List<String> values, int extra) {}

    private TableReader(Counted counted, CSVParser parser) {
        this.counted = counted;
        this.parser = parser;
        this.records = parser.iterator();
        List<String> names = records.hasNext() ? new ArrayList<>(records.next().toList()) : new ArrayList<>();
        if (!names.isEmpty()) {
            names.set(0, names.get(0).replaceFirst("^\ufeff", ""));
        }
        names.replaceAll(String::strip);
        this.header = List.copyOf(names);
    }

    /**
     * Opens a table.
     *
     * @param separator comma, semicolon, tab or bar
     * @throws IllegalArgumentException if there is no header, it has too many columns, or two have one name
     * @throws UncheckedIOException if it cannot be read
     */
    public static TableReader open(Reader text, char separator) {
        Counted counted = new Counted(text);
        CSVFormat format = CSVFormat.DEFAULT
                .builder()
                .setDelimiter(separator)
                .setIgnoreEmptyLines(true)
                .setTrim(false)
                .build();
        try {
            TableReader reader = new TableReader(counted, format.parse(counted));
            reader.requireHeader();
            return reader;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
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

    private void requireHeader() {
        if (header.stream().allMatch(String::isEmpty)) {
            throw new IllegalArgumentException("line 1: the first line names the columns, and it is empty");
        }
        if (header.size() > MOST_COLUMNS) {
            throw new IllegalArgumentException("line 1: has " + header.size() + " columns; at most " + MOST_COLUMNS);
        }
        for (int i = 0; i < header.size(); i++) {
            if (!header.get(i).isEmpty() && header.indexOf(header.get(i)) < i) {
                throw new IllegalArgumentException(
                        "line 1, column " + (i + 1) + ": there are two columns called \"" + header.get(i) + "\"");
            }
        }
    }

    /** Returns the names of the columns. */
    public List<String> header() {
        return header;
    }

    /** @throws IllegalArgumentException with the line, where the text is no table: nothing can be read after it */
    @Override
    public boolean hasNext() {
        counted.startRow();
        long line = parser.getCurrentLineNumber() + 1;
        try {
            return records.hasNext();
        } catch (UncheckedIOException | IllegalStateException e) {
            throw new IllegalArgumentException(
                    "line " + line + ": a quote is opened and not closed, or something follows a closing one", e);
        }
    }

    @Override
    public Row next() {
        if (!hasNext()) {
            throw new NoSuchElementException();
        }
        // A record knows where it ends; it begins after where the one before it ended.
        CSVRecord record = records.next();
        long line = parser.getCurrentLineNumber()
                - record.stream().mapToLong(TableReader::breaks).sum();
        List<String> values = new ArrayList<>(record.toList());
        int extra = Math.max(0, values.size() - header.size());
        while (values.size() < header.size()) {
            values.add("");
        }
        return new Row(line, values.subList(0, header.size()), extra);
    }

    private static long breaks(String value) {
        return value.chars().filter(c -> c == '\n').count();
    }

    @Override
    public void close() {
        try {
            parser.close();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Gives up on a row that never ends, as behind a quote that is not closed. */
    private static final class Counted extends FilterReader {

        private long read;

        Counted(Reader in) {
            super(in);
        }

        void startRow() {
            read = 0;
        }

        @Override
        public int read() throws IOException {
            int c = super.read();
            count(1);
            return c;
        }

        @Override
        public int read(char[] into, int offset, int length) throws IOException {
            int n = super.read(into, offset, length);
            count(Math.max(0, n));
            return n;
        }

        private void count(int more) throws IOException {
            read += more;
            if (read > LONGEST_ROW) {
                throw new IOException("a row longer than " + LONGEST_ROW + " characters");
            }
        }
    }
}
