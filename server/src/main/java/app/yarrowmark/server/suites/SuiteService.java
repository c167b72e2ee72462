package app.yarrowmark.server.suites;

import app.yarrowmark.core.Maps;
import app.yarrowmark.core.exchange.OwnSuites;
import app.yarrowmark.core.exchange.SheetReader;
import app.yarrowmark.core.suite.Home;
import app.yarrowmark.core.suite.SuiteSheet;
import app.yarrowmark.server.events.LiveEvents;
import app.yarrowmark.server.history.HistoryService;
import app.yarrowmark.server.problems.Refusal;
import app.yarrowmark.server.problems.RuleViolations;
import java.time.Clock;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.boot.context.event.ApplicationStartedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import org.springframework.transaction.support.TransactionTemplate;

/** The suites known; sheets never change once kept, so they stay in memory. */
@Service
public class SuiteService {

    private final SuiteRepository suites;
    private final MetricRepository metrics;
    private final TransactionTemplate transactions;
    private final HistoryService history;
    private final LiveEvents events;
    private final Clock clock;
    private volatile Map<Long, Suite> known = Map.of();
    private volatile long editions = -1;

    SuiteService(
            SuiteRepository suites,
            MetricRepository metrics,
            TransactionTemplate transactions,
            HistoryService history,
            LiveEvents events,
            Clock clock) {
        this.suites = suites;
        this.metrics = metrics;
        this.transactions = transactions;
        this.history = history;
        this.events = events;
        this.clock = clock;
    }

    /** Keeps the sheets of our own suites that are not there yet. */
    @EventListener(ApplicationStartedEvent.class)
    @Order(0)
    void keepOwn() {
        transactions.executeWithoutResult(tx -> OwnSuites.all().forEach((name, sheet) -> {
            if (suites.findBySuiteKeyAndVersion(sheet.id().key(), sheet.id().version())
                    .isEmpty()) {
                keep(OwnSuites.text(name), sheet);
            }
        }));
        reload();
    }

    /** Reads the sheets again if another server changed one. */
    public void catchUp() {
        if (suites.editions() != editions) {
            reload();
        }
    }

    /** Returns all, by group and name. */
    public List<Suite> all() {
        return known().values().stream()
                .sorted(Comparator.comparing((Suite s) -> s.sheet().group())
                        .thenComparing(s -> s.sheet().home())
                        .thenComparing(s -> s.sheet().name())
                        .thenComparing(s -> s.sheet().id().version()))
                .toList();
    }

    /** Returns the suite of that number. */
    public Suite get(long id) {
        return find(id).orElseThrow(() -> Refusal.notFound("There is no suite number " + id + "."));
    }

    /** Returns the suite of that number, if there is one, even if another server added it a moment ago. */
    public Optional<Suite> find(long id) {
        if (!known().containsKey(id)) {
            reload();
        }
        return Optional.ofNullable(known.get(id));
    }

    /** Returns the suite of that key and version, if there is one. */
    public Optional<Suite> find(String key, String version) {
        Optional<Suite> found = inMemory(key, version);
        if (found.isEmpty()) {
            reload();
            found = inMemory(key, version);
        }
        return found;
    }

    private Optional<Suite> inMemory(String key, String version) {
        return known().values().stream()
                .filter(s -> s.sheet().id().key().equals(key)
                        && s.sheet().id().version().equals(version))
                .findFirst();
    }

    /**
     * Keeps a new sheet.
     *
     * @param text YAML
     * @throws RuleViolations if it is no sheet
     * @throws Refusal if that version is kept already with another sheet
     */
    @Transactional
    public Suite add(String text, String who) {
        SuiteSheet sheet = read(text);
        Optional<SuiteEntity> kept =
                suites.findBySuiteKeyAndVersion(sheet.id().key(), sheet.id().version());
        if (kept.isPresent() && !SheetReader.read(kept.get().sheet).meansTheSameAs(sheet)) {
            throw Refusal.conflict("There is already another sheet of " + sheet.id()
                    + ": anything that changes what a score means is a new version.");
        }
        if (kept.isEmpty()) {
            SuiteEntity made = keep(text, sheet);
            suites.flush();
            metrics.flush();
            history.add(HistoryService.Kind.SUITE, made.id, "ADDED", who, null);
            events.changed(LiveEvents.Topic.CATALOGUE);
            afterCommit();
        }
        return suites.findBySuiteKeyAndVersion(sheet.id().key(), sheet.id().version())
                .map(this::built)
                .orElseThrow();
    }

    /** What is known is read again only once others can see it too: this transaction may yet be rolled back. */
    private void afterCommit() {
        TransactionSynchronizationManager.registerSynchronization(new TransactionSynchronization() {
            @Override
            public void afterCommit() {
                editions = -1;
            }
        });
    }

