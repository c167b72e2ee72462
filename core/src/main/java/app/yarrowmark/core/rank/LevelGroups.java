package app.yarrowmark.core.rank;

import java.util.Arrays;
import java.util.function.IntToDoubleFunction;

/**
 * Brackets around subjects that cannot be told apart, at a simultaneous 95 %: sixteen equal subjects stay together 95
 * times of 100, which pairwise intervals would not give.
 */
final class LevelGroups {

    private static final int MOST_BY_DRAWS = 60;
    private static final double LEVEL = 0.95;

    private LevelGroups() {}

    /** Returns the group of each subject, counted from 0 at the best. */
    static int[] of(Estimate estimate) {
        double critical = criticalValue(estimate);
        double[] theta = estimate.theta();
        Integer[] order = Placing.order(theta);
        int[] group = new int[theta.length];
        int head = order[0];
        IntToDoubleFunction errors = estimate.errorsFrom(head);
        for (int i = 1; i < order.length; i++) {
            int s = order[i];
            boolean apart = theta[head] - theta[s] > critical * errors.applyAsDouble(s);
            group[s] = group[order[i - 1]] + (apart ? 1 : 0);
            if (apart) {
                head = s;
                errors = estimate.errorsFrom(head);
            }
        }
        return group;
    }

    static double criticalValue(Estimate estimate) {
        int n = estimate.theta().length;
        if (n < 2) {
            return 0;
        }
        if (n > MOST_BY_DRAWS || estimate.draws().length == 0) {
            double pairs = n * (n - 1) / 2.0;
            return estimate.quantile(1 - (1 - LEVEL) / (2 * pairs));
        }
        double[][] errors = errors(estimate);
        double[] largest = Arrays.stream(estimate.draws())
                .mapToDouble(v -> largestDeviation(v, estimate.theta(), errors))
                .sorted()
                .toArray();
        return largest[(int) Math.ceil(LEVEL * largest.length) - 1];
    }

    private static double[][] errors(Estimate estimate) {
        int n = estimate.theta().length;
        double[][] errors = new double[n][n];
        for (int i = 0; i < n; i++) {
            IntToDoubleFunction from = estimate.errorsFrom(i);
            for (int j = i + 1; j < n; j++) {
                errors[i][j] = Math.max(1e-12, from.applyAsDouble(j));
            }
        }
        return errors;
    }

    private static double largestDeviation(double[] v, double[] theta, double[][] errors) {
        double largest = 0;
        for (int i = 0; i < v.length; i++) {
            for (int j = i + 1; j < v.length; j++) {
                double off = Math.abs(v[i] - v[j] - theta[i] + theta[j]) / errors[i][j];
                largest = Math.max(largest, off);
            }
        }
        return largest;
    }
}
