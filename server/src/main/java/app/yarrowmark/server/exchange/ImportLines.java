package app.yarrowmark.server.exchange;

import app.yarrowmark.core.exchange.Json;
import app.yarrowmark.server.exchange.ImportViews.CellCounts;
import app.yarrowmark.server.exchange.ImportViews.CellView;
import app.yarrowmark.server.exchange.ImportViews.RejectedLine;
import app.yarrowmark.server.exchange.ImportViews.Standing;
import app.yarrowmark.server.exchange.ImportViews.TablePart;
import app.yarrowmark.server.exchange.ImportViews.Which;
import app.yarrowmark.server.exchange.LineReader.Line;
import app.yarrowmark.server.lists.AskedPage;
import app.yarrowmark.server.work.Ahead;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.sql.Types;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.RowCallbackHandler;
import org.springframework.stereotype.Component;

/** The lines of tables while they wait, in the database: however long a table is, little of it is in memory. */
@Component
class ImportLines {

    private static final int BATCH = 1_000;
    private static final int FETCH = 2_000;
    private static final int PAGE = 100;
    private static final String INSERT = "insert into import_line (batch_id, line, ordinal, maker, model, unit_label,"
            + " setup_name, setup_id, suite_id, metric, text, repeat_no, started_at, note, digits, gap, about, column_name,"
            + " problem) values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)";
    /** Told, because asking the driver what an empty value is takes longer than writing it. */
    private static final int[] TYPES = {
        Types.BIGINT, Types.INTEGER, Types.INTEGER, Types.VARCHAR, Types.VARCHAR, Types.VARCHAR, Types.VARCHAR,
        Types.BIGINT, Types.BIGINT, Types.VARCHAR, Types.VARCHAR, Types.INTEGER, Types.TIMESTAMP, Types.VARCHAR,
        Types.VARCHAR, Types.VARCHAR, Types.VARCHAR, Types.VARCHAR, Types.VARCHAR
    };
    /** Readings of one run beside each other; where no column counts repeats, the nth of a metric is of the nth run. */
    private static final String IN_RUNS =
            "select * from (select line, ordinal, maker, model, unit_label, setup_name, setup_id, suite_id, metric, text,"
                    + " started_at, note, digits, gap, about, standing, problem, coalesce(repeat_no, row_number() over (partition by"
                    + " maker, model, unit_label, setup_name, suite_id, started_at, metric order by line, ordinal)) as rep"
                    + " from import_line l where batch_id = ? and metric is not null) r where problem is null"
                    + " and standing in ('NEW', 'REPEAT') order by maker, model, unit_label, setup_name, suite_id, started_at, rep, line, ordinal";

    private static final String KEPT = "(problem is null and gap is null and standing in ('NEW', 'REPEAT'))";
    private static final String THERE = "(problem is null and standing in ('KNOWN', 'TWICE'))";
    private static final String GAPS = "(problem is null and gap is not null and standing in ('NEW', 'REPEAT'))";

    private final JdbcTemplate jdbc;

    ImportLines(JdbcTemplate jdbc) {
        this.jdbc = new JdbcTemplate(jdbc.getDataSource());
        this.jdbc.setFetchSize(FETCH);
    }

    /** Takes lines and writes them down a thousand at a time. */
    final class Writer implements AutoCloseable {

        private final long batch;
        private final List<Object[]> waiting = new ArrayList<>();
        private final Ahead ahead = new Ahead();
        private int understood;
        private int rejected;
        private long lastLine;
        private int ordinal;

        private Writer(long batch) {
            this.batch = batch;
        }

        void add(long line, String column, Line l) {
            understood++;
            write(line, column, l, null);
        }

        private void write(long line, String column, Line l, @Nullable String problem) {
            write(
                    line,
                    l.maker(),
                    l.model(),
                    l.unit(),
                    l.setup(),
                    l.setupId(),
                    l.suiteId(),
                    l.metric(),
                    cut(l.text(), 40),
                    l.repeat(),
                    l.startedAt() == null ? null : Timestamp.from(l.startedAt()),
                    l.note(),
                    l.digits(),
                    l.gap() == null ? null : cut(l.gap(), 500),
                    l.about() == null ? null : Json.write(l.about()),
                    cut(column, 120),
                    problem);
        }

        /** Rejects a line; with what it would have been, so that it keeps its place among the repeats. */
        void reject(long line, String column, String reason, @Nullable Line l) {
            rejected++;
            if (l != null) {
                write(line, column, l, cut(reason, 500));
                return;
            }
            write(
                    line,
                    null,
                    null,
                    null,
                    null,
                    null,
                    null,
                    null,
                    null,
                    null,
                    null,
                    null,
                    null,
                    null,
                    null,
                    cut(column, 120),
                    cut(reason, 500));
        }

