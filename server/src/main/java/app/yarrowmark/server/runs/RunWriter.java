package app.yarrowmark.server.runs;

import java.sql.Date;
import java.sql.Timestamp;
import java.sql.Types;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;

/** Writes many new runs at once, a statement for each table, in the transaction of the caller. */
@Component
class RunWriter {

    private static final String RUN =
            "insert into run (id, setup_id, suite_id, sitting_id, state, reason, started_at, ended_at,"
                    + " received_at, sender, sender_version, work_size, note, facts, content_hash, revision, gaps, flags, conditions,"
                    + " room_temperature, open_doubts, import_id, flags_of_setup, origin, zone, day) values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)";
    /** Told, because asking the driver what an empty value is takes longer than writing it. */
    private static final int[] RUN_TYPES = {
        Types.VARCHAR, Types.BIGINT, Types.BIGINT, Types.BIGINT, Types.VARCHAR, Types.VARCHAR, Types.TIMESTAMP,
        Types.TIMESTAMP, Types.TIMESTAMP, Types.VARCHAR, Types.VARCHAR, Types.VARCHAR, Types.VARCHAR, Types.VARCHAR,
        Types.VARCHAR, Types.BIGINT, Types.VARCHAR, Types.VARCHAR, Types.VARCHAR, Types.DOUBLE, Types.INTEGER,
        Types.BIGINT, Types.VARCHAR, Types.VARCHAR, Types.VARCHAR, Types.DATE
    };

    private static final String READING =
            "insert into reading (run_id, metric_id, text, value, resolution, computed, note, average_of,"
                    + " average_spread) values (?, ?, ?, ?, ?, ?, ?, ?, ?)";
    private static final int[] READING_TYPES = {
        Types.VARCHAR,
        Types.BIGINT,
        Types.VARCHAR,
        Types.DOUBLE,
        Types.DOUBLE,
        Types.BOOLEAN,
        Types.VARCHAR,
        Types.INTEGER,
        Types.VARCHAR
    };
    private static final String SAMPLE = "insert into run_sample (run_id, metric_id, samples) values (?, ?, ?)";
    private static final int[] SAMPLE_TYPES = {Types.VARCHAR, Types.BIGINT, Types.VARCHAR};
    private static final String SERIES =
            "insert into run_series (run_id, name, unit, axis, axis_unit, points, typed) values (?, ?, ?, ?, ?, ?, ?)";
    private static final int[] SERIES_TYPES = {
        Types.VARCHAR, Types.VARCHAR, Types.VARCHAR, Types.VARCHAR, Types.VARCHAR, Types.VARCHAR, Types.VARCHAR
    };

    private final JdbcTemplate jdbc;

    RunWriter(JdbcTemplate jdbc) {
        this.jdbc = jdbc;
    }

    /** Gives a run that was just written the number of the scores that it comes with. */
    void number(UUID run, long number) {
        jdbc.update("update run set revision = ? where id = ?", number, run.toString());
    }

    void write(List<RunEntity> runs) {
        List<Object[]> rows = new ArrayList<>();
        List<Object[]> readings = new ArrayList<>();
        List<Object[]> samples = new ArrayList<>();
        List<Object[]> series = new ArrayList<>();
        for (RunEntity run : runs) {
            String id = run.id.toString();
            rows.add(row(run));
            run.readings.forEach((metric, r) -> readings.add(new Object[] {
                id, metric, r.text, r.value, r.resolution, r.computed, r.note, r.averageOf, r.averageSpread
            }));
            run.samples.forEach((metric, text) -> samples.add(new Object[] {id, metric, text}));
            run.series.forEach(
                    (name, s) -> series.add(new Object[] {id, name, s.unit, s.axis, s.axisUnit, s.points, s.typed}));
        }
        insert(RUN, rows, RUN_TYPES);
        insert(READING, readings, READING_TYPES);
        insert(SAMPLE, samples, SAMPLE_TYPES);
        insert(SERIES, series, SERIES_TYPES);
    }

    private void insert(String statement, List<Object[]> rows, int[] types) {
        if (!rows.isEmpty()) {
            jdbc.batchUpdate(statement, rows, types);
        }
    }

    private static @Nullable Object[] row(RunEntity run) {
        return new Object[] {
            run.id.toString(),
            run.setupId,
            run.suiteId,
            run.sittingId,
            run.state.name(),
            run.reason,
            time(run.startedAt),
            time(run.endedAt),
            time(run.receivedAt),
            run.sender,
            run.senderVersion,
            run.workSize,
            run.note,
            run.facts,
            run.contentHash,
            run.revision,
            run.gaps,
            run.flags,
            run.conditions,
            run.roomTemperature,
            run.openDoubts,
            run.importId,
            run.flagsOfSetup,
            run.origin,
            run.zone,
            run.day == null ? null : Date.valueOf(run.day)
        };
    }

    private static Timestamp time(Instant at) {
        return Timestamp.from(at);
    }
}
