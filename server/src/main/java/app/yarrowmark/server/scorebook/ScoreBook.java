package app.yarrowmark.server.scorebook;

import app.yarrowmark.core.score.Reading;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.server.suites.Suite;
import app.yarrowmark.server.suites.SuiteService;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.RowCallbackHandler;
import org.springframework.stereotype.Service;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Keeps all scores in memory. Before every use it compares its revision with the database's, which several servers may
 * write to, and reads again only the setups whose runs changed since.
 */
@Service
public class ScoreBook {

    private static final String READINGS =
            "select r.setup_id, r.suite_id, r.sitting_id, r.id as run_id, d.metric_id, d.value, d.resolution"
                    + " from run r join reading d on d.run_id = r.id where r.state = 'DONE'";
    private static final String ORDER = " order by r.setup_id, r.suite_id, r.started_at, r.id";
    private static final int FETCH = 2000;

    private final JdbcTemplate jdbc;
    private final ScoreRevision revision;
    private final SuiteService suites;
    private final TransactionTemplate reading;
    private volatile ScoreSnapshot snapshot = new ScoreSnapshot(-1, Map.of());

    ScoreBook(JdbcTemplate jdbc, ScoreRevision revision, SuiteService suites, PlatformTransactionManager transactions) {
        this.jdbc = new JdbcTemplate(jdbc.getDataSource());
        this.jdbc.setFetchSize(FETCH);
        this.revision = revision;
        this.suites = suites;
        this.reading = new TransactionTemplate(transactions);
        this.reading.setReadOnly(true);
    }

    /**
     * Returns every score as the database has it now.
     *
     * @throws DataAccessException if the database cannot be reached
     */
    public ScoreSnapshot current() {
        ScoreSnapshot mine = snapshot;
        if (revision.current() == mine.revision()) {
            return mine;
        }
        return refresh();
    }

    private synchronized ScoreSnapshot refresh() {
        ScoreSnapshot mine = snapshot;
        // One transaction, so that the revision and the rows are of the same moment.
        ScoreSnapshot fresh = reading.execute(tx -> {
            long now = revision.current();
            return now == mine.revision() ? mine : mine.revision() < 0 ? whole(now) : changed(mine, now);
        });
        snapshot = fresh;
        return fresh;
    }

    private ScoreSnapshot whole(long now) {
        Loader loader = new Loader();
        jdbc.query(READINGS + ORDER, loader);
        return new ScoreSnapshot(now, columns(loader.byMetric));
    }

    private ScoreSnapshot changed(ScoreSnapshot old, long now) {
        List<Long> setups =
                jdbc.queryForList("select distinct setup_id from run where revision > ?", Long.class, old.revision());
        Loader loader = new Loader();
        for (Long setup : setups) {
            jdbc.query(READINGS + " and r.setup_id = ?" + ORDER, loader, setup);
        }
        Map<Long, ScoreColumn> columns = new HashMap<>(old.columns());
        Set<Long> touched = new HashSet<>(loader.byMetric.keySet());
        old.columns().forEach((metric, column) -> {
            if (!Collections.disjoint(column.readings().keySet(), setups)) {
                touched.add(metric);
            }
        });
        for (Long metric : touched) {
            Map<Long, List<Reading>> cells = new HashMap<>(old.column(metric).readings());
            setups.forEach(cells::remove);
            cells.putAll(loader.byMetric.getOrDefault(metric, Map.of()));
            columns.put(metric, new ScoreColumn(cells));
        }
        return new ScoreSnapshot(now, columns);
    }

    private static Map<Long, ScoreColumn> columns(Map<Long, Map<Long, List<Reading>>> byMetric) {
        Map<Long, ScoreColumn> columns = new HashMap<>();
        byMetric.forEach((metric, cells) -> columns.put(metric, new ScoreColumn(cells)));
        return columns;
    }

    /** Sorts readings into cells, leaving out each sitting's warm-up runs and what is not on a ratio scale. */
    private final class Loader implements RowCallbackHandler {

        private final Map<Long, Map<Long, List<Reading>>> byMetric = new HashMap<>();
        private final Map<String, Set<String>> runsOfSitting = new HashMap<>();
        private final Map<Long, Set<Long>> scored = new HashMap<>();

        @Override
        public void processRow(ResultSet row) throws SQLException {
            long suiteId = row.getLong("suite_id");
            long metricId = row.getLong("metric_id");
            Suite suite = suites.get(suiteId);
            if (!scored.computeIfAbsent(suiteId, id -> ratioMetrics(suite)).contains(metricId)
                    || isWarmUp(suite, row)) {
                return;
            }
            byMetric.computeIfAbsent(metricId, id -> new HashMap<>())
                    .computeIfAbsent(row.getLong("setup_id"), id -> new ArrayList<>(3))
                    .add(new Reading(row.getDouble("value"), row.getDouble("resolution")));
        }

        private boolean isWarmUp(Suite suite, ResultSet row) throws SQLException {
            int warmUps = suite.sheet().schedule().warmups();
            if (warmUps == 0) {
                return false;
            }
            String place = row.getLong("setup_id") + " " + suite.id() + " " + row.getLong("sitting_id");
            Set<String> seen = runsOfSitting.computeIfAbsent(place, p -> new HashSet<>());
            String run = row.getString("run_id");
            if (!seen.contains(run) && seen.size() < warmUps) {
                seen.add(run);
            }
            return seen.contains(run);
        }

        private static Set<Long> ratioMetrics(Suite suite) {
            Set<Long> ids = new HashSet<>();
            for (Metric metric : suite.sheet().metrics()) {
                if (metric.isRatio()) {
                    ids.add(suite.metricId(metric));
                }
            }
            return ids;
        }
    }
}
