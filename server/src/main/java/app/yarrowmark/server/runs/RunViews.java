package app.yarrowmark.server.runs;

import app.yarrowmark.core.exchange.RunFile;
import app.yarrowmark.core.suite.Direction;
import app.yarrowmark.core.suite.Scale;
import app.yarrowmark.server.checks.CheckViews.DoubtView;
import app.yarrowmark.server.checks.CheckViews.MismatchView;
import app.yarrowmark.server.history.EventView;
import app.yarrowmark.server.lists.Paged;
import app.yarrowmark.server.setups.SetupLabel;
import app.yarrowmark.server.setups.SetupView;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/** What pages see of runs. */
public final class RunViews {

    private RunViews() {}

    /**
     * One metric's value with the digits as read.
     *
     * @param words to show in place of the digits on a scale that has words: a rung, passed or failed
     * @param computed whether it follows from the others by the sheet, or from a series
     * @param broken why it does not count: a known fault, or held at the rate of the display
     * @param average of how many runs somebody else took the average; absent for a number of one run
     */
    public record ReadingView(
            String metric,
            String name,
            String unit,
            Scale scale,
            Direction better,
            String text,
            String words,
            double value,
            boolean computed,
            @Nullable String note,
            @Nullable String broken,
            RunFile.@Nullable Average average) {}

    /** A metric without a reading, and why. */
    public record GapView(String metric, String name, String reason) {}

    /**
     * A run with its readings, as a run sheet shows it.
     *
     * @param doubts how many of its numbers wait for a person to look
     * @param origin list from elsewhere that it is from; empty if this desk measured it
     */
    public record RunView(
            UUID id,
            long setupId,
            long suiteId,
            RunState state,
            @Nullable String reason,
            Instant startedAt,
            Instant endedAt,
            String sender,
            boolean tiny,
            List<ReadingView> readings,
            List<GapView> gaps,
            List<RunFile.Flag> flags,
            int doubts,
            String origin) {

        /** Returns whether it counts for a score. */
        public boolean counts() {
            return state == RunState.DONE && flags.isEmpty();
        }
    }

    /** A dot on the small scale of a ledger row: one run of the same suite in the same setup. */
    public record SiblingView(double value, RunState state, boolean flagged, boolean self) {}

    /**
     * A row of the ledger.
     *
     * @param origin list from elsewhere that the run is from; empty if this desk measured it
     */
    public record LedgerRow(
            UUID id,
            SetupLabel setup,
            long suiteId,
            String suite,
            String version,
            Instant startedAt,
            RunState state,
            @Nullable String reason,
            @Nullable ReadingView headline,
            List<SiblingView> siblings,
            List<RunFile.Flag> flags,
            int doubts,
            String origin) {}

    /** A page of the ledger with counts over all of it. */
    public record LedgerPage(
            List<LedgerRow> rows,
            int page,
            int pages,
            long total,
            long done,
            long failed,
            long setAside,
            long flagged,
            long doubted)
            implements Paged {

        @Override
        public boolean more() {
            return page + 1 < pages;
        }
    }

    /** The single measurements of one metric; a mark for each: w warm-up, c counted, d disturbed. */
    public record SampleView(String metric, String name, String unit, List<Double> values, String marks) {}

    /**
     * Numbers along an axis, thinned for showing.
     *
     * @param points how many there are in all
     * @param typed what a person typed, where nothing was thinned; absent where a device measured
     */
    public record SeriesView(
            String name,
            String unit,
            String axis,
            String axisUnit,
            int points,
            List<Double> x,
            List<Double> y,
            @Nullable TypedSeries typed) {}

    /** A condition of the sheet, and whether it was ticked off before the run. */
    public record TickView(String words, boolean ticked) {}

    /**
     * Everything kept with a run.
     *
     * @param edition counts up with every change that a person makes
     */
    public record RunDetail(
            RunView run,
            int edition,
            SetupLabel setup,
            @Nullable Long sittingId,
            @Nullable Long importId,
            String suite,
            String version,
            String senderVersion,
            Instant receivedAt,
            @Nullable String note,
            List<SampleView> samples,
            List<SeriesView> series,
            List<TickView> conditions,
            @Nullable Double roomTemperature,
            List<DoubtView> unlikely,
            List<MismatchView> mismatches,
            List<String> confirmed,
            List<EventView> history,
            List<SetupView.DifferenceView> readOtherwise) {}
}
