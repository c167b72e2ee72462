package app.yarrowmark.server.scorebook;

import java.util.HashSet;
import java.util.Map;
import java.util.Set;

/** Every score as of one revision; does not change. */
public final class ScoreSnapshot {

    private final long revision;
    private final Map<Long, ScoreColumn> columns;
    /** Every setup with a reading in any column. */
    private final Set<Long> measured;

    private ScoreSnapshot(long revision, Map<Long, ScoreColumn> columns, Set<Long> measured) {
        this.revision = revision;
        this.columns = columns;
        this.measured = measured;
    }

    /**
     * Returns the scores as of a revision of the database.
     *
     * @param columns by metric number
     */
    static ScoreSnapshot of(long revision, Map<Long, ScoreColumn> columns) {
        Set<Long> measured = new HashSet<>();
        columns.values().forEach(c -> c.addSetupsTo(measured));
        return new ScoreSnapshot(revision, DayMovements.moving(columns), measured);
    }

    /**
     * Returns the scores as of a later revision.
     *
     * @param changed setups whose readings may be others now
     * @param later every column, by metric number
     */
    ScoreSnapshot changed(long now, Set<Long> changed, Map<Long, ScoreColumn> later) {
        Set<Long> still = new HashSet<>(measured);
        changed.forEach(setup -> {
            if (later.values().stream().anyMatch(c -> c.has(setup))) {
                still.add(setup);
            } else {
                still.remove(setup);
            }
        });
        return new ScoreSnapshot(now, DayMovements.moving(later), still);
    }

    /** Returns the revision of the database it is true to. */
    public long revision() {
        return revision;
    }

    /** Returns all columns by metric number. */
    public Map<Long, ScoreColumn> columns() {
        return columns;
    }

    /** Returns whether a setup has a reading in any metric. */
    public boolean measured(long setupId) {
        return measured.contains(setupId);
    }

    /** Returns the scores of a metric; empty if it has none. */
    public ScoreColumn column(long metricId) {
        return columns.getOrDefault(metricId, ScoreColumn.empty());
    }
}
