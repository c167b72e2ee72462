package app.yarrowmark.server.runs;

import app.yarrowmark.core.Maps;
import app.yarrowmark.core.exchange.Json;
import app.yarrowmark.core.exchange.RunFile;
import app.yarrowmark.core.score.Reading;
import app.yarrowmark.core.score.ReadingText;
import app.yarrowmark.core.series.Series;
import app.yarrowmark.core.setup.Facts;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.server.access.Caller;
import app.yarrowmark.server.checks.CheckService;
import app.yarrowmark.server.events.LiveEvents;
import app.yarrowmark.server.history.EventView;
import app.yarrowmark.server.history.HistoryService;
import app.yarrowmark.server.problems.Refusal;
import app.yarrowmark.server.problems.RuleViolations;
import app.yarrowmark.server.runs.RunViews.GapView;
import app.yarrowmark.server.runs.RunViews.LedgerPage;
import app.yarrowmark.server.runs.RunViews.LedgerRow;
import app.yarrowmark.server.runs.RunViews.ReadingView;
import app.yarrowmark.server.runs.RunViews.RunDetail;
import app.yarrowmark.server.runs.RunViews.RunView;
import app.yarrowmark.server.runs.RunViews.SampleView;
import app.yarrowmark.server.runs.RunViews.SeriesView;
import app.yarrowmark.server.runs.RunViews.SiblingView;
import app.yarrowmark.server.runs.RunViews.TickView;
import app.yarrowmark.server.scorebook.KnownFaults;
import app.yarrowmark.server.scorebook.ScoreRevision;
import app.yarrowmark.server.setups.SetupLabel;
import app.yarrowmark.server.setups.SetupService;
import app.yarrowmark.server.setups.SetupView;
import app.yarrowmark.server.suites.Suite;
import app.yarrowmark.server.suites.SuiteService;
import com.fasterxml.jackson.core.type.TypeReference;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Page;
import org.springframework.data.domain.PageRequest;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The ledger: runs as kept, and whether they count. */
@Service
@Transactional(readOnly = true)
public class RunService {

    /** Dots beside a row: more could not be told apart. */
    private static final int MOST_SIBLINGS = 12;
    /** Points of a series as it is shown: about one a pixel. */
    private static final int MOST_POINTS = 800;

    private final RunRepository runs;
    private final HistoryService history;
    private final SuiteService suites;
    private final SetupService setups;
    private final ScoreRevision revision;
    private final KnownFaults faults;
    private final CheckService checks;
    private final LiveEvents events;

    RunService(
            RunRepository runs,
            HistoryService history,
            SuiteService suites,
            SetupService setups,
            ScoreRevision revision,
            KnownFaults faults,
            CheckService checks,
            LiveEvents events) {
        this.runs = runs;
        this.history = history;
        this.suites = suites;
        this.setups = setups;
        this.revision = revision;
        this.faults = faults;
        this.checks = checks;
        this.events = events;
    }

    /**
     * What the ledger is narrowed to; null means any.
     *
     * @param fact key of a fact that must have the value
     * @param from first day, UTC
     * @param to last day, UTC
     * @param flagged only flagged runs
     * @param doubted only runs with numbers that look wrong
     */
    public record Filter(
            @Nullable RunState state,
            @Nullable Long suite,
            @Nullable Long setup,
            @Nullable Long model,
            @Nullable String fact,
            @Nullable String value,
            @Nullable LocalDate from,
            @Nullable LocalDate to,
            @Nullable Long importId,
            boolean flagged,
            boolean doubted) {}

    /** Returns a page of the ledger, newest first. */
    public LedgerPage ledger(Filter filter, int page, int size) {
        Map<Long, SetupLabel> labels = setups.labels();
        boolean every = filter.setup() == null && filter.model() == null && filter.fact() == null;
        Set<Long> bearing = filter.fact() == null || filter.value() == null
                ? Set.of()
                : new HashSet<>(setups.withFact(filter.fact(), filter.value()));
        List<Long> wanted = every
                ? List.of()
                : labels.values().stream()
                        .filter(l -> filter.setup() == null || l.setupId() == filter.setup())
                        .filter(l -> filter.model() == null || l.modelId() == filter.model())
                        .map(SetupLabel::setupId)
                        .filter(id -> filter.fact() == null || bearing.contains(id))
                        .toList();
        Page<RunEntity> found = runs.ledger(
                filter.state(),
                filter.suite(),
                every,
                wanted.isEmpty() ? List.of(-1L) : wanted,
                day(filter.from(), 0),
                day(filter.to(), 1),
                filter.importId(),
                filter.flagged(),
                filter.doubted(),
                PageRequest.of(page, size));
        Map<String, List<RunEntity>> siblings = siblings(found.getContent());
        Counts counts = counts();
        return new LedgerPage(
                found.getContent().stream()
                        .map(r -> row(r, Maps.at(labels, r.setupId), Maps.at(siblings, cell(r))))
                        .toList(),
                page,
                found.getTotalPages(),
                found.getTotalElements(),
                counts.byState.getOrDefault(RunState.DONE, 0L),
                counts.byState.getOrDefault(RunState.FAILED, 0L),
                counts.byState.getOrDefault(RunState.SET_ASIDE, 0L),
                counts.flagged,
                counts.doubted);
    }

