package app.yarrowmark.core.rank;

import java.util.Arrays;
import java.util.stream.IntStream;

/**
 * Scores of subjects (rows) in tests (columns), logarithms turned so that up is better. Most cells of a large pool are
 * missing, so only those that are there are kept: by row, and in a row by column.
 */
public final class ScoreMatrix {

    private final int subjects;
    private final int tests;
    /** Cells of row s are from {@code start[s]} to before {@code start[s + 1]}. */
    private final int[] start;

    private final int[] test;
    private final double[] log;
    private final double[] variance;
    /** The suite of each test. */
    private final int[] suite;

    private ScoreMatrix(int subjects, int[] start, int[] test, double[] log, double[] variance, int[] suite) {
        this.subjects = subjects;
        this.tests = suite.length;
        this.suite = suite;
        this.start = start;
        this.test = test;
        this.log = log;
        this.variance = variance;
    }

    /** Returns the matrix, every test a suite of its own. */
    public static ScoreMatrix of(double[][] log, double[][] variance) {
        return of(log, variance, each(log.length == 0 ? 0 : log[0].length));
    }

    private static int[] each(int count) {
        return IntStream.range(0, count).toArray();
    }

    /**
     * Returns the matrix.
     *
     * @param log subject by test; NaN where there is no score
     * @param variance se² of each logarithm, same shape; ignored where there is no score
     * @param suites of each test, counted from 0
     * @throws IllegalArgumentException if the shapes differ, or a present cell is infinite or has no variance ≥ 0
     */
    public static ScoreMatrix of(double[][] log, double[][] variance, int[] suites) {
        if (log.length != variance.length) {
            throw new IllegalArgumentException(log.length + " rows of scores, " + variance.length + " of variances");
        }
        int columns = suites.length;
        Builder builder = new Builder(suites);
        for (int s = 0; s < log.length; s++) {
            if (log[s].length != columns || variance[s].length != columns) {
                throw new IllegalArgumentException("row " + s + " has another length than the first");
            }
            for (int m = 0; m < columns; m++) {
                if (!Double.isNaN(log[s][m])) {
                    builder.add(m, log[s][m], variance[s][m]);
                }
            }
            builder.endRow();
        }
        return builder.build();
    }

    /** Puts a matrix together row by row. */
    public static final class Builder {

        private final int[] suites;
        private int[] start;
        private int rows;
        private int cells;
        private int[] test;
        private double[] log;
        private double[] variance;

        /** Starts a matrix of a column for each of some tests, told by their suites. */
        public Builder(int[] suites) {
            this(suites, 16, 64);
        }

        /** Starts a matrix that is expected to get so many rows and cells. */
        public Builder(int[] suites, int rows, int cells) {
            this.suites = suites.clone();
            this.start = new int[rows + 1];
            this.test = new int[cells];
            this.log = new double[cells];
            this.variance = new double[cells];
        }

        /**
         * Adds a cell to the row at hand; columns come in rising order.
         *
         * @throws IllegalArgumentException if the score is not finite, has no variance ≥ 0, or is out of order
         */
        public Builder add(int column, double value, double squaredError) {
            if (!Double.isFinite(value) || !(squaredError >= 0 && Double.isFinite(squaredError))) {
                throw new IllegalArgumentException("cell " + rows + "," + column + " has no usable score");
            }
            if (column < 0 || column >= suites.length || (cells > start[rows] && test[cells - 1] >= column)) {
                throw new IllegalArgumentException("cell " + rows + "," + column + " is out of order");
            }
            if (cells == test.length) {
                int more = 2 * cells + 1;
                test = Arrays.copyOf(test, more);
                log = Arrays.copyOf(log, more);
                variance = Arrays.copyOf(variance, more);
            }
            test[cells] = column;
            log[cells] = value;
            variance[cells++] = squaredError;
            return this;
        }

        /** Ends the row at hand, which may be empty. */
        public Builder endRow() {
            if (rows + 2 > start.length) {
                start = Arrays.copyOf(start, 2 * start.length);
            }
            start[++rows] = cells;
            return this;
        }

        /** Returns the matrix of the rows that were ended; nothing is to be added after that. */
        public ScoreMatrix build() {
            return new ScoreMatrix(
                    rows,
                    start.length == rows + 1 ? start : Arrays.copyOf(start, rows + 1),
                    cells == test.length ? test : Arrays.copyOf(test, cells),
                    cells == log.length ? log : Arrays.copyOf(log, cells),
                    cells == variance.length ? variance : Arrays.copyOf(variance, cells),
                    suites);
        }
    }

