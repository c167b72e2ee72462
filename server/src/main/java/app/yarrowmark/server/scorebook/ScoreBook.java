package app.yarrowmark.server.scorebook;

import app.yarrowmark.core.Maps;
import app.yarrowmark.core.check.DisplayHold;
import app.yarrowmark.core.suite.KnownFault;
import app.yarrowmark.server.revisions.Marks;
import app.yarrowmark.server.suites.Suite;
import app.yarrowmark.server.suites.SuiteService;
import java.sql.Date;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.Arrays;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Keeps all scores in memory. Before every use it compares how far the changes are that it has with how far they are in the
 * database, which several servers may write to, and reads again only the setups whose runs changed since.
 */
@Service
public class ScoreBook {

    private static final String RUNS =
            "select r.id, r.setup_id, r.suite_id, r.sitting_id, r.started_at, r.day from run r where " + Counting.RUN;
    private static final String IN_ORDER = " order by r.setup_id, r.suite_id, r.started_at, r.id";
    private static final String READINGS = "select d.run_id, d.metric_id, d.value, d.resolution from reading d";
    /** Readings of some metrics on displays whose refresh is known. */
    private static final String FRAME_RATES =
            "select r.id, r.setup_id, d.metric_id, d.value from setup_fact f join run r on r.setup_id = f.setup_id"
                    + " join reading d on d.run_id = r.id where f.fact_key = 'display.refresh'"
                    + " and f.fact_value is not null and " + Counting.RUN + " and d.metric_id in ";

    private static final int FETCH = 2000;
    private static final int SETUPS_AT_ONCE = 100;

    private final JdbcTemplate jdbc;
    private final ScoreRevision revision;
    private final SuiteService suites;
    private final Uncounted uncounted;
    private final TransactionTemplate reading;
    private volatile ScoreSnapshot snapshot = ScoreSnapshot.of(Marks.NONE, Map.of());

    ScoreBook(
            JdbcTemplate jdbc,
            ScoreRevision revision,
            SuiteService suites,
            Uncounted uncounted,
            PlatformTransactionManager transactions) {
        this.jdbc = new JdbcTemplate(jdbc.getDataSource());
        this.jdbc.setFetchSize(FETCH);
        this.revision = revision;
        this.suites = suites;
        this.uncounted = uncounted;
        this.reading = new TransactionTemplate(transactions);
        this.reading.setReadOnly(true);
    }

    /** Reads the book once the server is up, so that the first who asks need not wait for it. */
    @EventListener(ApplicationReadyEvent.class)
    void readAhead() {
        CompletableFuture.runAsync(
                () -> current().columns().values().parallelStream().forEach(ScoreColumn::scores));
    }

    /**
     * Returns every score as the database has it now.
     *
     * @throws DataAccessException if the database cannot be reached
     */
    public ScoreSnapshot current() {
        ScoreSnapshot mine = snapshot;
        if (revision.current().equals(mine.marks())) {
            return mine;
        }
        return refresh();
    }

    /** Returns the scores as they were read last; the records are not asked. */
    ScoreSnapshot last() {
        return snapshot;
    }

    private synchronized ScoreSnapshot refresh() {
        ScoreSnapshot mine = snapshot;
        // One transaction, so that the marks and the rows are of the same moment.
        ScoreSnapshot fresh = reading.execute(tx -> {
            Marks now = revision.current();
            suites.catchUp();
            if (now.equals(mine.marks())) {
                return mine;
            }
            return mine.columns().isEmpty() || !now.reach(mine.marks()) ? whole(now) : changed(mine, now);
        });
        snapshot = fresh;
        return fresh;
    }

    private ScoreSnapshot whole(Marks now) {
        Loader loader = new Loader(broken(null), holdable());
        jdbc.query(RUNS + IN_ORDER, loader::addRun);
        loader.holdBack("");
        // As they lie in the database, which need not sort millions of them.
        jdbc.query(READINGS, loader::addReading);
        Map<Long, ScoreColumn.Kind> kinds = kinds();
        Map<Long, ScoreColumn> columns = new HashMap<>();
        loader.byMetric.keySet().forEach(metric -> columns.put(metric, loader.column(metric, Maps.at(kinds, metric))));
        return ScoreSnapshot.of(now, columns);
    }