    private static @Nullable Instant day(@Nullable LocalDate day, int later) {
        return day == null
                ? null
                : day.plusDays(later).atStartOfDay(ZoneOffset.UTC).toInstant();
    }

    /** Returns the runs of each of the sittings, the first started first. */
    public Map<Long, List<RunView>> ofSittings(Collection<Long> sittingIds) {
        return runs.findBySittingIdInOrderByStartedAt(sittingIds).stream()
                .collect(Collectors.groupingBy(
                        r -> Objects.requireNonNull(r.sittingId), Collectors.mapping(this::view, Collectors.toList())));
    }

    /** Returns everything kept with a run. */
    public RunDetail detail(UUID id) {
        RunEntity run = entity(id);
        Suite suite = suites.get(run.suiteId);
        List<SampleView> samples = suite.sheet().metrics().stream()
                .filter(m -> run.samples.containsKey(suite.metricId(m)))
                .map(m -> {
                    RunFile.SampleLine line =
                            Json.read(Maps.at(run.samples, suite.metricId(m)), new TypeReference<>() {});
                    List<Double> values = Arrays.stream(line.values()).boxed().toList();
                    return new SampleView(m.key(), m.name(), m.unit(), values, line.marks());
                })
                .toList();
        StoredDoubts doubts = StoredDoubts.of(run.doubts);
        List<String> ticked = run.conditions == null ? List.of() : Json.read(run.conditions, new TypeReference<>() {});
        return new RunDetail(
                view(run),
                run.edition,
                Maps.at(setups.labels(), run.setupId),
                run.sittingId,
                run.importId,
                suite.sheet().name(),
                suite.sheet().id().version(),
                run.senderVersion,
                run.receivedAt,
                run.note,
                samples,
                series(run),
                suite.sheet().conditions().stream()
                        .map(c -> new TickView(c, ticked.contains(c)))
                        .toList(),
                run.roomTemperature,
                doubts.unlikely(),
                doubts.mismatches(),
                doubts.confirmed(),
                historyOf(run),
                readOtherwise(run));
    }

    private List<EventView> historyOf(RunEntity run) {
        List<EventView> events = new ArrayList<>();
        if (run.importId != null) {
            events.addAll(history.of(HistoryService.Kind.IMPORT, run.importId));
        }
        events.addAll(history.of(HistoryService.Kind.RUN, run.id));
        events.sort(Comparator.comparing(EventView::at));
        return events;
    }

    private static List<SeriesView> series(RunEntity run) {
        return new TreeMap<>(run.series)
                .entrySet().stream()
                        .map(e -> {
                            Series all = Json.read(e.getValue().points, new TypeReference<Series>() {});
                            Series thin = all.thinned(MOST_POINTS);
                            return new SeriesView(
                                    e.getKey(),
                                    e.getValue().unit,
                                    e.getValue().axis,
                                    e.getValue().axisUnit,
                                    all.size(),
                                    Arrays.stream(thin.x()).boxed().toList(),
                                    Arrays.stream(thin.y()).boxed().toList());
                        })
                        .toList();
    }

    /** A series that runs have. */
    public record NamedSeries(String name, String unit, String axis, String axisUnit) {}

    /** A series of one run. */
    public record RunSeries(UUID runId, long setupId, Instant startedAt, String name, Series series) {}

    /** Returns the suites of which a run that counts in a setup keeps a series. */
    public List<Long> suitesWithSeries(long setupId) {
        return runs.suitesWithSeries(setupId);
    }

