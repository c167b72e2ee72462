package app.yarrowmark.server.scorebook;

import app.yarrowmark.core.exchange.SheetReader;
import app.yarrowmark.core.suite.Scale;
import app.yarrowmark.core.suite.TestGroup;
import app.yarrowmark.core.written.Reading;
import app.yarrowmark.server.revisions.Marks;
import app.yarrowmark.server.suites.Suite;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/** Snapshots without a database. */
public final class TestScores {

    private static final Suite SUITE = new Suite(1, SheetReader.read("""
                    key: siltpath
                    version: "1"
                    name: Siltpath
                    group: storage
                    metrics:
                      - {key: read, name: Read, unit: MB/s}
                      - {key: copy, name: Copy, unit: s, better: lower}
                    """), Map.of("read", 10L, "copy", 11L));

    /** Two tests of one storage suite: more is better, with the metric number 10, and less is better, 11. */
    public static final List<TestColumn> SILTPATH =
            SUITE.sheet().ranked().stream().map(m -> new TestColumn(SUITE, m)).toList();

    private TestScores() {}

    /** The moment after so many changes. */
    static Marks moment(long changes) {
        return Marks.of(List.of(new Marks.Lane(0, changes)));
    }

    /** Readings by metric, then by setup. */
    public static ScoreSnapshot snapshot(Map<Long, Map<Long, List<Reading>>> cells) {
        Map<Long, ScoreColumn> columns = new HashMap<>();
        cells.forEach((metric, column) -> columns.put(metric, column(column, Scale.RATIO)));
        return ScoreSnapshot.of(moment(1), columns);
    }

    /** The next snapshot, in which one setup has other readings of one metric. */
    public static ScoreSnapshot changed(ScoreSnapshot old, long metric, long setup, List<Reading> readings) {
        Map<Long, ScoreColumn> columns = new HashMap<>(old.columns());
        columns.compute(
                metric,
                (m, column) ->
                        column.with(Set.of(setup), column(Map.of(setup, readings), Scale.RATIO), new HashMap<>()));
        return old.changed(moment(old.revision() + 1), Set.of(setup), columns);
    }

    /** A column of the readings of each setup by day. */
    static ScoreColumn byDay(Map<Long, List<List<Reading>>> cells, TestGroup group) {
        ScoreColumn.Builder column = new ScoreColumn.Builder();
        new TreeMap<>(cells).forEach((setup, days) -> {
            for (int day = 0; day < days.size(); day++) {
                for (Reading r : days.get(day)) {
                    column.add(setup, day, r.value(), r.resolution());
                }
            }
        });
        return column.build(new ScoreColumn.Kind(Scale.RATIO, group), new HashMap<>());
    }

    /** A column of the readings of each setup, all of one day. */
    static ScoreColumn column(Map<Long, List<Reading>> cells, Scale scale) {
        ScoreColumn.Builder column = new ScoreColumn.Builder();
        new TreeMap<>(cells)
                .forEach((setup, readings) -> readings.forEach(r -> column.add(setup, 0, r.value(), r.resolution())));
        return column.build(new ScoreColumn.Kind(scale, TestGroup.STORAGE), new HashMap<>());
    }
}
