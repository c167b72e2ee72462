package app.yarrowmark.server.runs;

import app.yarrowmark.core.exchange.Json;
import app.yarrowmark.core.exchange.MeasuredDay;
import app.yarrowmark.core.exchange.RunFile;
import app.yarrowmark.core.score.ReadingText;
import app.yarrowmark.core.series.Series;
import app.yarrowmark.core.setup.Fact;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.core.suite.UnitCode;
import app.yarrowmark.core.written.Amount;
import app.yarrowmark.core.written.Reading;
import app.yarrowmark.server.access.Caller;
import app.yarrowmark.server.problems.Refusal;
import app.yarrowmark.server.problems.RuleViolations;
import app.yarrowmark.server.problems.RuleViolations.Violation;
import app.yarrowmark.server.setups.SetupService;
import app.yarrowmark.server.sittings.Sitting;
import app.yarrowmark.server.sittings.SittingService;
import app.yarrowmark.server.suites.Suite;
import app.yarrowmark.server.suites.SuiteService;
import java.time.Clock;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** What must hold of a run before it is kept; finds every fault, not only the first. */
@Component
class RunChecks {

    private static final int LONGEST_NOTE = 4_000;
    private static final int LONGEST_REASON = 500;
    private static final int LONGEST_ZONE = 64;
    private static final int LONGEST_ORIGIN = 80;
    private static final int MOST_SAMPLES = 100_000;
    private static final int LONGEST_TYPED = 60;
    private static final int MOST_AVERAGED = 10_000;
    private static final int MOST_FACTS = 300;
    private static final Instant EARLIEST = Instant.parse("2000-01-01T00:00:00Z");
    private static final Duration CLOCK_SKEW = Duration.ofDays(1);

    private final SuiteService suites;
    private final SittingService sittings;
    private final SetupService setups;
    private final Clock clock;

    RunChecks(SuiteService suites, SittingService sittings, SetupService setups, Clock clock) {
        this.suites = suites;
        this.sittings = sittings;
        this.setups = setups;
        this.clock = clock;
    }

    /** A reading with its text. */
    record CheckedReading(
            String text, Reading reading, @Nullable String note, RunFile.@Nullable Average average) {}

    /**
     * A run that may be kept.
     *
     * @param late why it is set aside though the sender did not: its device was off the desk before it was sent; null if
     *     it was not
     */
    record Checked(
            Suite suite,
            long setupId,
            @Nullable Long sittingId,
            Map<String, CheckedReading> readings,
            Map<Long, String> samples,
            Map<String, Series> series,
            List<Fact> facts,
            @Nullable String late) {}

    Checked check(RunFile file, Caller caller) {
        return check(file, caller, new HashSet<>());
    }

    /** As {@link #check(RunFile, Caller)}, for one of many runs: setups that were found are kept in {@code found}. */
    Checked check(RunFile file, Caller caller, Set<Long> found) {
        List<Violation> faults = new ArrayList<>();
        Place place = place(file, caller, found, faults);
        Optional<Suite> suite = suites.find(file.suite().key(), file.suite().version());
        if (suite.isEmpty()) {
            faults.add(new Violation(
                    "suite",
                    "there is no suite " + file.suite().key() + " "
                            + file.suite().version()
                            + " here: add its sheet first, or name one that is listed in the catalogue"));
        }
        checkFrame(file, caller, faults);
        String late =
                caller.boundSitting().isPresent() ? late(file, sittings.get(caller.sittingId()), suite, faults) : null;
        Map<String, CheckedReading> readings = new LinkedHashMap<>();
        Map<Long, String> samples = new HashMap<>();
        suite.ifPresent(s -> {
            checkReadings(file, s, readings, faults);
            checkSamples(file, s, samples, faults);
            checkGaps(file, s, faults);
        });
        Map<String, Series> series = series(file, faults);
        List<Fact> facts = facts(file.facts(), faults);
        if (!faults.isEmpty()) {
            throw new RuleViolations(faults);
        }
        return new Checked(suite.orElseThrow(), place.setupId, place.sittingId, readings, samples, series, facts, late);
    }

