package app.yarrowmark.core.rank;

import java.util.List;

/** Several groups of tests to one estimate: θ = Σwθ_g / Σw, with the groups' draws combined in the same way. */
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
        // Draws only where every group has them.
        int count = groups.stream().mapToInt(g -> g.draws().length).min().orElseThrow();
        double all = 0;
        for (double w : weights) {
            all += w;
        }
        double[] theta = new double[subjects];
        double[] squares = new double[weights.length];
        double[] spread = new double[subjects];
        double[][] draws = new double[count][subjects];
        for (int g = 0; g < weights.length; g++) {
            double share = weights[g] / all;
            Estimate group = groups.get(g);
            addScaled(theta, group.theta(), share);
            squares[g] = share * share;
            addScaled(spread, group.spread(), share * share);
            for (int d = 0; d < count; d++) {
                addScaled(draws[d], group.draws()[d], share);
            }
        }
        return new Estimate(
                theta,
                Covariance.sum(groups.stream().map(Estimate::covariance).toList(), squares),
                jointDof(groups, weights),
                spread,
                draws);
    }

    /** Welch–Satterthwaite over the groups' mean variances. */
    private static double jointDof(List<Estimate> groups, double[] weights) {
        double sum = 0;
        double squares = 0;
        for (int g = 0; g < weights.length; g++) {
            Estimate group = groups.get(g);
            double trace = 0;
            for (double variance : group.spread()) {
                trace += variance;
            }
            double part = weights[g] * weights[g] * trace;
            sum += part;
            squares += part * part / group.dof();
        }
        return squares == 0 ? groups.get(0).dof() : sum * sum / squares;
    }

    private static void addScaled(double[] into, double[] from, double factor) {
        for (int i = 0; i < into.length; i++) {
            into[i] += factor * from[i];
        }
    }

    /** Returns the estimate of some of the subjects, in the order given. */
    public static Estimate subset(Estimate estimate, int[] subjects) {
        double[] theta = pick(estimate.theta(), subjects);
        double[][] draws = new double[estimate.draws().length][];
        for (int d = 0; d < draws.length; d++) {
            draws[d] = pick(estimate.draws()[d], subjects);
        }
        return new Estimate(
                theta,
                Covariance.part(estimate.covariance(), subjects),
                estimate.dof(),
                pick(estimate.spread(), subjects),
                draws);
    }

    private static double[] pick(double[] from, int[] which) {
        double[] picked = new double[which.length];
        for (int i = 0; i < which.length; i++) {
            picked[i] = from[which[i]];
        }
        return picked;
    }
}
