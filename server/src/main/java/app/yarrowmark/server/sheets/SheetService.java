package app.yarrowmark.server.sheets;

import app.yarrowmark.server.events.LiveEvents;
import app.yarrowmark.server.history.EventView;
import app.yarrowmark.server.history.HistoryService;
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
    private final HistoryService history;
    private final LiveEvents events;

    SheetService(SuiteService suites, ScoreRevision revision, HistoryService history, LiveEvents events) {
        this.suites = suites;
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

    List<EventView> historyOf(long id) {
        return history.of(HistoryService.Kind.SUITE, id);
    }
}
