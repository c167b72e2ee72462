package app.yarrowmark.server.writeups;

import app.yarrowmark.core.exchange.Json;
import app.yarrowmark.core.exchange.RunFile;
import app.yarrowmark.core.score.Score;
import app.yarrowmark.core.suite.SuiteSheet;
import app.yarrowmark.server.catalogue.CatalogueService;
import app.yarrowmark.server.catalogue.UnitView;
import app.yarrowmark.server.runs.Flags;
import app.yarrowmark.server.scorebook.ScoreBook;
import app.yarrowmark.server.scorebook.ScoreSnapshot;
import app.yarrowmark.server.setups.SetupLabel;
import app.yarrowmark.server.setups.SetupService;
import app.yarrowmark.server.setups.SetupView;
import app.yarrowmark.server.suites.Suite;
import app.yarrowmark.server.suites.SuiteService;
import app.yarrowmark.server.writeups.PublishedContent.MeasuredSetup;
import app.yarrowmark.server.writeups.PublishedContent.MeasuredSuite;
import com.fasterxml.jackson.core.type.TypeReference;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;

/** Says how devices were measured, from what their records hold. */
@Component
class HowMeasured {

    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("d MMM uuuu", Locale.ENGLISH);

    private final JdbcTemplate jdbc;
    private final CatalogueService catalogue;
    private final SetupService setups;
    private final SuiteService suites;
    private final ScoreBook book;

    HowMeasured(
            JdbcTemplate jdbc, CatalogueService catalogue, SetupService setups, SuiteService suites, ScoreBook book) {
        this.jdbc = jdbc;
        this.catalogue = catalogue;
        this.setups = setups;
        this.suites = suites;
        this.book = book;
    }

    /** A run as far as it is told of. */
    private record Row(
            long suite,
            String state,
            @Nullable String reason,
            @Nullable LocalDate day,
            String origin,
            @Nullable Double room,
            List<String> conditions,
            List<RunFile.Flag> flags) {

        boolean counts() {
            return state.equals("DONE") && flags.isEmpty();
        }
    }

    /**
     * Returns what is known of every setup of a model that has runs, and of setups that it was held against.
     *
     * @param modelId of the device; null for none
     * @param others setups of whatever device
     */
    List<MeasuredSetup> of(@Nullable Long modelId, Collection<Long> others) {
        List<MeasuredSetup> measured = new ArrayList<>(modelId == null ? List.of() : of(modelId));
        for (long other : others) {
            if (setups.exists(other)
                    && !Long.valueOf(setups.view(other).modelId()).equals(modelId)) {
                SetupView setup = setups.view(other);
                String device = SetupLabel.called(setup.maker(), setup.model());
                measured.add(new MeasuredSetup(device + ", " + setup.name(), facts(setup), suites(other)));
            }
        }
        return measured;
    }

    private List<MeasuredSetup> of(long modelId) {
        List<MeasuredSetup> measured = new ArrayList<>();
        List<UnitView> units = catalogue.model(modelId).units();
        for (UnitView unit : units) {
            for (SetupView setup : setups.ofUnit(unit.id())) {
                List<MeasuredSuite> ran = suites(setup.id());
                if (!ran.isEmpty()) {
                    String name = units.size() == 1 ? setup.name() : "unit " + unit.label() + ", " + setup.name();
                    measured.add(new MeasuredSetup(name, facts(setup), ran));
                }
            }
        }
        return measured;
    }

    private static List<String> facts(SetupView setup) {
        return setup.facts().stream()
                .filter(f -> f.value() != null)
                .map(f -> f.name() + ": " + (f.value() + " " + f.unit()).strip())
                .toList();
    }

    private List<MeasuredSuite> suites(long setupId) {
        Map<Long, List<Row>> bySuite = new TreeMap<>(rows(setupId).stream().collect(Collectors.groupingBy(Row::suite)));
        return bySuite.entrySet().stream()
                .map(e -> suite(suites.get(e.getKey()).sheet(), e.getValue(), noise(suites.get(e.getKey()), setupId)))
                .toList();
    }

