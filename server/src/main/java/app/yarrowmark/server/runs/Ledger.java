package app.yarrowmark.server.runs;

import app.yarrowmark.core.Maps;
import app.yarrowmark.core.exchange.Json;
import app.yarrowmark.core.exchange.RunFile;
import app.yarrowmark.core.setup.Facts;
import app.yarrowmark.server.history.EventView;
import app.yarrowmark.server.history.HistoryService;
import app.yarrowmark.server.lists.AskedDays;
import app.yarrowmark.server.problems.Refusal;
import app.yarrowmark.server.runs.RunViews.LedgerPage;
import app.yarrowmark.server.runs.RunViews.RunDetail;
import app.yarrowmark.server.runs.RunViews.RunView;
import app.yarrowmark.server.runs.RunViews.SampleView;
import app.yarrowmark.server.runs.RunViews.TickView;
import app.yarrowmark.server.scorebook.Cell;
import app.yarrowmark.server.setups.SetupDifferences;
import app.yarrowmark.server.setups.SetupFacts;
import app.yarrowmark.server.setups.SetupLabel;
import app.yarrowmark.server.setups.SetupLabels;
import app.yarrowmark.server.setups.SetupView;
import app.yarrowmark.server.suites.Suite;
import app.yarrowmark.server.suites.SuiteService;
import com.fasterxml.jackson.core.type.TypeReference;
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
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Page;
import org.springframework.data.domain.PageRequest;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The ledger: runs as kept, page by page and one by one. */
@Service
@Transactional(readOnly = true)
public class Ledger {

    /** Dots beside a row: more could not be told apart. */
    private static final int MOST_SIBLINGS = 12;

    private final RunRepository runs;
    private final RunViewer viewer;
    private final HistoryService history;
    private final SuiteService suites;
    private final SetupLabels setupLabels;
    private final SetupFacts setupFacts;
    private final SetupDifferences setupDifferences;

    Ledger(
            RunRepository runs,
            RunViewer viewer,
            HistoryService history,
            SuiteService suites,
            SetupLabels setupLabels,
            SetupFacts setupFacts,
            SetupDifferences setupDifferences) {
        this.runs = runs;
        this.viewer = viewer;
        this.history = history;
        this.suites = suites;
        this.setupLabels = setupLabels;
        this.setupFacts = setupFacts;
        this.setupDifferences = setupDifferences;
    }

    /**
     * What the ledger is narrowed to; null means any.
     *
     * @param fact key of a fact that must have the value
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
            AskedDays days,
            @Nullable Long importId,
            boolean flagged,
            boolean doubted) {}

    /** Returns a page of the ledger, newest first. */
    public LedgerPage page(Filter filter, int page, int size) {
        Map<Long, SetupLabel> labels = setupLabels.all();
        boolean every = filter.setup() == null && filter.model() == null && filter.fact() == null;
        Set<Long> bearing = filter.fact() == null || filter.value() == null
                ? Set.of()
                : new HashSet<>(setupFacts.withFact(filter.fact(), filter.value()));
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
                filter.days().first(),
                filter.days().end(),
                filter.importId(),
                filter.flagged(),
                filter.doubted(),
                PageRequest.of(page, size));
        Map<Cell, List<RunEntity>> siblings = siblings(found.getContent());
        Counts counts = counts();
        return new LedgerPage(
                found.getContent().stream()
                        .map(r -> viewer.row(r, Maps.at(labels, r.setupId), Maps.at(siblings, cell(r))))
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

    /** Returns the runs of each of the sittings, the first started first. */
    public Map<Long, List<RunView>> ofSittings(Collection<Long> sittingIds) {
        return runs.findBySittingIdInOrderByStartedAt(sittingIds).stream()
                .collect(Collectors.groupingBy(
                        r -> Objects.requireNonNull(r.sittingId),
                        Collectors.mapping(viewer::view, Collectors.toList())));
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
                viewer.view(run),
                run.edition,
                Maps.at(setupLabels.all(), run.setupId),
                run.sittingId,
                run.importId,
                suite.sheet().name(),
                suite.sheet().id().version(),
                run.senderVersion,
                run.receivedAt,
                run.note,
                samples,
                RunViewer.series(run),
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
                : runs.withAnyWord(query).stream()
                        .map(r -> new Remark(
                                r.getId(),
                                r.getSetup(),
                                r.getSuite(),
                                Stream.of(r.getReason(), r.getNote())
                                        .filter(Objects::nonNull)
                                        .collect(Collectors.joining(" "))))
                        .toList();
    }

    /** Returns every run of some setups, the first started first. */
    public List<RunView> ofSetups(Collection<Long> setupIds) {
        return runs.findBySetupIdInOrderByStartedAt(setupIds).stream()
                .map(viewer::view)
                .toList();
    }

    private List<SetupView.DifferenceView> readOtherwise(RunEntity run) {
        if (run.facts == null) {
            return List.of();
        }
        List<RunFile.FactLine> lines = Json.read(run.facts, new TypeReference<>() {});
        return setupDifferences.of(run.setupId, Facts.of(RunChecks.facts(lines, new ArrayList<>())));
    }

    private Map<Cell, List<RunEntity>> siblings(List<RunEntity> page) {
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
                .collect(Collectors.groupingBy(Ledger::cell));
    }

    private static Cell cell(RunEntity run) {
        return new Cell(run.setupId, run.suiteId);
    }

    private record Counts(Map<RunState, Long> byState, long flagged, long doubted) {}

    private Counts counts() {
        Map<RunState, Long> counts = new EnumMap<>(RunState.class);
        long flagged = 0;
        long doubted = 0;
        for (RunRepository.StateCount of : runs.countByState()) {
            counts.put(of.state(), of.runs());
            flagged += of.flagged();
            doubted += of.doubted();
        }
        return new Counts(counts, flagged, doubted);
    }

    private RunEntity entity(UUID id) {
        return runs.kept(id);
    }
}