    /** Returns which series the runs of a suite have that count in some setups. */
    public List<NamedSeries> seriesNames(long suiteId, Collection<Long> setupIds) {
        return runs.seriesNames(suiteId, setupIds).stream()
                .map(row -> new NamedSeries((String) row[0], (String) row[1], (String) row[2], (String) row[3]))
                .toList();
    }

    /**
     * Returns some series of the runs of a suite in some setups, the first started first.
     *
     * @param only a run whose series are wanted whatever its state; those of all that count if null
     */
    public List<RunSeries> seriesOf(
            long suiteId, Collection<Long> setupIds, Collection<String> names, @Nullable UUID only) {
        return runs.series(suiteId, setupIds, names, only).stream()
                .map(row -> new RunSeries(
                        (UUID) row[0],
                        (Long) row[1],
                        (Instant) row[2],
                        (String) row[3],
                        Json.read((String) row[4], new TypeReference<Series>() {})))
                .toList();
    }

    /** Returns every point of a series. */
    public Series series(UUID id, String name) {
        RunEntity.SeriesValue value = entity(id).series.get(name);
        if (value == null) {
            throw Refusal.notFound("Run " + id + " has no series called " + name + ".");
        }
        return Json.read(value.points, new TypeReference<Series>() {});
    }

    /**
     * Takes a run out of every score, with the reason.
     *
     * @throws Refusal if it does not count as it is
     */
    @Transactional
    public RunDetail setAside(UUID id, String reason, Caller caller) {
        String clean = reason.strip();
        if (clean.isEmpty() || clean.length() > 500) {
            throw new RuleViolations("reason", "say in 1 to 500 characters why the run is set aside");
        }
        return move(id, RunState.DONE, RunState.SET_ASIDE, clean, caller);
    }

    /**
     * Lets a run count again.
     *
     * @throws Refusal if it is not set aside
     */
    @Transactional
    public RunDetail bringBack(UUID id, Caller caller) {
        if (entity(id).readings.isEmpty()) {
            throw Refusal.conflict("This run has no reading to count.");
        }
        return move(id, RunState.SET_ASIDE, RunState.DONE, null, caller);
    }

    private RunDetail move(UUID id, RunState from, RunState to, @Nullable String reason, Caller caller) {
        RunEntity run = entity(id);
        if (run.state != from) {
            throw Refusal.conflict(
                    "This run is " + words(run.state) + ", not " + words(from) + ": nothing was changed.");
        }
        run.state = to;
        run.reason = reason;
        run.revision = revision.next();
        String what = to == RunState.DONE ? "BROUGHT_BACK" : to.name();
        history.add(HistoryService.Kind.RUN, id, what, caller.who(), reason);
        runs.flush();
        events.changed(LiveEvents.Topic.RUNS);
        return detail(id);
    }

    /** Sets or takes away the flags of a run; a flagged run does not count. */
    @Transactional
    public RunDetail flag(UUID id, List<RunFile.Flag> flags, @Nullable String note, Caller caller) {
        RunEntity run = entity(id);
        List<RunFile.Flag> before = Flags.of(run.flags);
        run.flags = Flags.text(flags);
        run.revision = revision.next();
        List<String> changes = new ArrayList<>();
        flags.stream().filter(f -> !before.contains(f)).forEach(f -> changes.add(Flags.words(f)));
        before.stream().filter(f -> !flags.contains(f)).forEach(f -> changes.add("no longer: " + Flags.words(f)));
        if (!changes.isEmpty()) {
            String words = String.join(", ", changes) + (note == null || note.isBlank() ? "" : ": " + note.strip());
            history.add(HistoryService.Kind.RUN, id, "FLAGGED", caller.who(), words);
        }
        runs.flush();
        events.changed(LiveEvents.Topic.RUNS);
        return detail(id);
    }

    /**
     * Puts another text in the place of one that was misread; the old one stays in the history, totals that follow from it
     * are computed anew.
     *
     * @throws RuleViolations if the text is none on the metric's scale, or the metric was not typed
     */
    @Transactional
    public RunDetail mend(UUID id, Map<String, String> texts, @Nullable String why, Caller caller) {
        RunEntity run = entity(id);
        Suite suite = suites.get(run.suiteId);
        List<String> changes = new ArrayList<>();
        List<RuleViolations.Violation> violations = new ArrayList<>();
        texts.forEach((key, text) -> {
            try {
                changes.add(mend(run, suite, key, text.strip()));
            } catch (IllegalArgumentException e) {
                violations.add(new RuleViolations.Violation("texts." + key, String.valueOf(e.getMessage())));
            }
        });
        if (!violations.isEmpty()) {
            throw new RuleViolations(violations);
        }
        computeAnew(run, suite);
        run.revision = revision.next();
        String words = String.join(", ", changes) + (why == null || why.isBlank() ? "" : ": " + why.strip());
        history.add(HistoryService.Kind.RUN, id, "MENDED", caller.who(), words);
        runs.flush();
        events.changed(LiveEvents.Topic.RUNS);
        return detail(id);
    }

