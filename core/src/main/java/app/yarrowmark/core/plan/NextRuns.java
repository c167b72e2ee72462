package app.yarrowmark.core.plan;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;

/**
 * Chooses what to run in the minutes there are: at every turn the run that narrows the place of a subject among its neighbours by
 * most for each minute, what was never run before what was. A group of tests that places the subject for the first time comes before all others. Greedy choice by
 * the drop in variance follows sequential experimental design (Fedorov, 1972, "Theory of Optimal Experiments").
 */
public final class NextRuns {

    private static final int MOST_RUNS = 60;
    /** Less than three thousandths of the variance is no gain that is worth a run. */
    private static final double LEAST_SHARE = 3e-3;

    private NextRuns() {}

    /**
     * A group of tests as it is known now.
     *
     * @param weight of each cell, subject by test, 1/(τ²+se²); 0 where there is none
     * @param suites of each test, counted from 0
     * @param taste σ_η², how differently subjects fare from suite to suite
     * @param share of the group in what is overall, more than 0; shares need not sum to 1
     */
    public record Group(double[][] weight, int[] suites, double taste, double share) {}

    /**
     * A test of a suite.
     *
     * @param group number of its group
     * @param test number in the group
     * @param tauSquared variance of a cell beyond its noise
     * @param noise variance of the logarithm of a single run
     * @param runs counting runs that the subject has of it
     */
    public record Test(int group, int test, double tauSquared, double noise, int runs) {}

    /** A suite that could be run: every run yields all of its tests. */
    public record Candidate(int id, double minutes, List<Test> tests) {}

    /**
     * A run that is worth its minutes.
     *
     * @param candidate its id
     * @param first whether the subject has no run of it yet
     * @param places whether it places the subject in a group for the first time
     * @param minutes used, this run included
     * @param errorBefore root of the mean variance against the neighbours; empty before it is placed
     * @param errorAfter the same with this run
     */
    public record Pick(
            int candidate,
            boolean first,
            boolean places,
            double minutes,
            OptionalDouble errorBefore,
            OptionalDouble errorAfter) {}

    /**
     * What comes of the picks.
     *
     * @param picks in the order to run them
     * @param varianceBefore of the difference to each subject overall; NaN before it is placed and for itself
     * @param varianceAfter the same with all picks
     */
    public record Plan(List<Pick> picks, double[] varianceBefore, double[] varianceAfter) {}

    /**
     * Returns the plan.
     *
     * @param focus number of the subject
     * @param neighbours numbers of those it is to be told from; where it has no place yet, of all
     * @param minutes there are
     */
    public static Plan of(
            List<Group> groups, int focus, List<Integer> neighbours, List<Candidate> candidates, double minutes) {
        State state = new State(groups, focus, neighbours);
        double[] before = state.variances();
        Map<Integer, Integer> done = new HashMap<>();
        List<Pick> picks = new ArrayList<>();
        double used = 0;
        while (picks.size() < MOST_RUNS) {
            double left = minutes - used;
            State now = state;
            Map<Candidate, Double> gains = new LinkedHashMap<>();
            candidates.stream().filter(c -> c.minutes <= left).forEach(c -> gains.put(c, now.gain(c, done)));
            double least = LEAST_SHARE * now.mean().orElse(1);
            // What was never run comes before what was, as long as it tells anything.
            Map.Entry<Candidate, Double> best = gains.entrySet().stream()
                    .filter(e -> e.getValue() > least)
                    .max(Comparator.comparing((Map.Entry<Candidate, Double> e) -> isFirst(e.getKey(), done))
                            .thenComparingDouble(e -> e.getValue() / e.getKey().minutes))
                    .orElse(null);
            if (best == null) {
                break;
            }
            Candidate chosen = best.getKey();
            State next = now.with(chosen, done);
            used += chosen.minutes;
            boolean first = isFirst(chosen, done);
            picks.add(new Pick(
                    chosen.id, first, next.placed() > now.placed(), used, root(now.mean()), root(next.mean())));
            done.merge(chosen.id, 1, Integer::sum);
            state = next;
        }
        return new Plan(picks, before, state.variances());
    }

    private static boolean isFirst(Candidate candidate, Map<Integer, Integer> done) {
        return candidate.tests.stream().allMatch(t -> t.runs == 0) && !done.containsKey(candidate.id);
    }

    private static OptionalDouble root(OptionalDouble variance) {
        return variance.isPresent() ? OptionalDouble.of(Math.sqrt(variance.getAsDouble())) : variance;
    }

    /** What is known after some runs. */
    private static final class State {

        /** What a group without a place weighs against one with: it comes first. */
        private static final double UNPLACED = 1e6;

        private final List<Knowledge> groups;
        private final double[] share;
        private final int focus;
        private final List<Integer> neighbours;
        private final int subjects;

        State(List<Group> groups, int focus, List<Integer> neighbours) {
            this.groups = groups.stream()
                    .map(g -> new Knowledge(
                            Arrays.stream(g.weight).map(double[]::clone).toArray(double[][]::new),
                            g.suites,
                            g.taste,
                            focus))
                    .toList();
            double all = groups.stream().mapToDouble(Group::share).sum();
            this.share = groups.stream().mapToDouble(g -> g.share / all).toArray();
            this.focus = focus;
            this.neighbours = neighbours;
            this.subjects = groups.get(0).weight.length;
        }

        private State(State of, List<Knowledge> groups) {
            this.groups = groups;
            this.share = of.share;
            this.focus = of.focus;
            this.neighbours = of.neighbours;
            this.subjects = of.subjects;
        }

        int placed() {
            return (int) groups.stream().filter(Knowledge::isPlaced).count();
        }

        /** Mean variance against the neighbours over all groups; empty while one of them has no place for the subject. */
        OptionalDouble mean() {
            return placed() < groups.size() ? OptionalDouble.empty() : OptionalDouble.of(cost());
        }

        private double cost() {
            double sum = 0;
            for (int g = 0; g < groups.size(); g++) {
                double own = groups.get(g).isPlaced() ? groups.get(g).meanVariance(neighbours) : UNPLACED;
                sum += share[g] * share[g] * own;
            }
            return sum;
        }

        double gain(Candidate candidate, Map<Integer, Integer> done) {
            return cost() - with(candidate, done).cost();
        }

        State with(Candidate candidate, Map<Integer, Integer> done) {
            List<Knowledge> changed = new ArrayList<>(groups);
            boolean[] copied = new boolean[groups.size()];
            for (Test test : candidate.tests) {
                if (!copied[test.group]) {
                    changed.set(test.group, groups.get(test.group).copy());
                    copied[test.group] = true;
                }
                int n = test.runs + done.getOrDefault(candidate.id, 0);
                double after = 1 / (test.tauSquared + test.noise / (n + 1));
                double before = n == 0 ? 0 : 1 / (test.tauSquared + test.noise / n);
                if (after > before) {
                    changed.get(test.group).add(test.test, after - before);
                }
            }
            return new State(this, changed);
        }

        double[] variances() {
            double[] all = new double[subjects];
            for (int s = 0; s < subjects; s++) {
                for (int g = 0; g < groups.size(); g++) {
                    boolean known = s != focus && groups.get(g).isPlaced();
                    all[s] += known ? share[g] * share[g] * groups.get(g).variance(s) : Double.NaN;
                }
            }
            return all;
        }
    }
}
