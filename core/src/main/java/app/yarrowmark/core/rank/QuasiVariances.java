package app.yarrowmark.core.rank;

import java.util.Arrays;

/** A variance for each of several, so that that of a difference is near the sum of two. */
final class QuasiVariances {

    /** None is less than this share of the mean: the formula may leave less than nothing for one that many lean on. */
    private static final double LEAST_SHARE = .1;

    private QuasiVariances() {}

    /**
     * Returns qᵢ = (vᵢ − Σv/(2(S−1)))/(S−2), vᵢ the sum of the variances of its differences.
     *
     * @param diagonal of the covariance
     * @param sums of its rows
     * @param all sum of the diagonal
     */
    static double[] of(double[] diagonal, double[] sums, double all) {
        int n = diagonal.length;
        if (n < 2) {
            return new double[n];
        }
        double[] v = new double[n];
        for (int s = 0; s < n; s++) {
            v[s] = n * diagonal[s] + all - 2 * sums[s];
        }
        if (n == 2) {
            return new double[] {v[0] / 2, v[0] / 2};
        }
        double total = Arrays.stream(v).sum();
        double[] q = Arrays.stream(v)
                .map(own -> (own - total / (2 * (n - 1))) / (n - 2))
                .toArray();
        double least = LEAST_SHARE * Arrays.stream(q).average().orElseThrow();
        return Arrays.stream(q).map(own -> Math.max(least, own)).toArray();
    }
}