    /**
     * A device sends what its run sheet has. Off the desk, it may still send what was begun before; that does not count by
     * itself.
     */
    private static @Nullable String late(RunFile file, Sitting sitting, Optional<Suite> suite, List<Violation> faults) {
        if (suite.isPresent()
                && sitting.planned().stream()
                        .noneMatch(p -> p.suiteId() == suite.get().id())) {
            faults.add(new Violation("suite", "is not on this device's run sheet: add it on the Desk first"));
        }
        if (sitting.closedAt() == null) {
            return null;
        }
        if (file.startedAt().isAfter(sitting.closedAt())) {
            throw Refusal.conflict("This device was taken off the desk before this run began; put it back on first.");
        }
        return "the device was taken off the desk before this run was sent";
    }

    private record Place(long setupId, @Nullable Long sittingId) {}

    /** A device's token decides the sitting; a person names a sitting or a setup. */
    private Place place(RunFile file, Caller caller, Set<Long> found, List<Violation> faults) {
        Long sitting = file.sitting();
        if (caller.boundSitting().isPresent()) {
            long bound = caller.boundSitting().getAsLong();
            if (sitting != null && sitting != bound) {
                throw Refusal.forbidden("This token is for sitting " + bound + "; the run names sitting " + sitting
                        + ". Pair the device with a code of that sitting.");
            }
            sitting = bound;
        }
        if (sitting != null) {
            Optional<Long> setup = sittings.setupOf(sitting);
            if (setup.isEmpty()) {
                faults.add(new Violation("sitting", "there is no sitting number " + sitting));
                return new Place(0, null);
            }
            return new Place(setup.get(), sitting);
        }
        if (file.setup() == null || !found.contains(file.setup()) && !setups.exists(file.setup())) {
            faults.add(new Violation(
                    file.setup() == null ? "sitting" : "setup",
                    file.setup() == null
                            ? "a run names the sitting or the setup it was measured in"
                            : "there is no setup number " + file.setup()));
            return new Place(0, null);
        }
        found.add(file.setup());
        return new Place(file.setup(), null);
    }

    private static void checkDay(RunFile file, List<Violation> faults) {
        limit("zone", file.zone() == null ? "" : file.zone(), LONGEST_ZONE, faults);
        try {
            MeasuredDay.zone(file.zone());
        } catch (DateTimeException e) {
            faults.add(new Violation(
                    "zone", "is a time zone such as Europe/Berlin or +01:00, got \"" + file.zone() + "\""));
            return;
        }
        try {
            file.measuredDay();
        } catch (DateTimeException e) {
            faults.add(new Violation("day", "is a date such as 2026-05-04, got \"" + file.day() + "\""));
        }
    }

    private void checkFrame(RunFile file, Caller caller, List<Violation> faults) {
        if (file.endedAt().isBefore(file.startedAt())) {
            faults.add(new Violation("endedAt", "lies before startedAt, " + file.startedAt()));
        }
        if (file.startedAt().isBefore(EARLIEST)) {
            faults.add(new Violation("startedAt", "lies before the year 2000: " + file.startedAt()));
        }
        // A device's clock is judged by its own times only, not by ours: either may be wrong.
        if (caller.boundSitting().isEmpty()
                && file.startedAt().isAfter(clock.instant().plus(CLOCK_SKEW))) {
            faults.add(new Violation(
                    "startedAt", "lies more than a day ahead of this server's clock: " + file.startedAt()));
        }
        checkDay(file, faults);
        String reason = file.reason() == null ? "" : file.reason().strip();
        if (file.state() != RunFile.State.DONE && reason.isEmpty()) {
            faults.add(new Violation("reason", "a run that failed or was set aside says why"));
        }
        limit("reason", reason, LONGEST_REASON, faults);
        limit("note", file.note() == null ? "" : file.note(), LONGEST_NOTE, faults);
        limit("origin", file.originText(), LONGEST_ORIGIN, faults);
        limit("sender.program", file.sender().program(), 40, faults);
        limit("sender.version", file.sender().version(), 40, faults);
        if (file.conditions() != null
                && (file.conditions().size() > 50 || file.conditions().stream().anyMatch(c -> c.length() > 200))) {
            faults.add(new Violation("conditions", "are at most 50 of 200 characters"));
        }
        if (file.roomTemperature() != null && !(file.roomTemperature() >= -40 && file.roomTemperature() <= 70)) {
            faults.add(new Violation("roomTemperature", "is -40 to 70 °C, got " + file.roomTemperature()));
        }
        if (file.size() != null && !Set.of("normal", "tiny").contains(file.size())) {
            faults.add(new Violation("size", "is normal or tiny, got \"" + file.size() + "\""));
        }
    }

