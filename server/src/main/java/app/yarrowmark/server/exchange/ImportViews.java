package app.yarrowmark.server.exchange;

import app.yarrowmark.core.written.Marks;
import app.yarrowmark.server.lists.Paged;
import io.swagger.v3.oas.annotations.media.Schema;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** What pages see of imports. */
final class ImportViews {

    private ImportViews() {}

    /** How far an import is. */
    enum State {
        /** Read, and waiting to be accepted. */
        WAITING,
        /** Being kept as runs; none of them counts before all are. Goes on by itself after a restart. */
        ACCEPTING,
        ACCEPTED,
        /** Its runs are set aside. */
        TAKEN_BACK
    }

    /**
     * The beginning of a table and how it would be read.
     *
     * @param remembered whether the settings are those used the last time for such a table
     * @param sheets names of the sheets, of a spreadsheet
     * @param columns what the numbers of each column with marks in them would be read as
     */
    record Preview(
            ImportSettings settings,
            List<List<String>> rows,
            boolean remembered,
            List<String> sheets,
            List<ColumnView> columns) {}

    /**
     * How the numbers of a column are marked.
     *
     * @param sure whether they can be read in one way only; else a person decides
     * @param mixed whether some can be read only the one way and some only the other
     * @param samples some of them, as they would be read in both ways
     */
    record ColumnView(String name, Marks marks, boolean sure, boolean mixed, List<Sample> samples) {}

    /** A number as it stands in the table, with what it is by each way; absent where it cannot be so. */
    record Sample(
            String text, @Nullable String point, @Nullable String comma) {}

    /** How a line stands to what is kept already. */
    enum Standing {
        /** Nothing like it is kept. */
        NEW,
        /** There are readings of that test in that setup, and this is another one: it is kept as a repeat. */
        REPEAT,
        /** The same reading is kept already: it is not kept again. */
        KNOWN,
        /** The same reading stands on a line before: it is kept once. */
        TWICE
    }

    /**
     * A cell of a table as it was understood.
     *
     * @param text as it stands there
     * @param digits what it was read as, where the text is not plain digits in the unit already
     * @param gap why there is no number, where that is what it says
     * @param problem why it cannot be kept
     */
    record CellView(
            int line,
            int ordinal,
            String column,
            @Nullable String device,
            @Nullable String setup,
            @Nullable String test,
            @Nullable String unit,
            @Nullable String text,
            @Nullable String digits,
            @Nullable String gap,
            Standing standing,
            @Nullable String problem) {}

    /** Which cells of a table are looked at. */
    @Schema(enumAsRef = true)
    enum Which {
        /** Those that are kept. */
        KEPT,
        /** Those that are not, because the same is there already. */
        THERE,
        /** Those that say why there is no number. */
        GAPS,
        /** Those that cannot be kept. */
        REJECTED
    }

    /** A page of cells. */
    record CellPage(List<CellView> cells, int page, int pages) implements Paged {

        @Override
        public boolean more() {
            return page + 1 < pages;
        }
    }

    /** How many cells of a table there are of each. */
    record CellCounts(int kept, int there, int gaps, int rejected) {}

    /**
     * An import.
     *
     * @param understood readings that could be kept
     * @param rejected lines that could not
     * @param runs kept; 0 while it waits
     * @param doubted runs with a number that looks wrong
     */
    record ImportView(
            long id,
            String name,
            String source,
            String who,
            Instant at,
            State state,
            int understood,
            int rejected,
            int runs,
            int doubted) {}

    /** A part of an import that can be chosen by itself. */
    record TablePart(String device, String suite, int readings, int runs) {}

    /** A line that was not understood, or whose run was refused. */
    record RejectedLine(int line, String column, String reason) {}

    /**
     * What was read of a table.
     *
     * @param otherwise numbers that are other than those an import brought before for the same tests
     * @param brought whether a table of this name was imported before
     */
    record TableReport(
            ImportView batch,
            List<TablePart> parts,
            List<RejectedLine> rejected,
            int rejectedPages,
            CellCounts counts,
            int otherwise,
            boolean brought) {}

    /**
     * What was kept.
     *
     * @param known runs that were kept before
     * @param refused runs that broke a rule; their lines are in the report
     */
    record Accepted(ImportView batch, int fresh, int known, int refused) {}

    /**
     * What to keep.
     *
     * @param parts all if absent
     * @param corrects whether numbers that are other than those an import brought before correct them: the older ones are set
     *     aside; else they are further repeats
     */
    record Choice(@Nullable List<PartKey> parts, @Nullable Boolean corrects) {}

    /** One part by its device and suite, as the report names them. */
    record PartKey(String device, String suite) {}
}
