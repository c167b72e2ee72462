package app.yarrowmark.server.exchange;

import app.yarrowmark.core.exchange.TableFile;
import app.yarrowmark.core.exchange.TableMapping;
import app.yarrowmark.core.written.Marks;
import app.yarrowmark.server.catalogue.DeviceKind;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;

/**
 * How a table is to be read.
 *
 * @param separator comma, semicolon, tab or bar
 * @param header columns of the table, by which the settings are remembered
 * @param columns name of the column by what it says
 * @param metrics in a wide table: metric key by name of the column
 * @param suite the suite, as {@code key version}, where no column says it
 * @param unit label of the unit where no column says it; {@code A} if absent
 * @param setup name of the setup where no column says it; {@code as shipped} if absent
 * @param makeModels kind of the models to make that are not there; none are made if absent
 * @param source where the list comes from; empty if this desk measured it
 * @param file how the file itself is read; as text in UTF-8 with the head on its first line if absent
 * @param marks how the numbers of a column are marked, by name of the column; where none is said, each cell must say
 * @param facts fact of the setup by name of the column: its key, or a name, which becomes a fact of the desk's own
 * @param twiceIsRepeat whether the same reading on two lines was measured twice; else it is one reading, written twice
 */
public record ImportSettings(
        String separator,
        List<String> header,
        TableMapping.Shape shape,
        Map<TableMapping.Role, String> columns,
        Map<String, String> metrics,
        @Nullable String suite,
        @Nullable String unit,
        @Nullable String setup,
        @Nullable DeviceKind makeModels,
        @Nullable String source,
        @Nullable FileSettings file,
        @Nullable Map<String, Marks> marks,
        @Nullable Map<String, String> facts,
        @Nullable Boolean twiceIsRepeat) {

    /**
     * How a file is read.
     *
     * @param charset name of the encoding of a text; empty for a spreadsheet
     * @param sheet of a spreadsheet; the first if absent
     * @param headLine line on which the names of the columns begin, from 1
     * @param headRows one or two
     */
    public record FileSettings(
            TableFile.Format format,
            String charset,
            @Nullable String sheet,
            int headLine,
            int headRows) {}

    /** @throws IllegalArgumentException if one of the fields that say how the table lies is not there */
    public ImportSettings {
        if (separator == null || header == null || shape == null || columns == null || metrics == null) {
            throw new IllegalArgumentException("separator, header, shape, columns and metrics must be there");
        }
    }

    /** Returns the same for another file of this kind. */
    ImportSettings of(FileSettings other, String parted) {
        return with(parted, other, marks, facts);
    }

    ImportSettings withMarks(Map<String, Marks> all) {
        return with(separator, file, all, facts);
    }

    /** Returns the same with each fact, written as a key or a name, as its key. */
    ImportSettings withFacts(UnaryOperator<String> key) {
        Map<String, String> keys = new LinkedHashMap<>();
        factColumns().forEach((column, fact) -> keys.put(column, key.apply(fact)));
        return with(separator, file, marks, keys);
    }

    private ImportSettings with(
            String parted,
            @Nullable FileSettings read,
            @Nullable Map<String, Marks> marked,
            @Nullable Map<String, String> keys) {
        return new ImportSettings(
                parted,
                header,
                shape,
                columns,
                metrics,
                suite,
                unit,
                setup,
                makeModels,
                source,
                read,
                marked,
                keys,
                twiceIsRepeat);
    }

    FileSettings fileOrText() {
        return file == null ? new FileSettings(TableFile.Format.TEXT, "UTF-8", null, 1, 1) : file;
    }

    Map<String, String> factColumns() {
        return facts == null ? Map.of() : facts;
    }

    @Nullable
    Marks marksOf(String column) {
        return marks == null ? null : marks.get(column);
    }

    TableMapping mapping() {
        return new TableMapping(shape, columns, metrics);
    }

    String sourceText() {
        return source == null ? "" : source.strip();
    }
}
