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
