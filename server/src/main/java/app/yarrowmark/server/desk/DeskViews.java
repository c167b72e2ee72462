package app.yarrowmark.server.desk;

import app.yarrowmark.server.catalogue.DeviceKind;
import app.yarrowmark.server.runs.RunViews.RunView;
import app.yarrowmark.server.setups.SetupView;
import app.yarrowmark.server.sittings.Progress;
import app.yarrowmark.server.suites.SuiteView;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** What the desk shows. */
final class DeskViews {

    private DeskViews() {}

    /** How far a suite of a sitting is: one cell of the desk strip. */
    enum CellState {
        WAITING,
        RUNNING,
        PARTLY,
        DONE,
        FAILED
    }

    /** A device on the desk strip. */
    record StripView(
            long sitting,
            long setupId,
            String model,
            DeviceKind kind,
            String setup,
            List<CellState> cells,
            @Nullable Progress progress) {}

    /** One suite of a run sheet with its runs, the first started first. */
    record SheetRow(SuiteView suite, CellState state, int done, List<RunView> runs) {}

    /** A run sheet. */
    record RunSheet(
            long sitting,
            Instant openedAt,
            @Nullable Instant closedAt,
            SetupView setup,
            List<SheetRow> rows,
            double minutesLeft,
            @Nullable Progress progress) {}
}
