package app.yarrowmark.server.desk;

import app.yarrowmark.server.desk.DeskViews.CellState;
import app.yarrowmark.server.desk.DeskViews.RunSheet;
import app.yarrowmark.server.desk.DeskViews.SheetRow;
import app.yarrowmark.server.desk.DeskViews.StripView;
import app.yarrowmark.server.runs.RunService;
import app.yarrowmark.server.runs.RunState;
import app.yarrowmark.server.runs.RunViews.RunView;
import app.yarrowmark.server.setups.SetupLabel;
import app.yarrowmark.server.setups.SetupService;
import app.yarrowmark.server.sittings.LiveBoard;
import app.yarrowmark.server.sittings.Progress;
import app.yarrowmark.server.sittings.Sitting;
import app.yarrowmark.server.sittings.SittingService;
import app.yarrowmark.server.suites.SuiteService;
import app.yarrowmark.server.suites.SuiteView;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Puts the desk together from sittings, runs, suites and what is live. */
@Service
@Transactional(readOnly = true)
class DeskService {

    private final SittingService sittings;
    private final SetupService setups;
    private final SuiteService suites;
    private final RunService runs;
    private final LiveBoard live;

    DeskService(SittingService sittings, SetupService setups, SuiteService suites, RunService runs, LiveBoard live) {
        this.sittings = sittings;
        this.setups = setups;
        this.suites = suites;
        this.runs = runs;
        this.live = live;
    }

    List<StripView> strip() {
        List<Sitting> open = sittings.open();
        Map<Long, SetupLabel> labels = setups.labels();
        Map<Long, List<RunView>> bySitting =
                runs.ofSittings(open.stream().map(Sitting::id).toList());
        return open.stream()
                .map(s -> strip(s, labels.get(s.setupId()), bySitting.getOrDefault(s.id(), List.of())))
                .toList();
    }

    RunSheet sheet(long sittingId) {
        Sitting sitting = sittings.get(sittingId);
        List<RunView> all = runs.ofSittings(List.of(sittingId)).getOrDefault(sittingId, List.of());
        Progress progress = live.progress(sittingId).orElse(null);
        List<SheetRow> rows = rows(sitting, all, progress);
        return new RunSheet(
                sitting.id(),
                sitting.openedAt(),
                sitting.closedAt(),
                setups.view(sitting.setupId()),
                rows,
                rows.stream().mapToDouble(DeskService::minutesLeft).sum(),
                progress);
    }

    private StripView strip(Sitting sitting, SetupLabel label, List<RunView> all) {
        Progress progress = live.progress(sitting.id()).orElse(null);
        return new StripView(
                sitting.id(),
                label.setupId(),
                label.model(),
                label.kind(),
                label.name(),
                rows(sitting, all, progress).stream().map(SheetRow::state).toList(),
                progress);
    }

    private List<SheetRow> rows(Sitting sitting, List<RunView> all, @Nullable Progress progress) {
        return sitting.suiteIds().stream()
                .map(id -> row(SuiteView.of(suites.get(id)), all, progress))
                .toList();
    }

    private static SheetRow row(SuiteView suite, List<RunView> all, @Nullable Progress progress) {
        List<RunView> own = all.stream().filter(r -> r.suiteId() == suite.id()).toList();
        int done = (int) own.stream().filter(r -> r.state() == RunState.DONE).count();
        boolean running = progress != null && progress.suite().equals(suite.key());
        return new SheetRow(suite, state(suite, own, done, running), done, own);
    }

    private static CellState state(SuiteView suite, List<RunView> own, int done, boolean running) {
        if (running) {
            return CellState.RUNNING;
        }
        if (done >= suite.repeats()) {
            return CellState.DONE;
        }
        if (done > 0) {
            return CellState.PARTLY;
        }
        return own.isEmpty() ? CellState.WAITING : CellState.FAILED;
    }

    private static double minutesLeft(SheetRow row) {
        int left = Math.max(0, row.suite().repeats() - row.done());
        return left * (row.suite().minutes() + row.suite().restSeconds() / 60.0);
    }
}
