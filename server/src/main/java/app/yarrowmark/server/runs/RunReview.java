package app.yarrowmark.server.runs;

import app.yarrowmark.core.Maps;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.core.written.Reading;
import app.yarrowmark.server.checks.CheckService;
import app.yarrowmark.server.scorebook.Cell;
import app.yarrowmark.server.suites.Suite;
import app.yarrowmark.server.suites.SuiteService;
import app.yarrowmark.server.work.Ahead;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.UUID;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Holds the runs of a suite in a setup against each other and against all that is known, and keeps what looks wrong. What a
 * person confirmed stays confirmed.
 */
@Service
public class RunReview {

    /** Setups that are looked at in one transaction. */
    private static final int AT_ONCE = 100;

    private final RunRepository runs;
    private final SuiteService suites;
    private final CheckService checks;
    private final TransactionTemplate transaction;

    RunReview(RunRepository runs, SuiteService suites, CheckService checks, TransactionTemplate transaction) {
        this.runs = runs;
        this.suites = suites;
        this.checks = checks;
        this.transaction = transaction;
    }

    /** Reviews the cell of one run. */
    public void around(UUID id) {
        RunEntity run = runs.findById(id).orElseThrow();
        all(List.of(new Cell(run.setupId, run.suiteId)));
    }

    /** Reviews every run of the cells that counts; returns how many have a number that looks wrong. */
    public int all(Collection<Cell> cells) {
        return review(cells, null);
    }

    /**
     * Reviews the runs of an import, and the others of its cells as far as they may look otherwise now; returns how many of
     * the import have a number that looks wrong.
     */
    public int ofImport(long importId, Collection<Cell> cells) {
        return review(cells, importId);
    }

    /** What a person confirmed of one run, by the keys of its metrics. */
    public record Confirmed(UUID run, List<String> metrics) {}

    /** Returns what was confirmed of the runs of a setup. */
    public List<Confirmed> confirmed(long setupId) {
        return runs.doubtedOf(setupId).stream()
                .map(d -> new Confirmed(d.id(), StoredDoubts.of(d.doubts()).confirmed()))
                .filter(c -> !c.metrics().isEmpty())
                .toList();
    }

    /** Takes over what was confirmed elsewhere of a run that nobody looked at here; its next review keeps to it. */
    public void takeOver(Confirmed confirmed) {
        String text = new StoredDoubts(List.of(), List.of(), confirmed.metrics()).text();
        transaction.executeWithoutResult(tx -> runs.findById(confirmed.run())
                .filter(run -> run.doubts == null)
                .ifPresent(run -> runs.doubt(run.id, text, 0)));
    }

    private int review(Collection<Cell> cells, @Nullable Long importId) {
        CheckService.Session session = checks.session(cells.size());
        Map<Long, Set<Long>> suitesOf = new TreeMap<>();
        cells.forEach(
                c -> suitesOf.computeIfAbsent(c.setup(), s -> new TreeSet<>()).add(c.suite()));
        List<Long> setups = List.copyOf(suitesOf.keySet());
        AtomicInteger doubted = new AtomicInteger();
        try (Ahead ahead = new Ahead()) {
            for (int from = 0; from < setups.size(); from += AT_ONCE) {
                List<Long> some = setups.subList(from, Math.min(setups.size(), from + AT_ONCE));
                Set<Cell> wanted = new HashSet<>();
                some.forEach(s -> Maps.at(suitesOf, s).forEach(suite -> wanted.add(new Cell(s, suite))));
                ahead.hand(() -> doubted.addAndGet(transaction.execute(tx -> some(wanted, importId, session))));
            }
            ahead.finish();
        }
        return doubted.get();
    }

    /** A run as far as it is reviewed. */
    private record Kept(
            UUID id,
            @Nullable LocalDate day,
            @Nullable String doubts,
            @Nullable Long importId,
            Map<String, CheckService.Typed> texts) {

        boolean isOf(@Nullable Long other) {
            return other == null || other.equals(importId);
        }
    }

    private int some(Set<Cell> cells, @Nullable Long importId, CheckService.Session session) {
        int doubted = 0;
        for (Map.Entry<Cell, List<Kept>> cell : counting(cells).entrySet()) {
            Map<Object, CheckService.Doubts> found = checks.review(
                    session,
                    cell.getKey().suite(),
                    cell.getKey().setup(),
                    cell.getValue().stream()
                            .map(r -> new CheckService.KeptRun(r.id, r.day, r.texts))
                            .toList(),
                    fresh(cell.getValue(), importId));
            for (Kept run : cell.getValue()) {
                CheckService.Doubts doubts = found.get(run.id);
                if (doubts == null) {
                    continue;
                }
                StoredDoubts now = new StoredDoubts(
                        doubts.unlikely(),
                        doubts.mismatches(),
                        StoredDoubts.of(run.doubts).confirmed());
                if (!Objects.equals(now.text(), run.doubts)) {
                    runs.doubt(run.id, now.text(), now.open());
                }
                doubted += now.open() > 0 && run.isOf(importId) ? 1 : 0;
            }
        }
        return doubted;
    }

    /** The runs to be looked at. Of a long cell only the first runs are held against, so that its old ones look as before. */
    private static Set<Object> fresh(List<Kept> cell, @Nullable Long importId) {
        boolean all = cell.size() <= CheckService.MOST_OTHERS
                || cell.stream().limit(CheckService.MOST_OTHERS + 1L).anyMatch(r -> r.isOf(importId));
        return cell.stream()
                .filter(r -> all || r.isOf(importId))
                .map(r -> (Object) r.id)
                .collect(Collectors.toSet());
    }

    /** The runs that count, the first started first, with what was typed. */
    private Map<Cell, List<Kept>> counting(Set<Cell> cells) {
        Set<Long> setups = new HashSet<>();
        Set<Long> suiteIds = new HashSet<>();
        cells.forEach(c -> {
            setups.add(c.setup());
            suiteIds.add(c.suite());
        });
        Map<Long, String> keys = new HashMap<>();
        for (Long id : suiteIds) {
            Suite suite = suites.get(id);
            suite.sheet().metrics().stream()
                    .map(Metric::key)
                    .forEach(k -> keys.put(suite.metricIds().get(k), k));
        }
        Map<Cell, List<Kept>> counting = new LinkedHashMap<>();
        Map<UUID, Kept> byId = new HashMap<>();
        for (RunRepository.Counted row : runs.counting(setups, suiteIds)) {
            Cell cell = new Cell(row.setup(), row.suite());
            if (cells.contains(cell)) {
                Kept run = new Kept(row.id(), row.day(), row.doubts(), row.importId(), new LinkedHashMap<>());
                counting.computeIfAbsent(cell, c -> new ArrayList<>()).add(run);
                byId.put(run.id, run);
            }
        }
        for (RunRepository.Typed reading : runs.typed(setups, suiteIds)) {
            Kept run = byId.get(reading.run());
            if (run != null) {
                run.texts.put(
                        keys.get(reading.metric()),
                        new CheckService.Typed(reading.text(), new Reading(reading.value(), reading.resolution())));
            }
        }
        return counting;
    }
}
