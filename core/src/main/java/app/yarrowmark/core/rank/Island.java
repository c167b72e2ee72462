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
        boolean[] subjectSeen = new boolean[matrix.subjects()];
        boolean[] testSeen = new boolean[matrix.tests()];
        List<Island> islands = new ArrayList<>();
        for (int s = 0; s < matrix.subjects(); s++) {
            if (!subjectSeen[s]) {
                Island island = from(s, matrix, subjectSeen, testSeen);
                if (island.tests.length > 0) {
                    islands.add(island);
                }
            }
        }
        islands.sort(Comparator.comparingInt((Island i) -> i.subjects.length).reversed());
        return islands;
    }

    private static Island from(int start, ScoreMatrix matrix, boolean[] subjectSeen, boolean[] testSeen) {
        List<Integer> subjects = new ArrayList<>();
        List<Integer> tests = new ArrayList<>();
        Deque<Integer> open = new ArrayDeque<>(List.of(start));
        subjectSeen[start] = true;
        while (!open.isEmpty()) {
            int s = open.remove();
            subjects.add(s);
            for (int m = 0; m < matrix.tests(); m++) {
                if (matrix.has(s, m) && !testSeen[m]) {
                    testSeen[m] = true;
                    tests.add(m);
                    for (int other = 0; other < matrix.subjects(); other++) {
                        if (matrix.has(other, m) && !subjectSeen[other]) {
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
