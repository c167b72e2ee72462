package app.yarrowmark.server.runs;

import app.yarrowmark.core.exchange.Json;
import app.yarrowmark.server.checks.CheckViews.DoubtView;
import app.yarrowmark.server.checks.CheckViews.MismatchView;
import com.fasterxml.jackson.core.type.TypeReference;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What looks wrong with a kept run, and what a person confirmed to be right.
 *
 * @param confirmed keys of metrics that were looked at and are as the device said
 */
public record StoredDoubts(List<DoubtView> unlikely, List<MismatchView> mismatches, List<String> confirmed) {

    static final StoredDoubts NONE = new StoredDoubts(List.of(), List.of(), List.of());

    /** Returns what a run keeps as text. */
    static StoredDoubts of(@Nullable String text) {
        return text == null ? NONE : Json.read(text, new TypeReference<StoredDoubts>() {});
    }

    /** Returns the text to keep; null where there is nothing to tell. */
    @Nullable
    String text() {
        return open() == 0 && confirmed.isEmpty() ? null : Json.write(this);
    }

    /** Returns how many numbers still wait for a person to look. */
    int open() {
        return (int)
                (unlikely.stream().filter(d -> !confirmed.contains(d.metric())).count()
                        + mismatches.stream()
                                .filter(m -> !confirmed.contains(m.metric()))
                                .count());
    }
}
