package app.yarrowmark.server.standings;

import app.yarrowmark.core.rank.AdditiveFit;
import app.yarrowmark.core.rank.AdditiveModel;
import app.yarrowmark.core.rank.Estimate;
import app.yarrowmark.core.rank.Island;
import app.yarrowmark.core.rank.ScoreMatrix;
import app.yarrowmark.core.rank.Steepness;
import app.yarrowmark.core.score.Score;
import app.yarrowmark.core.suite.TestGroup;
import app.yarrowmark.server.scorebook.PoolMatrix;
import app.yarrowmark.server.scorebook.ScoreSnapshot;
import app.yarrowmark.server.scorebook.TestColumn;
import app.yarrowmark.server.subjects.Subject;
import app.yarrowmark.server.subjects.SubjectScores;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;

/**
 * One group of tests fitted over a pool: its islands, the largest first.
 *
 * @param tests all tests that anyone in the pool has
 */
record GroupFit(TestGroup group, List<TestColumn> tests, List<Part> parts) {

    private static final long SEED = 20_260_401;

    /**
     * An island.
     *
     * @param subjects numbers in the pool of those in it, rising
     * @param tests that hang together
     * @param fit rows and columns in the order of the two lists
     * @param steepness of each test that the fit allows for; all 1 where it does not
     */
    record Part(
            List<Integer> subjects, List<TestColumn> tests, AdditiveFit fit, double[] steepness, Estimate estimate) {

        /** Returns the row of a subject of the pool; -1 if it is not in the island. */
        int rowOf(int subject) {
            int at = Collections.binarySearch(subjects, subject);
            return Math.max(-1, at);
        }

        /** Returns how many of the tests the subject in a row has. */
        int testsOf(int row) {
            return fit.matrix().testsOf(row);
        }

        /** Returns the share of the subjects that have a test, by its place among the tests. */
        double share(int test) {
            return IntStream.range(0, subjects.size())
                            .filter(row -> fit.matrix().has(row, test))
                            .count()
                    / (double) subjects.size();
        }
    }

    /**
     * Returns the fit; without parts if nobody has a score.
     *
     * @param steep whether tests are brought to one steepness first
     */
    static GroupFit of(
            TestGroup group,
            List<TestColumn> tests,
            List<Subject> pool,
            SubjectScores scores,
            ScoreSnapshot book,
            boolean steep) {
        Map<Long, Integer> rowOfSetup = new HashMap<>();
        List<Integer> joint = new ArrayList<>();
        for (int s = 0; s < pool.size(); s++) {
            Long setup = pool.get(s).isPlain() ? pool.get(s).setup() : null;
            if (setup == null) {
                joint.add(s);
            } else {
                rowOfSetup.put(setup, s);
            }
        }
        List<TestColumn> used = new ArrayList<>();
        PoolMatrix matrix = new PoolMatrix(pool.size());
        for (TestColumn test : tests) {
            Map<Integer, Score> byRow = new HashMap<>();
            if (!rowOfSetup.isEmpty()) {
                book.column(test.metricId()).scores().forEach((setup, score) -> {
                    Integer row = rowOfSetup.get(setup);
                    if (row != null) {
                        byRow.put(row, score);
                    }
                });
            }
            joint.forEach(s -> scores.of(pool.get(s), test).ifPresent(f -> byRow.put(s, f.score())));
            if (!byRow.isEmpty()) {
                used.add(test);
                matrix.add(test, byRow);
            }
        }
        ScoreMatrix whole = matrix.build();
        List<Part> parts = new ArrayList<>();
        for (Island island : Island.of(whole)) {
            parts.add(part(group, whole, island, used, parts.size(), steep));
        }
        return new GroupFit(group, used, parts);
    }

    private static Part part(
            TestGroup group, ScoreMatrix matrix, Island island, List<TestColumn> tests, int number, boolean steep) {
        // Groups must draw independently of each other, or their errors would seem to move together.
        long seed = SEED + 1000L * group.ordinal() + number;
        ScoreMatrix own = matrix.part(island.subjects(), island.tests());
        double[] usual = new double[own.tests()];
        Arrays.fill(usual, 1);
        Steepness.Levelled level = steep ? Steepness.fit(own) : new Steepness.Levelled(usual, AdditiveModel.fit(own));
        return new Part(
                IntStream.of(island.subjects()).boxed().toList(),
                Arrays.stream(island.tests()).mapToObj(tests::get).toList(),
                level.fit(),
                level.steepness(),
                level.fit().estimate(seed));
    }
}
