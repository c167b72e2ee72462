package app.yarrowmark.server.runs;

import app.yarrowmark.server.checks.CheckViews.DoubtView;
import app.yarrowmark.server.checks.CheckViews.MismatchView;
import java.util.List;

/**
 * What looks wrong with a kept run, and what a person confirmed to be right.
 *
 * @param confirmed keys of metrics that were looked at and are as the device said
 */
public record StoredDoubts(List<DoubtView> unlikely, List<MismatchView> mismatches, List<String> confirmed) {

    static final StoredDoubts NONE = new StoredDoubts(List.of(), List.of(), List.of());

    /** Returns how many numbers still wait for a person to look. */
    int open() {
        return (int)
                (unlikely.stream().filter(d -> !confirmed.contains(d.metric())).count()
                        + mismatches.stream()
                                .filter(m -> !confirmed.contains(m.metric()))
                                .count());
    }
}
