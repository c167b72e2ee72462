package app.yarrowmark.server.exchange;

import app.yarrowmark.core.exchange.RunFile;
import app.yarrowmark.core.setup.Fact;
import app.yarrowmark.core.setup.Facts;
import app.yarrowmark.server.access.Caller;
import app.yarrowmark.server.catalogue.CatalogueService;
import app.yarrowmark.server.catalogue.ModelView;
import app.yarrowmark.server.catalogue.UnitView;
import app.yarrowmark.server.exchange.DeskFile.ModelPart;
import app.yarrowmark.server.exchange.DeskFile.SetupPart;
import app.yarrowmark.server.exchange.DeskFile.UnitPart;
import app.yarrowmark.server.facts.FactKeyView;
import app.yarrowmark.server.facts.FactService;
import app.yarrowmark.server.problems.Refusal;
import app.yarrowmark.server.problems.RuleViolations;
import app.yarrowmark.server.runs.FactReading;
import app.yarrowmark.server.runs.RunIntake;
import app.yarrowmark.server.runs.RunReview;
import app.yarrowmark.server.runs.SetupFlags;
import app.yarrowmark.server.scorebook.Cell;
import app.yarrowmark.server.setups.SetupService;
import app.yarrowmark.server.setups.SetupView;
import app.yarrowmark.server.sittings.Sitting;
import app.yarrowmark.server.sittings.SittingService;
import app.yarrowmark.server.suites.SuiteService;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** Loads a desk file through the same services a person uses; what is there already is not made twice. */
@Service
public class DeskFileImport {

    private static final int BATCH = 200;

    private final CatalogueService catalogue;
    private final FactService facts;
    private final SetupService setups;
    private final SittingService sittings;
    private final SuiteService suites;
    private final RunIntake intake;
    private final RunReview review;
    private final SetupFlags flags;

    DeskFileImport(
            CatalogueService catalogue,
            FactService facts,
            SetupService setups,
            SittingService sittings,
            SuiteService suites,
            RunIntake intake,
            RunReview review,
            SetupFlags flags) {
        this.catalogue = catalogue;
        this.facts = facts;
        this.setups = setups;
        this.sittings = sittings;
        this.suites = suites;
        this.intake = intake;
        this.review = review;
        this.flags = flags;
    }

    /** What came of it; {@code rejected} says where and why. */
    public record Report(
            int models, int setups, int runs, int known, int doubted, List<RuleViolations.Violation> rejected) {}

    /** Loads all that is sound and reports the rest. */
    public Report load(DeskFile file, Caller caller) {
        Set<Cell> cells = new LinkedHashSet<>();
        Report report = take(file, caller, cells);
        return new Report(
                report.models(), report.setups(), report.runs(), report.known(), review.all(cells), report.rejected());
    }

    /**
     * Loads all that is sound and reports the rest; nothing is held against anything yet.
     *
     * @param cells what is to be reviewed is added to them
     */
    Report take(DeskFile file, Caller caller, Set<Cell> cells) {
        Load load = new Load(caller, cells);
        List<FactKeyView> keys = file.facts() == null ? List.of() : file.facts();
        for (int i = 0; i < keys.size(); i++) {
            FactKeyView key = keys.get(i);
            if (!facts.all().contains(key)) {
                load.attempt("facts[" + i + "]", () -> facts.add(key, caller.who()));
            }
        }
        List<String> sheets = file.sheets() == null ? List.of() : file.sheets();
        for (int i = 0; i < sheets.size(); i++) {
            String sheet = sheets.get(i);
            load.attempt("sheets[" + i + "]", () -> suites.add(sheet, caller.who()));
        }
        for (int i = 0; i < file.models().size(); i++) {
            load.model(file.models().get(i), "models[" + i + "]");
        }
        load.flush();
        return new Report(load.models, load.setupCount, load.runs, load.known, 0, load.rejected);
    }

    /** Holds what was taken against all that is known; returns how many runs have a number that looks wrong. */
    int review(Set<Cell> cells) {
        return review.all(cells);
    }

