package app.yarrowmark.server.runs;

import app.yarrowmark.core.exchange.RunFile;
import app.yarrowmark.core.score.ReadingText;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.core.written.Reading;
import app.yarrowmark.server.access.Caller;
import app.yarrowmark.server.events.LiveEvents;
import app.yarrowmark.server.history.HistoryService;
import app.yarrowmark.server.problems.Refusal;
import app.yarrowmark.server.problems.RuleViolations;
import app.yarrowmark.server.runs.RunViews.RunDetail;
import app.yarrowmark.server.scorebook.ScoreRevision;
import app.yarrowmark.server.suites.Suite;
import app.yarrowmark.server.suites.SuiteService;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What a person changes about runs: whether they count, and what was misread. */
@Service
@Transactional
public class RunChanges {

    private final RunRepository runs;
    private final Ledger ledger;
    private final HistoryService history;
    private final SuiteService suites;
    private final ScoreRevision revision;
    private final LiveEvents events;

    RunChanges(
            RunRepository runs,
            Ledger ledger,
            HistoryService history,
            SuiteService suites,
            ScoreRevision revision,
            LiveEvents events) {
        this.runs = runs;
        this.ledger = ledger;
        this.history = history;
        this.suites = suites;
        this.revision = revision;
        this.events = events;
    }

    /**
     * Takes a run out of every score, with the reason.
     *
     * @throws Refusal if it does not count as it is
     */
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
    public RunDetail bringBack(UUID id, Caller caller) {
        if (runs.kept(id).readings.isEmpty()) {
            throw Refusal.conflict("This run has no reading to count.");
        }
        return move(id, RunState.SET_ASIDE, RunState.DONE, null, caller);
    }

    private RunDetail move(UUID id, RunState from, RunState to, @Nullable String reason, Caller caller) {
        RunEntity run = runs.kept(id);
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
        return ledger.detail(id);
    }

    /** Sets or takes away the flags of a run; a flagged run does not count. */
    public RunDetail flag(UUID id, List<RunFile.Flag> flags, @Nullable String note, Caller caller) {
        RunEntity run = runs.kept(id);
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
        return ledger.detail(id);
    }

    /**
     * Puts another text in the place of one that was misread; the old one stays in the history, totals that follow from it
     * are computed anew.
     *
     * @throws RuleViolations if the text is none on the metric's scale, or the metric was not typed
     */
    public RunDetail mend(UUID id, Map<String, String> texts, @Nullable String why, Caller caller) {
        RunEntity run = runs.kept(id);
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
        return ledger.detail(id);
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
                new RunEntity.ReadingValue(text, reading.value(), reading.resolution(), false, old.note)
                        .as(old.average()));
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
    public RunDetail confirm(UUID id, String metric, @Nullable String note, Caller caller) {
        RunEntity run = runs.kept(id);
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
        return ledger.detail(id);
    }

    private static void store(RunEntity run, StoredDoubts doubts) {
        run.doubts = doubts.text();
        run.openDoubts = doubts.open();
    }

    /** Lets the runs of an import count, now that all of them are kept. */
    public void letImportCount(long importId) {
        runs.moveImport(importId, RunState.SET_ASIDE, RunIntake.HELD, RunState.DONE, null, revision.next());
        events.changed(LiveEvents.Topic.RUNS);
    }

    /** Sets every counting run of an import aside, or brings them back; returns how many. */
    public int moveImport(long importId, boolean back, String reason, Caller caller) {
        long number = revision.next();
        int moved = back
                ? runs.moveImport(importId, RunState.SET_ASIDE, reason, RunState.DONE, null, number)
                : runs.moveImport(importId, RunState.DONE, null, RunState.SET_ASIDE, reason, number);
        runs.recordMove(number, back ? "BROUGHT_BACK" : "SET_ASIDE", caller.who(), back ? null : reason);
        events.changed(LiveEvents.Topic.RUNS);
        return moved;
    }

    /**
     * A suite in a setup.
     *
     * @param at start of its run; null for all of its runs
     */
    public record Place(
            long setupId, long suiteId, @Nullable Instant at) {}

    /** Sets aside what earlier imports brought of some places, but for the runs that are right. */
    public void correct(Map<Place, Set<UUID>> right, long importId, String reason, Caller caller) {
        List<UUID> wrong = right.entrySet().stream()
                .flatMap(e ->
                        runs
                                .imported(
                                        e.getKey().setupId(),
                                        e.getKey().suiteId(),
                                        e.getKey().at(),
                                        importId)
                                .stream()
                                .filter(id -> !e.getValue().contains(id)))
                .toList();
        if (!wrong.isEmpty()) {
            runs.findAllById(wrong).forEach(run -> run.correctedBy = importId);
            runs.flush();
            moveCorrected(importId, false, reason, caller);
        }
    }

    /** Sets aside again what an import corrected, or lets it count as before. */
    public void moveCorrected(long importId, boolean counts, String reason, Caller caller) {
        long number = revision.next();
        int moved = counts
                ? runs.moveCorrected(importId, RunState.SET_ASIDE, reason, RunState.DONE, null, number)
                : runs.moveCorrected(importId, RunState.DONE, null, RunState.SET_ASIDE, reason, number);
        if (moved > 0) {
            runs.recordMove(number, counts ? "BROUGHT_BACK" : "SET_ASIDE", caller.who(), counts ? null : reason);
            events.changed(LiveEvents.Topic.RUNS);
        }
    }

    /** @throws Refusal if another edition of a run was kept since that one was read; null asks for none */
    public void requireEdition(UUID id, @Nullable Integer edition) {
        if (edition != null && runs.kept(id).edition != edition) {
            throw Refusal.overtaken("this run", ledger.detail(id));
        }
    }

    private static String words(RunState state) {
        return switch (state) {
            case DONE -> "done";
            case FAILED -> "failed";
            case SET_ASIDE -> "set aside";
        };
    }
}
