package app.yarrowmark.server.desk;

import app.yarrowmark.server.catalogue.DeviceKind;
import app.yarrowmark.server.runs.RunViews.RunView;
import app.yarrowmark.server.setups.SetupView;
import app.yarrowmark.server.sittings.Progress;
import app.yarrowmark.server.suites.SuiteView;
import java.time.Instant;
import java.util.List;
import java.util.Map;
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
        FAILED,
        LEFT_OUT
    }

    /**
     * A device on the desk strip.
     *
     * @param who put it on the desk, or back on it; absent where that is not known
     */
    record StripView(
            long sitting,
            long setupId,
            long modelId,
            String model,
            DeviceKind kind,
            String setup,
            List<CellState> cells,
            @Nullable String who,
            @Nullable Progress progress) {}

    /**
     * One suite of a run sheet with its runs, the first started first.
     *
     * @param repeats wanted here
     * @param gapReason why it is not run at all
     * @param minutes one repeat takes, by past runs on this kind of device or else by the sheet
     * @param learned whether past runs tell the minutes
     * @param broken metrics that do not count in this setup, whatever is read, with the words why
     */
    record SheetRow(
            SuiteView suite,
            CellState state,
            int done,
            int repeats,
            @Nullable String gapReason,
            double minutes,
            boolean learned,
            Map<String, String> broken,
            List<RunView> runs) {}

    /** A condition to tick before the start, and the suites that ask for it. */
    record ConditionView(String words, boolean ticked, List<String> suites) {}

    /**
     * What to do next.
     *
     * @param suiteId to run or type in; absent once everything is done
     * @param words in a sentence
     */
    record NextView(@Nullable Long suiteId, String words) {}

    /**
     * A run sheet.
     *
     * @param waiting whether a device waits for the start
     */
    record RunSheet(
            long sitting,
            Instant openedAt,
            @Nullable Instant closedAt,
            SetupView setup,
            List<SheetRow> rows,
            double minutesLeft,
            List<ConditionView> conditions,
            @Nullable Double roomTemperature,
            NextView next,
            boolean waiting,
            @Nullable Progress progress) {}
}
