package app.yarrowmark.server.history;

import java.time.Instant;
import org.jspecify.annotations.Nullable;

/**
 * What of the history is asked for.
 *
 * @param kind of record; all if absent
 * @param who words in the name of whoever did it; all if absent
 * @param from first instant; from the beginning if absent
 * @param until instant before which it happened; now if absent
 * @param page from 0, the last events first
 */
record HistoryQuestion(
        HistoryService.@Nullable Kind kind,
        @Nullable String who,
        @Nullable Instant from,
        @Nullable Instant until,
        int page) {}
