package app.yarrowmark.core.follow;

import app.yarrowmark.core.compare.Advantage;
import app.yarrowmark.core.score.CommonScale;
import app.yarrowmark.core.score.Student;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.OptionalInt;
import java.util.stream.IntStream;

/**
 * The scores of one test along a line of versions, told apart into steps and stretches.
 *
 * @param steps from each version to the next, one fewer than versions
 * @param stretches in order; together they hold every version but blips
 */
public record Line(List<Step> steps, List<Stretch> stretches) {

    private static final double ALPHA = .05;
    private static final int FEWEST = 4;

    /**
     * Returns what the line does.
     *
     * @param versions in their order, at least two
     * @param threshold smallest change that matters, as a share
     * @throws IllegalArgumentException with fewer than two versions
     */
    public static Line of(List<VersionScore> versions, double threshold) {
        if (versions.size() < 2) {
            throw new IllegalArgumentException("a line has two versions or more, got " + versions.size());
        }
        double delta = Math.log1p(threshold);
        List<Step> steps = withBlips(versions, steps(versions, delta));
        return new Line(steps, stretches(versions, steps, delta));
    }

    private static Advantage between(VersionScore from, VersionScore to) {
        return new Advantage(to.log() - from.log(), to.error().plus(from.error()), 0, 0, 1);
    }

    private static List<Step> steps(List<VersionScore> versions, double delta) {
        int n = versions.size() - 1;
        Step[] plain = new Step[n];
        for (int i = 0; i < n; i++) {
            Advantage to = between(versions.get(i), versions.get(i + 1));
            double error = to.standardError();
            double dof = to.error().dof();
            plain[i] = to.noiseKnown()
                    ? new Step(to.log(), error, dof, chance(to.log(), error, dof), 1, Step.Kind.NONE)
                    : new Step(to.log(), 0, 0, 1, 1, Step.Kind.UNKNOWN);
        }
        double[] adjusted = adjusted(plain);
        return IntStream.range(0, n)
                .mapToObj(i -> {
                    Step s = plain[i];
                    boolean real = adjusted[i] <= ALPHA && Math.abs(s.log()) >= delta;
                    Step.Kind kind = !real ? s.kind() : s.log() > 0 ? Step.Kind.UP : Step.Kind.DOWN;
                    return new Step(s.log(), s.standardError(), s.dof(), s.p(), adjusted[i], kind);
                })
                .toList();
    }

    /** Two-sided; a change without any noise is certain. */
    private static double chance(double value, double error, double dof) {
        if (error == 0) {
            return value == 0 ? 1 : 0;
        }
        return 2 * Student.above(Math.abs(value) / error, dof);
    }

    /** The same for the largest of several that share what is known of their noise. */
    private static double chanceOfLargest(double value, double error, double dof, int of) {
        if (error == 0) {
            return value == 0 ? 1 : 0;
        }
        return CommonScale.chance(value / error, dof, of);
    }

    private static double[] adjusted(Step[] steps) {
        Integer[] order = IntStream.range(0, steps.length)
                .filter(i -> steps[i].kind() != Step.Kind.UNKNOWN)
                .boxed()
                .sorted(Comparator.comparingDouble(i -> steps[i].p()))
                .toArray(Integer[]::new);
        double[] adjusted = new double[steps.length];
        Arrays.fill(adjusted, 1);
        double most = 0;
        for (int k = 0; k < order.length; k++) {
            Step s = steps[order[k]];
            most = Math.max(most, chanceOfLargest(s.log(), s.standardError(), s.dof(), order.length - k));
            adjusted[order[k]] = most;
        }
        return adjusted;
    }

    /** Two neighbouring opposite steps whose outer versions agree are one version that is off. */
    private static List<Step> withBlips(List<VersionScore> versions, List<Step> steps) {
        List<Step> named = new ArrayList<>(steps);
        for (int i = 0; i + 1 < steps.size(); i++) {
            Step in = named.get(i);
            Step out = named.get(i + 1);
            if (isReal(in) && isReal(out) && in.kind() != out.kind()) {
                Advantage outer = between(versions.get(i), versions.get(i + 2));
                if (Math.abs(outer.log())
                        <= Student.quantile(.975, outer.error().dof()) * outer.standardError()) {
                    named.set(i, in.called(Step.Kind.BLIP));
                    named.set(i + 1, out.called(Step.Kind.BLIP));
                }
            }
        }
        return named;
    }

    private static boolean isReal(Step step) {
        return step.kind() == Step.Kind.UP || step.kind() == Step.Kind.DOWN;
    }

    private static List<Stretch> stretches(List<VersionScore> versions, List<Step> steps, double delta) {
        List<List<Integer>> members = new ArrayList<>();
        List<Integer> open = new ArrayList<>();
        for (int v = 0; v < versions.size(); v++) {
            boolean blip = v > 0
                    && v < steps.size()
                    && steps.get(v - 1).kind() == Step.Kind.BLIP
                    && steps.get(v).kind() == Step.Kind.BLIP;
            if (v > 0 && isReal(steps.get(v - 1))) {
                members.add(open);
                open = new ArrayList<>();
            }
            if (!blip) {
                open.add(v);
            }
        }
        members.add(open);
        List<List<Integer>> kept = members.stream().filter(m -> !m.isEmpty()).toList();
        return kept.stream().map(m -> name(m, versions, kept.size(), delta)).toList();
    }

