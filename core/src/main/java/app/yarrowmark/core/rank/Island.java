package app.yarrowmark.core.rank;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;

/**
 * Subjects and tests that hang together through scores: one connected part of the subject–test graph. Subjects of
 * different islands share no test, even indirectly, and cannot be ranked against each other.
 *
 * @param subjects row numbers, ascending
 * @param tests column numbers, ascending
 */
public record Island(int[] subjects, int[] tests) {

    /** Returns the islands, the largest first; a subject without any score is in none. */
    public static List<Island> of(ScoreMatrix matrix) {
        int[] joined = joinedTests(matrix);
        Map<Integer, List<Integer>> subjects = new LinkedHashMap<>();
        for (int s = 0; s < matrix.subjects(); s++) {
            if (matrix.testsOf(s) > 0) {
                subjects.computeIfAbsent(joined[matrix.testOf(matrix.from(s))], k -> new ArrayList<>())
                        .add(s);
            }
        }
        return subjects.entrySet().stream()
                .map(e -> new Island(
                        e.getValue().stream().mapToInt(Integer::intValue).toArray(),
                        IntStream.range(0, joined.length)
                                .filter(m -> joined[m] == e.getKey())
                                .toArray()))
                .sorted(Comparator.comparingInt((Island i) -> i.subjects.length).reversed())
                .toList();
    }

    /**
     * Returns what of the island can be ranked: subjects with two tests or more, in tests that two of them or more have. One
     * with a single test says nothing of the others beside it; it is left out, as is a test that is left with one subject, until
     * nothing changes. Empty where nothing hangs together so.
     */
    public Island core(ScoreMatrix matrix) {
        boolean[] in = new boolean[matrix.subjects()];
        IntStream.of(subjects).forEach(s -> in[s] = true);
        int[] having = new int[matrix.tests()];
        for (int s : subjects) {
            for (int i = matrix.from(s); i < matrix.from(s + 1); i++) {
                having[matrix.testOf(i)]++;
            }
        }
        boolean changed = true;
        while (changed) {
            changed = false;
            for (int s : subjects) {
                if (in[s] && tests(matrix, s, having) < 2) {
                    in[s] = false;
                    changed = true;
                    for (int i = matrix.from(s); i < matrix.from(s + 1); i++) {
                        having[matrix.testOf(i)]--;
                    }
                }
            }
        }
        return new Island(
                IntStream.of(subjects).filter(s -> in[s]).toArray(),
                IntStream.of(tests).filter(m -> having[m] > 1).toArray());
    }

    /** How many tests a subject has that another still has too. */
    private static int tests(ScoreMatrix matrix, int subject, int[] having) {
        int count = 0;
        for (int i = matrix.from(subject); i < matrix.from(subject + 1); i++) {
            count += having[matrix.testOf(i)] > 1 ? 1 : 0;
        }
        return count;
    }

    /** For each test the one that stands for all that hang together with it. */
    private static int[] joinedTests(ScoreMatrix matrix) {
        int[] parent = IntStream.range(0, matrix.tests()).toArray();
        for (int s = 0; s < matrix.subjects(); s++) {
            int first = -1;
            for (int k = matrix.from(s); k < matrix.from(s + 1); k++) {
                int root = root(parent, matrix.testOf(k));
                if (first < 0) {
                    first = root;
                } else {
                    parent[root] = first;
                }
            }
        }
        return IntStream.range(0, parent.length).map(m -> root(parent, m)).toArray();
    }

    private static int root(int[] parent, int test) {
        int at = test;
        while (parent[at] != at) {
            parent[at] = parent[parent[at]];
            at = parent[at];
        }
        return at;
    }
}
