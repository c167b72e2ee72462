package app.yarrowmark.core.rank;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Deque;
import java.util.List;

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
        List<List<Integer>> subjectsOfTest = new ArrayList<>();
        for (int m = 0; m < matrix.tests(); m++) {
            subjectsOfTest.add(new ArrayList<>());
        }
        for (int s = 0; s < matrix.subjects(); s++) {
            for (int k = matrix.from(s); k < matrix.from(s + 1); k++) {
                subjectsOfTest.get(matrix.testOf(k)).add(s);
            }
        }
        boolean[] subjectSeen = new boolean[matrix.subjects()];
        boolean[] testSeen = new boolean[matrix.tests()];
        List<Island> islands = new ArrayList<>();
        for (int s = 0; s < matrix.subjects(); s++) {
            if (!subjectSeen[s] && matrix.testsOf(s) > 0) {
                islands.add(from(s, matrix, subjectsOfTest, subjectSeen, testSeen));
            }
        }
        islands.sort(Comparator.comparingInt((Island i) -> i.subjects.length).reversed());
        return islands;
    }

    private static Island from(
            int start,
            ScoreMatrix matrix,
            List<List<Integer>> subjectsOfTest,
            boolean[] subjectSeen,
            boolean[] testSeen) {
        List<Integer> subjects = new ArrayList<>();
        List<Integer> tests = new ArrayList<>();
        Deque<Integer> open = new ArrayDeque<>(List.of(start));
        subjectSeen[start] = true;
        while (!open.isEmpty()) {
            int s = open.remove();
            subjects.add(s);
            for (int k = matrix.from(s); k < matrix.from(s + 1); k++) {
                int m = matrix.testOf(k);
                if (!testSeen[m]) {
                    testSeen[m] = true;
                    tests.add(m);
                    for (int other : subjectsOfTest.get(m)) {
                        if (!subjectSeen[other]) {
                            subjectSeen[other] = true;
                            open.add(other);
                        }
                    }
                }
            }
        }
        return new Island(sorted(subjects), sorted(tests));
    }

    private static int[] sorted(List<Integer> numbers) {
        return numbers.stream().mapToInt(Integer::intValue).sorted().toArray();
    }
}
