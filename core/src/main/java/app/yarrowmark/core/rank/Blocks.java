package app.yarrowmark.core.rank;

import java.util.Arrays;

/** The cells of a matrix by subject and suite: a block each. Tests of one suite stand next to each other. */
final class Blocks {

    private final ScoreMatrix matrix;
    /** Blocks of subject s are from {@code ofSubject[s]} to before {@code ofSubject[s + 1]}. */
    private final int[] ofSubject;
    /** Cells of block b are from {@code from[b]} to before {@code from[b + 1]}. */
    private final int[] from;

    private final int suites;

    /** @param matrix with the tests of each suite next to each other */
    Blocks(ScoreMatrix matrix) {
        this.matrix = matrix;
        this.ofSubject = new int[matrix.subjects() + 1];
        int[] starts = new int[matrix.cells() + 1];
        int count = 0;
        for (int s = 0; s < matrix.subjects(); s++) {
            for (int i = matrix.from(s); i < matrix.from(s + 1); i++) {
                if (i == matrix.from(s) || suiteOf(i) != suiteOf(i - 1)) {
                    starts[count++] = i;
                }
            }
            ofSubject[s + 1] = count;
        }
        starts[count] = matrix.cells();
        this.from = Arrays.copyOf(starts, count + 1);
        this.suites = (int) Arrays.stream(matrix.suites()).distinct().count();
    }

    private int suiteOf(int cell) {
        return matrix.suiteOf(matrix.testOf(cell));
    }

    int count() {
        return from.length - 1;
    }

    int suites() {
        return suites;
    }

    /** Returns the first block of a subject; its blocks end where those of the next begin. */
    int first(int subject) {
        return ofSubject[subject];
    }

    /** Returns the first cell of a block; its cells end where those of the next begin. */
    int from(int block) {
        return from[block];
    }

    int tests(int block) {
        return from[block + 1] - from[block];
    }

    int suite(int block) {
        return suiteOf(from[block]);
    }
}