    private static void checkReadings(
            RunFile file, Suite suite, Map<String, CheckedReading> readings, List<Violation> faults) {
        List<RunFile.ReadingLine> lines = file.readings() == null ? List.of() : file.readings();
        boolean drawn = file.series() != null
                && suite.sheet().metrics().stream().anyMatch(m -> m.reducer().isPresent());
        if (lines.isEmpty() && !drawn && file.state() == RunFile.State.DONE) {
            faults.add(new Violation("readings", "a run that is done has at least one reading"));
        }
        for (int i = 0; i < lines.size(); i++) {
            String at = "readings[" + i + "]";
            RunFile.ReadingLine line = lines.get(i);
            Optional<Metric> metric = metric(suite, line.metric(), at, faults);
            if (metric.isEmpty()) {
                continue;
            }
            try {
                limit(at + ".note", line.note() == null ? "" : line.note(), LONGEST_REASON, faults);
                Reading reading = line.digits() == null
                        ? ReadingText.parse(metric.get(), line.text())
                        : ReadingText.parse(metric.get(), line.text(), line.digits());
                checkAverage(line.average(), metric.get(), at, faults);
                if (readings.put(
                                line.metric(),
                                new CheckedReading(line.text().strip(), reading, line.note(), line.average()))
                        != null) {
                    faults.add(new Violation(at + ".metric", line.metric() + " stands twice"));
                }
            } catch (IllegalArgumentException e) {
                faults.add(new Violation(at + ".text", metric.get().name() + ": " + String.valueOf(e.getMessage())));
            }
        }
    }

    private static void checkAverage(
            RunFile.@Nullable Average average, Metric metric, String at, List<Violation> faults) {
        if (average == null) {
            return;
        }
        if (average.runs() < 2 || average.runs() > MOST_AVERAGED) {
            faults.add(new Violation(
                    at + ".average.runs", "an average is of 2 to " + MOST_AVERAGED + " runs, got " + average.runs()));
        }
        String spread = average.spread();
        if (spread != null) {
            try {
                if (spread.length() > 40
                        || Amount.read(spread).in(metric.unit()).digits().signum() < 0) {
                    throw new IllegalArgumentException("is 0 or more");
                }
            } catch (IllegalArgumentException e) {
                faults.add(new Violation(
                        at + ".average.spread", "the spread of " + metric.name() + ": " + e.getMessage()));
            }
        }
    }

    private static void checkGaps(RunFile file, Suite suite, List<Violation> faults) {
        List<RunFile.GapLine> lines = file.gaps() == null ? List.of() : file.gaps();
        for (int i = 0; i < lines.size(); i++) {
            String at = "gaps[" + i + "]";
            metric(suite, lines.get(i).metric(), at, faults);
            String reason = lines.get(i).reason().strip();
            if (reason.isEmpty() || reason.length() > 200) {
                faults.add(new Violation(at + ".reason", "says in 1 to 200 characters why there is no reading"));
            }
        }
    }

    private static Map<String, Series> series(RunFile file, List<Violation> faults) {
        Map<String, Series> all = new LinkedHashMap<>();
        List<RunFile.SeriesLine> lines = file.series() == null ? List.of() : file.series();
        for (int i = 0; i < lines.size(); i++) {
            RunFile.SeriesLine line = lines.get(i);
            String at = "series[" + i + "]";
            limit(at + ".name", line.name(), 60, faults);
            limit(at + ".axis", line.axis(), 40, faults);
            if (line.x().length > MOST_SAMPLES) {
                faults.add(
                        new Violation(at + ".x", "holds at most " + MOST_SAMPLES + " points, got " + line.x().length));
                continue;
            }
            checkTyped(line, at, faults);
            try {
                UnitCode.parse(line.unit());
                UnitCode.parse(line.axisUnit());
                if (all.put(line.name(), new Series(line.x(), line.y())) != null) {
                    faults.add(new Violation(at + ".name", line.name() + " stands twice"));
                }
            } catch (IllegalArgumentException e) {
                faults.add(new Violation(at, String.valueOf(String.valueOf(e.getMessage()))));
            }
        }
        return all;
    }

