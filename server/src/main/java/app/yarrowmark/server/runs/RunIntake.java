package app.yarrowmark.server.runs;

import app.yarrowmark.core.exchange.Json;
import app.yarrowmark.core.exchange.RunFile;
import app.yarrowmark.core.setup.Facts;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.server.access.Caller;
import app.yarrowmark.server.scorebook.ScoreRevision;
import app.yarrowmark.server.setups.SetupService;
import app.yarrowmark.server.shell.LiveEvents;
import app.yarrowmark.server.shell.Refusal;
import app.yarrowmark.server.shell.Tokens;
import app.yarrowmark.server.suites.Suite;
import com.fasterxml.jackson.core.JsonProcessingException;
import jakarta.persistence.EntityManager;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.Clock;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.hibernate.exception.ConstraintViolationException;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * The one gate: every run, whoever sends it, is checked, completed and kept here. A run is known by the id its sender
 * made: sent again it is answered as kept, and kept once.
 */
@Service
public class RunIntake {

    private final RunChecks checks;
    private final RunRepository runs;
    private final EntityManager entities;
    private final SetupService setups;
    private final ScoreRevision revision;
    private final LiveEvents events;
    private final Clock clock;
    private final TransactionTemplate transaction;

    RunIntake(
            RunChecks checks,
            RunRepository runs,
            EntityManager entities,
            SetupService setups,
            ScoreRevision revision,
            LiveEvents events,
            Clock clock,
            PlatformTransactionManager transactions) {
        this.checks = checks;
        this.runs = runs;
        this.entities = entities;
        this.setups = setups;
        this.revision = revision;
        this.events = events;
        this.clock = clock;
        this.transaction = new TransactionTemplate(transactions);
    }

    /** What became of a run; {@code fresh} if it was not kept before. */
    public record Kept(UUID id, RunState state, boolean fresh) {}

    /**
     * Keeps a run. When this returns, the run is in the database for good.
     *
     * @throws app.yarrowmark.server.shell.RuleViolations with every rule that it breaks
     * @throws Refusal if the caller may not send it, or its id is kept with another content
     */
    public Kept accept(RunFile file, Caller caller) {
        String hash = Tokens.digest(json(file));
        Optional<Kept> before = kept(file.id(), hash);
        if (before.isPresent()) {
            return before.get();
        }
        try {
            return transaction.execute(tx -> keep(file, caller, hash));
        } catch (DataIntegrityViolationException | ConstraintViolationException sameAtOnce) {
            return kept(file.id(), hash).orElseThrow(() -> sameAtOnce);
        }
    }

    private Optional<Kept> kept(UUID id, String hash) {
        return runs.findById(id).map(run -> {
            if (!run.contentHash.equals(hash)) {
                throw Refusal.conflict(
                        "Run " + id + " is kept already with other content. A new attempt needs a new id.");
            }
            return new Kept(id, run.state, false);
        });
    }

    private Kept keep(RunFile file, Caller caller, String hash) {
        RunChecks.Checked checked = checks.check(file, caller);
        RunEntity run = new RunEntity(file.id());
        run.setupId = checked.setupId();
        run.suiteId = checked.suite().id();
        run.sittingId = checked.sittingId();
        run.startedAt = file.startedAt();
        run.endedAt = file.endedAt();
        run.receivedAt = clock.instant();
        run.sender = file.sender().program();
        run.senderVersion = file.sender().version();
        run.workSize = file.size() == null ? "normal" : file.size();
        run.note = file.note();
        run.contentHash = hash;
        settle(run, file);
        run.readings.putAll(readings(checked));
        run.samples.putAll(checked.samples());
        if (!checked.facts().isEmpty()) {
            run.facts = json(file.facts());
            setups.complete(run.setupId, Facts.of(checked.facts()));
        }
        run.revision = revision.next();
        entities.persist(run);
        entities.persist(new RunEventEntity(
                run.id, run.receivedAt, run.state.name(), caller.name() + " by " + run.sender, run.reason));
        entities.flush();
        events.changed(LiveEvents.Topic.RUNS);
        return new Kept(run.id, run.state, true);
    }

    /** A trial with tiny work never counts by itself: its numbers are real and mean nothing. */
    private static void settle(RunEntity run, RunFile file) {
        run.state = RunState.valueOf(file.state().name());
        run.reason = file.reason();
        if (run.state == RunState.DONE && run.workSize.equals("tiny")) {
            run.state = RunState.SET_ASIDE;
            run.reason = "tiny work size: a trial, not a measurement";
        }
    }

    private static Map<Long, RunEntity.ReadingValue> readings(RunChecks.Checked checked) {
        Map<Long, RunEntity.ReadingValue> readings = new HashMap<>();
        Map<String, Double> values = new HashMap<>();
        Suite suite = checked.suite();
        checked.readings().forEach((key, r) -> {
            readings.put(
                    suite.metricIds().get(key),
                    new RunEntity.ReadingValue(
                            r.text(), r.reading().value(), r.reading().resolution(), false));
            values.put(key, r.reading().value());
        });
        for (Metric metric : suite.sheet().metrics()) {
            if (metric.formula().isPresent() && !values.containsKey(metric.key())) {
                metric.formula().get().evaluate(values).ifPresent(total -> {
                    values.put(metric.key(), total);
                    BigDecimal text = BigDecimal.valueOf(total).setScale(metric.decimals(), RoundingMode.HALF_EVEN);
                    readings.put(
                            suite.metricId(metric),
                            new RunEntity.ReadingValue(
                                    text.toPlainString(), total, Math.pow(10, -metric.decimals()), true));
                });
            }
        }
        return readings;
    }

    private static String json(Object value) {
        try {
            return Json.mapper().writeValueAsString(value);
        } catch (JsonProcessingException e) {
            throw new IllegalStateException("a run can always be written", e);
        }
    }
}
