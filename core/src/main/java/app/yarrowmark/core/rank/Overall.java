package app.yarrowmark.core.rank;

import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;

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
        return new Estimate(
                theta, quasi, new Together(groups.stream().map(Estimate::draws).toList(), share));
    }

    /** Errors of several groups; own noise is drawn once, with the variance that all groups together give it. */
    private record Together(List<Estimate.Draws> groups, double[] share) implements Estimate.Draws {

        @Override
        public void draw(int number, double[] into) {
            double[] shared = new double[into.length];
            double[] variance = new double[into.length];
            addShared(number, 1, shared, variance);
            own(number, into);
            for (int s = 0; s < into.length; s++) {
                into[s] = shared[s] + Math.sqrt(variance[s]) * into[s];
            }
        }

        @Override
        public void own(int number, double[] into) {
            groups.get(0).own(number, into);
        }

        @Override
        public void addShared(int number, double scale, double[] shared, double[] variance) {
            for (int g = 0; g < share.length; g++) {
                groups.get(g).addShared(number, scale * share[g], shared, variance);
            }
        }
    }

    private static void addScaled(double[] into, double[] from, double factor) {
        for (int i = 0; i < into.length; i++) {
            into[i] += factor * from[i];
        }
    }

    /** Returns the estimate of some of the subjects, in the order given. */
    public static Estimate subset(Estimate estimate, int[] subjects) {
        int all = estimate.theta().length;
        if (subjects.length == all && IntStream.range(0, all).allMatch(i -> subjects[i] == i)) {
            return estimate;
        }
        return new Estimate(
                pick(estimate.theta(), subjects),
                pick(estimate.quasiVariance(), subjects),
                new Some(estimate.draws(), all, subjects));
    }

    /** Errors of some of the subjects. */
    private record Some(Estimate.Draws whole, int all, int[] subjects) implements Estimate.Draws {

        @Override
        public void draw(int number, double[] into) {
            double[] drawn = new double[all];
            whole.draw(number, drawn);
            Arrays.setAll(into, i -> drawn[subjects[i]]);
        }

        @Override
        public void own(int number, double[] into) {
            double[] drawn = new double[all];
            whole.own(number, drawn);
            Arrays.setAll(into, i -> drawn[subjects[i]]);
        }

        @Override
        public void addShared(int number, double scale, double[] shared, double[] variance) {
            double[] drawn = new double[all];
            double[] own = new double[all];
            whole.addShared(number, scale, drawn, own);
            for (int i = 0; i < subjects.length; i++) {
                shared[i] += drawn[subjects[i]];
                variance[i] += own[subjects[i]];
            }
        }
    }

    private static double[] pick(double[] from, int[] which) {
        return Arrays.stream(which).mapToDouble(i -> from[i]).toArray();
    }
}