        private void write(long line, @Nullable Object... values) {
            ordinal = line == lastLine ? ordinal + 1 : 0;
            lastLine = line;
            Object[] row = new Object[values.length + 3];
            row[0] = batch;
            row[1] = line;
            row[2] = ordinal;
            System.arraycopy(values, 0, row, 3, values.length);
            waiting.add(row);
            if (waiting.size() == BATCH) {
                flush();
            }
        }

        private void flush() {
            if (!waiting.isEmpty()) {
                List<Object[]> rows = List.copyOf(waiting);
                waiting.clear();
                ahead.hand(() -> jdbc.batchUpdate(INSERT, rows, TYPES));
            }
        }

        int understood() {
            return understood;
        }

        int rejected() {
            return rejected;
        }

        /** Waits until every line is written down. */
        void finish() {
            flush();
            ahead.finish();
        }

        @Override
        public void close() {
            ahead.close();
        }

        private static String cut(String text, int most) {
            return text.length() <= most ? text : text.substring(0, most - 1) + "…";
        }
    }

    Writer write(long batch) {
        return new Writer(batch);
    }

    /** Hands over every good line, those of one run beside each other; columns as in the table, and {@code rep}. */
    void inRuns(long batch, RowCallbackHandler each) {
        jdbc.query(IN_RUNS, each, batch);
    }

    List<TablePart> parts(long batch) {
        return jdbc.query(
                "select trim(concat(maker, ' ', model)) as device, sum(n) as readings, s.suite_key, s.version, count(*) as setups"
                        + " from (select maker, model, suite_id, count(*) as n from import_line"
                        + " where batch_id = ? and problem is null and standing in ('NEW', 'REPEAT')"
                        + " group by maker, model, suite_id, unit_label, setup_name) l join suite s on s.id = l.suite_id"
                        + " group by maker, model, suite_id order by 1, suite_id",
                (row, i) -> new TablePart(
                        row.getString("device"),
                        row.getString("suite_key") + " " + row.getString("version"),
                        row.getInt("readings"),
                        row.getInt("setups")),
                batch);
    }

    List<RejectedLine> rejected(long batch, AskedPage page) {
        return jdbc.query(
                "select line, column_name, problem from import_line where batch_id = ? and problem is not null"
                        + " order by line, ordinal limit ? offset ?",
                (row, i) ->
                        new RejectedLine(row.getInt("line"), row.getString("column_name"), row.getString("problem")),
                batch,
                page.size(PAGE),
                page.number() * page.size(PAGE));
    }

    /**
     * Tells how each reading stands to what is kept: the same reading again is not a repeat.
     *
     * @param wide whether a line is a run: it is written twice only if all of it is
     */
    void settle(long batch, boolean wide) {
        String known = "update import_line l join metric m on m.suite_id = l.suite_id and m.metric_key = l.metric"
                + " join run r on r.setup_id = l.setup_id and r.suite_id = l.suite_id and r.state = 'DONE'"
                + " and (l.started_at is null or r.started_at = l.started_at)"
                + " join reading v on v.run_id = r.id and v.metric_id = m.id%s set l.standing = '%s'"
                + " where l.batch_id = ? and l.problem is null and l.gap is null and l.standing = 'NEW'";
        jdbc.update(known.formatted(" and v.text = l.text", "KNOWN"), batch);
        jdbc.update(known.formatted("", "REPEAT"), batch);
        String nth = "select line, ordinal, row_number() over (partition by maker, model, unit_label, setup_name,"
                + " suite_id, metric, text, started_at%s order by line, ordinal) as n from import_line"
                + " where batch_id = ? and problem is null and metric is not null";
        String twice = wide
                ? "select line, null as ordinal, min(n) as n from (" + nth.formatted("") + ") c group by line"
                : nth.formatted(", repeat_no");
        jdbc.update(
                "update import_line l join (" + twice + ") d on d.line = l.line"
                        + " and (d.ordinal is null or d.ordinal = l.ordinal) set l.standing = 'TWICE'"
                        + " where l.batch_id = ? and d.n > 1 and l.standing in ('NEW', 'REPEAT')",
                batch,
                batch);
    }

