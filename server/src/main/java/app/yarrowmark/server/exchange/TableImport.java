package app.yarrowmark.server.exchange;

import app.yarrowmark.core.Maps;
import app.yarrowmark.core.exchange.Build;
import app.yarrowmark.core.exchange.Json;
import app.yarrowmark.core.exchange.RunFile;
import app.yarrowmark.core.exchange.TableFile;
import app.yarrowmark.core.exchange.TableMapping;
import app.yarrowmark.core.exchange.TableReader;
import app.yarrowmark.core.setup.Facts;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.server.access.Caller;
import app.yarrowmark.server.catalogue.CatalogueService;
import app.yarrowmark.server.catalogue.CatalogueService.UnitWanted;
import app.yarrowmark.server.catalogue.DeviceKind;
import app.yarrowmark.server.events.LiveEvents;
import app.yarrowmark.server.exchange.ImportViews.Accepted;
import app.yarrowmark.server.exchange.ImportViews.CellCounts;
import app.yarrowmark.server.exchange.ImportViews.CellPage;
import app.yarrowmark.server.exchange.ImportViews.CellView;
import app.yarrowmark.server.exchange.ImportViews.ImportView;
import app.yarrowmark.server.exchange.ImportViews.PartKey;
import app.yarrowmark.server.exchange.ImportViews.State;
import app.yarrowmark.server.exchange.ImportViews.TableReport;
import app.yarrowmark.server.exchange.ImportViews.Which;
import app.yarrowmark.server.exchange.LineReader.About;
import app.yarrowmark.server.facts.FactService;
import app.yarrowmark.server.history.HistoryService;
import app.yarrowmark.server.lists.AskedPage;
import app.yarrowmark.server.problems.Again;
import app.yarrowmark.server.problems.Refusal;
import app.yarrowmark.server.problems.RuleViolations;
import app.yarrowmark.server.problems.Trouble;
import app.yarrowmark.server.runs.RunChanges;
import app.yarrowmark.server.runs.RunIntake;
import app.yarrowmark.server.runs.RunReadings;
import app.yarrowmark.server.runs.RunReview;
import app.yarrowmark.server.scorebook.Cell;
import app.yarrowmark.server.servers.Servers;
import app.yarrowmark.server.setups.SetupService;
import app.yarrowmark.server.setups.SetupService.SetupWanted;
import app.yarrowmark.server.suites.Suite;
import app.yarrowmark.server.suites.SuiteService;
import app.yarrowmark.server.work.Ahead;
import com.fasterxml.jackson.core.type.TypeReference;
import jakarta.annotation.PreDestroy;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/** Reads tables in two steps: first what they say, line by line, then, once a person accepts it, as runs. */
@Service
class TableImport {

    private static final int BATCH = 400;

    private static final Logger LOG = LoggerFactory.getLogger(TableImport.class);
    private static final long AWAY_SECONDS = 5;
    private static final String TAKEN_BACK = "the import was taken back";
    private static final RunFile.Sender SENDER = new RunFile.Sender("import", Build.version());

    private final ImportBatchRepository batches;
    private final ImportLines lines;
    private final CatalogueService catalogue;
    private final SetupService setups;
    private final SuiteService suites;
    private final FactService facts;
    private final RunIntake intake;
    private final RunChanges changes;
    private final RunReadings runs;
    private final RunReview review;
    private final HistoryService history;
    private final LiveEvents events;
    private final Clock clock;
    private final TransactionTemplate transaction;
    private final Servers servers;
    /** What this server had to leave, as the records were away. */
    private final Set<Long> left = ConcurrentHashMap.newKeySet();
    /** What goes on by itself, one import at a time. */
    private final ScheduledExecutorService later = Executors.newSingleThreadScheduledExecutor();

