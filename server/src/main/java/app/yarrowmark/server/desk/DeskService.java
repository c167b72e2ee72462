package app.yarrowmark.server.desk;

import app.yarrowmark.core.Maps;
import app.yarrowmark.core.suite.Home;
import app.yarrowmark.server.catalogue.DeviceKind;
import app.yarrowmark.server.desk.DeskViews.CellState;
import app.yarrowmark.server.desk.DeskViews.ConditionView;
import app.yarrowmark.server.desk.DeskViews.NextView;
import app.yarrowmark.server.desk.DeskViews.RunSheet;
import app.yarrowmark.server.desk.DeskViews.SheetRow;
import app.yarrowmark.server.desk.DeskViews.StripView;
import app.yarrowmark.server.runs.Ledger;
import app.yarrowmark.server.runs.RunViews.RunView;
import app.yarrowmark.server.runs.SuiteTimes;
import app.yarrowmark.server.scorebook.Uncounted;
import app.yarrowmark.server.setups.SetupLabel;
import app.yarrowmark.server.setups.SetupLabels;
import app.yarrowmark.server.setups.SetupService;
import app.yarrowmark.server.sittings.LiveBoard;
import app.yarrowmark.server.sittings.Progress;
import app.yarrowmark.server.sittings.Sitting;
import app.yarrowmark.server.sittings.SittingService;
import app.yarrowmark.server.suites.Suite;
import app.yarrowmark.server.suites.SuiteService;
import app.yarrowmark.server.suites.SuiteView;
import java.time.Clock;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Puts the desk together from sittings, runs, suites and what is live. */
@Service
@Transactional(readOnly = true)
class DeskService {

    private final SittingService sittings;
    private final SetupService setups;
    private final SetupLabels setupLabels;
    private final SuiteService suites;
    private final Ledger ledger;
    private final SuiteTimes times;
    private final Uncounted uncounted;
    private final LiveBoard live;
    private final Clock clock;

    DeskService(
            SittingService sittings,
            SetupService setups,
            SetupLabels setupLabels,
            SuiteService suites,
            Ledger ledger,
            SuiteTimes times,
            Uncounted uncounted,
            LiveBoard live,
            Clock clock) {
        this.sittings = sittings;
        this.setups = setups;
        this.setupLabels = setupLabels;
        this.suites = suites;
        this.ledger = ledger;
        this.times = times;
        this.uncounted = uncounted;
        this.live = live;
        this.clock = clock;
    }

    List<StripView> strip() {
        List<Sitting> open = sittings.open();
        Map<Long, SetupLabel> labels = setupLabels.all();
        Map<Long, List<RunView>> bySitting =
                ledger.ofSittings(open.stream().map(Sitting::id).toList());
        Map<String, String> who =
                sittings.holders(open.stream().map(Sitting::id).toList());
        return open.stream()
                .map(s -> strip(
                        s,
                        Maps.at(labels, s.setupId()),
                        bySitting.getOrDefault(s.id(), List.of()),
                        who.get(String.valueOf(s.id()))))
                .toList();
    }

    /** Returns the suites that the last device of a kind had on the desk; none if there was none. */
    List<Long> lastSuites(DeviceKind kind) {
        Map<Long, SetupLabel> labels = setupLabels.all();
        return sittings.last().stream()
                .filter(s -> !s.suiteIds().isEmpty())
                .filter(s -> Maps.at(labels, s.setupId()).kind().equals(kind))
                .findFirst()
                .map(Sitting::suiteIds)
                .orElse(List.of());
    }

    RunSheet sheet(long sittingId) {
        Sitting sitting = sittings.get(sittingId);
        List<RunView> all = ledger.ofSittings(List.of(sittingId)).getOrDefault(sittingId, List.of());
        Progress progress = live.progress(sittingId).orElse(null);
        SuiteTimes.Minutes minutes = times.on(sitting.setupId(), sitting.suiteIds());
        List<SheetRow> rows = sitting.planned().stream()
                .map(p -> row(p, sitting.setupId(), all, progress, minutes))
                .toList();
        return new RunSheet(
                sitting.id(),
                sitting.openedAt(),
                sitting.closedAt(),
                setups.view(sitting.setupId()),
                rows,
                rows.stream().mapToDouble(DeskService::minutesLeft).sum(),
                conditions(sitting, rows),
                sitting.roomTemperature(),
                next(rows),
                live.isWaiting(sittingId),
                progress);
    }

