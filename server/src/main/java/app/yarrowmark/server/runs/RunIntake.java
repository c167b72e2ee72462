package app.yarrowmark.server.runs;

import static java.util.Objects.requireNonNull;

import app.yarrowmark.core.Maps;
import app.yarrowmark.core.exchange.Json;
import app.yarrowmark.core.exchange.RunFile;
import app.yarrowmark.core.series.Reduction;
import app.yarrowmark.core.setup.Facts;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.server.access.Caller;
import app.yarrowmark.server.events.LiveEvents;
import app.yarrowmark.server.history.HistoryService;
import app.yarrowmark.server.problems.Refusal;
import app.yarrowmark.server.problems.RuleViolations;
import app.yarrowmark.server.scorebook.Cell;
import app.yarrowmark.server.scorebook.ScoreRevision;
import app.yarrowmark.server.secrets.Tokens;
import app.yarrowmark.server.setups.SetupOrigins;
import app.yarrowmark.server.setups.SetupService;
import app.yarrowmark.server.sittings.Sitting;
import app.yarrowmark.server.sittings.SittingService;
import app.yarrowmark.server.suites.Suite;
import jakarta.persistence.EntityManager;
import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;
import java.time.Clock;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.hibernate.exception.ConstraintViolationException;
import org.jspecify.annotations.Nullable;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * The one gate: every run, whoever sends it, is checked, completed and kept here. A run is known by the id its sender
 * made: sent again it is answered as kept, and kept once.
 */
@Service
public class RunIntake {

    /** Why a run of an import does not count yet. */
    static final String HELD = "its import is not finished yet";

    /** Programs of ours measure; all others take down what a person reads, which is held against all that is known. */
    private static final List<String> MEASURING = List.of("runner", "device page");

    private final RunChecks checks;
    private final RunRepository runs;
    private final RunWriter writer;
    private final EntityManager entities;
    private final SetupService setups;
    private final SetupFlags setupFlags;
    private final SetupOrigins origins;
    private final SittingService sittings;
    private final ScoreRevision revision;
    private final HistoryService history;
    private final LiveEvents events;
    private final ReviewQueue reviews;
    private final Clock clock;
    private final TransactionTemplate transaction;

    RunIntake(
            RunChecks checks,
            RunRepository runs,
            RunWriter writer,
            EntityManager entities,
            SetupService setups,
            SetupFlags setupFlags,
            SetupOrigins origins,
            SittingService sittings,
            ScoreRevision revision,
            HistoryService history,
            LiveEvents events,
            ReviewQueue reviews,
            Clock clock,
            TransactionTemplate transaction) {
        this.checks = checks;
        this.runs = runs;
        this.writer = writer;
        this.entities = entities;
        this.setups = setups;
        this.setupFlags = setupFlags;
        this.origins = origins;
        this.sittings = sittings;
        this.revision = revision;
        this.history = history;
        this.events = events;
        this.reviews = reviews;
        this.clock = clock;
        this.transaction = transaction;
    }

    /** What became of a run; {@code fresh} if it was not kept before. */
    public record Kept(UUID id, RunState state, boolean fresh) {}

    /**
     * What became of many runs.
     *
     * @param fresh how many were kept
     * @param known how many were kept before
     * @param rejected what was refused, by place in the list, with the words why
     */
    public record KeptAll(int fresh, int known, Map<Integer, RuntimeException> rejected) {}

    /**
     * Keeps a run. When this returns, the run is in the database for good; what looks wrong with it is found after.
     *
     * @throws RuleViolations with every rule that it breaks
     * @throws Refusal if the caller may not send it, or its id is kept with another content
     */
    public Kept accept(RunFile file, Caller caller) {
        String hash = hash(file);
        Optional<Kept> before = kept(file.id(), hash);
        if (before.isPresent()) {
            return before.get();
        }
        try {
            RunEntity kept = transaction.execute(tx -> {
                RunFile told = file.earlierBy(Duration.ofMillis(caller.clockAheadMillis()));
                RunChecks.Checked checked = checks.check(told, caller);
                RunEntity run = made(told, checked, hash, 0, caller);
                origins.arriving(Set.of(new SetupOrigins.Arrival(run.setupId, run.origin)));
                entities.persist(run);
                record(run, caller);
                entities.flush();
                // As late as can be: who counts in the same lane waits until this is committed.
                long number = revision.next();
                writer.number(run.id, number);
                if (isReviewed(run)) {
                    reviews.due(new Cell(run.setupId, run.suiteId), number);
                }
                events.tell(LiveEvents.Topic.RUNS);
                return run;
            });
            if (isReviewed(kept)) {
                reviews.add(new Cell(kept.setupId, kept.suiteId));
            }
            return new Kept(kept.id, kept.state, true);
        } catch (DataIntegrityViolationException | ConstraintViolationException sameAtOnce) {
            return kept(file.id(), hash).orElseThrow(() -> sameAtOnce);
        }
    }

