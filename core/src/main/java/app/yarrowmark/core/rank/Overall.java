package app.yarrowmark.core.rank;

import java.util.Arrays;
import java.util.List;

/** Several groups of tests to one estimate: θ = Σwθ_g / Σw, with the groups' errors drawn independently and combined in the same way. */
public final class Overall {

    private Overall() {}

    /**
     * Returns the overall estimate.
     *
     * @param groups at least one, all over the same subjects in the same order; their draws independent of each other
     * @param weights one for each group, positive
     * @throws IllegalArgumentException if there is no group, or groups and weights do not match
     */
    public static Estimate combine(List<Estimate> groups, double[] weights) {
        if (groups.isEmpty() || groups.size() != weights.length) {
            throw new IllegalArgumentException(groups.size() + " groups and " + weights.length + " weights");
        }
        int subjects = groups.get(0).theta().length;
        double all = Arrays.stream(weights).sum();
        double[] share = Arrays.stream(weights).map(w -> w / all).toArray();
        double[] theta = new double[subjects];
        double[] quasi = new double[subjects];
        for (int g = 0; g < share.length; g++) {
            addScaled(theta, groups.get(g).theta(), share[g]);
            addScaled(quasi, groups.get(g).quasiVariance(), share[g] * share[g]);
        }
        return new Estimate(theta, quasi, (number, into) -> {
            Arrays.fill(into, 0);
            double[] own = new double[subjects];
            for (int g = 0; g < share.length; g++) {
                groups.get(g).draws().draw(number, own);
                addScaled(into, own, share[g]);
            }
        });
    }

    private static void addScaled(double[] into, double[] from, double factor) {
        for (int i = 0; i < into.length; i++) {
            into[i] += factor * from[i];
        }
    }

    /** Returns the estimate of some of the subjects, in the order given. */
    public static Estimate subset(Estimate estimate, int[] subjects) {
        int all = estimate.theta().length;
        return new Estimate(
                pick(estimate.theta(), subjects), pick(estimate.quasiVariance(), subjects), (number, into) -> {
                    double[] whole = new double[all];
                    estimate.draws().draw(number, whole);
                    for (int i = 0; i < subjects.length; i++) {
                        into[i] = whole[subjects[i]];
                    }
                });
    }

    private static double[] pick(double[] from, int[] which) {
        return Arrays.stream(which).mapToDouble(i -> from[i]).toArray();
    }
}
