package app.yarrowmark.core.exchange;

import java.util.Iterator;
import java.util.List;

/** The rows of a table, one after the other, whatever file they stand in; memory does not grow with their number. */
interface RowSource extends Iterator<RowSource.Raw>, AutoCloseable {

    /**
     * A row as it stands there.
     *
     * @param line of the text, or row of the sheet, from 1
     * @param values as texts, stripped of nothing
     */
    record Raw(long line, List<String> values) {

        /** Returns whether nothing stands in it. */
        boolean isBlank() {
            return values.stream().allMatch(String::isBlank);
        }
    }

    /** @throws IllegalArgumentException with the line, where the text is no table: nothing can be read after it */
    @Override
    boolean hasNext();

    @Override
    void close();
}
