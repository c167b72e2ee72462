package app.yarrowmark.server.scorebook;

import java.util.Map;

/**
 * Every score as of one revision; does not change.
 *
 * @param revision of the database it is true to
 * @param columns by metric number
 */
public record ScoreSnapshot(long revision, Map<Long, ScoreColumn> columns) {

    /** Returns the scores of a metric; empty if it has none. */
    public ScoreColumn column(long metricId) {
        return columns.getOrDefault(metricId, ScoreColumn.empty());
    }
}
