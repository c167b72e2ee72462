package app.yarrowmark.server.exchange;

import app.yarrowmark.core.exchange.AxisText;
import app.yarrowmark.core.exchange.CurveTable;
import app.yarrowmark.core.exchange.HeadName;
import app.yarrowmark.core.exchange.RunFile;
import app.yarrowmark.core.exchange.TableReader;
import app.yarrowmark.core.suite.Axis;
import app.yarrowmark.core.suite.SuiteSheet;
import app.yarrowmark.core.written.UnitWords;
import app.yarrowmark.server.problems.RuleViolations;
import app.yarrowmark.server.suites.SuiteService;
import java.io.StringReader;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** Reads tables of curves and logs: asks what cannot be known, and proposes the rest by the suite's sheet. */
@Service
class CurveReading {

    private static final int MOST_QUANTITIES = 12;
    private static final int SHOWN = 12;

    private final SuiteService suites;

    CurveReading(SuiteService suites) {
        this.suites = suites;
    }

    /**
     * A table, and what is known of it.
     *
     * @param suite number of the suite whose series it may hold; none if absent
     * @param axis what its places are; to be found out if absent
     * @param places name of their column; the first if absent
     * @param unit of sizes written without one, as a word or code
     * @param quantities its other columns; to be proposed if absent
     */
    record Asked(
            String text,
            @Nullable Long suite,
            @Nullable Axis axis,
            @Nullable String places,
            @Nullable String unit,
            @Nullable List<Quantity> quantities) {}

    /** A column, the name of its series, and its unit as a word or code. */
    record Quantity(String column, String name, String unit) {}

    /** A cell that was left out. */
    record CellFault(long line, String column, String message) {}

    /**
     * What a table holds.
     *
     * @param head its columns
     * @param first its first rows
     * @param axis what its places are; absent where it does not tell and nobody said so
     * @param guessed whether the table itself tells
     * @param warning where the table does not look as the suite's sheet has it; empty if it does
     * @param series to be sent with a run; none as long as something is open
     * @param rejected how many cells were left out
     */
    record TableRead(
            List<String> head,
            List<List<String>> first,
            @Nullable Axis axis,
            boolean guessed,
            String warning,
            List<Quantity> quantities,
            List<RunFile.SeriesLine> series,
            int rows,
            int rejected,
            List<CellFault> faults) {}

    /** @throws RuleViolations if it is no table, or a unit is none */
    TableRead read(Asked asked) {
        char separator =
                TableReader.separatorOf(asked.text().lines().findFirst().orElse(""));
        try {
            CurveTable.Beginning table = CurveTable.look(new StringReader(asked.text()), separator);
            Optional<SuiteSheet> sheet =
                    Optional.ofNullable(asked.suite()).map(id -> suites.get(id).sheet());
            String first = table.head().get(0);
            Optional<Axis> guess = AxisText.guess(
                    table.named() ? first : "", table.column(0), table.head().size() == 1);
            Optional<Axis> wanted = sheet.flatMap(CurveReading::axis);
            Axis axis = Optional.ofNullable(asked.axis()).or(() -> guess).orElse(null);
            List<Quantity> quantities = asked.quantities() != null
                    ? asked.quantities().stream().limit(MOST_QUANTITIES).toList()
                    : propose(table, sheet, axis == Axis.FRAME);
            String warning = axis != null && wanted.isPresent() && wanted.get() != axis
                    ? "The sheet has " + sheet.get().name() + " along " + along(wanted.get()) + "; this is along "
                            + along(axis) + "."
                    : "";
            CurveTable.Result result = axis == null || quantities.isEmpty()
                    ? new CurveTable.Result(List.of(), 0, 0, List.of())
                    : CurveTable.read(
                            new StringReader(asked.text()), separator, wanted(asked, axis, first, quantities));
            String places = asked.places() == null ? first : asked.places();
            return new TableRead(
                    table.head(),
                    table.rows().stream().limit(SHOWN).toList(),
                    axis,
                    guess.isPresent(),
                    warning,
                    quantities,
                    result.lines().stream()
                            .map(l -> line(l, axis == null ? Axis.COUNT : axis, table.named() ? places : ""))
                            .toList(),
                    result.rows(),
                    result.rejected(),
                    result.faults().stream()
                            .map(f -> new CellFault(f.line(), f.column(), f.message()))
                            .toList());
        } catch (IllegalArgumentException e) {
            throw new RuleViolations("text", String.valueOf(e.getMessage()));
        }
    }

    private static String along(Axis axis) {
        return switch (axis) {
            case TIME -> "time";
            case SIZE -> "sizes";
            case COUNT -> "a count";
            case FRAME -> "frames";
        };
    }

    private static Optional<Axis> axis(SuiteSheet sheet) {
        return sheet.series().stream().findFirst().flatMap(sheet::axisOf);
    }

    private static CurveTable.Wanted wanted(Asked asked, Axis axis, String first, List<Quantity> quantities) {
        String places =
                axis == Axis.FRAME ? null : Optional.ofNullable(asked.places()).orElse(first);
        return new CurveTable.Wanted(
                axis,
                places,
                asked.unit() == null ? HeadName.of(first).unit().orElse("") : code(asked.unit()),
                quantities.stream()
                        .map(q -> new CurveTable.Column(q.column(), q.name().strip(), code(q.unit())))
                        .toList());
    }

    private static String code(String unit) {
        return UnitWords.code(unit)
                .orElseThrow(() -> new IllegalArgumentException(
                        "\"" + unit + "\" is no unit known here: write one such as MB/s, W or \u00b0C"));
    }

    /** The series that the sheet draws from, by name or, without names, by place; for a suite without any, all columns. */
    private static List<Quantity> propose(CurveTable.Beginning table, Optional<SuiteSheet> sheet, boolean frames) {
        List<String> columns =
                frames ? table.head() : table.head().subList(1, table.head().size());
        List<String> wanted = sheet.map(SuiteSheet::series).orElse(List.of());
        List<Quantity> found = new ArrayList<>();
        for (int i = 0; i < wanted.size(); i++) {
            String name = wanted.get(i);
            Optional<String> column = columns.stream()
                    .filter(c -> c.toLowerCase(Locale.ROOT).contains(name.toLowerCase(Locale.ROOT)))
                    .findFirst();
            if (column.isEmpty() && (!table.named() || columns.size() == 1 && wanted.size() == 1)) {
                column = i < columns.size() ? Optional.of(columns.get(i)) : Optional.empty();
            }
            column.ifPresent(
                    c -> found.add(new Quantity(c, name, sheet.orElseThrow().unitOfSeries(name))));
        }
        if (!wanted.isEmpty()) {
            return found;
        }
        return columns.stream()
                .limit(MOST_QUANTITIES)
                .map(c -> {
                    HeadName head = HeadName.of(c);
                    return new Quantity(
                            c, head.name(), frames ? "ms" : head.unit().orElse(""));
                })
                .toList();
    }

    private static RunFile.SeriesLine line(CurveTable.Line l, Axis axis, String head) {
        boolean typed = !l.texts().isEmpty();
        return new RunFile.SeriesLine(
                l.column().name(),
                l.column().unit(),
                axis == Axis.COUNT && !head.isEmpty() ? HeadName.of(head).name() : axis.word(),
                AxisText.unitOf(axis, head),
                l.series().x(),
                l.series().y(),
                typed ? l.places() : null,
                typed ? l.texts() : null);
    }
}