    /** Returns how many subjects there are. */
    public int subjects() {
        return subjects;
    }

    /** Returns how many tests there are. */
    public int tests() {
        return tests;
    }

    /** Returns the suite that a test lies in. */
    public int suiteOf(int column) {
        return suite[column];
    }

    /** Returns the suite of each test. */
    int[] suites() {
        return suite.clone();
    }

    /** Returns how many cells hold a score. */
    public int cells() {
        return test.length;
    }

    /** Orders two subjects by the tests they have; 0 if these are the same. */
    int compareTests(int a, int b) {
        return Arrays.compare(test, start[a], start[a + 1], test, start[b], start[b + 1]);
    }

    /** Returns the number of a subject's first cell; its cells end where those of the next begin. */
    int from(int subject) {
        return start[subject];
    }

    /** Returns the test of a cell. */
    int testOf(int cell) {
        return test[cell];
    }

    double logOf(int cell) {
        return log[cell];
    }

    double varianceOf(int cell) {
        return variance[cell];
    }

    /** Returns the number of a cell; negative if there is no score. */
    int cell(int subject, int column) {
        return Arrays.binarySearch(test, start[subject], start[subject + 1], column);
    }

    /** Returns whether the subject has a score in the test. */
    public boolean has(int subject, int column) {
        return cell(subject, column) >= 0;
    }

    /** Returns how many tests a subject has. */
    public int testsOf(int subject) {
        return start[subject + 1] - start[subject];
    }

    /** Returns the logarithm of the score, up is better; NaN where there is none. */
    public double log(int subject, int column) {
        int cell = cell(subject, column);
        return cell < 0 ? Double.NaN : log[cell];
    }

    /** Returns se² of the logarithm; NaN where there is no score. */
    public double variance(int subject, int column) {
        int cell = cell(subject, column);
        return cell < 0 ? Double.NaN : variance[cell];
    }

    /** Returns the matrix of the chosen rows and columns, in the order given. */
    public ScoreMatrix part(int[] rows, int[] columns) {
        if (isEach(rows, subjects) && isEach(columns, tests)) {
            return this;
        }
        int[] place = new int[tests];
        Arrays.fill(place, -1);
        for (int i = 0; i < columns.length; i++) {
            place[columns[i]] = i;
        }
        Builder builder = new Builder(IntStream.of(columns).map(m -> suite[m]).toArray());
        int[] cellAt = new int[columns.length];
        for (int row : rows) {
            Arrays.fill(cellAt, -1);
            for (int cell = start[row]; cell < start[row + 1]; cell++) {
                if (place[test[cell]] >= 0) {
                    cellAt[place[test[cell]]] = cell;
                }
            }
            for (int m = 0; m < cellAt.length; m++) {
                if (cellAt[m] >= 0) {
                    builder.add(m, log[cellAt[m]], variance[cellAt[m]]);
                }
            }
            builder.endRow();
        }
        return builder.build();
    }

    private static boolean isEach(int[] numbers, int count) {
        boolean each = numbers.length == count;
        for (int i = 0; each && i < count; i++) {
            each = numbers[i] == i;
        }
        return each;
    }

    /** Returns the matrix with its rows in another order. */
    ScoreMatrix inOrder(int[] rows) {
        int[] newStart = new int[subjects + 1];
        int[] newTest = new int[test.length];
        double[] newLog = new double[test.length];
        double[] newVariance = new double[test.length];
        for (int i = 0; i < subjects; i++) {
            int count = testsOf(rows[i]);
            System.arraycopy(test, start[rows[i]], newTest, newStart[i], count);
            System.arraycopy(log, start[rows[i]], newLog, newStart[i], count);
            System.arraycopy(variance, start[rows[i]], newVariance, newStart[i], count);
            newStart[i + 1] = newStart[i] + count;
        }
        return new ScoreMatrix(subjects, newStart, newTest, newLog, newVariance, suite);
    }

    /** Returns the matrix with one cell emptied. */
    public ScoreMatrix without(int subject, int column) {
        Builder builder = new Builder(suite);
        for (int s = 0; s < subjects; s++) {
            for (int k = start[s]; k < start[s + 1]; k++) {
                if (s != subject || test[k] != column) {
                    builder.add(test[k], log[k], variance[k]);
                }
            }
            builder.endRow();
        }
        return builder.build();
    }
}
