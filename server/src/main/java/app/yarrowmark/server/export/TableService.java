package app.yarrowmark.server.export;

import app.yarrowmark.core.score.PlainScore;
import app.yarrowmark.core.score.Score;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.core.suite.SuiteSheet;
import app.yarrowmark.server.facts.FactService;
import app.yarrowmark.server.problems.Refusal;
import app.yarrowmark.server.scorebook.Counting;
import app.yarrowmark.server.scorebook.ScoreBook;
import app.yarrowmark.server.scorebook.ScoreColumn;
import app.yarrowmark.server.scorebook.ScoreSnapshot;
import app.yarrowmark.server.setups.SetupLabel;
import app.yarrowmark.server.setups.SetupLabels;
import app.yarrowmark.server.suites.Suite;
import app.yarrowmark.server.suites.SuiteService;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.io.Writer;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.Semaphore;
import java.util.function.Consumer;
import javax.sql.DataSource;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;

/** Readings and scores as long tables, a row each; written as they are read, so that a large desk takes no more memory. */
@Service
class TableService {

    /** Each holds a connection as long as its reader reads. */
    private static final int MOST_AT_ONCE = 2;

    private static final int ROWS_AT_ONCE = 2_000;

    private static final String READINGS =
            "select r.id, r.setup_id, r.suite_id, d.metric_id, d.text, d.value, d.computed, d.note, d.average_of,"
                    + " d.average_spread, r.state, r.flags, (" + Counting.RUN
                    + ") as run_counts, r.origin, r.started_at, r.day,"
                    + " r.zone, r.sender, r.sender_version, r.work_size, r.room_temperature"
                    + " from run r join reading d on d.run_id = r.id";

    private static final List<String> READING_HEAD = List.of(
            "text",
            "value",
            "computed",
            "note",
            "average_of",
            "average_spread",
            "state",
            "flags",
            "run_counts",
            "origin",
            "started_at",
            "day",
            "zone",
            "sender",
            "sender_version",
            "size",
            "room_temperature");

    private static final List<String> SCORE_HEAD =
            List.of("score", "low", "high", "runs", "days", "error_of_log", "origin");

    private static final List<String> TEST_HEAD =
            List.of("suite", "version", "settings", "group", "test", "name", "unit", "better");

    private final JdbcTemplate jdbc;
    private final SetupLabels labels;
    private final SuiteService suites;
    private final FactService facts;
    private final ScoreBook book;
    private final Semaphore room = new Semaphore(MOST_AT_ONCE);

    TableService(DataSource source, SetupLabels labels, SuiteService suites, FactService facts, ScoreBook book) {
        this.jdbc = new JdbcTemplate(source);
        this.jdbc.setFetchSize(ROWS_AT_ONCE);
        this.labels = labels;
        this.suites = suites;
        this.facts = facts;
        this.book = book;
    }

    /** A metric with what a row says of it. */
    private record Test(long suite, List<Object> cells) {}

    /**
     * Writes every reading there is, those that do not count too.
     *
     * @throws Refusal if others are being read already
     */
    void readings(TableQuestion question, Writer out) {
        question.check(facts);
        alone(() -> {
            Map<Long, SetupLabel> known = labels.all();
            SetupColumns columns = SetupColumns.of(known, question.facts(), jdbc);
            Map<Long, Test> tests = tests();
            CSVPrinter csv = open(out, head(columns, "run", READING_HEAD));
            String only = question.setup() == null ? "" : " where r.setup_id = " + question.setup();
            jdbc.query(READINGS + only, row -> {
                long setup = row.getLong("setup_id");
                SetupLabel label = known.get(setup);
                Test test = tests.get(row.getLong("metric_id"));
                // What was made since the labels were read is in the next table.
                if (label != null && test != null && question.has(label) && question.hasSuite(test.suite())) {
                    print(csv, reading(row, setup, columns, test));
                }
            });
            csv.flush();
        });
    }

    private static List<Object> reading(ResultSet row, long setup, SetupColumns columns, Test test)
            throws SQLException {
        List<Object> cells = SetupColumns.row();
        cells.add(row.getString("id"));
        columns.addTo(cells, setup);
        cells.addAll(test.cells());
        boolean computed = row.getBoolean("computed");
        cells.add(computed ? "" : Cells.text(row.getString("text")));
        cells.add(Cells.number(row.getDouble("value")));
        cells.add(computed);
        cells.add(orEmpty(row.getString("note")));
        cells.add(row.getObject("average_of"));
        cells.add(row.getString("average_spread"));
        cells.add(row.getString("state").toLowerCase(Locale.ROOT));
        cells.add(row.getString("flags").toLowerCase(Locale.ROOT));
        cells.add(row.getBoolean("run_counts"));
        cells.add(Cells.text(row.getString("origin")));
        cells.add(row.getTimestamp("started_at").toInstant());
        cells.add(row.getString("day"));
        cells.add(row.getString("zone"));
        cells.add(orEmpty(row.getString("sender")));
        cells.add(row.getString("sender_version"));
        cells.add(row.getString("work_size").toLowerCase(Locale.ROOT));
        cells.add(row.getObject("room_temperature"));
        return cells;
    }

