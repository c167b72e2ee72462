package app.yarrowmark.server.standings;

import app.yarrowmark.server.subjects.SubjectView;
import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Performance for what it costs.
 *
 * @param unit of the cost: a currency, or W
 * @param costs what cost can be asked for: {@code price}, or a metric in watts, with its words
 * @param lines of those with a known cost, the best value first
 * @param without those that are placed and whose cost is not known, and why
 */
record ValueView(String cost, String unit, List<CostChoice> costs, List<ValueLine> lines, List<NoCost> without) {

    /** A cost that can be asked for. */
    record CostChoice(String key, String words) {}

    /**
     * One subject.
     *
     * @param low lower end of the index against the reference, over 100 exactly if it is told apart from that; absent for the reference
     * @param cost in the unit
     * @param said what the cost is of: a variant, a day
     * @param on the day of a price
     * @param forEach index points for each hundred of the currency, or for each watt
     * @param efficient whether none is both better and cheaper
     * @param beatenBy one that is both; the best of those
     */
    record ValueLine(
            SubjectView subject,
            double index,
            @Nullable Double low,
            @Nullable Double high,
            double cost,
            String said,
            @Nullable LocalDate on,
            double forEach,
            boolean efficient,
            @Nullable String beatenBy) {}

    /** One whose cost is not known, and why. */
    record NoCost(SubjectView subject, String why) {}
}