    TableImport(
            ImportBatchRepository batches,
            ImportLines lines,
            CatalogueService catalogue,
            SetupService setups,
            SuiteService suites,
            FactService facts,
            RunIntake intake,
            RunChanges changes,
            RunReadings runs,
            RunReview review,
            HistoryService history,
            LiveEvents events,
            Clock clock,
            TransactionTemplate transaction,
            Servers servers) {
        this.batches = batches;
        this.lines = lines;
        this.catalogue = catalogue;
        this.setups = setups;
        this.suites = suites;
        this.facts = facts;
        this.intake = intake;
        this.changes = changes;
        this.runs = runs;
        this.review = review;
        this.history = history;
        this.events = events;
        this.clock = clock;
        this.transaction = transaction;
        this.servers = servers;
    }

    /**
     * Reads a whole table and writes down what it says; nothing counts yet.
     *
     * @throws RuleViolations if it is no table, or the settings do not fit it
     */
    TableReport stage(InputStream file, String name, ImportSettings asked, Caller caller) {
        // A column that was called a fact by a name that no fact has makes it one of the desk's own.
        ImportSettings settings =
                asked.withFacts(fact -> facts.written(fact, caller.who()).key());
        if (settings.separator().length() != 1) {
            throw new RuleViolations("separator", "is one character, got \"" + settings.separator() + "\"");
        }
        if (settings.sourceText().length() > 80 || name.isBlank() || name.length() > 200) {
            throw new RuleViolations("name", "a name has 1 to 200 characters, a source at most 80");
        }
        ImportBatchEntity batch = transaction.execute(tx -> batches.save(new ImportBatchEntity(
                name.strip(), settings.sourceText(), Json.write(settings), caller.who(), clock.instant())));
        try (ImportLines.Writer writer = lines.write(batch.id);
                TableReader table = open(file, settings)) {
            read(table, settings, writer);
            writer.finish();
            settle(batch.id, settings);
            batch.understood = writer.understood();
            batch.rejected = writer.rejected();
            batches.save(batch);
        } catch (IllegalArgumentException e) {
            lines.forget(batch.id);
            batches.delete(batch);
            throw new RuleViolations("table", String.valueOf(e.getMessage()));
        }
        events.changed(LiveEvents.Topic.CATALOGUE);
        return report(batch.id, AskedPage.FIRST);
    }

    private void settle(long id, ImportSettings settings) {
        if (!Boolean.TRUE.equals(settings.twiceIsRepeat())) {
            lines.settle(id, settings.shape() == TableMapping.Shape.WIDE);
        }
    }

    private static TableReader open(InputStream file, ImportSettings settings) {
        ImportSettings.FileSettings how = settings.fileOrText();
        return TableFile.open(
                file,
                how.format(),
                how.charset(),
                settings.separator().charAt(0),
                how.sheet(),
                how.headLine(),
                how.headRows());
    }

    private void read(TableReader table, ImportSettings settings, ImportLines.Writer writer) {
        LineReader reader = new LineReader(settings, catalogue, suites, setups, facts.dictionary());
        TableMapping mapping = settings.mapping();
        long last = 1;
        try {
            while (table.hasNext()) {
                TableReader.Row row = table.next();
                last = row.line();
                if (row.extra() > 0) {
                    writer.reject(
                            row.line(), "", "has " + row.extra() + " values more than the header has columns", null);
                    continue;
                }
                for (TableMapping.Cell cell : mapping.cells(row, table.header())) {
                    try {
                        writer.add(row.line(), cell.column(), reader.read(cell));
                    } catch (LineReader.Unfit e) {
                        writer.reject(row.line(), e.column(), String.valueOf(e.getMessage()), e.line());
                    }
                }
            }
        } catch (IllegalArgumentException e) {
            writer.reject(last + 1, "", e.getMessage() + "; nothing after it was read", null);
        }
    }

    /** Returns what was read, with a page of what was rejected. */
    TableReport report(long id, AskedPage page) {
        ImportBatchEntity batch = batch(id);
        return new TableReport(
                view(batch),
                batch.state == State.WAITING ? lines.parts(id) : List.of(),
                lines.rejected(id, page),
                ImportLines.pages(lines.rejectedCount(id), page),
                lines.counts(id),
                batch.state == State.WAITING ? lines.otherwise(id) : 0,
                batches.existsByNameAndStateAndIdNot(batch.name, State.ACCEPTED, id));
    }

