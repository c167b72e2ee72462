package app.yarrowmark.server.sittings;

import app.yarrowmark.core.exchange.Json;
import app.yarrowmark.server.events.LiveEvents;
import app.yarrowmark.server.history.EventView;
import app.yarrowmark.server.history.HistoryService;
import app.yarrowmark.server.problems.Refusal;
import app.yarrowmark.server.problems.RuleViolations;
import app.yarrowmark.server.setups.SetupService;
import app.yarrowmark.server.sittings.SittingEntity.PlannedSuite;
import app.yarrowmark.server.suites.SuiteService;
import com.fasterxml.jackson.core.type.TypeReference;
import java.time.Clock;
import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Puts devices on the desk and takes them off. */
@Service
@Transactional(readOnly = true)
public class SittingService {

    private static final int MOST_SUITES = 50;

    private final SittingRepository sittings;
    private final SetupService setups;
    private final SuiteService suites;
    private final HistoryService history;
    private final LiveEvents events;
    private final Clock clock;

    SittingService(
            SittingRepository sittings,
            SetupService setups,
            SuiteService suites,
            HistoryService history,
            LiveEvents events,
            Clock clock) {
        this.sittings = sittings;
        this.setups = setups;
        this.suites = suites;
        this.history = history;
        this.events = events;
        this.clock = clock;
    }

    /** Returns the sittings on the desk, the first opened first. */
    public List<Sitting> open() {
        return sittings.findByClosedAtIsNullOrderByOpenedAt().stream()
                .map(SittingService::view)
                .toList();
    }

    /** Returns the last sittings, open or closed, the newest first. */
    public List<Sitting> last() {
        return sittings.findTop200ByOrderByIdDesc().stream()
                .map(SittingService::view)
                .toList();
    }

    /** Returns one, open or closed. */
    public Sitting get(long id) {
        return view(entity(id));
    }

    /** Returns the setup that a sitting is about, or empty if there is no such sitting. */
    public Optional<Long> setupOf(long id) {
        return sittings.findById(id).map(s -> s.setupId);
    }

    /** Returns the last sitting of a setup, open or closed, if it had one. */
    public Optional<Sitting> lastOf(long setupId) {
        return sittings.findFirstBySetupIdOrderByIdDesc(setupId).map(SittingService::view);
    }

    /** Returns the sittings of a setup, the first first. */
    public List<Sitting> of(long setupId) {
        return sittings.findBySetupIdOrderById(setupId).stream()
                .map(SittingService::view)
                .toList();
    }

    /** Opens a sitting of a setup with the suites to run. */
    @Transactional
    public Sitting open(long setupId, List<Long> suiteIds, String who) {
        if (!setups.exists(setupId)) {
            throw Refusal.notFound("There is no setup number " + setupId + ".");
        }
        SittingEntity sitting = new SittingEntity(setupId, clock.instant());
        plan(sitting, suiteIds);
        sittings.save(sitting);
        record(sitting, "OPENED", who, null);
        events.changed(LiveEvents.Topic.SITTINGS);
        return view(sitting);
    }

    /** Adds suites to the run sheet; ones already on it stay where they are. */
    @Transactional
    public Sitting addSuites(long id, List<Long> suiteIds, String who) {
        SittingEntity sitting = entity(id);
        List<Long> before = sitting.planned.stream().map(p -> p.suiteId).toList();
        plan(sitting, suiteIds);
        List<Long> added = suiteIds.stream().filter(s -> !before.contains(s)).toList();
        if (!added.isEmpty()) {
            record(sitting, "SUITES_ADDED", who, names(added));
        }
        events.changed(LiveEvents.Topic.SITTINGS);
        return view(sitting);
    }

    /** What is to be different about one suite of a run sheet. */
    public record Plan(@Nullable Integer repeats, @Nullable String gapReason) {}

    /** What holds of a suite of a run sheet: how often it runs, and why it is left out if it is. */
    public record Planned(int repeats, @Nullable String gapReason) {}

    /**
     * Changes how a suite of the run sheet is planned.
     *
     * @param before as the caller saw it, or null to plan whatever is there
     * @throws RuleViolations if it is not on the sheet, or the repeats are not 1 to 20
     * @throws Refusal if somebody planned it otherwise meanwhile
     */
    @Transactional
    public Sitting plan(long id, long suiteId, Plan plan, @Nullable Planned before, String who) {
        SittingEntity sitting = entity(id);
        PlannedSuite planned = sitting.planned.stream()
                .filter(p -> p.suiteId == suiteId)
                .findFirst()
                .orElseThrow(() -> new RuleViolations("suite", "this suite is not on the run sheet"));
        if (plan.repeats() != null && (plan.repeats() < 1 || plan.repeats() > 20)) {
            throw new RuleViolations("repeats", "are 1 to 20, got " + plan.repeats());
        }
        String reason = plan.gapReason() == null ? "" : plan.gapReason().strip();
        if (reason.length() > 200) {
            throw new RuleViolations("gapReason", "has at most 200 characters, got " + reason.length());
        }
        Planned kept = new Planned(
                planned.repeats == null ? suites.get(suiteId).sheet().schedule().repeats() : planned.repeats,
                planned.gapReason);
        if (before != null && !before.equals(kept)) {
            throw Refusal.overtaken("the plan of this suite", kept);
        }
        planned.repeats = plan.repeats();
        planned.gapReason = reason.isEmpty() ? null : reason;
        record(sitting, "PLANNED", who, names(List.of(suiteId)) + ": " + words(plan.repeats(), reason));
        events.changed(LiveEvents.Topic.SITTINGS);
        return view(sitting);
    }

