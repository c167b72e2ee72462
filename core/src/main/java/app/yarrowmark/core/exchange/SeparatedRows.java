package app.yarrowmark.core.exchange;

import java.io.FilterReader;
import java.io.IOException;
import java.io.Reader;
import java.io.UncheckedIOException;
import java.util.Iterator;
import java.util.NoSuchElementException;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;

/** Rows of separated values. */
final class SeparatedRows implements RowSource {

    private static final int LONGEST_ROW = 1_000_000;

    private final Counted counted;
    private final CSVParser parser;
    private final Iterator<CSVRecord> records;

    private SeparatedRows(Counted counted, CSVParser parser) {
        this.counted = counted;
        this.parser = parser;
        this.records = parser.iterator();
    }

    /** @throws UncheckedIOException if it cannot be read */
    static SeparatedRows of(Reader text, char separator) {
        Counted counted = new Counted(text);
        CSVFormat format = CSVFormat.DEFAULT
                .builder()
                .setDelimiter(separator)
                .setIgnoreEmptyLines(true)
                .setTrim(false)
                .build();
        try {
            return new SeparatedRows(counted, format.parse(counted));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

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
    public Raw next() {
        if (!hasNext()) {
            throw new NoSuchElementException();
        }
        // A record knows where it ends; it begins after where the one before it ended.
        CSVRecord record = records.next();
        long line = parser.getCurrentLineNumber()
                - record.stream()
                        .mapToLong(v -> v.chars().filter(c -> c == '\n').count())
                        .sum();
        return new Raw(line, record.toList());
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
