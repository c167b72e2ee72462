package app.yarrowmark.core.exchange;

import com.github.miachm.sods.SpreadSheet;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.PushbackReader;
import java.io.Reader;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.jspecify.annotations.Nullable;
import org.mozilla.universalchardet.UniversalDetector;

/** A table as another program saved it: separated values in any usual encoding, or a spreadsheet. */
public final class TableFile {

    private static final int LOOKED_AT = 40;

    private TableFile() {}

    /** What kind of file a table stands in. */
    public enum Format {
        TEXT,
        XLSX,
        ODS
    }

    /**
     * What the beginning of a file tells of how it is to be read.
     *
     * @param charset name of the encoding of a text; empty for a spreadsheet
     * @param separator of a text; a comma for a spreadsheet
     * @param sheets names of the sheets of a spreadsheet
     * @param headLine line on which the names of the columns begin, from 1
     * @param headRows one or two
     */
    public record Looks(
            Format format, String charset, char separator, List<String> sheets, int headLine, int headRows) {}

    /**
     * Returns how a file is likely to be read.
     *
     * @param bytes its beginning; all of it where it is a spreadsheet
     * @param sheet of a spreadsheet; the first if absent
     * @throws IllegalArgumentException if nothing can be read in it
     */
    public static Looks look(byte[] bytes, @Nullable String sheet) {
        Format format = formatOf(bytes);
        String charset = format == Format.TEXT ? charsetOf(bytes).name() : "";
        char separator = format == Format.TEXT ? separatorOf(text(bytes, charset)) : ',';
        List<String> sheets = sheetsOf(bytes, format);
        TableHead.Place head;
        try (RowSource rows = rows(new ByteArrayInputStream(bytes), format, charset, separator, sheet)) {
            head = TableHead.find(beginning(rows));
        }
        return new Looks(format, charset, separator, sheets, head.line(), head.rows());
    }

    /** Opens the table of a file. */
    public static TableReader open(
            InputStream file,
            Format format,
            String charset,
            char separator,
            @Nullable String sheet,
            int headLine,
            int headRows) {
        return TableReader.open(rows(file, format, charset, separator, sheet), headLine, headRows);
    }

    /** Returns what kind of file begins so. */
    public static Format formatOf(byte[] bytes) {
        if (bytes.length < 4 || bytes[0] != 'P' || bytes[1] != 'K') {
            return Format.TEXT;
        }
        String start = new String(bytes, 0, Math.min(bytes.length, 200), StandardCharsets.ISO_8859_1);
        return start.contains("opendocument") ? Format.ODS : Format.XLSX;
    }

    /** By its mark, by being good UTF-8, else by what its letters are likely to be. */
    static Charset charsetOf(byte[] bytes) {
        if (isUtf8(bytes)) {
            return StandardCharsets.UTF_8;
        }
        UniversalDetector detector = new UniversalDetector();
        detector.handleData(bytes);
        detector.dataEnd();
        String found = detector.getDetectedCharset();
        if (found != null && found.startsWith("UTF-") && Charset.isSupported(found)) {
            return Charset.forName(found);
        }
        return Charset.forName("windows-1252");
    }

    /** The end may be cut off within a letter. */
    private static boolean isUtf8(byte[] bytes) {
        for (int cut = 0; cut < 4 && cut <= bytes.length; cut++) {
            try {
                StandardCharsets.UTF_8
                        .newDecoder()
                        .onMalformedInput(CodingErrorAction.REPORT)
                        .decode(ByteBuffer.wrap(bytes, 0, bytes.length - cut));
                return new String(bytes, StandardCharsets.UTF_8).indexOf('\0') < 0;
            } catch (CharacterCodingException e) {
                // Perhaps only the last letter is cut off.
            }
        }
        return false;
    }

    private static String text(byte[] bytes, String charset) {
        return new String(bytes, Charset.forName(charset));
    }

    /** The one that parts most lines into the most columns. */
    private static char separatorOf(String text) {
        char best = ',';
        long most = 0;
        List<String> lines = text.lines().limit(LOOKED_AT).toList();
        for (char c : new char[] {'\t', ';', ',', '|'}) {
            long parted = lines.stream().filter(l -> l.indexOf(c) >= 0).count();
            long all = lines.stream()
                    .mapToLong(l -> outsideQuotes(l).chars().filter(x -> x == c).count())
                    .sum();
            long weight = parted == 0 ? 0 : all * parted;
            if (weight > most) {
                most = weight;
                best = c;
            }
        }
        return best;
    }

    private static String outsideQuotes(String line) {
        return line.replaceAll("\"[^\"]*\"", "");
    }

    private static List<RowSource.Raw> beginning(RowSource rows) {
        List<RowSource.Raw> all = new ArrayList<>();
        try {
            while (all.size() < LOOKED_AT && rows.hasNext()) {
                all.add(rows.next());
            }
        } catch (IllegalArgumentException brokenOff) {
            // What comes whole is enough.
        }
        return all;
    }

    private static List<String> sheetsOf(byte[] bytes, Format format) {
        try {
            return switch (format) {
                case TEXT -> List.of();
                case XLSX -> {
                    try (ReadableWorkbook book = new ReadableWorkbook(new ByteArrayInputStream(bytes));
                            Stream<org.dhatim.fastexcel.reader.Sheet> sheets = book.getSheets()) {
                        yield sheets.map(s -> s.getName()).toList();
                    }
                }
                case ODS ->
                    new SpreadSheet(new ByteArrayInputStream(bytes))
                            .getSheets().stream().map(s -> s.getName()).toList();
            };
        } catch (IOException | RuntimeException e) {
            throw new IllegalArgumentException("it is no spreadsheet that can be read: " + e.getMessage(), e);
        }
    }

    private static RowSource rows(
            InputStream file, Format format, String charset, char separator, @Nullable String sheet) {
        try {
            return switch (format) {
                case TEXT ->
                    SeparatedRows.of(withoutMark(new InputStreamReader(file, Charset.forName(charset))), separator);
                case XLSX -> SheetRows.ofXlsx(file, sheet);
                case ODS -> SheetRows.ofOds(file, sheet);
            };
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (RuntimeException e) {
            throw new IllegalArgumentException("it cannot be read: " + e.getMessage(), e);
        }
    }

    /** The mark at the beginning of a text says how it is encoded and belongs to no cell. */
    private static Reader withoutMark(Reader text) throws IOException {
        PushbackReader from = new PushbackReader(text, 1);
        int first = from.read();
        if (first >= 0 && first != '\ufeff') {
            from.unread(first);
        }
        return from;
    }
}
