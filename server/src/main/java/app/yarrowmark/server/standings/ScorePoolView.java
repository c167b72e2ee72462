package app.yarrowmark.server.standings;

import app.yarrowmark.core.rank.PoolPosition;
import app.yarrowmark.core.suite.Direction;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * The scores of one metric over the setups of one kind of device, with one of them marked.
 *
 * @param own the score of the setup asked for; absent if it has none
 * @param pool all of them, that one included, the best first
 */
public record ScorePoolView(
        String metric,
        String name,
        String unit,
        Direction better,
        @Nullable OwnScore own,
        List<PoolScore> pool) {

    /**
     * A score with what is known of it.
     *
     * @param relativeError standard error as a share of the score; absent where the noise is unknown
     * @param decimals digits after the point that the readings have
     */
    public record OwnScore(
            double value,
            int count,
            @Nullable Double relativeError,
            int decimals,
            int place,
            int of,
            PoolPosition.@Nullable Band band) {}

    /** A tick of a rule strip. */
    public record PoolScore(long setupId, String label, double value) {}
}
