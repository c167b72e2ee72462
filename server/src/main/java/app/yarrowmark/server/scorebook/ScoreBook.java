package app.yarrowmark.server.scorebook;

import app.yarrowmark.core.suite.KnownFault;
import app.yarrowmark.core.suite.Scale;
import app.yarrowmark.server.suites.Suite;
import app.yarrowmark.server.suites.SuiteService;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
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
            "select r.setup_id, r.suite_id, r.sitting_id, r.id as run_id, r.started_at, d.metric_id, d.value, d.resolution"
                    + " from run r join reading d on d.run_id = r.id where r.state = 'DONE' and r.flags = ''";
    private static final String ORDER = " order by r.setup_id, r.suite_id, r.started_at, r.id";
    private static final int FETCH = 2000;
    private static final int SETUPS_AT_ONCE = 100;

    private final JdbcTemplate jdbc;
    private final ScoreRevision revision;
    private final SuiteService suites;
    private final KnownFaults faults;
    private final TransactionTemplate reading;
    private volatile ScoreSnapshot snapshot = new ScoreSnapshot(-1, Map.of());

    ScoreBook(
            JdbcTemplate jdbc,
            ScoreRevision revision,
            SuiteService suites,
            KnownFaults faults,
            PlatformTransactionManager transactions) {
        this.jdbc = new JdbcTemplate(jdbc.getDataSource());
        this.jdbc.setFetchSize(FETCH);
        this.revision = revision;
        this.suites = suites;
        this.faults = faults;
        this.reading = new TransactionTemplate(transactions);
        this.reading.setReadOnly(true);
    }

    /** Reads the book once the server is up, so that the first who asks need not wait for it. */
    @EventListener(ApplicationReadyEvent.class)
    void readAhead() {
        CompletableFuture.runAsync(this::current);
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
            suites.catchUp();
            return now == mine.revision() ? mine : mine.revision() < 0 ? whole(now) : changed(mine, now);
        });
        snapshot = fresh;
        return fresh;
    }

    private ScoreSnapshot whole(long now) {
        Loader loader = new Loader(broken(null));
        jdbc.query(READINGS + ORDER, loader);
        Map<Long, Scale> scales = scales();
        Map<Long, ScoreColumn> columns = new HashMap<>();
        loader.byMetric.forEach((metric, column) -> columns.put(metric, column.build(scales.get(metric))));
        return new ScoreSnapshot(now, columns);
    }

    private ScoreSnapshot changed(ScoreSnapshot old, long now) {
        List<Long> setups = jdbc.queryForList(
                "select distinct setup_id from run where revision > ? order by setup_id", Long.class, old.revision());
        Loader loader = new Loader(broken(setups));
        for (int from = 0; from < setups.size(); from += SETUPS_AT_ONCE) {
            Object[] some = setups.subList(from, Math.min(setups.size(), from + SETUPS_AT_ONCE))
                    .toArray();
            String marks = String.join(",", Collections.nCopies(some.length, "?"));
            jdbc.query(READINGS + " and r.setup_id in (" + marks + ")" + ORDER, loader, some);
        }
        Set<Long> replaced = new HashSet<>(setups);
        Map<Long, ScoreColumn> columns = new HashMap<>(old.columns());
        Set<Long> touched = new HashSet<>(loader.byMetric.keySet());
        old.columns().forEach((metric, column) -> {
            if (column.hasAny(replaced)) {
                touched.add(metric);
            }
        });
        Map<Long, Scale> scales = scales();
        for (Long metric : touched) {
            Scale scale = scales.getOrDefault(metric, Scale.INFORMATION);
            ScoreColumn fresh = loader.byMetric
                    .getOrDefault(metric, new ScoreColumn.Builder())
                    .build(scale);
            columns.put(metric, old.column(metric).with(replaced, fresh, scale));
        }
        return new ScoreSnapshot(now, columns);
    }

    private Map<Long, Scale> scales() {
        Map<Long, Scale> scales = new HashMap<>();
        suites.all().forEach(s -> s.sheet().metrics().forEach(m -> scales.put(s.metricId(m), m.scale())));
        return scales;
    }

    /** Which metrics do not count where: by suite and setup; looked up before the readings stream in. */
    private Map<String, List<Broken>> broken(@Nullable List<Long> setups) {
        Map<String, List<Broken>> broken = new HashMap<>();
        for (Suite suite : suites.all()) {
            if (suite.sheet().faults().isEmpty()) {
                continue;
            }
            List<Long> concerned = setups != null
                    ? setups
                    : jdbc.queryForList("select distinct setup_id from run where suite_id = ?", Long.class, suite.id());
            for (Long setup : concerned) {
                List<Broken> found = faults.concerning(suite, setup).stream()
                        .map(f -> new Broken(
                                f,
                                suite.sheet().touchedBy(f.metric()).stream()
                                        .map(suite.metricIds()::get)
                                        .collect(Collectors.toSet())))
                        .toList();
                if (!found.isEmpty()) {
                    broken.put(suite.id() + " " + setup, found);
                }
            }
        }
        return broken;
    }

    private record Broken(KnownFault fault, Set<Long> metrics) {}

    /** Sorts readings into cells, leaving out each sitting's warm-up runs and what is known to be broken. */
    private final class Loader implements RowCallbackHandler {

        private final Map<Long, ScoreColumn.Builder> byMetric = new HashMap<>();
        private final Map<String, Set<String>> runsOfSitting = new HashMap<>();
        private final Map<String, List<Broken>> broken;

        Loader(Map<String, List<Broken>> broken) {
            this.broken = broken;
        }

        @Override
        public void processRow(ResultSet row) throws SQLException {
            Suite suite = suites.get(row.getLong("suite_id"));
            if (isWarmUp(suite, row) || isBroken(row)) {
                return;
            }
            byMetric.computeIfAbsent(row.getLong("metric_id"), id -> new ScoreColumn.Builder())
                    .add(row.getLong("setup_id"), row.getDouble("value"), row.getDouble("resolution"));
        }

        private boolean isBroken(ResultSet row) throws SQLException {
            List<Broken> here = broken.get(row.getLong("suite_id") + " " + row.getLong("setup_id"));
            if (here == null) {
                return false;
            }
            long metric = row.getLong("metric_id");
            String day = KnownFaults.day(row.getTimestamp("started_at").toInstant());
            return here.stream().anyMatch(b -> b.metrics.contains(metric) && b.fault.covers(day));
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
    }
}