    /**
     * Keeps many runs in one transaction; one that breaks a rule is left out and the others are kept. Of runs that are kept
     * already nothing is changed.
     *
     * @param importId the import they belong to, in whose history it stands who kept them, and which lets them count once
     *     it has all of them; null if none
     */
    public KeptAll acceptAll(List<RunFile> files, Caller caller, @Nullable Long importId) {
        return transaction.execute(tx -> {
            Map<UUID, String> before = new HashMap<>();
            runs.hashes(files.stream().map(f -> f.id().toString()).toList())
                    .forEach(kept -> before.put(UUID.fromString(kept.getId()), kept.getHash()));
            Map<Integer, RuntimeException> rejected = new HashMap<>();
            List<RunEntity> fresh = new ArrayList<>();
            Set<Long> setupsFound = new HashSet<>();
            int known = 0;
            for (int i = 0; i < files.size(); i++) {
                RunFile file = files.get(i);
                String hash = hash(file);
                try {
                    if (before.containsKey(file.id())) {
                        requireSame(file.id(), before.get(file.id()), hash);
                        known++;
                    } else {
                        RunEntity run = made(file, checks.check(file, caller, setupsFound), hash, 0, caller);
                        run.importId = importId;
                        hold(run);
                        fresh.add(run);
                        before.put(file.id(), hash);
                    }
                } catch (RuleViolations | Refusal e) {
                    rejected.put(i, e);
                }
            }
            origins.arriving(fresh.stream()
                    .map(r -> new SetupOrigins.Arrival(r.setupId, r.origin))
                    .collect(Collectors.toSet()));
            // As late as can be: who counts in the same lane waits until this is committed.
            long number = revision.next();
            fresh.forEach(run -> run.revision = number);
            writer.write(fresh);
            if (importId == null) {
                fresh.forEach(run -> record(run, caller));
            }
            entities.flush();
            entities.clear();
            events.changed(LiveEvents.Topic.RUNS);
            return new KeptAll(fresh.size(), known, rejected);
        });
    }

    /** Of what was measured; where it is said to be from does not make it another run. */
    private static String hash(RunFile file) {
        return Tokens.digest(Json.write(file.from(null)));
    }

    private static boolean isReviewed(RunEntity run) {
        return !MEASURING.contains(run.sender);
    }

    /** A run of an import counts once all of it is kept. */
    private static void hold(RunEntity run) {
        if (run.importId != null && run.state == RunState.DONE) {
            run.state = RunState.SET_ASIDE;
            run.reason = HELD;
        }
    }

    private Optional<Kept> kept(UUID id, String hash) {
        return runs.findById(id).map(run -> {
            requireSame(id, run.contentHash, hash);
            return new Kept(id, run.state, false);
        });
    }

    private static void requireSame(UUID id, String before, String now) {
        if (!before.equals(now)) {
            throw Refusal.conflict("Run " + id + " is kept already with other content. A new attempt needs a new id.");
        }
    }

    private void record(RunEntity run, Caller caller) {
        if (caller.clockAheadMillis() != 0) {
            history.add(
                    HistoryService.Kind.RUN,
                    run.id,
                    "TIMES_MENDED",
                    "the server",
                    "the device's clock was " + ahead(Duration.ofMillis(caller.clockAheadMillis()))
                            + "; its times are told by this desk's clock");
        }
        history.add(
                HistoryService.Kind.RUN,
                run.id,
                run.state.name(),
                caller.scope() == Caller.Scope.DEVICE ? caller.who() : caller.who() + " by " + run.sender,
                run.reason);
    }

    private static String ahead(Duration by) {
        Duration d = by.abs();
        String much = d.toDays() > 0
                ? d.toDays() + " days"
                : d.toHours() > 0 ? d.toHours() + " h " + d.toMinutesPart() + " min" : d.toMinutes() + " min";
        return much + (by.isNegative() ? " behind" : " ahead");
    }

    private RunEntity made(RunFile file, RunChecks.Checked checked, String hash, long number, Caller caller) {
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
        run.origin = file.originText();
        run.zone = file.zone();
        run.day = file.measuredDay().orElse(null);
        run.contentHash = hash;
        settle(run, file, checked.late());
        circumstances(run, file, checked);
        run.readings.putAll(readings(checked));
        run.samples.putAll(checked.samples());
        if (!checked.facts().isEmpty()) {
            run.facts = Json.write(requireNonNull(file.facts()));
            if (checked.late() == null) {
                setups.complete(run.setupId, Facts.of(checked.facts()), caller.who());
            }
        }
        run.revision = number;
        return run;
    }

