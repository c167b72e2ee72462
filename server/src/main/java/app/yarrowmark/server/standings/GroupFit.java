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
import java.util.BitSet;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;

/**
 * One group of tests fitted over a pool: its islands, the largest first.
 *
 * @param asked all tests it was to be fitted to
 * @param tests those that anyone in the pool has
 */
record GroupFit(TestGroup group, List<TestColumn> asked, List<TestColumn> tests, List<Part> parts) {

    private static final long SEED = 20_260_401;

    /** An island. */
    static final class Part {

        private final List<Integer> subjects;
        private final List<TestColumn> tests;
        private final AdditiveFit fit;
        private final double[] steepness;
        private final long seed;

        private Part(List<Integer> subjects, List<TestColumn> tests, AdditiveFit fit, double[] steepness, long seed) {
            this.subjects = subjects;
            this.tests = tests;
            this.fit = fit;
            this.steepness = steepness;
            this.seed = seed;
        }

        /** Returns the numbers in the pool of those in it, rising. */
        List<Integer> subjects() {
            return subjects;
        }

        /** Returns the tests that hang together. */
        List<TestColumn> tests() {
            return tests;
        }

        /** Returns the fit; rows and columns in the order of subjects and tests. */
        AdditiveFit fit() {
            return fit;
        }

        /** Returns the steepness of each test that the fit allows for; all 1 where it does not. */
        double[] steepness() {
            return steepness;
        }

        /** Returns the estimate, drawn anew: whoever asks keeps what follows from the draws rather than them. */
        Estimate estimate() {
            return fit.estimate(seed);
        }

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
            List<TestColumn> asked,
            List<Subject> pool,
            SubjectScores scores,
            ScoreSnapshot book,
            boolean steep) {
        int[] plain = IntStream.range(0, pool.size())
                .filter(s -> pool.get(s).isPlain() && pool.get(s).setup() != null)
                .boxed()
                .sorted(Comparator.comparingLong(s -> pool.get(s).setup()))
                .mapToInt(Integer::intValue)
                .toArray();
        long[] setups = IntStream.of(plain).mapToLong(s -> pool.get(s).setup()).toArray();
        BitSet joint = new BitSet();
        joint.set(0, pool.size());
        IntStream.of(plain).forEach(joint::clear);
        List<TestColumn> used = new ArrayList<>();
        PoolMatrix matrix = new PoolMatrix(pool.size());
        for (TestColumn test : asked) {
            Map<Long, Score> column = book.column(test.metricId()).scores();
            // Whichever are fewer: a small pool does not go through all that was ever measured.
            if (setups.length < column.size()) {
                for (int i = 0; i < setups.length; i++) {
                    Score score = column.get(setups[i]);
                    if (score != null) {
                        matrix.add(test, plain[i], score);
                    }
                }
            } else {
                Rising rising = new Rising(setups);
                column.forEach((setup, score) -> {
                    int i = rising.find(setup);
                    if (i >= 0) {
                        matrix.add(test, plain[i], score);
                    }
                });
            }
            joint.stream().forEach(s -> scores.of(pool.get(s), test).ifPresent(f -> matrix.add(test, s, f.score())));
            if (matrix.hasAny()) {
                used.add(test);
                matrix.endTest();
            }
        }
        ScoreMatrix whole = matrix.build();
        List<Part> parts = new ArrayList<>();
        for (Island island : Island.of(whole)) {
            parts.add(part(group, whole, island, used, parts.size(), steep));
        }
        return new GroupFit(group, asked, used, parts);
    }

    /** Finds numbers in a rising list; quickest if they are asked for as they rise. */
    private static final class Rising {

        private final long[] numbers;
        private int next;

        Rising(long[] numbers) {
            this.numbers = numbers;
        }

        /** Returns the place; negative if it is not there. */
        int find(long number) {
            if (next > 0 && numbers[next - 1] >= number) {
                next = 0;
            }
            while (next < numbers.length && numbers[next] < number) {
                next++;
            }
            return next < numbers.length && numbers[next] == number ? next : -1;
        }
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
                seed);
    }
}