    private StripView strip(Sitting sitting, SetupLabel label, List<RunView> all, @Nullable String who) {
        Progress progress = live.progress(sitting.id()).orElse(null);
        return new StripView(
                sitting.id(),
                label.setupId(),
                label.modelId(),
                label.model(),
                label.kind(),
                label.called(),
                sitting.planned().stream().map(p -> state(p, all, progress)).toList(),
                who,
                progress);
    }

    private SheetRow row(
            Sitting.Planned planned,
            long setupId,
            List<RunView> all,
            @Nullable Progress progress,
            SuiteTimes.Minutes minutes) {
        Suite suite = suites.get(planned.suiteId());
        List<RunView> own = own(planned, all);
        return new SheetRow(
                SuiteView.of(suite),
                state(planned, all, progress),
                done(own),
                planned.repeatsOf(suite),
                planned.gapReason(),
                minutes.of(suite),
                minutes.isLearned(suite.id()),
                uncounted.of(suite, setupId, clock.instant(), Map.of()),
                own);
    }

    private CellState state(Sitting.Planned planned, List<RunView> all, @Nullable Progress progress) {
        if (planned.gapReason() != null) {
            return CellState.LEFT_OUT;
        }
        Suite suite = suites.get(planned.suiteId());
        List<RunView> own = own(planned, all);
        int done = done(own);
        if (progress != null
                && progress.report().suite().equals(suite.sheet().id().key())) {
            return CellState.RUNNING;
        }
        if (done >= planned.repeatsOf(suite)) {
            return CellState.DONE;
        }
        if (done > 0) {
            return CellState.PARTLY;
        }
        return own.isEmpty() ? CellState.WAITING : CellState.FAILED;
    }

    private static List<RunView> own(Sitting.Planned planned, List<RunView> all) {
        return all.stream().filter(r -> r.suiteId() == planned.suiteId()).toList();
    }

    private static int done(List<RunView> own) {
        return (int) own.stream().filter(RunView::counts).count();
    }

    /** With the rests between the runs; none follows the last. */
    private static double minutesLeft(SheetRow row) {
        if (row.gapReason() != null) {
            return 0;
        }
        int left = Math.max(0, row.repeats() - row.done());
        int rests = Math.max(0, left - 1);
        return left * row.minutes() + rests * row.suite().restSeconds() / 60.0;
    }

    private static List<ConditionView> conditions(Sitting sitting, List<SheetRow> rows) {
        Map<String, List<String>> bySuite = new LinkedHashMap<>();
        for (SheetRow row : rows) {
            if (row.gapReason() == null) {
                row.suite()
                        .conditions()
                        .forEach(c -> bySuite.computeIfAbsent(c, k -> new ArrayList<>())
                                .add(row.suite().name()));
            }
        }
        return bySuite.entrySet().stream()
                .map(e -> new ConditionView(e.getKey(), sitting.ticked().contains(e.getKey()), e.getValue()))
                .toList();
    }

    /** The first suite that is not done; one that failed comes after those that were not tried. */
    private static NextView next(List<SheetRow> rows) {
        if (rows.isEmpty()) {
            return new NextView(null, "Add a suite to see what to run.");
        }
        Optional<SheetRow> running =
                rows.stream().filter(r -> r.state() == CellState.RUNNING).findFirst();
        if (running.isPresent()) {
            return new NextView(
                    running.get().suite().id(), running.get().suite().name() + " is running.");
        }
        for (CellState state : List.of(CellState.PARTLY, CellState.WAITING, CellState.FAILED)) {
            Optional<SheetRow> row =
                    rows.stream().filter(r -> r.state() == state).findFirst();
            if (row.isPresent()) {
                return new NextView(row.get().suite().id(), words(row.get()));
            }
        }
        return new NextView(null, "Every suite is done.");
    }

    private static String words(SheetRow row) {
        SuiteView suite = row.suite();
        String deed = suite.home() == Home.TYPED ? "Run " + suite.name() + " and type it in" : "Run " + suite.name();
        if (row.state() == CellState.FAILED) {
            return deed + " again, or say why it is left out: nothing of it counts yet.";
        }
        int left = row.repeats() - row.done();
        String times = row.done() == 0 ? "" : left == 1 ? ", one more time" : ", " + left + " more times";
        String step = suite.steps().isEmpty() || suite.steps().get(0).before().isEmpty()
                ? ""
                : " First: " + suite.steps().get(0).before() + ".";
        return deed + times + "." + step;
    }
}
