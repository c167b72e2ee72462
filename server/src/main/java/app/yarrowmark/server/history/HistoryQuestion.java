package app.yarrowmark.server.history;

import app.yarrowmark.server.lists.AskedDays;
import app.yarrowmark.server.lists.AskedPage;
import org.jspecify.annotations.Nullable;

/**
 * What of the history is asked for.
 *
 * @param kind of record; all if absent
 * @param who words in the name of whoever did it; all if absent
 */
record HistoryQuestion(
        HistoryService.@Nullable Kind kind, @Nullable String who, AskedDays days, AskedPage page) {}