    private static Stretch name(List<Integer> members, List<VersionScore> versions, int stretches, double delta) {
        int n = members.size();
        int first = members.get(0);
        int last = members.get(n - 1);
        boolean known = members.stream().allMatch(v -> versions.get(v).error().known());
        if (n < FEWEST || !known) {
            return new Stretch(first, last, Stretch.Name.TOO_SHORT, OptionalInt.empty(), 0);
        }
        double[] x = members.stream().mapToDouble(v -> v).toArray();
        double[] y = members.stream().mapToDouble(v -> versions.get(v).log()).toArray();
        double[] w = members.stream()
                .mapToDouble(v -> 1 / Math.max(1e-18, versions.get(v).variance()))
                .toArray();
        Fit slope = Fit.slope(x, y, w);
        int at = 1;
        Fit split = Fit.split(y, w, 1);
        for (int k = 2; k < n; k++) {
            Fit other = Fit.split(y, w, k);
            if (Math.abs(other.effect / other.error) > Math.abs(split.effect / split.error)) {
                split = other;
                at = k;
            }
        }
        double reach = x[n - 1] - x[0];
        double dof = dof(members.stream().map(versions::get).toList());
        boolean drifts =
                chance(slope.effect, slope.error, dof) * stretches <= ALPHA && Math.abs(slope.effect) * reach >= delta;
        boolean shifts = chanceOfLargest(split.effect, split.error, dof, n - 1) * stretches <= ALPHA
                && Math.abs(split.effect) >= delta;
        if (shifts && (!drifts || split.residual < slope.residual)) {
            return new Stretch(first, last, Stretch.Name.SHIFT, OptionalInt.of(members.get(at)), slope.effect);
        }
        if (drifts) {
            return new Stretch(first, last, Stretch.Name.DRIFT, OptionalInt.empty(), slope.effect);
        }
        double half = Student.quantile(.95, dof) * slope.error * reach;
        boolean level = Math.abs(slope.effect * reach) + half < delta && Math.abs(split.effect) < delta;
        return new Stretch(
                first,
                last,
                level ? Stretch.Name.LEVEL : Stretch.Name.NO_CHANGE_SHOWN,
                OptionalInt.empty(),
                slope.effect);
    }

    /** 1/(π²/ν_ω + (1−π)²/Σν), π the mean share of movement between days in their variances. */
    private static double dof(List<VersionScore> members) {
        double share =
                members.stream().mapToDouble(VersionScore::dayShare).average().orElseThrow();
        double day = members.stream()
                .filter(v -> v.error().day() > 0)
                .mapToDouble(v -> v.error().dayDof())
                .min()
                .orElse(Double.POSITIVE_INFINITY);
        double within = members.stream().mapToDouble(v -> v.error().withinDof()).sum();
        double spread = share * share / day + (1 - share) * (1 - share) / within;
        return spread == 0 ? Double.POSITIVE_INFINITY : 1 / spread;
    }

    /**
     * A line or two levels through a stretch.
     *
     * @param effect slope a version, or the second level less the first
     * @param error of the effect, widened where the points lie further off than their noise
     * @param residual weighted sum of squares left over
     */
    private record Fit(double effect, double error, double residual) {

        static Fit slope(double[] x, double[] y, double[] w) {
            double all = Arrays.stream(w).sum();
            double mx = dot(w, x) / all;
            double my = dot(w, y) / all;
            double xx = 0;
            double xy = 0;
            for (int i = 0; i < x.length; i++) {
                xx += w[i] * (x[i] - mx) * (x[i] - mx);
                xy += w[i] * (x[i] - mx) * (y[i] - my);
            }
            double slope = xy / xx;
            double left = 0;
            for (int i = 0; i < x.length; i++) {
                double r = y[i] - my - slope * (x[i] - mx);
                left += w[i] * r * r;
            }
            return widened(slope, 1 / xx, left, x.length);
        }

        /** Two levels, the second from point k on. */
        static Fit split(double[] y, double[] w, int k) {
            double before = Arrays.stream(w, 0, k).sum();
            double after = Arrays.stream(w, k, w.length).sum();
            double a = 0;
            double b = 0;
            for (int i = 0; i < y.length; i++) {
                a += i < k ? w[i] * y[i] / before : 0;
                b += i < k ? 0 : w[i] * y[i] / after;
            }
            double left = 0;
            for (int i = 0; i < y.length; i++) {
                double r = y[i] - (i < k ? a : b);
                left += w[i] * r * r;
            }
            return widened(b - a, 1 / before + 1 / after, left, y.length);
        }

        private static Fit widened(double effect, double variance, double left, int n) {
            return new Fit(effect, Math.sqrt(variance * Math.max(1, left / (n - 2))), left);
        }

        private static double dot(double[] a, double[] b) {
            return IntStream.range(0, a.length).mapToDouble(i -> a[i] * b[i]).sum();
        }
    }
}
