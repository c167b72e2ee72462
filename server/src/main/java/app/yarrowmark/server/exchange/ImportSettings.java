package app.yarrowmark.server.exchange;

import app.yarrowmark.core.exchange.TableMapping;
import app.yarrowmark.server.catalogue.DeviceKind;
import java.util.List;
import java.util.Map;
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
        @Nullable String source) {

    /** @throws IllegalArgumentException if one of the fields that say how the table lies is not there */
    public ImportSettings {
        if (separator == null || header == null || shape == null || columns == null || metrics == null) {
            throw new IllegalArgumentException("separator, header, shape, columns and metrics must be there");
        }
    }

    TableMapping mapping() {
        return new TableMapping(shape, columns, metrics);
    }

    String sourceText() {
        return source == null ? "" : source.strip();
    }
}