    private List<Row> rows(long setupId) {
        return jdbc.query(
                "select suite_id, state, reason, day, origin, room_temperature, conditions, flags from run"
                        + " where setup_id = ? order by started_at",
                (row, i) -> new Row(
                        row.getLong("suite_id"),
                        row.getString("state"),
                        row.getString("reason"),
                        row.getObject("day", LocalDate.class),
                        row.getString("origin"),
                        row.getObject("room_temperature", Double.class),
                        row.getString("conditions") == null
                                ? List.of()
                                : Json.read(row.getString("conditions"), new TypeReference<List<String>>() {}),
                        Flags.of(row.getString("flags"))),
                setupId);
    }

    /** How far the intervals of the scores reach; empty where no score has one. */
    private String noise(Suite suite, long setupId) {
        ScoreSnapshot scores = book.current();
        double[] reaches = suite.sheet().metrics().stream()
                .map(m -> scores.column(suite.metricId(m)).scores().get(setupId))
                .filter(Objects::nonNull)
                .map(Score::reach)
                .flatMapToDouble(OptionalDouble::stream)
                .sorted()
                .toArray();
        if (reaches.length == 0) {
            return "";
        }
        String least = percent(reaches[0]);
        String most = percent(reaches[reaches.length - 1]);
        return "95 % intervals of its scores ±" + (least.equals(most) ? least : least + " to ±" + most) + " %";
    }

    private static String percent(double share) {
        return String.format(Locale.ROOT, share < 0.0995 ? "%.1f" : "%.0f", share * 100);
    }

    private static MeasuredSuite suite(SuiteSheet sheet, List<Row> rows, String noise) {
        List<Row> counting = rows.stream().filter(Row::counts).toList();
        return new MeasuredSuite(
                sheet.name() + " " + sheet.id().version(),
                sheet.settings().entrySet().stream()
                        .map(e -> e.getKey() + " " + e.getValue())
                        .collect(Collectors.joining(", ")),
                counting.size(),
                days(counting),
                counting.stream()
                        .map(Row::origin)
                        .filter(o -> !o.isEmpty())
                        .distinct()
                        .collect(Collectors.joining(", ")),
                room(counting),
                conditions(counting),
                leftOut(rows),
                noise);
    }

    private static String days(List<Row> rows) {
        TreeSet<LocalDate> days =
                rows.stream().map(Row::day).filter(Objects::nonNull).collect(Collectors.toCollection(TreeSet::new));
        return switch (days.size()) {
            case 0 -> "";
            case 1 -> DAY.format(days.first());
            default -> days.size() + " days, " + DAY.format(days.first()) + " to " + DAY.format(days.last());
        };
    }

    private static String room(List<Row> rows) {
        TreeSet<Double> rooms =
                rows.stream().map(Row::room).filter(Objects::nonNull).collect(Collectors.toCollection(TreeSet::new));
        return switch (rooms.size()) {
            case 0 -> "";
            case 1 -> rooms.first() + " °C";
            default -> rooms.first() + " to " + rooms.last() + " °C";
        };
    }

    /** Those that were ticked every time. */
    private static List<String> conditions(List<Row> rows) {
        if (rows.isEmpty()) {
            return List.of();
        }
        Set<String> all = new LinkedHashSet<>(rows.get(0).conditions());
        rows.forEach(r -> all.retainAll(r.conditions()));
        return List.copyOf(all);
    }

    private static List<String> leftOut(List<Row> rows) {
        Map<String, Integer> why = new LinkedHashMap<>();
        rows.stream().filter(r -> !r.counts()).map(HowMeasured::words).forEach(w -> why.merge(w, 1, Integer::sum));
        return why.entrySet().stream()
                .map(e -> e.getValue() == 1 ? e.getKey() : e.getKey() + " (" + e.getValue() + " runs)")
                .toList();
    }

    private static String words(Row row) {
        String why = row.reason() == null ? "" : ": " + row.reason();
        return switch (row.state()) {
            case "FAILED" -> "failed" + why;
            case "SET_ASIDE" -> "set aside" + why;
            default -> row.flags().stream().map(Flags::words).collect(Collectors.joining(" and "));
        };
    }
}
