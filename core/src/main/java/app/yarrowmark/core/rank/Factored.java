package app.yarrowmark.core.rank;

import java.util.function.IntToDoubleFunction;

/**
 * The covariance of a large pool, as what it is made of: own noise of each subject, and the tests' levels on which all of
 * them lean. Cov(θ) = diag(1/Wₛ.) + B Cov(μ) Bᵀ with Bₛₘ = Wₛₘ/Wₛ.
 *
 * @param matrix whose cells there are
 * @param own 1/Wₛ. of each subject
 * @param share Bₛₘ of each cell
 * @param levels Cov(μ)
 */
record Factored(ScoreMatrix matrix, double[] own, double[] share, double[][] levels) implements Covariance {

    @Override
    public double at(int a, int b) {
        double sum = a == b ? own[a] : 0;
        for (int i = matrix.from(a); i < matrix.from(a + 1); i++) {
            double[] row = levels[matrix.testOf(i)];
            double inner = 0;
            for (int j = matrix.from(b); j < matrix.from(b + 1); j++) {
                inner += row[matrix.testOf(j)] * share[j];
            }
            sum += share[i] * inner;
        }
        return sum;
    }

    @Override
    public IntToDoubleFunction ofDifferencesFrom(int a) {
        double[] lean = new double[levels.length];
        double self = own[a];
        for (int i = matrix.from(a); i < matrix.from(a + 1); i++) {
            double[] row = levels[matrix.testOf(i)];
            for (int m = 0; m < lean.length; m++) {
                lean[m] += share[i] * row[m];
            }
        }
        for (int i = matrix.from(a); i < matrix.from(a + 1); i++) {
            self += lean[matrix.testOf(i)] * share[i];
        }
        double ofA = self;
        return b -> {
            if (a == b) {
                return 0;
            }
            double both = 0;
            for (int i = matrix.from(b); i < matrix.from(b + 1); i++) {
                both += lean[matrix.testOf(i)] * share[i];
            }
            return Math.max(0, ofA + at(b, b) - 2 * both);
        };
    }

    /** Returns the variance of the error of each subject against the mean of all. */
    double[] spread() {
        int n = own.length;
        int tests = levels.length;
        double[] mean = new double[tests];
        double ownMean = 0;
        for (int s = 0; s < n; s++) {
            ownMean += own[s] / n;
            for (int k = matrix.from(s); k < matrix.from(s + 1); k++) {
                mean[matrix.testOf(k)] += share[k] / n;
            }
        }
        double[] lean = new double[tests];
        double all = ownMean / n;
        for (int a = 0; a < tests; a++) {
            for (int b = 0; b < tests; b++) {
                lean[a] += levels[a][b] * mean[b];
            }
            all += lean[a] * mean[a];
        }
        double[] spread = new double[n];
        for (int s = 0; s < n; s++) {
            double withAll = own[s] / n;
            for (int k = matrix.from(s); k < matrix.from(s + 1); k++) {
                withAll += share[k] * lean[matrix.testOf(k)];
            }
            spread[s] = Math.max(0, at(s, s) - 2 * withAll + all);
        }
        return spread;
    }

    /** Returns the same kept as a whole, each row and column with mean 0, so that it is that of subjects summing to 0. */
    double[][] centred() {
        int n = own.length;
        int tests = levels.length;
        double[][] spread = new double[n][tests];
        for (int s = 0; s < n; s++) {
            for (int k = matrix.from(s); k < matrix.from(s + 1); k++) {
                double[] row = levels[matrix.testOf(k)];
                for (int m = 0; m < tests; m++) {
                    spread[s][m] += share[k] * row[m];
                }
            }
        }
        double[][] whole = new double[n][n];
        double[] mean = new double[n];
        double all = 0;
        for (int a = 0; a < n; a++) {
            for (int b = 0; b < n; b++) {
                double sum = a == b ? own[a] : 0;
                for (int k = matrix.from(b); k < matrix.from(b + 1); k++) {
                    sum += spread[a][matrix.testOf(k)] * share[k];
                }
                whole[a][b] = sum;
                mean[a] += sum / n;
            }
            all += mean[a] / n;
        }
        for (int a = 0; a < n; a++) {
            for (int b = 0; b < n; b++) {
                whole[a][b] += all - mean[a] - mean[b];
            }
        }
        return whole;
    }
}