    private final class Load {

        private final Caller caller;
        private final List<RuleViolations.Violation> rejected = new ArrayList<>();
        private final List<RunFile> waiting = new ArrayList<>();
        private final List<String> places = new ArrayList<>();
        private final Set<Cell> cells;
        private int models;
        private int setupCount;
        private int runs;
        private int known;

        Load(Caller caller, Set<Cell> cells) {
            this.caller = caller;
            this.cells = cells;
        }

        void attempt(String where, Runnable step) {
            try {
                step.run();
            } catch (RuleViolations | Refusal | IllegalArgumentException e) {
                reject(where, e);
            }
        }

        private void reject(String where, RuntimeException e) {
            if (e instanceof RuleViolations broken) {
                broken.violations()
                        .forEach(v -> rejected.add(new RuleViolations.Violation(where + "." + v.field(), v.message())));
            } else {
                rejected.add(new RuleViolations.Violation(where, String.valueOf(e.getMessage())));
            }
        }

        void model(ModelPart part, String where) {
            attempt(where, () -> {
                ModelView model = catalogue.addModel(part.maker(), part.name(), part.kind(), part.year(), caller.who());
                if (part.details() != null) {
                    catalogue.takeOver(model.id(), part.year(), part.details(), caller.who());
                }
                models++;
                for (int i = 0; i < part.units().size(); i++) {
                    unit(model, part.units().get(i), where + ".units[" + i + "]");
                }
            });
        }

        private void unit(ModelView model, UnitPart part, String where) {
            UnitView unit = catalogue.addUnit(model.id(), part.label(), text(part.variant()), caller.who());
            Map<String, Long> byName = new HashMap<>();
            for (int i = 0; i < part.setups().size(); i++) {
                SetupPart setup = part.setups().get(i);
                String at = where + ".setups[" + i + "]";
                attempt(at, () -> setup(unit, part.origin(), setup, byName, at));
            }
        }

        private void setup(
                UnitView unit, @Nullable String origin, SetupPart part, Map<String, Long> byName, String where) {
            boolean tuned = Boolean.TRUE.equals(part.tuned());
            SetupView setup =
                    setups.create(unit.id(), part.name(), parent(part, byName), tuned, facts(part), caller.who());
            byName.put(part.name(), setup.id());
            setupCount++;
            if (part.meant() != null) {
                setups.mean(setup.id(), part.meant());
            }
            if (part.tuning() != null) {
                setups.tune(setup.id(), part.tuning());
            }
            or(part.calls()).forEach(c -> setups.call(setup.id(), c.key(), c.meant(), c.note(), caller.who()));
            if (part.note() != null && !part.note().isBlank() && setup.note() == null) {
                setups.keepNote(setup.id(), part.note(), null, caller.who());
            }
            List<SetupFlags.SetupFlag> there = flags.of(setup.id());
            or(part.flags()).stream()
                    .filter(f -> there.stream().noneMatch(t -> isSame(t, f)))
                    .forEach(f -> flags.set(
                            setup.id(), f.suite() == null ? null : suiteId(f.suite()), f.flag(), f.note(), caller));
            Map<Long, Long> earlier = earlierSittings(setup.id(), part);
            Sitting sitting =
                    sitting(setup.id(), part, sittings.lastOf(setup.id()).filter(s -> !earlier.containsValue(s.id())));
            List<RunFile> files = or(part.runs());
            for (int i = 0; i < files.size(); i++) {
                RunFile file = placed(files.get(i), part, earlier, sitting.id(), setup.id());
                run(file.origin() == null ? file.from(origin) : file, setup.id(), where + ".runs[" + i + "]");
            }
            flush();
            or(part.confirmed()).forEach(c -> review.takeOver(new RunReview.Confirmed(c.run(), c.metrics())));
            if (!Boolean.TRUE.equals(part.onDesk())) {
                sittings.close(sitting.id(), caller.who());
            }
        }

        private boolean isSame(SetupFlags.SetupFlag there, DeskFile.FlagPart part) {
            return there.flag() == part.flag()
                    && Objects.equals(there.suite(), part.suite() == null ? null : suiteId(part.suite()));
        }

