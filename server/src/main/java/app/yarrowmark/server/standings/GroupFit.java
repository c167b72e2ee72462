package app.yarrowmark.server.standings;

import app.yarrowmark.core.rank.AdditiveModel;
import app.yarrowmark.core.rank.Estimate;
import app.yarrowmark.core.rank.Island;
import app.yarrowmark.core.rank.ScoreMatrix;
import app.yarrowmark.core.suite.TestGroup;
import app.yarrowmark.server.scorebook.PoolMatrix;
import app.yarrowmark.server.scorebook.ScoreSnapshot;
import app.yarrowmark.server.scorebook.TestColumn;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.List;
import java.util.stream.IntStream;

/**
 * One group of tests fitted over a pool: its islands, the largest first.
 *
 * @param tests all tests that anyone in the pool has
 */
record GroupFit(TestGroup group, List<TestColumn> tests, List<Part> parts) {

    private static final long SEED = 20_260_401;

    /**
     * An island: subjects in a fixed order with their estimate.
     *
     * @param testCounts how many tests each of the subjects has
     */
    record Part(List<Long> setups, int tests, int[] testCounts, Estimate estimate) {

        int indexOf(long setup) {
            return setups.indexOf(setup);
        }
    }

    /** Returns the fit; without parts if nobody has a score. */
    static GroupFit of(TestGroup group, List<TestColumn> tests, Collection<Long> pool, ScoreSnapshot scores) {
        List<TestColumn> used = tests.stream()
                .filter(t ->
                        scores.column(t.metricId()).scores().keySet().stream().anyMatch(pool::contains))
                .toList();
        List<Long> setups = pool.stream()
                .filter(s -> used.stream()
                        .anyMatch(t -> scores.column(t.metricId()).scores().containsKey(s)))
                .sorted()
                .toList();
        if (setups.isEmpty()) {
            return new GroupFit(group, used, List.of());
        }
        ScoreMatrix matrix = PoolMatrix.of(used, setups, scores);
        List<Part> parts = new ArrayList<>();
        for (Island island : Island.of(matrix)) {
            parts.add(part(group, matrix, island, setups, parts.size()));
        }
        return new GroupFit(group, used, parts);
    }

    private static Part part(TestGroup group, ScoreMatrix matrix, Island island, List<Long> setups, int number) {
        ScoreMatrix own = matrix.part(island.subjects(), island.tests());
        // Groups must draw independently of each other, or their errors would seem to move together.
        long seed = SEED + 1000L * group.ordinal() + number;
        int[] counts = IntStream.range(0, own.subjects())
                .map(s -> (int) IntStream.range(0, own.tests())
                        .filter(m -> own.has(s, m))
                        .count())
                .toArray();
        return new Part(
                Arrays.stream(island.subjects()).mapToObj(setups::get).toList(),
                own.tests(),
                counts,
                AdditiveModel.fit(own).estimate(seed));
    }
}
