package app.yarrowmark.server.slips;

import app.yarrowmark.core.exchange.PastedFacts;
import app.yarrowmark.server.events.LiveEvents;
import app.yarrowmark.server.facts.FactService;
import app.yarrowmark.server.problems.RuleViolations;
import app.yarrowmark.server.scorebook.ScoreRevision;
import app.yarrowmark.server.setups.SetupService;
import app.yarrowmark.server.setups.SetupService.WrittenFact;
import app.yarrowmark.server.setups.SetupView;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Writes setup slips, and has scores reconsidered where a fact tells whether they count. */
@Service
class SlipService {

    private final SetupService setups;
    private final FactService facts;
    private final ScoreRevision revision;
    private final LiveEvents events;

    SlipService(SetupService setups, FactService facts, ScoreRevision revision, LiveEvents events) {
        this.setups = setups;
        this.facts = facts;
        this.revision = revision;
        this.events = events;
    }

    @Transactional
    public SetupView write(long id, List<WrittenFact> lines, String who) {
        SetupView written = setups.write(id, lines, who);
        revision.reconsiderSetup(id);
        events.changed(LiveEvents.Topic.SITTINGS);
        return written;
    }

    @Transactional
    public SetupView rename(long id, String name, boolean tuned, String who) {
        SetupView renamed = setups.rename(id, name, tuned, who);
        events.changed(LiveEvents.Topic.SITTINGS);
        return renamed;
    }

    PastedFacts.ReadFacts read(String text) {
        try {
            return PastedFacts.read(facts.dictionary(), text);
        } catch (IllegalArgumentException e) {
            throw new RuleViolations("text", String.valueOf(e.getMessage()));
        }
    }
}
