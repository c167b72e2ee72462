package app.yarrowmark.server.setups;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * The next setup of a unit: the one before with what was changed.
 *
 * @param name what was done, in a few words
 * @param facts that are different now; the rest is taken over
 */
public record SetupChange(
        String name, @Nullable Boolean tuned, @Nullable Tuning tuning, List<FactLine> facts) {

    /** A fact as typed; with a reason instead of a value where it is unknown. */
    public record FactLine(
            String key,
            @Nullable String value,
            @Nullable String unit,
            @Nullable String reason) {}
}