    /** Returns a page of the cells of a table as they were understood. */
    CellPage cells(long id, Which which, AskedPage page) {
        batch(id);
        CellCounts counts = lines.counts(id);
        int all = switch (which) {
            case KEPT -> counts.kept();
            case THERE -> counts.there();
            case GAPS -> counts.gaps();
            case REJECTED -> counts.rejected();
        };
        return new CellPage(
                lines.cells(id, which, page).stream().map(this::named).toList(),
                page.number(),
                ImportLines.pages(all, page));
    }

    private CellView named(ImportLines.StoredCell stored) {
        CellView c = stored.cell();
        Optional<Suite> suite = stored.metric() == null ? Optional.empty() : Optional.of(suites.get(stored.suite()));
        Optional<Metric> metric = suite.flatMap(s -> s.sheet().metric(String.valueOf(stored.metric())));
        return new CellView(
                c.line(),
                c.ordinal(),
                c.column(),
                c.device(),
                c.setup(),
                metric.map(m -> suite.get().sheet().name() + " "
                                + suite.get().sheet().id().version() + ", " + m.name())
                        .orElse(null),
                metric.map(Metric::unit).orElse(null),
                c.text(),
                c.digits(),
                c.gap(),
                c.standing(),
                c.problem());
    }

    /**
     * Puts another text in the place of a cell's, before anything is kept.
     *
     * @throws RuleViolations if the text cannot be read, or the line is at fault and not its number
     */
    CellView mend(long id, int line, int ordinal, String text) {
        ImportBatchEntity batch = waiting(id);
        ImportLines.StoredCell stored = lines.cell(id, line, ordinal)
                .filter(c -> c.metric() != null)
                .orElseThrow(() -> new RuleViolations(
                        "text",
                        "what is wrong with line " + line + " is not its number: mend the table, and bring it again"));
        Metric metric = suites.get(stored.suite())
                .sheet()
                .metric(String.valueOf(stored.metric()))
                .orElseThrow();
        ImportSettings settings = Json.read(batch.mapping, new TypeReference<ImportSettings>() {});
        String column = stored.cell().column();
        CellText value = new CellText(column, text.strip(), metric, settings.marksOf(column));
        try {
            if (text.isBlank() || text.length() > 40) {
                throw new IllegalArgumentException("a value has 1 to 40 characters");
            }
            lines.mend(id, line, ordinal, value.text(), value.digits());
        } catch (IllegalArgumentException e) {
            throw new RuleViolations("text", metric.name() + ": " + e.getMessage());
        }
        settle(id, settings);
        transaction.executeWithoutResult(tx -> {
            ImportBatchEntity kept = batch(batch.id);
            kept.rejected = lines.rejectedCount(id);
            kept.understood += stored.cell().problem() == null ? 0 : 1;
        });
        return named(lines.cell(id, line, ordinal).orElseThrow());
    }

    /** Throws away a table that was read and not kept. */
    void throwAway(long id) {
        ImportBatchEntity batch = waiting(id);
        lines.forget(id);
        batches.delete(batch);
        events.changed(LiveEvents.Topic.CATALOGUE);
    }

    private ImportBatchEntity waiting(long id) {
        ImportBatchEntity batch = batch(id);
        if (batch.state != State.WAITING) {
            throw Refusal.conflict("This import was accepted already: take it back as a whole instead.");
        }
        return batch;
    }

    /** Returns the last imports, the newest first. */
    List<ImportView> all() {
        return batches.findTop50ByOrderByIdDesc().stream().map(this::view).toList();
    }