    private ScoreSnapshot changed(ScoreSnapshot old, Marks now) {
        Marks.Changes changes = now.since(old.marks());
        String changed = changes.condition("revision");
        List<Long> setups = jdbc.queryForList(
                "select distinct setup_id from run where " + changed + " order by setup_id",
                Long.class,
                changes.values());
        // These lost their runs to others, and are gone themselves.
        List<Long> emptied =
                jdbc.queryForList("select setup_id from emptied_setup where " + changed, Long.class, changes.values());
        Loader loader = new Loader(broken(setups), holdable());
        for (int from = 0; from < setups.size(); from += SETUPS_AT_ONCE) {
            Object[] some = setups.subList(from, Math.min(setups.size(), from + SETUPS_AT_ONCE))
                    .toArray();
            String marks = String.join(",", Collections.nCopies(some.length, "?"));
            String theirs = " and r.setup_id in (" + marks + ")";
            jdbc.query(RUNS + theirs + IN_ORDER, loader::addRun, some);
            loader.holdBack(theirs, some);
            jdbc.query(
                    READINGS + " join run r on r.id = d.run_id where " + Counting.RUN + theirs,
                    loader::addReading,
                    some);
        }
        Set<Long> replaced = new HashSet<>(setups);
        replaced.addAll(emptied);
        Map<Long, ScoreColumn> columns = new HashMap<>(old.columns());
        Set<Long> touched = new HashSet<>(loader.byMetric.keySet());
        old.columns().forEach((metric, column) -> {
            if (column.hasAny(replaced)) {
                touched.add(metric);
            }
        });
        Map<Long, ScoreColumn.Kind> kinds = kinds();
        for (Long metric : touched) {
            ScoreColumn.Kind kind = kinds.getOrDefault(metric, ScoreColumn.Kind.NONE);
            columns.put(metric, old.column(metric).with(replaced, loader.column(metric, kind), loader.alike));
        }
        return old.changed(now, replaced, columns);
    }

    private Map<Long, ScoreColumn.Kind> kinds() {
        Map<Long, ScoreColumn.Kind> kinds = new HashMap<>();
        suites.all()
                .forEach(s -> s.sheet()
                        .metrics()
                        .forEach(m -> kinds.put(
                                s.metricId(m),
                                new ScoreColumn.Kind(m.scale(), s.sheet().groupOf(m)))));
        return kinds;
    }

    /** Which metrics do not count where: by suite and setup; looked up before the readings stream in. */
    private Map<Cell, List<Broken>> broken(@Nullable List<Long> setups) {
        Map<Cell, List<Broken>> broken = new HashMap<>();
        for (Suite suite : suites.all()) {
            if (suite.sheet().faults().isEmpty()) {
                continue;
            }
            List<Long> concerned = setups != null
                    ? setups
                    : jdbc.queryForList("select distinct setup_id from run where suite_id = ?", Long.class, suite.id());
            for (Long setup : concerned) {
                List<Broken> found = uncounted.concerning(suite, setup).stream()
                        .map(f -> new Broken(f, touched(suite, f.metric())))
                        .toList();
                if (!found.isEmpty()) {
                    broken.put(new Cell(setup, suite.id()), found);
                }
            }
        }
        return broken;
    }

    /** Totals that rest on it and itself, by a metric that a display can hold. */
    private Map<Long, Set<Long>> holdable() {
        Map<Long, Set<Long>> holdable = new HashMap<>();
        for (Suite suite : suites.all()) {
            DisplayHold.metrics(suite.sheet()).forEach(m -> holdable.put(suite.metricId(m), touched(suite, m.key())));
        }
        return holdable;
    }

    private static Set<Long> touched(Suite suite, String metric) {
        return suite.sheet().touchedBy(metric).stream()
                .map(suite.metricIds()::get)
                .collect(Collectors.toSet());
    }

    private record InSitting(Cell cell, long sitting) {}

    private record Broken(KnownFault fault, Set<Long> metrics) {}

    /**
     * A run whose readings count.
     *
     * @param order its place among all, by setup and time
     * @param broken metrics that do not count in it
     */
    private record CountedRun(int order, long setup, int day, Set<Long> broken) {

        CountedRun without(Set<Long> metrics) {
            Set<Long> all = new HashSet<>(broken);
            all.addAll(metrics);
            return new CountedRun(order, setup, day, all);
        }
    }

    /** Sorts readings into cells, leaving out each sitting's warm-up runs, what is known to be broken and what was held. */
    private final class Loader {

        private final Map<String, CountedRun> runs = new HashMap<>();
        private final Map<Long, Unsorted> byMetric = new HashMap<>();
        private final Map<Cell, List<Broken>> broken;
        private final Map<Long, Set<Long>> holdable;
        private final Map<Long, Optional<DisplayHold>> holds = new HashMap<>();
        /** What columns share. */
        private final Map<Cells, Cells> alike = new HashMap<>();

