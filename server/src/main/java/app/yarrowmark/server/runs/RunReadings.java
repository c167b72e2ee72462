package app.yarrowmark.server.runs;

import app.yarrowmark.core.exchange.Json;
import app.yarrowmark.core.exchange.RunFile;
import app.yarrowmark.core.series.Series;
import app.yarrowmark.server.problems.Refusal;
import app.yarrowmark.server.scorebook.Cell;
import app.yarrowmark.server.suites.Suite;
import com.fasterxml.jackson.core.type.TypeReference;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What others read of runs, without the rest of them: series, attempts, starts and counts. */
@Service
@Transactional(readOnly = true)
public class RunReadings {

    private final RunRepository runs;

    RunReadings(RunRepository runs) {
        this.runs = runs;
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
        return runs.seriesNames(suiteId, setupIds);
    }

    /**
     * Returns some series of the runs of a suite in some setups, the first started first.
     *
     * @param only a run whose series are wanted whatever its state; those of all that count if null
     */
    public List<RunSeries> seriesOf(
            long suiteId, Collection<Long> setupIds, Collection<String> names, @Nullable UUID only) {
        return runs.series(suiteId, setupIds, names, only).stream()
                .map(r -> new RunSeries(
                        r.run(),
                        r.setup(),
                        r.startedAt(),
                        r.name(),
                        Json.read(r.points(), new TypeReference<Series>() {})))
                .toList();
    }

    /** Returns every point of a series. */
    public Series series(UUID id, String name) {
        RunEntity.SeriesValue value = runs.kept(id).series.get(name);
        if (value == null) {
            throw Refusal.notFound("Run " + id + " has no series called " + name + ".");
        }
        return Json.read(value.points, new TypeReference<Series>() {});
    }

    /** How many runs a setup has of a suite. */
    public record Attempts(long setupId, long count) {}

    /** Returns how many runs each of some setups has of a suite, those run last first; those without any are left out. */
    public List<Attempts> attemptsAt(long suiteId, Collection<Long> setupIds) {
        return setupIds.isEmpty() ? List.of() : runs.countOf(suiteId, setupIds);
    }

    /** Returns how many runs an import brought, whatever became of them. */
    public int countOfImport(long importId) {
        return runs.countByImportId(importId);
    }

    /** Returns when those of some runs that are kept were started. */
    public Map<UUID, Instant> startsOf(Collection<UUID> ids) {
        return ids.isEmpty()
                ? Map.of()
                : runs.starts(ids).stream()
                        .collect(Collectors.toMap(RunRepository.Start::id, RunRepository.Start::startedAt));
    }

    /** Returns how many runs each setup has. */
    public Map<Long, Long> countBySetup() {
        return runs.countBySetup().stream().collect(Collectors.toMap(Attempts::setupId, Attempts::count));
    }

    /**
     * One attempt at a suite, without what was read.
     *
     * @param reason why it failed or was set aside; null for one that was done
     * @param flags in words
     * @param gaps why a metric has no reading, by metric key
     */
    public record Attempt(
            UUID run,
            Cell cell,
            RunState state,
            @Nullable String reason,
            String flags,
            Map<String, String> gaps,
            Instant startedAt) {}

    /** Returns every attempt at any suite on some setups. */
    public List<Attempt> attempts(Collection<Long> setupIds) {
        return runs.attempts(setupIds).stream().map(RunReadings::attempt).toList();
    }

    /** Returns what a run read, by metric key of its suite. */
    public Map<String, Double> values(UUID run, Suite suite) {
        return runs.kept(run).values(suite);
    }

    private static Attempt attempt(RunRepository.Tried tried) {
        List<RunFile.GapLine> gaps = tried.gaps() == null
                ? List.of()
                : Json.read(tried.gaps(), new TypeReference<List<RunFile.GapLine>>() {});
        return new Attempt(
                tried.run(),
                new Cell(tried.setup(), tried.suite()),
                tried.state(),
                tried.reason(),
                Flags.of(tried.flags()).stream().map(Flags::words).collect(Collectors.joining(", ")),
                gaps.stream().collect(Collectors.toMap(RunFile.GapLine::metric, RunFile.GapLine::reason, (a, b) -> a)),
                tried.startedAt());
    }
}
