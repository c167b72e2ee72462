package app.yarrowmark.server.scorebook;

import java.util.Map;

/**
 * Every score as of one revision; does not change.
 *
 * @param revision of the database it is true to
 * @param columns by metric number
 */
public record ScoreSnapshot(long revision, Map<Long, ScoreColumn> columns) {

    /** Returns whether a setup has a score in any metric. */
    public boolean measured(long setupId) {
        return columns.values().stream().anyMatch(c -> !c.readings(setupId).isEmpty());
    }

    /** Returns the scores of a metric; empty if it has none. */
    public ScoreColumn column(long metricId) {
        return columns.getOrDefault(metricId, ScoreColumn.empty());
    }
}