        /** Makes what is missing of the sittings before the last one; returns their numbers here by those there. */
        private Map<Long, Long> earlierSittings(long setupId, SetupPart part) {
            Map<Long, Long> numbers = new HashMap<>();
            List<Long> sat = or(part.sat());
            List<Sitting> there = sittings.of(setupId);
            for (int i = 0; i < sat.size() - 1; i++) {
                long here;
                if (i < there.size()) {
                    here = there.get(i).id();
                } else {
                    here = sittings.open(setupId, List.of(), caller.who()).id();
                    sittings.close(here, caller.who());
                }
                numbers.put(sat.get(i), here);
            }
            return numbers;
        }

        /** A run in the sitting that it names, in none where it names none, or in the only one there is. */
        private static RunFile placed(
                RunFile file, SetupPart part, Map<Long, Long> earlier, long sittingId, long setupId) {
            if (part.sat() == null) {
                return file.placed(sittingId, null);
            }
            Long there = file.sitting();
            return there == null
                    ? file.placed(null, setupId)
                    : file.placed(earlier.getOrDefault(there, sittingId), null);
        }

        /** @param last that goes on, where there is one */
        private Sitting sitting(long setupId, SetupPart part, Optional<Sitting> last) {
            List<Long> planned =
                    new ArrayList<>(part.suites().stream().map(this::suiteId).toList());
            Map<String, String> leftOut = part.leftOut() == null ? Map.of() : part.leftOut();
            leftOut.keySet().forEach(text -> planned.add(suiteId(text)));
            Sitting sitting = last.map(there -> sittings.addSuites(there.id(), planned, caller.who()))
                    .orElseGet(() -> sittings.open(setupId, planned, caller.who()));
            leftOut.forEach((text, reason) -> sittings.plan(
                    sitting.id(), suiteId(text), new SittingService.Plan(null, reason), null, caller.who()));
            or(part.ticked()).forEach(condition -> sittings.tick(sitting.id(), condition, true, caller.who()));
            if (part.roomTemperature() != null) {
                sittings.warm(sitting.id(), part.roomTemperature(), caller.who());
            }
            return sitting;
        }

        private static Facts facts(SetupPart part) {
            Facts read = FactReading.facts(or(part.facts()));
            List<Fact> typed = FactReading.facts(or(part.typed())).all().stream()
                    .map(f ->
                            f.value().map(v -> Fact.typed(f.key(), v, f.unit())).orElse(f))
                    .toList();
            return read.changedBy(Facts.of(typed));
        }

        private @Nullable Long parent(SetupPart part, Map<String, Long> byName) {
            if (part.parent() == null) {
                return null;
            }
            Long id = byName.get(part.parent());
            if (id == null) {
                throw new RuleViolations("parent", "no setup \"" + part.parent() + "\" stands before this one");
            }
            return id;
        }

        private long suiteId(String text) {
            String[] words = text.split(" ", 2);
            return suites.find(words[0], words.length > 1 ? words[1] : "")
                    .orElseThrow(() -> new RuleViolations("suites", "there is no suite \"" + text + "\""))
                    .id();
        }

        private void run(RunFile file, long setupId, String where) {
            waiting.add(file);
            places.add(where);
            suites.find(file.suite().key(), file.suite().version())
                    .ifPresent(s -> cells.add(new Cell(setupId, s.id())));
            if (waiting.size() == BATCH) {
                flush();
            }
        }

        private void flush() {
            if (!waiting.isEmpty()) {
                RunIntake.KeptAll kept = intake.acceptAll(waiting, caller, null);
                runs += kept.fresh();
                known += kept.known();
                kept.rejected().forEach((i, e) -> reject(places.get(i), e));
                waiting.clear();
                places.clear();
            }
        }

        private static <T> List<T> or(@Nullable List<T> list) {
            return list == null ? List.of() : list;
        }

        private static String text(@Nullable String text) {
            return text == null ? "" : text;
        }
    }
}
