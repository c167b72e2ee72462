package app.yarrowmark.core.plan;

import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import org.apache.commons.math3.linear.MatrixUtils;
import org.jspecify.annotations.Nullable;

/**
 * How well one group of tests knows its subjects: the covariance of their places in the additive model, which changes as cells
 * are measured again or for the first time. What the cells come to does not matter for it.
 */
final class Knowledge {

    /** Weight of each cell, subject by test; 0 where there is none. */
    private final double[][] weight;
    /** Covariance of the subjects that have cells, each row with sum 0; null while the subject of interest has none. */
    private double @Nullable [][] covariance;

    private final int focus;

    /** @param weight subject by test, is kept and changed */
    Knowledge(double[][] weight, int focus) {
        this.weight = weight;
        this.focus = focus;
        renew();
    }

    private Knowledge(Knowledge of) {
        this.weight = Arrays.stream(of.weight).map(double[]::clone).toArray(double[][]::new);
        this.covariance = of.covariance == null
                ? null
                : Arrays.stream(of.covariance).map(double[]::clone).toArray(double[][]::new);
        this.focus = of.focus;
    }

    Knowledge copy() {
        return new Knowledge(this);
    }

    /** Whether the subject of interest hangs together with the others. */
    boolean isPlaced() {
        return covariance != null;
    }

    /**
     * Adds weight to a cell of the subject of interest. With w the weights of the test's other cells and C their sum, the
     * scatter grows by ΔC/(C+Δ) along u = e − w/C, so that the covariance shrinks by (Gu)(Gu)ᵀ/(1/Δ + 1/C + uᵀGu).
     */
    void add(int test, double more) {
        double all = 0;
        for (double[] row : weight) {
            all += row[test];
        }
        boolean wasPlaced = isPlaced();
        double[] u = new double[weight.length];
        for (int s = 0; s < u.length; s++) {
            u[s] = (s == focus ? 1 : 0) - (all == 0 ? 0 : weight[s][test] / all);
        }
        weight[focus][test] += more;
        if (all == 0) {
            return;
        }
        if (!wasPlaced) {
            renew();
            return;
        }
        double[][] held = known();
        double[] gu = new double[u.length];
        double spread = 0;
        for (int a = 0; a < u.length; a++) {
            for (int b = 0; b < u.length; b++) {
                gu[a] += held[a][b] * u[b];
            }
            spread += u[a] * gu[a];
        }
        double down = 1 / more + 1 / all + spread;
        for (int a = 0; a < u.length; a++) {
            for (int b = 0; b < u.length; b++) {
                held[a][b] -= gu[a] * gu[b] / down;
            }
        }
    }

    /** Mean variance of the difference between the subject of interest and each of some others, of those that have a place. */
    double meanVariance(List<Integer> others) {
        return others.stream()
                .mapToDouble(this::variance)
                .filter(v -> !Double.isNaN(v))
                .average()
                .orElse(0);
    }

    /** Variance of the difference between the subject of interest and another; NaN where that has no cell. */
    double variance(int other) {
        if (!isActive(other)) {
            return Double.NaN;
        }
        double[][] held = known();
        return Math.max(0, held[focus][focus] + held[other][other] - 2 * held[focus][other]);
    }

    private double[][] known() {
        if (covariance == null) {
            throw new IllegalStateException("the subject of interest has no cell in common with others");
        }
        return covariance;
    }

    private boolean isActive(int subject) {
        return Arrays.stream(weight[subject]).anyMatch(w -> w > 0);
    }

    /** From the weights: G = (L + J/S)⁻¹ − J/S, L = diag(Σₘ W) − W diag(1/C) Wᵀ. */
    private void renew() {
        int n = weight.length;
        boolean shares = false;
        for (int m = 0; m < weight[0].length; m++) {
            double others = 0;
            for (int s = 0; s < n; s++) {
                others += s == focus ? 0 : weight[s][m];
            }
            shares |= weight[focus][m] > 0 && others > 0;
        }
        if (!shares) {
            covariance = null;
            return;
        }
        int[] active = IntStream.range(0, n).filter(this::isActive).toArray();
        double[][] l = new double[active.length][active.length];
        for (int m = 0; m < weight[0].length; m++) {
            double all = 0;
            for (int s : active) {
                all += weight[s][m];
            }
            for (int a = 0; all > 0 && a < active.length; a++) {
                double own = weight[active[a]][m];
                l[a][a] += own;
                for (int b = 0; own > 0 && b < active.length; b++) {
                    l[a][b] -= own * weight[active[b]][m] / all;
                }
            }
        }
        add(l, 1.0 / active.length);
        double[][] g = MatrixUtils.inverse(MatrixUtils.createRealMatrix(l)).getData();
        add(g, -1.0 / active.length);
        double[][] held = new double[n][n];
        for (int a = 0; a < active.length; a++) {
            for (int b = 0; b < active.length; b++) {
                held[active[a]][active[b]] = g[a][b];
            }
        }
        covariance = held;
    }

    private static void add(double[][] to, double more) {
        for (double[] row : to) {
            for (int b = 0; b < row.length; b++) {
                row[b] += more;
            }
        }
    }
}
