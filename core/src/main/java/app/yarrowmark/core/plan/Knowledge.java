package app.yarrowmark.core.plan;

import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import org.hipparchus.linear.Array2DRowRealMatrix;
import org.hipparchus.linear.ArrayRealVector;
import org.hipparchus.linear.CholeskyDecomposition;
import org.hipparchus.linear.DecompositionSolver;
import org.jspecify.annotations.Nullable;

/**
 * How well one group of tests knows its subjects: the covariance of their places in the additive model with suites, which changes
 * as cells are measured again or for the first time. What the cells come to does not matter for it.
 */
final class Knowledge {

    /** Keeps tests that hang together with nothing from making the system singular. */
    private static final double RIDGE = 1e-9;

    /** Weight of each cell, subject by test; 0 where there is none. */
    private final double[][] weight;

    private final int[] suites;
    private final double taste;
    private final int focus;
    /** What all but the subject of interest say of the tests' levels. */
    private final double[][] others;

    private @Nullable DecompositionSolver solver;

    /**
     * Knowledge of what was measured.
     *
     * @param weight subject by test, is kept
     * @param suites of each test
     * @param taste σ_η²
     */
    Knowledge(double[][] weight, int[] suites, double taste, int focus) {
        this.weight = weight;
        this.suites = suites;
        this.taste = taste;
        this.focus = focus;
        this.others = new double[suites.length][suites.length];
        for (int s = 0; s < weight.length; s++) {
            if (s != focus) {
                add(others, row(s));
            }
        }
    }

    private Knowledge(Knowledge of) {
        this.weight = of.weight.clone();
        this.weight[of.focus] = of.weight[of.focus].clone();
        this.suites = of.suites;
        this.taste = of.taste;
        this.focus = of.focus;
        this.others = of.others;
    }

    Knowledge copy() {
        return new Knowledge(this);
    }

    /** What one subject's place rests on: p, and the share u/p of each test. */
    private record Row(double total, double[] weight, double[] left, double[] share) {}

    private Row row(int subject) {
        double[] w = weight[subject];
        double[] ofSuite = new double[IntStream.of(suites).max().orElse(0) + 1];
        for (int m = 0; m < w.length; m++) {
            ofSuite[suites[m]] += w[m];
        }
        double[] left = Arrays.stream(ofSuite).map(all -> 1 / (1 + taste * all)).toArray();
        double total = 0;
        double[] share = new double[w.length];
        for (int m = 0; m < w.length; m++) {
            share[m] = w[m] * left[suites[m]];
            total += share[m];
        }
        for (int m = 0; m < w.length && total > 0; m++) {
            share[m] /= total;
        }
        return new Row(total, w, left, share);
    }

    /** Adds Ω − uuᵀ/p of a subject. */
    private void add(double[][] to, Row row) {
        for (int a = 0; a < suites.length && row.total > 0; a++) {
            if (row.weight[a] == 0) {
                continue;
            }
            to[a][a] += row.weight[a];
            for (int b = 0; b < suites.length; b++) {
                double common =
                        suites[a] == suites[b] ? taste * row.left[suites[a]] * row.weight[a] * row.weight[b] : 0;
                to[a][b] -= common + row.share[a] * row.share[b] * row.total;
            }
        }
    }

    /** Whether the subject of interest shares a test with another. */
    boolean isPlaced() {
        return IntStream.range(0, suites.length)
                .anyMatch(m -> weight[focus][m] > 0
                        && IntStream.range(0, weight.length).anyMatch(s -> s != focus && weight[s][m] > 0));
    }

    /** Adds weight to a cell of the subject of interest. */
    void add(int test, double more) {
        weight[focus][test] += more;
        solver = null;
    }

    /** Mean variance of the difference between the subject of interest and each of some others, of those that have a place. */
    double meanVariance(List<Integer> those) {
        return those.stream()
                .mapToDouble(this::variance)
                .filter(v -> !Double.isNaN(v))
                .average()
                .orElse(0);
    }

    /** Variance of the difference between the subject of interest and another; NaN where that has no cell. */
    double variance(int other) {
        if (Arrays.stream(weight[other]).noneMatch(w -> w > 0)) {
            return Double.NaN;
        }
        if (!isPlaced()) {
            throw new IllegalStateException("the subject of interest has no cell in common with others");
        }
        Row mine = row(focus);
        Row theirs = row(other);
        double[] apart = new double[suites.length];
        Arrays.setAll(apart, m -> mine.share[m] - theirs.share[m]);
        double[] solved = levels().solve(new ArrayRealVector(apart, false)).toArray();
        double sum = 1 / mine.total + 1 / theirs.total;
        for (int m = 0; m < apart.length; m++) {
            sum += apart[m] * solved[m];
        }
        return sum;
    }

    private DecompositionSolver levels() {
        DecompositionSolver known = solver;
        if (known != null) {
            return known;
        }
        int tests = suites.length;
        double[][] a = Arrays.stream(others).map(double[]::clone).toArray(double[][]::new);
        add(a, row(focus));
        double scale = Math.max(
                1e-12, IntStream.range(0, tests).mapToDouble(m -> a[m][m]).sum() / tests);
        for (int m = 0; m < tests; m++) {
            for (int o = 0; o < tests; o++) {
                a[m][o] += scale / tests;
            }
            a[m][m] += RIDGE * scale;
        }
        DecompositionSolver solved =
                new CholeskyDecomposition(new Array2DRowRealMatrix(a, false), 1e-6 * scale, 0).getSolver();
        solver = solved;
        return solved;
    }
}