    private static String mend(RunEntity run, Suite suite, String key, String text) {
        Metric metric = suite.sheet()
                .metric(key)
                .orElseThrow(() -> new IllegalArgumentException("there is no metric " + key + " in this suite"));
        RunEntity.ReadingValue old = run.readings.get(suite.metricId(metric));
        if (old == null || old.computed) {
            throw new IllegalArgumentException(metric.name() + " was not read, so it cannot have been misread");
        }
        Reading reading = ReadingText.parse(metric, text);
        String before = old.text;
        run.readings.put(
                suite.metricId(metric),
                new RunEntity.ReadingValue(text, reading.value(), reading.resolution(), false, old.note));
        return metric.name() + " " + before + " → " + text;
    }

    private static void computeAnew(RunEntity run, Suite suite) {
        Map<String, Double> values = new HashMap<>();
        for (Metric metric : suite.sheet().metrics()) {
            RunEntity.ReadingValue r = run.readings.get(suite.metricId(metric));
            if (r != null && !(r.computed && metric.isTotal())) {
                values.put(metric.key(), r.value);
            }
        }
        RunIntake.total(suite, values, run.readings);
    }

    /** Confirms that a number which looks wrong is what the device said. */
    @Transactional
    public RunDetail confirm(UUID id, String metric, @Nullable String note, Caller caller) {
        RunEntity run = entity(id);
        StoredDoubts doubts = StoredDoubts.of(run.doubts);
        List<String> confirmed = new ArrayList<>(doubts.confirmed());
        if (!confirmed.contains(metric)) {
            confirmed.add(metric);
        }
        store(run, new StoredDoubts(doubts.unlikely(), doubts.mismatches(), confirmed));
        String name =
                suites.get(run.suiteId).sheet().metric(metric).map(Metric::name).orElse(metric);
        history.add(
                HistoryService.Kind.RUN,
                id,
                "CONFIRMED",
                caller.who(),
                name + (note == null || note.isBlank() ? "" : ": " + note.strip()));
        events.changed(LiveEvents.Topic.RUNS);
        return detail(id);
    }

    private static void store(RunEntity run, StoredDoubts doubts) {
        run.doubts = doubts.text();
        run.openDoubts = doubts.open();
    }

    /** Lets the runs of an import count, now that all of them are kept. */
    @Transactional
    public void letImportCount(long importId) {
        runs.moveImport(importId, RunState.SET_ASIDE, RunIntake.HELD, RunState.DONE, null, revision.next());
        events.changed(LiveEvents.Topic.RUNS);
    }

    /** Sets every counting run of an import aside, or brings them back; returns how many. */
    @Transactional
    public int moveImport(long importId, boolean back, String reason, Caller caller) {
        long number = revision.next();
        int moved = back
                ? runs.moveImport(importId, RunState.SET_ASIDE, reason, RunState.DONE, null, number)
                : runs.moveImport(importId, RunState.DONE, null, RunState.SET_ASIDE, reason, number);
        runs.recordMove(number, back ? "BROUGHT_BACK" : "SET_ASIDE", caller.who(), back ? null : reason);
        events.changed(LiveEvents.Topic.RUNS);
        return moved;
    }

    /** @throws Refusal if another edition of a run was kept since that one was read; null asks for none */
    public void requireEdition(UUID id, @Nullable Integer edition) {
        if (edition != null && entity(id).edition != edition) {
            throw Refusal.overtaken("this run", detail(id));
        }
    }

    /** @throws Refusal if there is no such run */
    public void requireKept(UUID id) {
        entity(id);
    }

    /**
     * What was written of a run.
     *
     * @param text its reason and its note
     */
    public record Remark(String runId, long setupId, long suiteId, String text) {}

    /** Returns what was written of the last runs in whose note or reason one of the words is, or begins a word. */
    public List<Remark> remarks(List<String> words) {
        String query = words.stream()
                .map(w -> w.replaceAll("[^\\p{L}\\d]", ""))
                .filter(w -> w.length() > 1)
                .map(w -> w + "*")
                .collect(Collectors.joining(" "));
        return query.isEmpty()
                ? List.of()
                : runs.withAnyWord(query).stream().map(RunService::remark).toList();
    }

