package app.yarrowmark.server.scorebook;

import app.yarrowmark.core.score.Reading;
import app.yarrowmark.core.suite.Scale;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/** Snapshots without a database. */
public final class TestScores {

    private TestScores() {}

    /** Readings by metric, then by setup. */
    public static ScoreSnapshot snapshot(Map<Long, Map<Long, List<Reading>>> cells) {
        Map<Long, ScoreColumn> columns = new HashMap<>();
        cells.forEach((metric, column) -> columns.put(metric, column(column, Scale.RATIO)));
        return ScoreSnapshot.of(1, columns);
    }

    /** The next snapshot, in which one setup has other readings of one metric. */
    public static ScoreSnapshot changed(ScoreSnapshot old, long metric, long setup, List<Reading> readings) {
        Map<Long, ScoreColumn> columns = new HashMap<>(old.columns());
        columns.compute(
                metric,
                (m, column) -> column.with(Set.of(setup), column(Map.of(setup, readings), Scale.RATIO), Scale.RATIO));
        return old.changed(old.revision() + 1, Set.of(setup), columns);
    }

    /** A column of the readings of each setup. */
    static ScoreColumn column(Map<Long, List<Reading>> cells, Scale scale) {
        ScoreColumn.Builder column = new ScoreColumn.Builder();
        new TreeMap<>(cells)
                .forEach((setup, readings) -> readings.forEach(r -> column.add(setup, r.value(), r.resolution())));
        return column.build(scale);
    }
}
