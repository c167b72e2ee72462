package app.yarrowmark.server.exchange;

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
     */
    record Preview(ImportSettings settings, List<List<String>> rows, boolean remembered) {}

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

    /** What was read of a table. */
    record TableReport(ImportView batch, List<TablePart> parts, List<RejectedLine> rejected, int rejectedPages) {}

    /**
     * What was kept.
     *
     * @param known runs that were kept before
     * @param refused runs that broke a rule; their lines are in the report
     */
    record Accepted(ImportView batch, int fresh, int known, int refused) {}

    /** Which parts to keep: all if absent. */
    record Choice(@Nullable List<PartKey> parts) {}

    /** One part by its device and suite, as the report names them. */
    record PartKey(String device, String suite) {}
}
