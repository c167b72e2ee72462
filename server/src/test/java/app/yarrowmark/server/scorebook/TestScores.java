package app.yarrowmark.server.scorebook;

import app.yarrowmark.core.score.Reading;
import app.yarrowmark.core.suite.Scale;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** Snapshots without a database. */
public final class TestScores {

    private TestScores() {}

    /** Readings by metric, then by setup. */
    public static ScoreSnapshot snapshot(Map<Long, Map<Long, List<Reading>>> cells) {
        Map<Long, ScoreColumn> columns = new HashMap<>();
        cells.forEach((metric, column) -> columns.put(metric, new ScoreColumn(column, Scale.RATIO)));
        return new ScoreSnapshot(1, columns);
    }
}
