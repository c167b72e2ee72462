package app.yarrowmark.server.scorebook;

import app.yarrowmark.server.revisions.Marks;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;

/** Every score as of one moment; does not change. */
public final class ScoreSnapshot {

    private final Marks marks;
    private final Map<Long, ScoreColumn> columns;
    /** Every setup with a reading in any column. */
    private final Set<Long> measured;

    private ScoreSnapshot(Marks marks, Map<Long, ScoreColumn> columns, Set<Long> measured) {
        this.marks = marks;
        this.columns = columns;
        this.measured = measured;
    }

    /**
     * Returns the scores as of a moment of the database.
     *
     * @param columns by metric number
     */
    static ScoreSnapshot of(Marks marks, Map<Long, ScoreColumn> columns) {
        Set<Long> measured = new HashSet<>();
        columns.values().forEach(c -> c.addSetupsTo(measured));
        return new ScoreSnapshot(marks, DayMovements.moving(columns), measured);
    }

    /**
     * Returns the scores as of a later moment.
     *
     * @param changed setups whose readings may be others now
     * @param later every column, by metric number
     */
    ScoreSnapshot changed(Marks now, Set<Long> changed, Map<Long, ScoreColumn> later) {
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

    /** Returns how far the changes were that it is true to. */
    public Marks marks() {
        return marks;
    }

    /** Returns how many changes that were together: the number that people are told. */
    public long revision() {
        return marks.sum();
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
