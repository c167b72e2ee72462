package app.yarrowmark.server.standings;

import app.yarrowmark.core.rank.PoolPosition;
import app.yarrowmark.core.suite.Direction;
import app.yarrowmark.core.suite.Scale;
import app.yarrowmark.server.subjects.MovementView;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * The scores of one metric over the setups of one kind of device, with one of them marked.
 *
 * @param own the score of the setup asked for; absent if it has none
 * @param pool that one and the others, the best first; of many one at each place that a strip can show; empty unless on a
 *     ratio scale
 * @param scores how many there are in all
 * @param median of all; absent if there are none
 * @param plain the score of the setup on any other scale
 * @param plainPool how the setups of the kind share the values of a ladder or a check
 * @param gap why the setup has no reading that counts; absent if it has one
 */
public record ScorePoolView(
        String metric,
        String name,
        String unit,
        Scale scale,
        Direction better,
        @Nullable OwnScore own,
        List<PoolScore> pool,
        int scores,
        @Nullable Double median,
        @Nullable PlainView plain,
        List<PlainShare> plainPool,
        @Nullable String gap) {

    /**
     * A score where ratios mean nothing.
     *
     * @param words the value as people say it: a rung, a share of checks passed, or digits
     * @param low smallest reading in the same words
     */
    public record PlainView(String words, int count, String low, String high) {}

    /** How many setups of the pool have a value, the best or largest first. */
    public record PlainShare(String words, int setups) {}

    /**
     * A score with what is known of it.
     *
     * @param days on which it was read
     * @param reach of the 95 % interval above the score, as a share of it; absent where the noise is unknown
     * @param movement between days that was reckoned with
     * @param decimals digits after the point that the readings have
     * @param place among devices of the kind, each other one by its best setup that is not tuned, 1 is best
     * @param of how many devices those are
     */
    public record OwnScore(
            double value,
            int count,
            int days,
            @Nullable Double reach,
            MovementView movement,
            int decimals,
            int place,
            int of,
            PoolPosition.@Nullable Band band) {}

    /** A tick of a rule strip. */
    public record PoolScore(long setupId, String label, double value) {}
}
