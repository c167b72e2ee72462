package app.yarrowmark.server.runs;

import app.yarrowmark.server.setups.SetupLabel;
import app.yarrowmark.server.setups.SetupView;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/** What pages see of runs. */
public final class RunViews {

    private RunViews() {}

    /** One metric's value with the digits as read; {@code computed} if it follows from the others by the sheet. */
    public record ReadingView(String metric, String name, String unit, String text, double value, boolean computed) {}

    /** A run with its readings, as a run sheet shows it. */
    public record RunView(
            UUID id,
            long suiteId,
            RunState state,
            @Nullable String reason,
            Instant startedAt,
            Instant endedAt,
            String sender,
            boolean tiny,
            List<ReadingView> readings) {}

    /** A dot on the small scale of a ledger row: one run of the same suite in the same setup. */
    public record SiblingView(double value, RunState state, boolean self) {}

    /** A row of the ledger. */
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
            List<SiblingView> siblings) {}

    /** A page of the ledger with counts over all of it. */
    public record LedgerPage(
            List<LedgerRow> rows, int page, int pages, long total, long done, long failed, long setAside) {}

    /** The single measurements of one metric; a mark for each: w warm-up, c counted, d disturbed. */
    public record SampleView(String metric, String name, String unit, List<Double> values, String marks) {}

    /** Something that happened to a run. */
    public record EventView(
            Instant at, String what, String who, @Nullable String reason) {}

    /** Everything kept with a run. */
    public record RunDetail(
            RunView run,
            SetupLabel setup,
            @Nullable Long sittingId,
            String suite,
            String version,
            String senderVersion,
            Instant receivedAt,
            @Nullable String note,
            List<SampleView> samples,
            List<EventView> history,
            List<SetupView.ChangeView> readOtherwise) {}
}