    /**
     * Ticks a condition off, or takes the tick away; runs take along what is ticked from then on.
     *
     * @throws RuleViolations if it is too long, or too many are ticked
     */
    @Transactional
    public Sitting tick(long id, String condition, boolean isTicked, String who) {
        SittingEntity sitting = entity(id);
        Set<String> ticked = new LinkedHashSet<>(ticked(sitting));
        if (isTicked ? ticked.add(condition) : ticked.remove(condition)) {
            if (condition.length() > 200 || ticked.size() > MOST_SUITES) {
                throw new RuleViolations("condition", "is one of at most " + MOST_SUITES + " with 200 characters each");
            }
            sitting.ticked = Json.write(ticked);
            record(sitting, isTicked ? "TICKED" : "UNTICKED", who, condition);
            events.changed(LiveEvents.Topic.SITTINGS);
        }
        return view(sitting);
    }

    /**
     * Keeps how warm the room is, null if that is not known; runs take it along from then on.
     *
     * @throws RuleViolations if no room is that warm
     */
    @Transactional
    public Sitting warm(long id, @Nullable Double temperature, String who) {
        SittingEntity sitting = entity(id);
        if (temperature != null && !(temperature >= -40 && temperature <= 70)) {
            throw new RuleViolations("temperature", "is -40 to 70 °C, got " + temperature);
        }
        if (!Objects.equals(temperature, sitting.roomTemperature)) {
            sitting.roomTemperature = temperature;
            record(sitting, "ROOM", who, temperature == null ? "not known" : temperature + " °C");
            events.changed(LiveEvents.Topic.SITTINGS);
        }
        return view(sitting);
    }

    /** Takes a device off the desk; its runs stay in the ledger. */
    @Transactional
    public Sitting close(long id, String who) {
        SittingEntity sitting = entity(id);
        if (sitting.closedAt == null) {
            sitting.closedAt = clock.instant();
            record(sitting, "CLOSED", who, null);
        }
        events.changed(LiveEvents.Topic.SITTINGS);
        return view(sitting);
    }

    /** Puts it back on the desk as it was. */
    @Transactional
    public Sitting reopen(long id, String who) {
        SittingEntity sitting = entity(id);
        if (sitting.closedAt != null) {
            sitting.closedAt = null;
            record(sitting, "REOPENED", who, null);
        }
        events.changed(LiveEvents.Topic.SITTINGS);
        return view(sitting);
    }

    /** Returns who put devices on the desk, or back on it, by the number of the sitting. */
    public Map<String, String> holders(Collection<Long> ids) {
        return history.whoDid(HistoryService.Kind.SITTING, ids, List.of("OPENED", "REOPENED"));
    }

    /** Returns what happened to a sitting, the first first. */
    public List<EventView> historyOf(long id) {
        return history.of(HistoryService.Kind.SITTING, entity(id).id);
    }

    private void record(SittingEntity sitting, String what, String who, @Nullable String reason) {
        history.add(HistoryService.Kind.SITTING, sitting.id, what, who, reason);
    }

    private String names(List<Long> suiteIds) {
        return suiteIds.stream().map(id -> suites.get(id).sheet().name()).collect(Collectors.joining(", "));
    }

    private static String words(@Nullable Integer repeats, String reason) {
        return !reason.isEmpty() ? "left out, " + reason : repeats == null ? "as the sheet says" : repeats + " runs";
    }

    private void plan(SittingEntity sitting, List<Long> suiteIds) {
        for (Long suite : new LinkedHashSet<>(suiteIds)) {
            if (suites.find(suite).isEmpty()) {
                throw new RuleViolations("suites", "there is no suite number " + suite);
            }
            if (sitting.planned.stream().noneMatch(p -> p.suiteId.equals(suite))) {
                sitting.planned.add(new PlannedSuite(suite));
            }
        }
        if (sitting.planned.size() > MOST_SUITES) {
            throw new RuleViolations("suites", "a sitting holds at most " + MOST_SUITES + " suites");
        }
    }

    /** A suite that a person left out of a sitting, and why. */
    public record LeftOut(long setupId, long suiteId, String reason) {}

    /** Returns what was left out of the sittings of some setups, what was said last at the end. */
    public List<LeftOut> leftOut(Collection<Long> setupIds) {
        return setupIds.isEmpty() ? List.of() : sittings.leftOut(setupIds);
    }

    private SittingEntity entity(long id) {
        return sittings.findById(id).orElseThrow(() -> Refusal.notFound("There is no sitting number " + id + "."));
    }

    private static Sitting view(SittingEntity s) {
        return new Sitting(
                s.id,
                s.setupId,
                s.openedAt,
                s.closedAt,
                s.planned.stream()
                        .map(p -> new Sitting.Planned(p.suiteId, p.repeats, p.gapReason))
                        .toList(),
                ticked(s),
                s.roomTemperature);
    }

    private static List<String> ticked(SittingEntity s) {
        return Json.read(s.ticked, new TypeReference<List<String>>() {});
    }
}
