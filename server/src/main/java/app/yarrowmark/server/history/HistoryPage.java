package app.yarrowmark.server.history;

import app.yarrowmark.server.lists.Paged;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A part of the history of everything.
 *
 * @param more whether there are earlier events
 */
record HistoryPage(List<HistoryLine> lines, boolean more) implements Paged {

    /**
     * One thing that happened.
     *
     * @param record number of what it happened to; a name where that has no number
     * @param name what the record is called now; absent where it has no other name, or is there no more
     * @param what in capitals, e.g. {@code SET_ASIDE}
     * @param reason why, or what exactly
     */
    record HistoryLine(
            Instant at,
            HistoryService.Kind kind,
            String record,
            @Nullable String name,
            String what,
            String who,
            @Nullable String reason) {}
}
