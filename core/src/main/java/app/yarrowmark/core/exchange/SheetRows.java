package app.yarrowmark.core.exchange;

import com.github.miachm.sods.OfficeCurrency;
import com.github.miachm.sods.OfficePercentage;
import com.github.miachm.sods.Range;
import com.github.miachm.sods.SpreadSheet;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.math.MathContext;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import java.util.stream.Stream;
import org.dhatim.fastexcel.reader.Cell;
import org.dhatim.fastexcel.reader.CellType;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.dhatim.fastexcel.reader.ReadingOptions;
import org.dhatim.fastexcel.reader.Row;
import org.dhatim.fastexcel.reader.Sheet;
import org.jspecify.annotations.Nullable;

/** Rows of a sheet of a spreadsheet, each cell as the text that stands for it. */
final class SheetRows implements RowSource {

    private static final BigDecimal HUNDRED = BigDecimal.valueOf(100);
    private static final BigDecimal SECONDS_OF_DAY = BigDecimal.valueOf(86_400);

    private final Iterator<Raw> rows;
    private final AutoCloseable behind;

    private SheetRows(Iterator<Raw> rows, AutoCloseable behind) {
        this.rows = rows;
        this.behind = behind;
    }

    static SheetRows ofXlsx(InputStream file, @Nullable String name) throws IOException {
        ReadableWorkbook book = new ReadableWorkbook(file, new ReadingOptions(true, false));
        Sheet sheet = name == null ? book.getFirstSheet() : book.findSheet(name).orElseThrow(() -> missing(name));
        Stream<Row> rows = sheet.openStream();
        return new SheetRows(rows.map(r -> new Raw(r.getRowNum(), values(r))).iterator(), () -> {
            rows.close();
            book.close();
        });
    }

    static SheetRows ofOds(InputStream file, @Nullable String name) throws IOException {
        SpreadSheet book = new SpreadSheet(file);
        if (book.getNumSheets() == 0) {
            throw new IllegalArgumentException("the spreadsheet has no sheet, or does not list its parts");
        }
        com.github.miachm.sods.Sheet sheet = name == null ? book.getSheet(0) : book.getSheet(name);
        if (sheet == null) {
            throw missing(String.valueOf(name));
        }
        List<Raw> rows = new ArrayList<>();
        if (sheet.getMaxRows() > 0 && sheet.getMaxColumns() > 0) {
            Range all = sheet.getDataRange();
            Object[][] values = all.getValues();
            for (int i = 0; i < values.length; i++) {
                List<String> texts = new ArrayList<>();
                for (Object value : values[i]) {
                    texts.add(text(value));
                }
                rows.add(new Raw(i + 1L, texts));
            }
        }
        return new SheetRows(rows.iterator(), () -> {});
    }

    private static IllegalArgumentException missing(String name) {
        return new IllegalArgumentException("there is no sheet \"" + name + "\"");
    }

    private static List<String> values(Row row) {
        List<String> values = new ArrayList<>();
        for (int i = 0; i < row.getCellCount(); i++) {
            values.add(row.getOptionalCell(i).map(SheetRows::text).orElse(""));
        }
        return values;
    }

    /** A number as it is meant: a share with its percent sign, a time as one, all digits else. */
    private static String text(Cell cell) {
        if (cell.getType() != CellType.NUMBER
                && !(cell.getType() == CellType.FORMULA && cell.getValue() instanceof BigDecimal)) {
            return cell.getText() == null ? "" : cell.getText();
        }
        BigDecimal number = cell.asNumber();
        String format = cell.getDataFormatString() == null ? "" : cell.getDataFormatString();
        if (format.contains("%")) {
            return plain(number.multiply(HUNDRED)) + " %";
        }
        if (format.matches("(?i).*[ymd].*") && !format.matches("(?i).*\\[.*")) {
            return cell.asDate().toLocalDate().toString();
        }
        return format.matches("(?i).*(h|mm?:ss).*") ? clock(number.multiply(SECONDS_OF_DAY)) : plain(number);
    }

    private static String text(@Nullable Object value) {
        if (value instanceof OfficePercentage share) {
            return plain(BigDecimal.valueOf(share.getValue()).multiply(HUNDRED)) + " %";
        }
        if (value instanceof OfficeCurrency money) {
            return plain(BigDecimal.valueOf(money.getValue())) + " "
                    + money.getCurrency().getCurrencyCode();
        }
        if (value instanceof Duration time) {
            return clock(BigDecimal.valueOf(time.toMillis()).movePointLeft(3));
        }
        if (value instanceof Double number) {
            return plain(BigDecimal.valueOf(number));
        }
        return value == null ? "" : value.toString();
    }

    /** Without what a binary fraction adds behind the digits that were written. */
    private static String plain(BigDecimal number) {
        BigDecimal rounded = number.round(new MathContext(15)).stripTrailingZeros();
        return (rounded.scale() < 0 ? rounded.setScale(0) : rounded).toPlainString();
    }

    private static String clock(BigDecimal seconds) {
        long whole = Math.round(seconds.doubleValue());
        return String.format(java.util.Locale.ROOT, "%d:%02d:%02d", whole / 3600, whole / 60 % 60, whole % 60);
    }

    @Override
    public boolean hasNext() {
        return rows.hasNext();
    }

    @Override
    public Raw next() {
        return rows.next();
    }

    @Override
    public void close() {
        try {
            behind.close();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (Exception e) {
            throw new IllegalStateException("a spreadsheet could not be closed", e);
        }
    }
}
