package app.yarrowmark.core.compare;

import app.yarrowmark.core.Maps;
import app.yarrowmark.core.suite.Formula;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;

/**
 * Where the change of a total came from. Up to twelve changed parts share it exactly after Shapley (1953), "A value for
 * n-person games": the mean of what a part's change does, over all orders in which the parts could have changed. More of them
 * share it along the straight path between the logarithms after Aumann and Shapley (1974), "Values of Non-Atomic Games": for a
 * sum of parts and for a geometric mean the two agree up to the curve of the path, and the second names every part however many
 * there are.
 *
 * @param change new total minus old
 * @param shares by part, in the total's unit; they add up to {@code change}. Parts that did not change are left out
 * @param exact whether the shares are Shapley's
 */
public record Breakdown(double change, Map<String, Double> shares, boolean exact) {

    /**
     * What of a shown change the parts as scored do not explain: the total's score is a median of its own, and need not be what
     * the formula makes of the parts' medians.
     *
     * @param rest in the total's unit; what was shown less all shares
     * @param doubtful whether it is more than half of what was shown, so that the parts do not explain the change
     */
    public record Unexplained(double rest, boolean doubtful) {}

    /**
     * Returns what the shares leave open of the change of the total's own score.
     *
     * @param before score of the total, as shown
     * @param after the same on the other side
     */
    public Unexplained unexplained(double before, double after) {
        double shown = after - before;
        double rest = shown
                - shares.values().stream().mapToDouble(Double::doubleValue).sum();
        return new Unexplained(rest, Math.abs(rest) > Math.abs(shown) / 2);
    }

    private static final int MOST_EXACT = 12;
    private static final int STEPS = 16;

    /**
     * Returns the breakdown; empty if a part is missing on a side or the formula has no value there.
     *
     * @param before by metric key
     * @param after by metric key
     */
    public static Optional<Breakdown> of(Formula total, Map<String, Double> before, Map<String, Double> after) {
        OptionalDouble old = total.evaluate(before);
        OptionalDouble now = total.evaluate(after);
        if (old.isEmpty() || now.isEmpty()) {
            return Optional.empty();
        }
        List<String> changed = total.keys().stream()
                .sorted()
                .filter(k -> !Maps.at(before, k).equals(Maps.at(after, k)))
                .toList();
        boolean exact = changed.size() <= MOST_EXACT;
        double[] shares = exact ? shapley(total, changed, before, after) : alongPath(total, changed, before, after);
        double change = now.getAsDouble() - old.getAsDouble();
        Map<String, Double> named = new LinkedHashMap<>();
        for (int i = 0; i < shares.length; i++) {
            if (!Double.isFinite(shares[i])) {
                return Optional.empty();
            }
            named.put(changed.get(i), shares[i]);
        }
        return Optional.of(new Breakdown(change, named, exact));
    }

    private static double[] shapley(
            Formula total, List<String> changed, Map<String, Double> before, Map<String, Double> after) {
        int n = changed.size();
        double[] value = new double[1 << n];
        Map<String, Double> mixed = new HashMap<>(before);
        for (int set = 0; set < value.length; set++) {
            for (int i = 0; i < n; i++) {
                String key = changed.get(i);
                mixed.put(key, (set >> i & 1) == 1 ? after.get(key) : before.get(key));
            }
            value[set] = total.evaluate(mixed).orElse(Double.NaN);
        }
        double[] weight = orderWeights(n);
        double[] shares = new double[n];
        for (int set = 0; set < value.length; set++) {
            for (int i = 0; i < n; i++) {
                if ((set >> i & 1) == 0) {
                    shares[i] += weight[Integer.bitCount(set)] * (value[set | 1 << i] - value[set]);
                }
            }
        }
        return shares;
    }

    /** k!(n−k−1)!/n!: the share of all orders in which just those k parts changed before one. */
    private static double[] orderWeights(int n) {
        double[] weight = new double[Math.max(1, n)];
        weight[0] = 1.0 / Math.max(1, n);
        for (int k = 1; k < n; k++) {
            weight[k] = weight[k - 1] * k / (n - k);
        }
        return weight;
    }

    /** Each step along the path is shared by what each part does alone around its middle, and scaled to the whole step. */
    private static double[] alongPath(
            Formula total, List<String> changed, Map<String, Double> before, Map<String, Double> after) {
        double[] shares = new double[changed.size()];
        double from = total.evaluate(before).orElse(Double.NaN);
        for (int step = 0; step < STEPS; step++) {
            Map<String, Double> start = at(changed, before, after, (double) step / STEPS);
            Map<String, Double> end = at(changed, before, after, (step + 1.0) / STEPS);
            Map<String, Double> middle = at(changed, before, after, (step + .5) / STEPS);
            double to = total.evaluate(end).orElse(Double.NaN);
            double[] alone = new double[shares.length];
            double sum = 0;
            for (int i = 0; i < alone.length; i++) {
                String key = changed.get(i);
                double kept = middle.put(key, end.get(key));
                alone[i] = total.evaluate(middle).orElse(Double.NaN);
                middle.put(key, start.get(key));
                alone[i] -= total.evaluate(middle).orElse(Double.NaN);
                middle.put(key, kept);
                sum += alone[i];
            }
            double rest = (to - from - sum) / alone.length;
            for (int i = 0; i < alone.length; i++) {
                shares[i] += alone[i] + rest;
            }
            from = to;
        }
        return shares;
    }

    private static Map<String, Double> at(
            List<String> changed, Map<String, Double> before, Map<String, Double> after, double share) {
        Map<String, Double> mixed = new HashMap<>(before);
        changed.forEach(k -> mixed.put(k, between(Maps.at(before, k), Maps.at(after, k), share)));
        return mixed;
    }

    private static double between(double from, double to, double share) {
        return from > 0 && to > 0 ? from * Math.pow(to / from, share) : from + share * (to - from);
    }
}
