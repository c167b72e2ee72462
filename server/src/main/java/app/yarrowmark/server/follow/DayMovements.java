package app.yarrowmark.server.follow;

import app.yarrowmark.core.follow.SessionVariance;
import app.yarrowmark.server.kept.Kept;
import app.yarrowmark.server.scorebook.Counting;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.jdbc.core.namedparam.NamedParameterJdbcTemplate;
import org.springframework.stereotype.Component;

/** How far scores of one setup move from day to day, from setups that were measured on several; kept while no score changes. */
@Component
class DayMovements {

    private static final String READINGS =
            "select d.metric_id, r.setup_id, date(r.started_at) as day, d.value from run r join reading d on d.run_id = r.id"
                    + " join (select setup_id, suite_id from run r where " + Counting.RUN
                    + " and r.suite_id in (:suites)"
                    + " group by setup_id, suite_id having count(distinct date(started_at)) > 1) several"
                    + " on several.setup_id = r.setup_id and several.suite_id = r.suite_id"
                    + " where " + Counting.RUN + " and d.value > 0 order by d.metric_id, r.setup_id, day";

    private final NamedParameterJdbcTemplate jdbc;
    private final Kept<Set<Long>, Map<Long, SessionVariance>> bySuites = Kept.counted(64);

    DayMovements(NamedParameterJdbcTemplate jdbc) {
        this.jdbc = jdbc;
    }

    /** Returns the movement by metric, of those metrics of some suites of which it is known. */
    Map<Long, SessionVariance> of(Collection<Long> suites, long scoresRevision) {
        return suites.isEmpty()
                ? Map.of()
                : bySuites.get(Set.copyOf(suites), scoresRevision, () -> read(List.copyOf(suites)));
    }

    private Map<Long, SessionVariance> read(List<Long> suites) {
        Map<Long, Map<Long, Map<String, List<Double>>>> logs = new HashMap<>();
        jdbc.query(READINGS, Map.of("suites", suites), row -> {
            logs.computeIfAbsent(row.getLong("metric_id"), m -> new LinkedHashMap<>())
                    .computeIfAbsent(row.getLong("setup_id"), s -> new LinkedHashMap<>())
                    .computeIfAbsent(row.getString("day"), d -> new ArrayList<>())
                    .add(Math.log(row.getDouble("value")));
        });
        Map<Long, SessionVariance> byMetric = new HashMap<>();
        logs.forEach((metric, setups) -> byMetric.put(
                metric,
                SessionVariance.ofHistory(setups.values().stream()
                        .map(days -> days.values().stream()
                                .map(d -> d.stream()
                                        .mapToDouble(Double::doubleValue)
                                        .toArray())
                                .toList())
                        .toList())));
        byMetric.values().removeIf(v -> v.source() == SessionVariance.Source.UNKNOWN);
        return byMetric;
    }
}
