package app.yarrowmark.server.sheets;

import app.yarrowmark.core.exchange.SheetReader;
import app.yarrowmark.core.suite.SuiteSheet;
import app.yarrowmark.server.events.LiveEvents;
import app.yarrowmark.server.history.EventView;
import app.yarrowmark.server.history.HistoryService;
import app.yarrowmark.server.problems.Refusal;
import app.yarrowmark.server.problems.RuleViolations;
import app.yarrowmark.server.runs.Rereading;
import app.yarrowmark.server.scorebook.ScoreRevision;
import app.yarrowmark.server.suites.Suite;
import app.yarrowmark.server.suites.SuiteService;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps suite sheets as they are edited, and has scores reconsidered where that changes which ones count. */
@Service
class SheetService {

    private final SuiteService suites;
    private final ScoreRevision revision;
    private final Rereading rereading;
    private final HistoryService history;
    private final LiveEvents events;

    SheetService(
            SuiteService suites,
            ScoreRevision revision,
            Rereading rereading,
            HistoryService history,
            LiveEvents events) {
        this.suites = suites;
        this.rereading = rereading;
        this.revision = revision;
        this.history = history;
        this.events = events;
    }

    @Transactional
    public Suite add(String text, String who) {
        return suites.add(text, who);
    }

    @Transactional
    public Suite revise(long id, String text, int edition, String who) {
        Suite before = suites.get(id);
        Suite after = suites.revise(id, text, edition);
        String what = before.sheet().faults().equals(after.sheet().faults())
                ? null
                : "known faults: " + before.sheet().faults().size() + " → "
                        + after.sheet().faults().size();
        history.add(HistoryService.Kind.SUITE, id, "CHANGED", who, what);
        if (what != null) {
            revision.reconsiderSuite(id);
            events.changed(LiveEvents.Topic.RUNS);
        }
        return after;
    }

    /**
     * What a correction does to what is there.
     *
     * @param changes what means something else, in words
     * @param effects what becomes of readings
     */
    record Correction(long runs, long setups, List<String> changes, List<Rereading.Effect> effects) {

        boolean isPossible() {
            return effects.stream().allMatch(e -> e.unreadable().isEmpty());
        }
    }

    /** Returns what a corrected sheet would do; nothing is kept. */
    Correction preview(long id, String text) {
        Suite before = suites.get(id);
        SuiteSheet after = SheetReader.check(text)
                .sheet()
                .orElseThrow(() -> new RuleViolations("sheet", "is none yet: mend what is wrong with it first"));
        Rereading.Extent extent = rereading.extent(id);
        return new Correction(
                extent.runs(),
                extent.setups(),
                SheetChanges.of(before.sheet(), after),
                rereading.effects(before, after));
    }

    /**
     * Puts a corrected sheet in the place of one that was wrong, and reads again what was typed.
     *
     * @throws Refusal if a reading means nothing to it
     */
    @Transactional
    public Suite correct(long id, String text, int edition, String who) {
        Correction correction = preview(id, text);
        if (!correction.isPossible()) {
            throw Refusal.conflict("There are readings that the corrected sheet cannot read: "
                    + correction.effects().stream()
                            .flatMap(e -> e.unreadable().stream())
                            .findFirst()
                            .orElse(""));
        }
        Suite before = suites.get(id);
        Suite after = suites.correct(id, text, edition);
        if (correction.runs() > 0) {
            rereading.readAgain(before, after);
            revision.reconsiderSuite(id);
            events.changed(LiveEvents.Topic.RUNS);
        }
        history.add(HistoryService.Kind.SUITE, id, "CORRECTED", who, String.join("; ", correction.changes()));
        return after;
    }

    /** Deletes a sheet without scores. */
    @Transactional
    public void delete(long id) {
        if (rereading.extent(id).runs() > 0) {
            throw Refusal.conflict("Runs were made by it: nothing that was measured is deleted.");
        }
        suites.delete(id);
    }

    List<EventView> historyOf(long id) {
        return history.of(HistoryService.Kind.SUITE, id);
    }
}