    /**
     * Keeps what was read, or the chosen parts of it, as runs. They count once all of them are kept; what is broken off goes
     * on by itself.
     *
     * @throws Refusal if it was accepted before
     */
    Accepted accept(long id, ImportViews.Choice choice, Caller caller) {
        transaction.executeWithoutResult(tx -> {
            ImportBatchEntity batch = batches.lock(id).orElseThrow(() -> missing(id));
            if (batch.state != State.WAITING) {
                throw Refusal.conflict(
                        batch.state == State.ACCEPTING
                                ? "This import is being kept already; its report says how far it is."
                                : "This import was accepted before.");
            }
            batch.state = State.ACCEPTING;
            batch.chosen = choice.parts() == null ? null : Json.write(choice.parts());
            batch.corrects = Boolean.TRUE.equals(choice.corrects());
            if (batch.corrects) {
                lines.makeWhole(id);
            }
            batch.acceptedBy = caller.who();
            batch.server = servers.own();
        });
        events.changed(LiveEvents.Topic.CATALOGUE);
        try {
            return keepOrLeave(id);
        } catch (RuntimeException e) {
            if (Trouble.isOutage(e)) {
                later.execute(this::goOn);
            } else {
                transaction.executeWithoutResult(tx -> batch(id).state = State.WAITING);
            }
            throw e;
        }
    }

    /** Goes on with what a server was keeping when it ended or lost its records. */
    @EventListener(ApplicationReadyEvent.class)
    void begin() {
        later.execute(this::goOn);
    }

    /** Where there are several servers: goes on with what one of them left. */
    @Scheduled(fixedDelay = 60_000, initialDelay = 60_000)
    void goOnForOthers() {
        if (servers.shared()) {
            later.execute(this::goOn);
        }
    }

    @PreDestroy
    void end() {
        later.shutdownNow();
    }

    private void goOn() {
        try {
            for (ImportBatchEntity batch : batches.findByState(State.ACCEPTING)) {
                if (isLeft(batch.id)) {
                    LOG.info("going on with the import of {}", batch.name);
                    Again.of(() -> keepOrLeave(batch.id));
                }
            }
        } catch (RuntimeException e) {
            if (Trouble.isOutage(e)) {
                later.schedule(this::goOn, AWAY_SECONDS, TimeUnit.SECONDS);
            } else {
                LOG.error("an import could not go on; it is tried again at the next start", e);
            }
        }
    }

    /** Whether nobody keeps it, so that this server does. */
    private boolean isLeft(long id) {
        List<String> alive = servers.alive();
        return Boolean.TRUE.equals(transaction.execute(tx -> {
            ImportBatchEntity batch = batches.lock(id).orElseThrow();
            boolean ours = batch.state == State.ACCEPTING && (left.contains(id) || !alive.contains(batch.server));
            batch.server = ours ? servers.own() : batch.server;
            return ours;
        }));
    }

    private Accepted keepOrLeave(long id) {
        left.remove(id);
        try {
            return keep(id);
        } catch (RuntimeException e) {
            if (Trouble.isOutage(e)) {
                left.add(id);
            }
            throw e;
        }
    }

    private Accepted keep(long id) {
        ImportBatchEntity batch = batch(id);
        ImportSettings settings = Json.read(batch.mapping, new TypeReference<ImportSettings>() {});
        Set<PartKey> chosen =
                batch.chosen == null ? null : Json.read(batch.chosen, new TypeReference<Set<PartKey>>() {});
        Caller caller = new Caller(Objects.toString(batch.acceptedBy), Caller.Scope.PERSON, 0);
        try (Acceptance acceptance = new Acceptance(batch, settings, chosen, caller)) {
            lines.inRuns(id, acceptance::row);
            acceptance.finish();
            return accepted(id, acceptance, caller);
        }
    }

    private Accepted accepted(long id, Acceptance acceptance, Caller caller) {
        changes.letImportCount(id);
        changes.correct(acceptance.corrections(), id, corrected(acceptance.batch), caller);
        int doubted = review.ofImport(id, acceptance.cells);
        ImportBatchEntity done = transaction.execute(tx -> {
            ImportBatchEntity batch = batch(id);
            batch.state = State.ACCEPTED;
            batch.runs = runs.countOfImport(id);
            batch.doubted = doubted;
            history.add(
                    HistoryService.Kind.IMPORT, id, "ACCEPTED", caller.who(), batch.runs + " runs of " + batch.name);
            return batch;
        });
        // Nobody need wait for this; where it is broken off, the next import does it.
        CompletableFuture.runAsync(lines::forgetKept);
        events.changed(LiveEvents.Topic.CATALOGUE);
        return new Accepted(view(done), acceptance.fresh.get(), acceptance.known.get(), acceptance.refused.get());
    }

