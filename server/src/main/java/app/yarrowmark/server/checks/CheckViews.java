package app.yarrowmark.server.checks;

import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** What pages see of checks. */
public final class CheckViews {

    private CheckViews() {}

    /**
     * What looks wrong with one repeat.
     *
     * @param computed totals that were not typed, by metric key, as text
     * @param understood what was read where the text is not plain digits already, by metric key
     * @param unreadable what is no value on its metric's scale, with how to write it
     * @param unlikely values that are read and cannot well be right
     * @param mismatches totals that their parts do not come to
     * @param broken metrics that do not count in this setup, or as they were typed, with the words why
     */
    public record CheckView(
            Map<String, String> computed,
            Map<String, Understood> understood,
            Map<String, String> unreadable,
            List<DoubtView> unlikely,
            List<MismatchView> mismatches,
            Map<String, String> broken) {}

    /**
     * What a text was read as.
     *
     * @param digits plain digits in the metric's unit
     * @param other what else it could mean, likewise; absent if nothing
     * @param marked whether the text alone would not be read so: the run must say the digits
     */
    public record Understood(String digits, @Nullable String other, boolean marked) {}

    /**
     * A value outside of where it should fall.
     *
     * @param low lower end of the range, in the metric's unit
     * @param basis what the range rests on, in words
     */
    public record DoubtView(String metric, String text, double expected, double low, double high, String basis) {}

    /**
     * A total that its parts do not come to.
     *
     * @param computed what they come to, as text
     * @param difference how much more was typed than they come to, as text with its sign
     * @param corrections that would mend it, the likeliest first; empty if no single slip explains it
     */
    public record MismatchView(
            String metric, String text, String computed, String difference, List<CorrectionView> corrections) {}

    /**
     * One slip that would explain it.
     *
     * @param texts what would stand there instead, by metric key
     * @param words what went wrong, e.g. {@code 5 and 8 swapped}
     * @param share how likely beside the others, 0 to 1
     */
    public record CorrectionView(Map<String, String> texts, String words, double share) {}
}