    private static String orEmpty(@Nullable String text) {
        return text == null ? "" : Cells.text(text);
    }

    /** Writes every score there is: what the readings of a setup in a test come to. */
    void scores(TableQuestion question, Writer out) {
        question.check(facts);
        alone(() -> {
            Map<Long, SetupLabel> known = labels.all();
            SetupColumns columns = SetupColumns.of(known, question.facts(), jdbc);
            ScoreSnapshot scores = book.current();
            CSVPrinter csv = open(out, head(columns, null, SCORE_HEAD));
            for (Suite suite : suites.all()) {
                for (Metric metric : suite.sheet().metrics()) {
                    if (question.hasSuite(suite.id())) {
                        column(
                                csv,
                                question,
                                known,
                                columns,
                                cells(suite, metric),
                                scores.column(suite.metricId(metric)));
                    }
                }
            }
            csv.flush();
        });
    }

    private static void column(
            CSVPrinter csv,
            TableQuestion question,
            Map<Long, SetupLabel> known,
            SetupColumns columns,
            List<Object> test,
            ScoreColumn column) {
        column.scores()
                .forEach((setup, score) -> row(csv, question, known, columns, test, setup, c -> addScore(c, score)));
        column.plainScores()
                .forEach((setup, score) -> row(csv, question, known, columns, test, setup, c -> addPlain(c, score)));
    }

    private static void row(
            CSVPrinter csv,
            TableQuestion question,
            Map<Long, SetupLabel> known,
            SetupColumns columns,
            List<Object> test,
            long setup,
            Consumer<List<Object>> score) {
        SetupLabel label = known.get(setup);
        if (label != null && question.has(label)) {
            List<Object> cells = SetupColumns.row();
            columns.addTo(cells, setup);
            cells.addAll(test);
            score.accept(cells);
            cells.add(Cells.text(label.origin()));
            print(csv, cells);
        }
    }

    private static void addScore(List<Object> cells, Score score) {
        cells.add(Cells.number(score.value()));
        boolean known = score.reach().isPresent();
        double factor = known ? 1 + score.reach().getAsDouble() : 1;
        cells.add(known ? Cells.number(score.value() / factor) : "");
        cells.add(known ? Cells.number(score.value() * factor) : "");
        cells.add(score.count());
        cells.add(score.days());
        cells.add(score.noiseKnown() ? Cells.number(score.standardError()) : "");
    }

    private static void addPlain(List<Object> cells, PlainScore score) {
        cells.add(Cells.number(score.value()));
        cells.add("");
        cells.add("");
        cells.add(score.count());
        cells.add("");
        cells.add("");
    }

    private Map<Long, Test> tests() {
        Map<Long, Test> tests = new HashMap<>();
        for (Suite suite : suites.all()) {
            for (Metric metric : suite.sheet().metrics()) {
                tests.put(suite.metricId(metric), new Test(suite.id(), cells(suite, metric)));
            }
        }
        return tests;
    }

    private static List<Object> cells(Suite suite, Metric metric) {
        SuiteSheet sheet = suite.sheet();
        return List.of(
                Cells.text(sheet.name()),
                Cells.text(sheet.id().version()),
                Cells.text(sheet.settingsText()),
                sheet.groupOf(metric).name().toLowerCase(Locale.ROOT),
                metric.key(),
                Cells.text(metric.name()),
                metric.unit(),
                metric.better().name().toLowerCase(Locale.ROOT));
    }

    private static List<String> head(SetupColumns columns, @Nullable String first, List<String> more) {
        List<String> head = new ArrayList<>();
        if (first != null) {
            head.add(first);
        }
        columns.addNamesTo(head);
        head.addAll(TEST_HEAD);
        head.addAll(more);
        return head;
    }

    private static CSVPrinter open(Writer out, List<String> head) throws IOException {
        CSVPrinter csv = new CSVPrinter(out, CSVFormat.RFC4180);
        csv.printRecord(head);
        return csv;
    }

    private static void print(CSVPrinter csv, List<Object> cells) {
        try {
            csv.printRecord(cells);
        } catch (IOException e) {
            // Whoever read it is gone; what is left is not asked for.
            throw new UncheckedIOException(e);
        }
    }

    private interface Writing {
        void run() throws IOException;
    }

    private void alone(Writing writing) {
        if (!room.tryAcquire()) {
            throw Refusal.busy("Two tables are being taken out already: try again when they are through.");
        }
        try {
            writing.run();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } finally {
            room.release();
        }
    }
}