    /** Sets every run of an import aside, or brings back what was set aside so. */
    ImportView takeBack(long id, boolean back, Caller caller) {
        ImportBatchEntity batch = batch(id);
        State wanted = back ? State.TAKEN_BACK : State.ACCEPTED;
        if (batch.state != wanted) {
            throw Refusal.conflict(back ? "This import was not taken back." : "This import was not accepted.");
        }
        changes.moveImport(id, back, TAKEN_BACK, caller);
        changes.moveCorrected(id, !back, corrected(batch), caller);
        transaction.executeWithoutResult(tx -> {
            batch.state = back ? State.ACCEPTED : State.TAKEN_BACK;
            batches.save(batch);
            history.add(HistoryService.Kind.IMPORT, id, back ? "BROUGHT_BACK" : "TAKEN_BACK", caller.who(), batch.name);
        });
        events.changed(LiveEvents.Topic.CATALOGUE);
        return view(batch);
    }

    private static String corrected(ImportBatchEntity batch) {
        return "corrected by the import of " + batch.name;
    }

    private ImportBatchEntity batch(long id) {
        return batches.findById(id).orElseThrow(() -> missing(id));
    }

    private static Refusal missing(long id) {
        return Refusal.notFound("There is no import number " + id + ".");
    }

    private ImportView view(ImportBatchEntity b) {
        int kept = b.state == State.ACCEPTING ? runs.countOfImport(b.id) : b.runs;
        return new ImportView(b.id, b.name, b.source, b.who, b.at, b.state, b.understood, b.rejected, kept, b.doubted);
    }

    /** Puts lines together to runs, and hands them on some hundred at a time. */
    private final class Acceptance implements AutoCloseable {

        private final ImportBatchEntity batch;
        private final ImportSettings settings;
        private final @Nullable Set<PartKey> parts;
        private final Caller caller;
        private final Map<Place, Long> made = new HashMap<>();
        /** What lines said of the setups and models, until it is written down. */
        private final Map<Place, About> abouts = new LinkedHashMap<>();

        private final Set<Place> told = new HashSet<>();
        private final Set<Cell> cells = new HashSet<>();
        /** What each suite in each setup, at each time that is said, is now; only where a number is other than before. */
        private final Map<RunChanges.Place, Set<UUID>> now = new HashMap<>();

        private final Set<RunChanges.Place> otherwise = new HashSet<>();
        private final List<Group> waiting = new ArrayList<>();
        private @Nullable Group group;
        private final Ahead ahead = new Ahead();
        private final AtomicInteger fresh = new AtomicInteger();
        private final AtomicInteger known = new AtomicInteger();
        private final AtomicInteger refused = new AtomicInteger();

        Acceptance(ImportBatchEntity batch, ImportSettings settings, @Nullable Set<PartKey> parts, Caller caller) {
            this.batch = batch;
            this.settings = settings;
            this.parts = parts;
            this.caller = caller;
        }

        void row(ResultSet row) throws SQLException {
            Suite suite = suites.get(row.getLong("suite_id"));
            PartKey part = new PartKey(
                    (row.getString("maker") + " " + row.getString("model")).strip(),
                    suite.sheet().id().toString());
            if (parts != null && !parts.contains(part)) {
                return;
            }
            Timestamp at = row.getTimestamp("started_at");
            String key = String.join(
                    "\t",
                    part.device(),
                    row.getString("unit_label"),
                    row.getString("setup_name"),
                    part.suite(),
                    String.valueOf(at),
                    row.getString("rep"));
            Group current = group;
            if (current == null || !current.key.equals(key)) {
                next();
                current = new Group(key, Place.of(row), suite, at == null ? null : at.toInstant(), row.getInt("line"));
                group = current;
            }
            current.otherwise |= row.getString("standing").equals("REPEAT");
            String gap = row.getString("gap");
            if (gap == null) {
                current.readings.add(new RunFile.ReadingLine(
                        row.getString("metric"),
                        row.getString("text"),
                        row.getString("note"),
                        row.getString("digits")));
            } else {
                current.gaps.add(new RunFile.GapLine(row.getString("metric"), gap));
            }
            String about = row.getString("about");
            if (about != null) {
                About said = Json.read(about, new TypeReference<About>() {});
                abouts.putIfAbsent(current.place, said);
                current.origin = said.origin() == null ? current.origin : said.origin();
            }
        }