        private int order;
        private final Map<InSitting, Integer> runsOfSitting = new HashMap<>();
        private String lastId = "";
        private @Nullable CountedRun lastRun;

        Loader(Map<Cell, List<Broken>> broken, Map<Long, Set<Long>> holdable) {
            this.broken = broken;
            this.holdable = holdable;
        }

        /** Takes the next run; they come by setup, suite and time. */
        void addRun(ResultSet row) throws SQLException {
            String id = row.getString(1);
            long setup = row.getLong(2);
            Suite suite = suites.get(row.getLong(3));
            if (isWarmUp(suite, setup, row.getLong(4))) {
                return;
            }
            List<Broken> here = broken.get(new Cell(setup, suite.id()));
            Set<Long> without = Set.of();
            if (here != null) {
                String day = Uncounted.day(row.getTimestamp(5).toInstant());
                without = here.stream()
                        .filter(b -> b.fault.covers(day))
                        .flatMap(b -> b.metrics.stream())
                        .collect(Collectors.toSet());
            }
            runs.put(id, new CountedRun(order++, setup, number(row.getDate(6)), without));
        }

        /** Leaves out what the display held, once the runs are there: before the totals that rest on it come. */
        void holdBack(String where, Object... values) {
            if (holdable.isEmpty()) {
                return;
            }
            String metrics = holdable.keySet().stream().map(String::valueOf).collect(Collectors.joining(",", "(", ")"));
            jdbc.query(FRAME_RATES + metrics + where, this::addFrameRate, values);
        }

        private void addFrameRate(ResultSet row) throws SQLException {
            double value = row.getDouble(4);
            Set<Long> touched = Maps.at(holdable, row.getLong(3));
            if (holds.computeIfAbsent(row.getLong(2), uncounted::hold)
                    .filter(hold -> hold.holds(value))
                    .isPresent()) {
                runs.computeIfPresent(row.getString(1), (id, run) -> run.without(touched));
            }
        }

        /** Takes a reading, in whatever order they come; those of a run mostly come together. */
        void addReading(ResultSet row) throws SQLException {
            String id = row.getString(1);
            if (!id.equals(lastId)) {
                lastId = id;
                lastRun = runs.get(id);
            }
            CountedRun run = lastRun;
            long metric = row.getLong(2);
            if (run != null && !run.broken.contains(metric)) {
                byMetric.computeIfAbsent(metric, m -> new Unsorted()).add(run, row.getDouble(3), row.getDouble(4));
            }
        }

        ScoreColumn column(long metric, ScoreColumn.Kind kind) {
            Unsorted found = byMetric.get(metric);
            return (found == null ? new ScoreColumn.Builder() : found.sorted()).build(kind, alike);
        }

        private static int number(@Nullable Date day) {
            return DatedReading.number(day == null ? null : day.toLocalDate());
        }

        private boolean isWarmUp(Suite suite, long setup, long sitting) {
            int warmUps = suite.sheet().schedule().warmups();
            if (warmUps == 0) {
                return false;
            }
            return runsOfSitting.merge(new InSitting(new Cell(setup, suite.id()), sitting), 1, Integer::sum) <= warmUps;
        }
    }

    /** Readings of one metric as they came. */
    private static final class Unsorted {

        /** The run's order in the upper half, the place of the reading in the lower. */
        private long[] order = new long[8];

        private long[] setup = new long[8];
        private int[] day = new int[8];
        private double[] value = new double[8];
        private double[] resolution = new double[8];
        private int size;

        void add(CountedRun run, double readingValue, double readingResolution) {
            if (size == order.length) {
                order = Arrays.copyOf(order, 2 * size);
                setup = Arrays.copyOf(setup, 2 * size);
                day = Arrays.copyOf(day, 2 * size);
                value = Arrays.copyOf(value, 2 * size);
                resolution = Arrays.copyOf(resolution, 2 * size);
            }
            order[size] = (long) run.order << Integer.SIZE | size;
            setup[size] = run.setup;
            day[size] = run.day;
            value[size] = readingValue;
            resolution[size++] = readingResolution;
        }

        ScoreColumn.Builder sorted() {
            Arrays.sort(order, 0, size);
            ScoreColumn.Builder builder = new ScoreColumn.Builder();
            for (int i = 0; i < size; i++) {
                int at = (int) order[i];
                builder.add(setup[at], day[at], value[at], resolution[at]);
            }
            return builder;
        }
    }
}