    private static Remark remark(Object[] row) {
        String text = Stream.of(row[2], row[1])
                .filter(Objects::nonNull)
                .map(Object::toString)
                .collect(Collectors.joining(" "));
        return new Remark((String) row[0], ((Number) row[3]).longValue(), ((Number) row[4]).longValue(), text);
    }

    /** How many runs a setup has of a suite. */
    public record Attempts(long setupId, long count) {}

    /** Returns how many runs each of some setups has of a suite, those run last first; those without any are left out. */
    public List<Attempts> attemptsAt(long suiteId, Collection<Long> setupIds) {
        return setupIds.isEmpty()
                ? List.of()
                : runs.countOf(suiteId, setupIds).stream()
                        .map(row -> new Attempts((Long) row[0], (Long) row[1]))
                        .toList();
    }

    /** Returns how many runs an import brought, whatever became of them. */
    public int countOfImport(long importId) {
        return runs.countByImportId(importId);
    }

    /** Returns when those of some runs that are kept were started. */
    public Map<UUID, Instant> startsOf(Collection<UUID> ids) {
        return ids.isEmpty()
                ? Map.of()
                : runs.starts(ids).stream().collect(Collectors.toMap(row -> (UUID) row[0], row -> (Instant) row[1]));
    }

    /** Returns how many runs each setup has. */
    public Map<Long, Long> countBySetup() {
        return runs.countBySetup().stream().collect(Collectors.toMap(row -> (Long) row[0], row -> (Long) row[1]));
    }

    /** Returns every run of some setups, the first started first. */
    public List<RunView> ofSetups(Collection<Long> setupIds) {
        return runs.findBySetupIdInOrderByStartedAt(setupIds).stream()
                .map(this::view)
                .toList();
    }

    /**
     * One attempt at a suite, without what was read.
     *
     * @param reason why it failed or was set aside; null for one that was done
     * @param flags in words
     * @param gaps why a metric has no reading, by metric key
     */
    public record Attempt(
            long setupId,
            long suiteId,
            RunState state,
            @Nullable String reason,
            String flags,
            Map<String, String> gaps,
            Instant startedAt) {}

    /** Returns every attempt at any suite on some setups. */
    public List<Attempt> attempts(Collection<Long> setupIds) {
        return runs.attempts(setupIds).stream().map(RunService::attempt).toList();
    }

    private static Attempt attempt(Object[] row) {
        List<RunFile.GapLine> gaps =
                row[5] == null ? List.of() : Json.read((String) row[5], new TypeReference<List<RunFile.GapLine>>() {});
        return new Attempt(
                (Long) row[0],
                (Long) row[1],
                (RunState) row[2],
                (String) row[3],
                Flags.of((String) row[4]).stream().map(Flags::words).collect(Collectors.joining(", ")),
                gaps.stream().collect(Collectors.toMap(RunFile.GapLine::metric, RunFile.GapLine::reason, (a, b) -> a)),
                (Instant) row[6]);
    }

    private static String words(RunState state) {
        return switch (state) {
            case DONE -> "done";
            case FAILED -> "failed";
            case SET_ASIDE -> "set aside";
        };
    }

    private List<SetupView.DifferenceView> readOtherwise(RunEntity run) {
        if (run.facts == null) {
            return List.of();
        }
        List<RunFile.FactLine> lines = Json.read(run.facts, new TypeReference<>() {});
        return setups.differences(run.setupId, Facts.of(RunChecks.facts(lines, new ArrayList<>())));
    }

    private Map<String, List<RunEntity>> siblings(List<RunEntity> page) {
        if (page.isEmpty()) {
            return Map.of();
        }
        List<Long> setupIds = page.stream().map(r -> r.setupId).distinct().toList();
        List<Long> suiteIds = page.stream().map(r -> r.suiteId).distinct().toList();
        Set<UUID> ids = new HashSet<>();
        page.forEach(r -> ids.add(r.id));
        runs.newestOfEach(setupIds, suiteIds, MOST_SIBLINGS).forEach(id -> ids.add(UUID.fromString(id)));
        return runs.findAllById(ids).stream()
                .sorted(Comparator.comparing((RunEntity r) -> r.startedAt))
                .collect(Collectors.groupingBy(RunService::cell));
    }

    private static String cell(RunEntity run) {
        return run.setupId + " " + run.suiteId;
    }

