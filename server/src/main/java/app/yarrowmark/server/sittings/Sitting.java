package app.yarrowmark.server.sittings;

import app.yarrowmark.server.problems.Refusal;
import app.yarrowmark.server.suites.Suite;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * One unit in one setup on the desk.
 *
 * @param closedAt once it was taken off
 * @param planned what to run, in order
 * @param ticked conditions that were ticked off
 * @param roomTemperature in degrees Celsius
 */
public record Sitting(
        long id,
        long setupId,
        Instant openedAt,
        @Nullable Instant closedAt,
        List<Planned> planned,
        List<String> ticked,
        @Nullable Double roomTemperature) {

    /**
     * A suite of a run sheet.
     *
     * @param repeats wanted, where that is not what the sheet says
     * @param gapReason why it is not run at all
     */
    public record Planned(
            long suiteId,
            @Nullable Integer repeats,
            @Nullable String gapReason) {

        /** Returns how many runs are wanted of the suite that this names. */
        public int repeatsOf(Suite suite) {
            return repeats == null ? suite.sheet().schedule().repeats() : repeats;
        }
    }

    /** @throws Refusal if it was taken off the desk */
    public void requireOpen() {
        if (closedAt != null) {
            throw Refusal.conflict("This device is off the desk; put it back on first.");
        }
    }

    /** Returns the suites of the run sheet that are to be run, in order. */
    public List<Planned> toRun() {
        return planned.stream().filter(p -> p.gapReason() == null).toList();
    }

    /** Returns the numbers of the suites on the run sheet that are to be run, in order. */
    public List<Long> suiteIds() {
        return toRun().stream().map(Planned::suiteId).toList();
    }
}