    /** A trial with tiny work never counts by itself: its numbers are real and mean nothing. */
    private static void settle(RunEntity run, RunFile file, @Nullable String late) {
        run.state = RunState.valueOf(file.state().name());
        run.reason = file.reason();
        if (run.state == RunState.DONE && run.workSize.equals("tiny")) {
            run.state = RunState.SET_ASIDE;
            run.reason = "tiny work size: a trial, not a measurement";
        }
        if (run.state == RunState.DONE && late != null) {
            run.state = RunState.SET_ASIDE;
            run.reason = late;
        }
    }

    /** What was so when it ran: as the run says, else as the sitting has it now. */
    private void circumstances(RunEntity run, RunFile file, RunChecks.Checked checked) {
        flag(run, file.flags() == null ? List.of() : file.flags());
        run.gaps = file.gaps() == null || file.gaps().isEmpty() ? null : Json.write(file.gaps());
        List<String> conditions = file.conditions();
        Double room = file.roomTemperature();
        if (checked.sittingId() != null && (conditions == null || room == null)) {
            Sitting sitting = sittings.get(checked.sittingId());
            List<String> asked = checked.suite().sheet().conditions();
            conditions = conditions != null
                    ? conditions
                    : sitting.ticked().stream().filter(asked::contains).toList();
            room = room != null ? room : sitting.roomTemperature();
        }
        run.conditions = conditions == null || conditions.isEmpty() ? null : Json.write(conditions);
        run.roomTemperature = room;
        if (file.series() != null) {
            file.series()
                    .forEach(s -> run.series.put(
                            s.name(),
                            new RunEntity.SeriesValue(
                                    s.unit(),
                                    s.axis(),
                                    s.axisUnit(),
                                    Json.write(Maps.at(checked.series(), s.name())),
                                    s.texts() == null
                                            ? null
                                            : Json.write(new TypedSeries(
                                                    s.places() == null ? List.of() : s.places(), s.texts())))));
        }
    }

    /** Its own flags, and those that all of its setup have. */
    private void flag(RunEntity run, List<RunFile.Flag> own) {
        Set<RunFile.Flag> ofSetup = setupFlags.flagsFor(run.setupId, run.suiteId);
        own.forEach(ofSetup::remove);
        run.flagsOfSetup = Flags.text(ofSetup);
        run.flags = Flags.text(Stream.concat(own.stream(), ofSetup.stream()).toList());
    }

    private static Map<Long, RunEntity.ReadingValue> readings(RunChecks.Checked checked) {
        Map<Long, RunEntity.ReadingValue> readings = new HashMap<>();
        Map<String, Double> values = new HashMap<>();
        Suite suite = checked.suite();
        checked.readings().forEach((key, r) -> {
            readings.put(
                    suite.metricIds().get(key),
                    new RunEntity.ReadingValue(
                                    r.text(), r.reading().value(), r.reading().resolution(), false, r.note())
                            .as(r.average()));
            values.put(key, r.reading().value());
        });
        draw(checked, values, readings);
        total(suite, values, readings);
        return readings;
    }

    /** Metrics that are drawn from a series and were not read themselves. */
    private static void draw(
            RunChecks.Checked checked, Map<String, Double> values, Map<Long, RunEntity.ReadingValue> readings) {
        for (Metric metric : checked.suite().sheet().metrics()) {
            if (metric.reducer().isEmpty() || values.containsKey(metric.key())) {
                continue;
            }
            Optional.ofNullable(checked.series().get(metric.reducer().get().series()))
                    .map(series -> Reduction.of(series, metric.reducer().get().way(), metric.better()))
                    .filter(drawn -> drawn.isPresent() && (drawn.getAsDouble() > 0 || !metric.isRatio()))
                    .ifPresent(drawn -> {
                        values.put(metric.key(), drawn.getAsDouble());
                        readings.put(checked.suite().metricId(metric), computed(drawn.getAsDouble(), metric));
                    });
        }
    }

    /** Totals that were not read. */
    static void total(Suite suite, Map<String, Double> values, Map<Long, RunEntity.ReadingValue> readings) {
        List<Metric> open = new ArrayList<>(suite.sheet().metrics());
        open.removeIf(m -> m.formula().isEmpty() || values.containsKey(m.key()));
        for (Metric metric : open) {
            metric.formula().get().evaluate(values).ifPresent(total -> {
                values.put(metric.key(), total);
                readings.put(suite.metricId(metric), computed(total, metric));
            });
        }
    }

    static RunEntity.ReadingValue computed(double value, Metric metric) {
        BigDecimal text = BigDecimal.valueOf(value).setScale(metric.decimals(), RoundingMode.HALF_EVEN);
        if (text.precision() > 30) {
            text = BigDecimal.valueOf(value).round(new MathContext(12));
        }
        return new RunEntity.ReadingValue(text.toPlainString(), value, Math.pow(10, -metric.decimals()), true, null);
    }
}
