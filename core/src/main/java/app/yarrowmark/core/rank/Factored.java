package app.yarrowmark.core.rank;

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
