package app.yarrowmark.server.scorebook;

import app.yarrowmark.core.Maps;
import app.yarrowmark.core.score.Contrast;
import app.yarrowmark.core.score.DayMovement;
import app.yarrowmark.core.suite.TestGroup;
import java.util.ArrayList;
import java.util.Collection;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** How far scores move from day to day: of the whole desk, of each group of tests, and of each test, in that order. */
final class DayMovements {

    private final Map<TestGroup, DayMovement> groups = new EnumMap<>(TestGroup.class);

    private DayMovements(Collection<ScoreColumn> columns) {
        Map<TestGroup, List<Contrast>> byGroup = new EnumMap<>(TestGroup.class);
        List<Contrast> all = new ArrayList<>();
        for (ScoreColumn column : columns) {
            byGroup.computeIfAbsent(column.group(), g -> new ArrayList<>()).addAll(column.contrasts());
            all.addAll(column.contrasts());
        }
        // To three digits, so that a run in one test does not make the scores of all others anew.
        DayMovement desk =
                DayMovement.ASSUMED.learned(all, DayMovement.Source.DESK).rounded();
        byGroup.forEach((group, contrasts) -> groups.put(
                group, desk.learned(contrasts, DayMovement.Source.GROUP).rounded()));
    }

    /** Returns the columns with their scores reckoned with what all of them tell. */
    static Map<Long, ScoreColumn> moving(Map<Long, ScoreColumn> columns) {
        DayMovements found = new DayMovements(columns.values());
        Map<Long, ScoreColumn> moving = new HashMap<>();
        columns.forEach((metric, column) -> moving.put(metric, column.moving(found.of(column))));
        return moving;
    }

    private DayMovement of(ScoreColumn column) {
        return Maps.at(groups, column.group()).learned(column.contrasts(), DayMovement.Source.TEST);
    }
}
