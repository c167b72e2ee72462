package app.yarrowmark.server.standings;

import app.yarrowmark.core.rank.Placing;
import app.yarrowmark.core.rank.PoolPosition;
import app.yarrowmark.core.suite.TestGroup;
import app.yarrowmark.server.standings.StandingsView.GroupPlaceView;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

/**
 * The order of the largest island of one group, by its own fit.
 *
 * @param rising how good its subjects are on a log scale, the worst first
 * @param positions of its subjects, by row
 * @param middle row of the subject in the middle
 */
record GroupOrder(TestGroup group, GroupFit.Part part, double[] rising, PoolPosition[] positions, int middle) {

    private static final int MOST_INDEXES = 400;

    /** Returns the order of every group that anyone in the pool has; found once for a fit. */
    static List<GroupOrder> of(PoolFits fits) {
        return fits.remember(
                "orders",
                () -> fits.byGroup().values().stream()
                        .filter(f -> !f.parts().isEmpty())
                        .map(GroupOrder::of)
                        .toList());
    }

    private static GroupOrder of(GroupFit fit) {
        GroupFit.Part part = fit.parts().get(0);
        double[] theta = part.theta();
        double[] rising = theta.clone();
        Arrays.sort(rising);
        return new GroupOrder(fit.group(), part, rising, PoolPosition.all(theta), Placing.middle(theta));
    }

    private double hundred(int reference) {
        int row = part.rowOf(reference);
        return part.theta()[row < 0 ? middle : row];
    }

    /**
     * Returns where a subject of the pool stands; empty if it is not in the island.
     *
     * @param reference number in the pool of the subject that is 100; the one in the middle if it is not in the island
     */
    Optional<GroupPlaceView> placeOf(int subject, int reference) {
        int row = part.rowOf(subject);
        return row < 0
                ? Optional.empty()
                : Optional.of(new GroupPlaceView(
                        group,
                        100 * Math.exp(part.theta()[row] - hundred(reference)),
                        positions[row].place(),
                        positions[row].of(),
                        positions[row].percentile(),
                        positions[row].band().orElse(null)));
    }

    /** Returns the indexes, rising; thinned where there are many. */
    List<Double> indexes(int reference) {
        double hundred = hundred(reference);
        int shown = Math.min(rising.length, MOST_INDEXES);
        return IntStream.range(0, shown)
                .map(i -> shown == 1 ? 0 : (int) Math.round(i * (rising.length - 1.0) / (shown - 1)))
                .mapToObj(at -> 100 * Math.exp(rising[at] - hundred))
                .toList();
    }
}