    /** Cells whose test was imported before for the same setup, and time if they say one, with another number. */
    private static final String OTHERWISE =
            "l.batch_id = ? and l.problem is null and l.gap is null and l.standing = 'REPEAT'"
                    + " and exists (select 1 from run r join metric m on m.suite_id = r.suite_id and m.metric_key = l.metric"
                    + " join reading v on v.run_id = r.id and v.metric_id = m.id where r.setup_id = l.setup_id"
                    + " and r.suite_id = l.suite_id and r.state = 'DONE' and r.import_id is not null"
                    + " and (l.started_at is null or r.started_at = l.started_at))";

    int otherwise(long batch) {
        return jdbc.queryForObject("select count(*) from import_line l where " + OTHERWISE, Integer.class, batch);
    }

    /**
     * Takes what is known already of a run of which another number is otherwise for part of it, so that what is kept instead
     * is whole.
     */
    void makeWhole(long batch) {
        jdbc.update(
                "update import_line k join (select distinct setup_id, suite_id, started_at from import_line l where "
                        + OTHERWISE + ") o on o.setup_id = k.setup_id and o.suite_id = k.suite_id"
                        + " and o.started_at <=> k.started_at set k.standing = 'REPEAT'"
                        + " where k.batch_id = ? and k.standing = 'KNOWN'",
                batch,
                batch);
    }

    CellCounts counts(long batch) {
        return jdbc.queryForObject(
                "select coalesce(sum(" + KEPT + "), 0), coalesce(sum(" + THERE + "), 0), coalesce(sum(" + GAPS
                        + "), 0), coalesce(sum(problem is not null), 0) from import_line where batch_id = ?",
                (row, i) -> new CellCounts(row.getInt(1), row.getInt(2), row.getInt(3), row.getInt(4)),
                batch);
    }

    /** A cell as it is written down; names of suite and metric are still to be found. */
    record StoredCell(CellView cell, long suite, @Nullable String metric) {}

    List<StoredCell> cells(long batch, Which which, AskedPage page) {
        return jdbc.query(
                "select * from import_line where batch_id = ? and " + where(which)
                        + " order by line, ordinal limit ? offset ?",
                (row, i) -> cell(row),
                batch,
                page.size(PAGE),
                page.number() * page.size(PAGE));
    }

    /** Returns one cell, if it is there. */
    Optional<StoredCell> cell(long batch, int line, int ordinal) {
        return jdbc
                .query(
                        "select * from import_line where batch_id = ? and line = ? and ordinal = ?",
                        (row, i) -> cell(row),
                        batch,
                        line,
                        ordinal)
                .stream()
                .findFirst();
    }

    private static StoredCell cell(ResultSet row) throws SQLException {
        String model = row.getString("model");
        return new StoredCell(
                new CellView(
                        row.getInt("line"),
                        row.getInt("ordinal"),
                        row.getString("column_name"),
                        model == null ? null : (row.getString("maker") + " " + model).strip(),
                        row.getString("setup_name"),
                        null,
                        null,
                        row.getString("text"),
                        row.getString("digits"),
                        row.getString("gap"),
                        Standing.valueOf(row.getString("standing")),
                        row.getString("problem")),
                row.getLong("suite_id"),
                row.getString("metric"));
    }

    private static String where(Which which) {
        return switch (which) {
            case KEPT -> KEPT;
            case THERE -> THERE;
            case GAPS -> GAPS;
            case REJECTED -> "problem is not null";
        };
    }

    /** Puts another text in the place of a cell's. */
    void mend(long batch, int line, int ordinal, String text, @Nullable String digits) {
        jdbc.update(
                "update import_line set text = ?, digits = ?, gap = null, problem = null, standing = 'NEW'"
                        + " where batch_id = ? and line = ? and ordinal = ?",
                text,
                digits,
                batch,
                line,
                ordinal);
    }

    int rejectedCount(long batch) {
        return jdbc.queryForObject(
                "select count(*) from import_line where batch_id = ? and problem is not null", Integer.class, batch);
    }

    /** Returns how many pages so many lines are. */
    static int pages(int lines, AskedPage asked) {
        int size = asked.size(PAGE);
        return (lines + size - 1) / size;
    }

    /** Writes down why a run was refused, at its first line. */
    void refuse(long batch, int line, String reason) {
        jdbc.update(
                "update import_line set problem = ? where batch_id = ? and line = ? and problem is null",
                Writer.cut(reason, 500),
                batch,
                line);
    }

    /** Forgets the lines that became runs, of every import that was accepted; the rejected ones stay as the report. */
    void forgetKept() {
        jdbc.update("delete l from import_line l join import_batch b on b.id = l.batch_id"
                + " where b.state not in ('WAITING', 'ACCEPTING') and l.problem is null");
    }

    /** Forgets everything of a batch. */
    void forget(long batch) {
        jdbc.update("delete from import_line where batch_id = ?", batch);
    }
}
