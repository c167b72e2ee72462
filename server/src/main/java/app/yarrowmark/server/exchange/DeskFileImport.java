package app.yarrowmark.server.exchange;

import app.yarrowmark.core.exchange.RunFile;
import app.yarrowmark.core.setup.Facts;
import app.yarrowmark.server.access.Caller;
import app.yarrowmark.server.catalogue.CatalogueService;
import app.yarrowmark.server.catalogue.ModelView;
import app.yarrowmark.server.catalogue.UnitView;
import app.yarrowmark.server.exchange.DeskFile.ModelPart;
import app.yarrowmark.server.exchange.DeskFile.SetupPart;
import app.yarrowmark.server.exchange.DeskFile.UnitPart;
import app.yarrowmark.server.runs.FactReading;
import app.yarrowmark.server.runs.RunIntake;
import app.yarrowmark.server.setups.SetupService;
import app.yarrowmark.server.setups.SetupView;
import app.yarrowmark.server.shell.Refusal;
import app.yarrowmark.server.shell.RuleViolations;
import app.yarrowmark.server.sittings.Sitting;
import app.yarrowmark.server.sittings.SittingService;
import app.yarrowmark.server.suites.SuiteService;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** Loads a desk file. Every run passes the same gate as any other; loading a file twice keeps everything once. */
@Service
public class DeskFileImport {

    private final CatalogueService catalogue;
    private final SetupService setups;
    private final SittingService sittings;
    private final SuiteService suites;
    private final RunIntake intake;

    DeskFileImport(
            CatalogueService catalogue,
            SetupService setups,
            SittingService sittings,
            SuiteService suites,
            RunIntake intake) {
        this.catalogue = catalogue;
        this.setups = setups;
        this.sittings = sittings;
        this.suites = suites;
        this.intake = intake;
    }

    /** What came of it; {@code rejected} says where and why. */
    public record Report(int models, int setups, int runs, int known, List<RuleViolations.Violation> rejected) {}

    /** Loads all that is sound and reports the rest. */
    public Report load(DeskFile file, Caller caller) {
        Load load = new Load(caller);
        List<String> sheets = file.sheets() == null ? List.of() : file.sheets();
        for (int i = 0; i < sheets.size(); i++) {
            String sheet = sheets.get(i);
            load.attempt("sheets[" + i + "]", () -> suites.add(sheet));
        }
        for (int i = 0; i < file.models().size(); i++) {
            load.model(file.models().get(i), "models[" + i + "]");
        }
        return new Report(load.models, load.setupCount, load.runs, load.known, load.rejected);
    }

    private final class Load {

        private final Caller caller;
        private final List<RuleViolations.Violation> rejected = new ArrayList<>();
        private int models;
        private int setupCount;
        private int runs;
        private int known;

        Load(Caller caller) {
            this.caller = caller;
        }

        void attempt(String where, Runnable step) {
            try {
                step.run();
            } catch (RuleViolations e) {
                e.violations()
                        .forEach(v -> rejected.add(new RuleViolations.Violation(where + "." + v.field(), v.message())));
            } catch (Refusal | IllegalArgumentException e) {
                rejected.add(new RuleViolations.Violation(where, String.valueOf(e.getMessage())));
            }
        }

        void model(ModelPart part, String where) {
            attempt(where, () -> {
                ModelView model = catalogue.addModel(part.maker(), part.name(), part.kind(), part.year());
                models++;
                for (int i = 0; i < part.units().size(); i++) {
                    unit(model, part.units().get(i), where + ".units[" + i + "]");
                }
            });
        }

        private void unit(ModelView model, UnitPart part, String where) {
            UnitView unit = catalogue.addUnit(model.id(), part.label());
            Map<String, Long> byName = new HashMap<>();
            for (int i = 0; i < part.setups().size(); i++) {
                SetupPart setup = part.setups().get(i);
                String at = where + ".setups[" + i + "]";
                attempt(at, () -> setup(unit, setup, byName, at));
            }
        }

        private void setup(UnitView unit, SetupPart part, Map<String, Long> byName, String where) {
            Facts facts = part.facts() == null ? Facts.of(List.of()) : FactReading.facts(part.facts());
            boolean tuned = Boolean.TRUE.equals(part.tuned());
            SetupView setup = setups.create(unit.id(), part.name(), parent(part, byName), tuned, facts);
            byName.put(part.name(), setup.id());
            setupCount++;
            Sitting sitting = sittings.open(setup.id(), suiteIds(part));
            List<RunFile> files = part.runs() == null ? List.of() : part.runs();
            for (int i = 0; i < files.size(); i++) {
                RunFile file = files.get(i);
                attempt(where + ".runs[" + i + "]", () -> run(file, sitting.id()));
            }
            if (!Boolean.TRUE.equals(part.onDesk())) {
                sittings.close(sitting.id());
            }
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

        private List<Long> suiteIds(SetupPart part) {
            return part.suites().stream()
                    .map(text -> {
                        String[] words = text.split(" ", 2);
                        return suites.find(words[0], words.length > 1 ? words[1] : "")
                                .orElseThrow(() -> new RuleViolations("suites", "there is no suite \"" + text + "\""))
                                .id();
                    })
                    .toList();
        }

        private void run(RunFile f, long sitting) {
            RunFile placed = new RunFile(
                    f.id(),
                    f.suite(),
                    sitting,
                    null,
                    f.state(),
                    f.reason(),
                    f.startedAt(),
                    f.endedAt(),
                    f.sender(),
                    f.size(),
                    f.facts(),
                    f.readings(),
                    f.samples(),
                    f.note());
            if (intake.accept(placed, caller).fresh()) {
                runs++;
            } else {
                known++;
            }
        }
    }
}