        /** What is to stand instead of what was imported before. */
        Map<RunChanges.Place, Set<UUID>> corrections() {
            now.keySet().retainAll(otherwise);
            return now;
        }

        void finish() {
            next();
            flush();
            ahead.finish();
        }

        @Override
        public void close() {
            ahead.close();
        }

        private void next() {
            if (group != null) {
                waiting.add(group);
                group = null;
            }
            if (waiting.size() == BATCH) {
                flush();
            }
        }

        /** Makes what is missing, and hands the runs on to be kept while the next ones are read. */
        private void flush() {
            List<Group> groups = List.copyOf(waiting);
            waiting.clear();
            List<Place> missing = groups.stream()
                    .map(g -> g.place)
                    .filter(p -> p.setupId == null && !made.containsKey(p))
                    .distinct()
                    // What others were changed from is made before them.
                    .sorted(Comparator.comparing(p -> parentOf(p) != null))
                    .toList();
            if (!missing.isEmpty()) {
                transaction.executeWithoutResult(tx -> make(missing));
            }
            if (!abouts.isEmpty()) {
                List<Map.Entry<Place, About>> said = said();
                transaction.executeWithoutResult(tx -> said.forEach(s -> tell(s.getKey(), s.getValue())));
            }
            for (Group g : groups) {
                g.setupId = g.place.setupId == null ? Maps.at(made, g.place) : g.place.setupId;
                cells.add(new Cell(g.setupId, g.suite.id()));
                if (batch.corrects) {
                    RunChanges.Place at = new RunChanges.Place(g.setupId, g.suite.id(), g.startedAt);
                    now.computeIfAbsent(at, k -> new HashSet<>()).add(g.id());
                    if (g.otherwise) {
                        otherwise.add(at);
                    }
                }
            }
            ahead.hand(() -> keep(groups));
        }

        private void keep(List<Group> groups) {
            Map<UUID, Instant> before = runs.startsOf(groups.stream()
                    .filter(g -> g.startedAt == null)
                    .map(Group::id)
                    .toList());
            RunIntake.KeptAll kept = intake.acceptAll(
                    groups.stream()
                            .map(g -> run(g, before.getOrDefault(g.id(), batch.at)))
                            .toList(),
                    caller,
                    batch.id);
            fresh.addAndGet(kept.fresh());
            known.addAndGet(kept.known());
            refused.addAndGet(kept.rejected().size());
            kept.rejected()
                    .forEach((i, e) -> lines.refuse(batch.id, groups.get(i).line, Objects.toString(e.getMessage())));
        }

        /** What lines said that is not written down yet, parents first; taken before the transaction, which may be done again. */
        private List<Map.Entry<Place, About>> said() {
            List<Map.Entry<Place, About>> said = abouts.entrySet().stream()
                    .filter(e -> told.add(e.getKey()))
                    .sorted(Comparator.comparing(e -> e.getValue().parent() != null))
                    .map(e -> Map.entry(e.getKey(), e.getValue()))
                    .toList();
            abouts.clear();
            return said;
        }

        /** Writes down what a line said of a setup that is there, and of its model. */
        private void tell(Place place, About about) {
            long setup = place.setupId == null ? Maps.at(made, place) : place.setupId;
            setups.completeTyped(setup, Facts.of(FactLines.facts(about.facts(), facts.dictionary())), caller.who());
            if (about.year() != null || about.price() != null) {
                PriceText price = about.price() == null
                        ? null
                        : PriceText.read(
                                about.price(),
                                settings.marksOf(settings.columns().getOrDefault(TableMapping.Role.PRICE, "")));
                catalogue.enrich(
                        setups.view(setup).modelId(),
                        about.year(),
                        price == null ? null : price.amount(),
                        price == null ? null : price.currency(),
                        caller.who());
            }
        }