    private static void checkTyped(RunFile.SeriesLine line, String at, List<Violation> faults) {
        for (List<String> texts : Arrays.asList(line.places(), line.texts())) {
            if (texts != null
                    && (texts.size() != line.x().length || texts.stream().anyMatch(t -> t.length() > LONGEST_TYPED))) {
                faults.add(new Violation(
                        at + ".texts", "are one for each point, of at most " + LONGEST_TYPED + " characters"));
            }
        }
    }

    private static void checkSamples(RunFile file, Suite suite, Map<Long, String> samples, List<Violation> faults) {
        List<RunFile.SampleLine> lines = file.samples() == null ? List.of() : file.samples();
        for (int i = 0; i < lines.size(); i++) {
            String at = "samples[" + i + "]";
            RunFile.SampleLine line = lines.get(i);
            Optional<Metric> metric = metric(suite, line.metric(), at, faults);
            if (line.values().length != line.marks().length() || line.values().length > MOST_SAMPLES) {
                faults.add(new Violation(
                        at + ".marks",
                        "needs one letter for each of the " + line.values().length + " values, at most "
                                + MOST_SAMPLES));
            } else if (!line.marks().chars().allMatch(c -> "wcd".indexOf(c) >= 0)) {
                faults.add(new Violation(at + ".marks", "has only the letters w, c and d"));
            } else {
                metric.ifPresent(m -> samples.put(suite.metricId(m), Json.write(line)));
            }
            for (double v : line.values()) {
                if (!Double.isFinite(v)) {
                    faults.add(new Violation(at + ".values", "holds what is no number: " + v));
                    break;
                }
            }
        }
    }

    /** Returns the facts the lines stand for; faults are added for those that are none. */
    static List<Fact> facts(@Nullable List<RunFile.FactLine> lines, List<Violation> faults) {
        List<Fact> facts = new ArrayList<>();
        if (lines == null) {
            return facts;
        }
        if (lines.size() > MOST_FACTS) {
            faults.add(new Violation("facts", "are at most " + MOST_FACTS + ", got " + lines.size()));
            return facts;
        }
        for (int i = 0; i < lines.size(); i++) {
            RunFile.FactLine line = lines.get(i);
            String at = "facts[" + i + "]";
            limit(at + ".value", line.value() == null ? "" : line.value(), 200, faults);
            limit(at + ".unit", line.unit() == null ? "" : line.unit(), 20, faults);
            limit(at + ".reason", line.reason() == null ? "" : line.reason(), 200, faults);
            try {
                facts.add(
                        line.value() == null
                                ? Fact.unknown(line.key(), line.reason() == null ? "" : line.reason())
                                : Fact.read(line.key(), line.value(), line.unit() == null ? "" : line.unit()));
            } catch (IllegalArgumentException e) {
                faults.add(new Violation(at, String.valueOf(e.getMessage())));
            }
        }
        return facts;
    }

    private static Optional<Metric> metric(Suite suite, String key, String at, List<Violation> faults) {
        Optional<Metric> metric = suite.sheet().metric(key);
        if (metric.isEmpty()) {
            faults.add(new Violation(
                    at + ".metric",
                    suite.sheet().id() + " has no metric \"" + key + "\"; it has "
                            + suite.sheet().metrics().stream().map(Metric::key).toList()));
        }
        return metric;
    }

    private static void limit(String field, String text, int most, List<Violation> faults) {
        if (text.length() > most) {
            faults.add(new Violation(field, "has " + text.length() + " characters; at most " + most + " are kept"));
        }
    }
}
