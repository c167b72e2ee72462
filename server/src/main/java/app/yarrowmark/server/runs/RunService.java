package app.yarrowmark.server.runs;

import app.yarrowmark.core.exchange.Json;
import app.yarrowmark.core.exchange.RunFile;
import app.yarrowmark.core.setup.Facts;
import app.yarrowmark.server.access.Caller;
import app.yarrowmark.server.runs.RunViews.EventView;
import app.yarrowmark.server.runs.RunViews.LedgerPage;
import app.yarrowmark.server.runs.RunViews.LedgerRow;
import app.yarrowmark.server.runs.RunViews.ReadingView;
import app.yarrowmark.server.runs.RunViews.RunDetail;
import app.yarrowmark.server.runs.RunViews.RunView;
import app.yarrowmark.server.runs.RunViews.SampleView;
import app.yarrowmark.server.runs.RunViews.SiblingView;
import app.yarrowmark.server.scorebook.ScoreRevision;
import app.yarrowmark.server.setups.SetupLabel;
import app.yarrowmark.server.setups.SetupService;
import app.yarrowmark.server.setups.SetupView;
import app.yarrowmark.server.shell.LiveEvents;
import app.yarrowmark.server.shell.Refusal;
import app.yarrowmark.server.shell.RuleViolations;
import app.yarrowmark.server.suites.Suite;
import app.yarrowmark.server.suites.SuiteService;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.core.type.TypeReference;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
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

    private final RunRepository runs;
    private final RunEventRepository history;
    private final SuiteService suites;
    private final SetupService setups;
    private final ScoreRevision revision;
    private final LiveEvents events;
    private final Clock clock;

    RunService(
            RunRepository runs,
            RunEventRepository history,
            SuiteService suites,
            SetupService setups,
            ScoreRevision revision,
            LiveEvents events,
            Clock clock) {
        this.runs = runs;
        this.history = history;
        this.suites = suites;
        this.setups = setups;
        this.revision = revision;
        this.events = events;
        this.clock = clock;
    }

    /** What the ledger is narrowed to; null means any. */
    public record Filter(
            @Nullable RunState state,
            @Nullable Long suite,
            @Nullable Long setup,
            @Nullable Long model) {}

    /** Returns a page of the ledger, newest first. */
    public LedgerPage ledger(Filter filter, int page, int size) {
        Map<Long, SetupLabel> labels = setups.labels();
        boolean every = filter.setup() == null && filter.model() == null;
        List<Long> wanted = labels.values().stream()
                .filter(l -> filter.setup() == null || l.setupId() == filter.setup())
                .filter(l -> filter.model() == null || l.modelId() == filter.model())
                .map(SetupLabel::setupId)
                .toList();
        Page<RunEntity> found = runs.ledger(
                filter.state(), filter.suite(), every, every ? List.of(-1L) : wanted, PageRequest.of(page, size));
        Map<String, List<RunEntity>> siblings = siblings(found.getContent());
        Map<RunState, Long> counts = counts();
        return new LedgerPage(
                found.getContent().stream()
                        .map(r -> row(r, labels.get(r.setupId), siblings.get(cell(r))))
                        .toList(),
                page,
                found.getTotalPages(),
                found.getTotalElements(),
                counts.getOrDefault(RunState.DONE, 0L),
                counts.getOrDefault(RunState.FAILED, 0L),
                counts.getOrDefault(RunState.SET_ASIDE, 0L));
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
                    RunFile.SampleLine line = read(run.samples.get(suite.metricId(m)), new TypeReference<>() {});
                    List<Double> values = Arrays.stream(line.values()).boxed().toList();
                    return new SampleView(m.key(), m.name(), m.unit(), values, line.marks());
                })
                .toList();
        return new RunDetail(
                view(run),
                setups.labels().get(run.setupId),
                run.sittingId,
                suite.sheet().name(),
                suite.sheet().id().version(),
                run.senderVersion,
                run.receivedAt,
                run.note,
                samples,
                history.findByRunIdOrderByAtAscIdAsc(id).stream()
                        .map(e -> new EventView(e.at, e.what, e.who, e.reason))
                        .toList(),
                readOtherwise(run));
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
        history.save(new RunEventEntity(id, clock.instant(), what, caller.name(), reason));
        runs.flush();
        events.changed(LiveEvents.Topic.RUNS);
        return detail(id);
    }

    private static String words(RunState state) {
        return switch (state) {
            case DONE -> "done";
            case FAILED -> "failed";
            case SET_ASIDE -> "set aside";
        };
    }

    private List<SetupView.ChangeView> readOtherwise(RunEntity run) {
        if (run.facts == null) {
            return List.of();
        }
        List<RunFile.FactLine> lines = read(run.facts, new TypeReference<>() {});
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
                        .map(s -> new SiblingView(s.readings.get(headline).value, s.state, s.id.equals(run.id)))
                        .toList());
    }

    private RunView view(RunEntity run) {
        Suite suite = suites.get(run.suiteId);
        List<ReadingView> readings = suite.sheet().metrics().stream()
                .filter(m -> run.readings.containsKey(suite.metricId(m)))
                .map(m -> {
                    RunEntity.ReadingValue r = run.readings.get(suite.metricId(m));
                    return new ReadingView(m.key(), m.name(), m.unit(), r.text, r.value, r.computed);
                })
                .toList();
        return new RunView(
                run.id,
                run.suiteId,
                run.state,
                run.reason,
                run.startedAt,
                run.endedAt,
                run.sender,
                run.workSize.equals("tiny"),
                readings);
    }

    private Map<RunState, Long> counts() {
        Map<RunState, Long> counts = new EnumMap<>(RunState.class);
        runs.countByState().forEach(row -> counts.put((RunState) row[0], (Long) row[1]));
        return counts;
    }

    private RunEntity entity(UUID id) {
        return runs.findById(id).orElseThrow(() -> Refusal.notFound("There is no run " + id + "."));
    }

    private static <T> T read(String json, TypeReference<T> type) {
        try {
            return Json.mapper().readValue(json, type);
        } catch (JsonProcessingException e) {
            throw new IllegalStateException("the records hold JSON that cannot be read", e);
        }
    }
}