    private LedgerRow row(RunEntity run, SetupLabel label, List<RunEntity> siblings) {
        Suite suite = suites.get(run.suiteId);
        long headline = suite.metricId(suite.sheet().headline());
        return new LedgerRow(
                run.id,
                label,
                run.suiteId,
                suite.sheet().name(),
                suite.sheet().id().version(),
                run.startedAt,
                run.state,
                run.reason,
                run.readings.containsKey(headline)
                        ? view(run).readings().stream()
                                .filter(r -> r.metric()
                                        .equals(suite.sheet().headline().key()))
                                .findFirst()
                                .orElseThrow()
                        : null,
                siblings.stream()
                        .filter(s -> s.readings.containsKey(headline))
                        .map(s -> new SiblingView(
                                s.readings.get(headline).value, s.state, !s.flags.isEmpty(), s.id.equals(run.id)))
                        .toList(),
                Flags.of(run.flags),
                run.openDoubts);
    }

    private RunView view(RunEntity run) {
        Suite suite = suites.get(run.suiteId);
        Map<String, String> broken =
                suite.sheet().faults().isEmpty() ? Map.of() : faults.of(suite, run.setupId, run.startedAt);
        List<ReadingView> readings = suite.sheet().metrics().stream()
                .filter(m -> run.readings.containsKey(suite.metricId(m)))
                .map(m -> view(m, Maps.at(run.readings, suite.metricId(m)), broken.get(m.key())))
                .toList();
        return new RunView(
                run.id,
                run.setupId,
                run.suiteId,
                run.state,
                run.reason,
                run.startedAt,
                run.endedAt,
                run.sender,
                run.workSize.equals("tiny"),
                readings,
                gaps(run, suite),
                Flags.of(run.flags),
                run.openDoubts);
    }

    /** The gaps that were given a reason, then the totals that do not follow from what was read. */
    private static List<GapView> gaps(RunEntity run, Suite suite) {
        List<RunFile.GapLine> given = run.gaps == null ? List.of() : Json.read(run.gaps, new TypeReference<>() {});
        Map<String, String> reasons = new LinkedHashMap<>();
        given.forEach(g -> reasons.put(g.metric(), g.reason()));
        suite.sheet().metrics().stream()
                .filter(m -> !run.readings.containsKey(suite.metricId(m)))
                .forEach(m -> m.formula()
                        .flatMap(f -> whyNoTotal(f.keys(), run, suite))
                        .ifPresent(why -> reasons.putIfAbsent(m.key(), why)));
        return reasons.entrySet().stream()
                .map(g -> new GapView(
                        g.getKey(),
                        suite.sheet().metric(g.getKey()).map(Metric::name).orElse(g.getKey()),
                        g.getValue()))
                .toList();
    }

    /** Why a total is not there; empty where none of its parts was read, so that nobody expects it. */
    private static Optional<String> whyNoTotal(Set<String> parts, RunEntity run, Suite suite) {
        List<Metric> all = suite.sheet().metrics().stream()
                .filter(m -> parts.contains(m.key()))
                .toList();
        List<String> unread = all.stream()
                .filter(m -> !run.readings.containsKey(suite.metricId(m)))
                .map(Metric::name)
                .toList();
        if (unread.size() == all.size()) {
            return Optional.empty();
        }
        return Optional.of(
                unread.isEmpty()
                        ? "its formula gives no number for these parts"
                        : "not without " + String.join(", ", unread));
    }

    private static ReadingView view(Metric m, RunEntity.ReadingValue r, @Nullable String broken) {
        return new ReadingView(
                m.key(),
                m.name(),
                m.unit(),
                m.scale(),
                m.better(),
                r.text,
                ReadingText.words(m, r.text, r.value),
                r.value,
                r.computed,
                r.note,
                broken);
    }

    private record Counts(Map<RunState, Long> byState, long flagged, long doubted) {}

    private Counts counts() {
        Map<RunState, Long> counts = new EnumMap<>(RunState.class);
        long flagged = 0;
        long doubted = 0;
        for (Object[] row : runs.countByState()) {
            counts.put((RunState) row[0], (Long) row[1]);
            flagged += ((Number) row[2]).longValue();
            doubted += ((Number) row[3]).longValue();
        }
        return new Counts(counts, flagged, doubted);
    }

    private RunEntity entity(UUID id) {
        return runs.findById(id).orElseThrow(() -> Refusal.notFound("There is no run " + id + "."));
    }
}
