package app.yarrowmark.server.standings;

import app.yarrowmark.core.rank.AdditiveFit;
import app.yarrowmark.core.rank.AdditiveModel;
import app.yarrowmark.core.rank.Estimate;
import app.yarrowmark.core.rank.Island;
import app.yarrowmark.core.rank.Lines;
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
import org.jspecify.annotations.Nullable;

/**
 * One group of tests fitted over a pool: its islands, the largest first.
 *
 * @param asked all tests it was to be fitted to
 * @param tests those that anyone in the pool has
 * @param alone numbers in the pool of those with one test beside which nothing of theirs can be held: they have no place
 */
record GroupFit(
        TestGroup group, List<TestColumn> asked, List<TestColumn> tests, List<Part> parts, List<Integer> alone) {

    private static final long SEED = 20_260_401;

    /** An island, as far as its subjects can be ranked together. */
    static final class Part {

        private final List<Integer> subjects;
        private final List<TestColumn> tests;
        private final AdditiveFit fit;
        private final @Nullable Steepness steepness;
        private final long seed;

        private Part(
                List<Integer> subjects,
                List<TestColumn> tests,
                AdditiveFit fit,
                @Nullable Steepness steepness,
                long seed) {
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

        /** Returns whether there is one test only, so that this is an order and no standing. */
        boolean isOneTest() {
            return tests.size() == 1;
        }

        /** Returns the fit; rows and columns in the order of subjects and tests. */
        AdditiveFit fit() {
            return fit;
        }

        /** Returns how good each of them is on a log scale, up is better; with the steepness of tests in mind where asked. */
        double[] theta() {
            return steepness == null ? fit.theta() : steepness.theta();
        }

        /** Returns the steepness of a test that the places allow for; 1 where they do not. */
        double steepness(int test) {
            return steepness == null ? 1 : steepness.steepness()[test];
        }

        /** Returns the logarithm that is expected of a cell, up is better, what the suite is to the subject left out. */
        double expected(int row, int test) {
            return steepness == null
                    ? fit.mu()[test] + fit.theta()[row]
                    : steepness.mu()[test]
                            + steepness.steepness()[test] * steepness.theta()[row];
        }

        /** Returns the lines by which they are told apart; of no length where there is one test only. */
        Lines lines() {
            return isOneTest() ? new Lines(theta(), new double[theta().length]) : Lines.of(estimate());
        }

        /** Returns the estimate. */
        Estimate estimate() {
            Estimate usual = fit.estimate(seed);
            return new Estimate(theta(), usual.quasiVariance(), usual.draws());
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

        /** Returns the name of a suite, by its number in the fit. */
        String suite(int number) {
            return IntStream.range(0, tests.size())
                    .filter(m -> fit.matrix().suiteOf(m) == number)
                    .mapToObj(m -> tests.get(m).suite().sheet().name())
                    .findFirst()
                    .orElseThrow();
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
                matrix.endTest(test);
            }
        }
        ScoreMatrix whole = matrix.build();
        List<Part> parts = new ArrayList<>();
        List<Integer> alone = new ArrayList<>();
        for (Island island : Island.of(whole)) {
            Island ranked = ranked(whole, island);
            parts.add(part(group, whole, ranked, used, parts.size(), steep));
            IntStream.of(island.subjects())
                    .filter(s -> Arrays.binarySearch(ranked.subjects(), s) < 0)
                    .forEach(alone::add);
        }
        return new GroupFit(group, asked, used, parts, alone);
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

    /** What can be ranked of an island: what hangs together by two tests or more, or else those who have the same one. */
    private static Island ranked(ScoreMatrix matrix, Island island) {
        Island core = island.core(matrix);
        if (core.subjects().length > 0) {
            return core;
        }
        int test = IntStream.of(island.tests())
                .boxed()
                .max(Comparator.comparingLong(
                                (Integer m) -> having(matrix, island, m).count())
                        .thenComparing(Comparator.reverseOrder()))
                .orElseThrow();
        return new Island(having(matrix, island, test).toArray(), new int[] {test});
    }

    private static IntStream having(ScoreMatrix matrix, Island island, int test) {
        return IntStream.of(island.subjects()).filter(s -> matrix.has(s, test));
    }

    private static Part part(
            TestGroup group, ScoreMatrix matrix, Island island, List<TestColumn> tests, int number, boolean steep) {
        // Groups must draw independently of each other, or their errors would seem to move together.
        long seed = SEED + 1000L * group.ordinal() + number;
        AdditiveFit fit = AdditiveModel.fit(matrix.part(island.subjects(), island.tests()));
        return new Part(
                IntStream.of(island.subjects()).boxed().toList(),
                Arrays.stream(island.tests()).mapToObj(tests::get).toList(),
                fit,
                steep ? Steepness.of(fit) : null,
                seed);
    }
}