    private Suite built(SuiteEntity suite) {
        Map<String, Long> ids =
                metrics.findBySuiteId(suite.id).stream().collect(Collectors.toMap(m -> m.metricKey, m -> m.id));
        return new Suite(suite.id, SheetReader.read(suite.sheet), ids);
    }

    /**
     * Keeps another text for a version: minutes, conditions, aliases, words and known faults may change, what a score means
     * may not.
     *
     * @throws RuleViolations if it is no sheet
     * @throws Refusal if it means something else, or another edition was kept meanwhile
     */
    @Transactional
    public Suite revise(long id, String text, int edition) {
        if (!get(id).sheet().meansTheSameAs(read(text))) {
            throw Refusal.conflict(
                    "This changes what a score of " + get(id).sheet().id()
                            + " means (its key, version, settings, warm-ups, or a metric's key, unit, scale, direction or"
                            + " formula): correct it where it was wrong, or keep it as a new version.");
        }
        return replace(id, text, edition);
    }

    /**
     * Puts a corrected sheet in the place of one that was wrong. Metrics that are gone have no readings; that is for the
     * caller to see to, as it is to read again what was typed.
     *
     * @throws RuleViolations if it is no sheet, or of another suite or version
     * @throws Refusal if another edition was kept meanwhile
     */
    @Transactional
    public Suite correct(long id, String text, int edition) {
        SuiteSheet sheet = read(text);
        if (!sheet.id().equals(get(id).sheet().id())) {
            throw new RuleViolations(
                    "sheet",
                    "is of " + sheet.id() + ", not of " + get(id).sheet().id() + ": keep it as a suite of its own");
        }
        List<MetricEntity> kept = metrics.findBySuiteId(id);
        metrics.deleteAll(
                kept.stream().filter(m -> sheet.metric(m.metricKey).isEmpty()).toList());
        for (int i = 0; i < sheet.metrics().size(); i++) {
            String key = sheet.metrics().get(i).key();
            if (kept.stream().noneMatch(m -> m.metricKey.equals(key))) {
                metrics.save(new MetricEntity(id, key, i));
            }
        }
        metrics.flush();
        return replace(id, text, edition);
    }

    private static SuiteSheet read(String text) {
        try {
            return SheetReader.read(text);
        } catch (IllegalArgumentException e) {
            throw new RuleViolations("sheet", String.valueOf(e.getMessage()));
        }
    }

    private Suite replace(long id, String text, int edition) {
        SuiteEntity kept =
                suites.findById(id).orElseThrow(() -> Refusal.notFound("There is no suite number " + id + "."));
        if (kept.edition != edition) {
            throw Refusal.overtaken("this sheet", new SheetText(kept.sheet, kept.edition));
        }
        kept.sheet = text;
        suites.flush();
        events.changed(LiveEvents.Topic.CATALOGUE);
        afterCommit();
        return built(kept);
    }

    /**
     * Deletes a sheet by which nothing was ever measured or planned.
     *
     * @throws Refusal if it is one of our own, or planned
     */
    @Transactional
    public void delete(long id) {
        Suite suite = get(id);
        if (suite.sheet().home() != Home.TYPED) {
            throw Refusal.conflict(suite.sheet().name() + " is a suite of this program: it stays.");
        }
        try {
            metrics.deleteAll(metrics.findBySuiteId(id));
            suites.deleteById(id);
            suites.flush();
        } catch (DataIntegrityViolationException planned) {
            throw Refusal.conflict("It stands on a run sheet: take it off there first.");
        }
        events.changed(LiveEvents.Topic.CATALOGUE);
        afterCommit();
    }

    /** A sheet as it was written. */
    public record SheetText(String text, int edition) {}

    /** Returns the text of a sheet. */
    @Transactional(readOnly = true)
    public SheetText text(long id) {
        return suites.findById(id)
                .map(s -> new SheetText(s.sheet, s.edition))
                .orElseThrow(() -> Refusal.notFound("There is no suite number " + id + "."));
    }

    private SuiteEntity keep(String text, SuiteSheet sheet) {
        SuiteEntity suite =
                suites.save(new SuiteEntity(sheet.id().key(), sheet.id().version(), text, clock.instant()));
        for (int i = 0; i < sheet.metrics().size(); i++) {
            metrics.save(new MetricEntity(suite.id, sheet.metrics().get(i).key(), i));
        }
        return suite;
    }

    private Map<Long, Suite> known() {
        if (editions < 0) {
            reload();
        }
        return known;
    }

    private synchronized void reload() {
        Map<Long, Map<String, Long>> ids = metrics.findAll().stream()
                .collect(Collectors.groupingBy(m -> m.suiteId, Collectors.toMap(m -> m.metricKey, m -> m.id)));
        Map<Long, Suite> all = new HashMap<>();
        for (SuiteEntity suite : suites.findAll()) {
            all.put(suite.id, new Suite(suite.id, SheetReader.read(suite.sheet), Maps.at(ids, suite.id)));
        }
        known = Map.copyOf(all);
        editions = suites.editions();
    }
}