        /** A date without a time is the day itself, and no date is no day; otherwise it is that of the time. */
        private static @Nullable String dayOf(@Nullable Instant said) {
            if (said == null) {
                return "";
            }
            return said.equals(said.truncatedTo(ChronoUnit.DAYS))
                    ? LocalDate.ofInstant(said, ZoneOffset.UTC).toString()
                    : null;
        }

        /** A run whose time the table does not say is of when it was first imported, so that it is known again. */
        private RunFile run(Group group, Instant unsaid) {
            Instant at = group.startedAt == null ? unsaid : group.startedAt;
            return new RunFile(
                    group.id(),
                    new RunFile.Suite(
                            group.suite.sheet().id().key(),
                            group.suite.sheet().id().version()),
                    null,
                    group.setupId,
                    group.readings.isEmpty() ? RunFile.State.FAILED : RunFile.State.DONE,
                    group.readings.isEmpty() ? group.gaps.get(0).reason() : null,
                    at,
                    at,
                    SENDER,
                    null,
                    null,
                    group.readings,
                    null,
                    null,
                    group.gaps.isEmpty() ? null : group.gaps,
                    null,
                    null,
                    null,
                    null,
                    group.origin == null ? settings.sourceText() : group.origin,
                    null,
                    dayOf(group.startedAt));
        }

        private void make(List<Place> missing) {
            DeviceKind kind = Objects.requireNonNull(settings.makeModels(), "nothing is made unless asked for");
            List<Long> units = catalogue.addUnits(
                    missing.stream()
                            .map(p -> new UnitWanted(p.maker, p.model, kindOf(p, kind), p.unit))
                            .toList(),
                    caller.who());
            List<Long> ids = setups.createAll(
                    IntStream.range(0, missing.size())
                            .mapToObj(
                                    i -> new SetupWanted(units.get(i), missing.get(i).setup, parentOf(missing.get(i))))
                            .toList(),
                    caller.who());
            for (int i = 0; i < missing.size(); i++) {
                made.put(missing.get(i), ids.get(i));
            }
        }

        private DeviceKind kindOf(Place place, DeviceKind otherwise) {
            About about = abouts.get(place);
            return about == null || about.kind() == null ? otherwise : about.kind();
        }

        private @Nullable String parentOf(Place place) {
            About about = abouts.get(place);
            return about == null ? null : about.parent();
        }
    }

    /** Where a run was measured; without a number where the setup is to be made. */
    private record Place(
            String maker,
            String model,
            String unit,
            String setup,
            @Nullable Long setupId) {

        static Place of(ResultSet row) throws SQLException {
            return new Place(
                    row.getString("maker"),
                    row.getString("model"),
                    row.getString("unit_label"),
                    row.getString("setup_name"),
                    row.getObject("setup_id", Long.class));
        }
    }

    /** The readings of one run. */
    private static final class Group {

        private final String key;
        private final Place place;
        private final Suite suite;
        private final @Nullable Instant startedAt;
        private final int line;
        private final List<RunFile.ReadingLine> readings = new ArrayList<>();
        private final List<RunFile.GapLine> gaps = new ArrayList<>();
        private long setupId;
        private @Nullable String origin;
        /** Whether something of it is other than what is there. */
        private boolean otherwise;

        Group(String key, Place place, Suite suite, @Nullable Instant startedAt, int line) {
            this.key = key;
            this.place = place;
            this.suite = suite;
            this.startedAt = startedAt;
            this.line = line;
        }

        /** What a run is known by: the same lines for the same setup are the same run. */
        UUID id() {
            return UUID.nameUUIDFromBytes((setupId + key + readings + gaps).getBytes(StandardCharsets.UTF_8));
        }
    }
}
