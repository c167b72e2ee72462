package app.yarrowmark.core.compare;

import app.yarrowmark.core.score.Student;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

/**
 * Several tests of one kind to one number: the weighted geometric mean of their ratios. Its two intervals answer two
 * questions and never stand for each other: how sure the mean of these very tests is, and how another choice of tests for this
 * kind of work might come out (the spread between tests as the sampling error of their mean; Cochran (1977), "Sampling
 * Techniques", section 5.3, with weights).
 *
 * @param log logarithm of the mean ratio
 * @param ofTheseTests error of the mean over these very tests; empty where the noise of one of them is unknown
 * @param ofThisKind error for this kind of work; empty with fewer than five tests
 * @param influences of each test, in the order given
 */
public record GroupSummary(
        double log, Optional<Spread> ofTheseTests, Optional<Spread> ofThisKind, List<Influence> influences) {

    private static final int ENOUGH_TESTS = 5;

    /**
     * One test of the group.
     *
     * @param weight positive
     */
    public record Test(Advantage advantage, double weight) {

        /** @throws IllegalArgumentException unless the weight is positive */
        public Test {
            if (!(weight > 0 && weight < Double.POSITIVE_INFINITY)) {
                throw new IllegalArgumentException("a weight must be positive, got " + weight);
            }
        }
    }

    /** An error of {@code log} and its degrees of freedom. */
    public record Spread(double standardError, double dof) {

        private double reach(double p) {
            return standardError == 0 ? 0 : Student.quantile(p, dof) * standardError;
        }
    }

    /**
     * What one test does to the mean.
     *
     * @param without mean ratio without it; NaN if it is the only one
     * @param share by which it moves the mean: mean over mean without, minus 1
     * @param turns whether the mean would be on the other side without it
     */
    public record Influence(double without, double share, boolean turns) {}

    /**
     * Returns the summary.
     *
     * @throws IllegalArgumentException if there is no test
     */
    public static GroupSummary of(List<Test> tests) {
        if (tests.isEmpty()) {
            throw new IllegalArgumentException("a group needs at least one test");
        }
        double all = tests.stream().mapToDouble(Test::weight).sum();
        double[] w = tests.stream().mapToDouble(t -> t.weight() / all).toArray();
        double[] l = tests.stream().mapToDouble(t -> t.advantage().log()).toArray();
        double log = IntStream.range(0, w.length).mapToDouble(i -> w[i] * l[i]).sum();
        Optional<Spread> these = ofTheseTests(tests, w);
        return new GroupSummary(
                log,
                these,
                tests.size() < ENOUGH_TESTS ? Optional.empty() : Optional.of(ofThisKind(w, l, log, these)),
                IntStream.range(0, w.length)
                        .mapToObj(i -> influence(w[i], l[i], log, w.length))
                        .toList());
    }

    private static Optional<Spread> ofTheseTests(List<Test> tests, double[] w) {
        if (!tests.stream().allMatch(t -> t.advantage().noiseKnown())) {
            return Optional.empty();
        }
        double sum = 0;
        double spread = 0;
        for (int i = 0; i < w.length; i++) {
            Advantage a = tests.get(i).advantage();
            double part = w[i] * w[i] * a.standardError() * a.standardError();
            sum += part;
            spread += part * part / a.dof();
        }
        return Optional.of(new Spread(Math.sqrt(sum), spread == 0 ? Double.POSITIVE_INFINITY : sum * sum / spread));
    }

    private static Spread ofThisKind(double[] w, double[] l, double log, Optional<Spread> these) {
        double squares = 0;
        double q = 0;
        for (int i = 0; i < w.length; i++) {
            q += w[i] * w[i];
            squares += w[i] * (l[i] - log) * (l[i] - log);
        }
        double between = Math.sqrt(squares / (1 - q) * q);
        return new Spread(Math.max(between, these.map(Spread::standardError).orElse(0.0)), 1 / q - 1);
    }

    private static Influence influence(double w, double l, double log, int tests) {
        if (tests == 1) {
            return new Influence(Double.NaN, 0, false);
        }
        double without = (log - w * l) / (1 - w);
        return new Influence(Math.exp(without), Math.expm1(log - without), log * without < 0);
    }

    /** Returns the mean ratio. */
    public double times() {
        return Math.exp(log);
    }

    /** Returns the lower end of a 95 % interval of the mean ratio. */
    public double low(Spread spread) {
        return Math.exp(log - spread.reach(.975));
    }

    /** Returns the upper end of a 95 % interval of the mean ratio. */
    public double high(Spread spread) {
        return Math.exp(log + spread.reach(.975));
    }

    /** Returns what is shown on these tests, by the same rules as for one; empty where the noise of one is unknown. */
    public Optional<Verdict> verdict(double threshold) {
        return ofTheseTests.flatMap(s -> new Advantage(log, s.standardError(), s.dof(), threshold, 0).verdict());
    }

    /** Returns the number of the test that moves the mean most; empty where there is only one. */
    public Optional<Integer> mostInfluential() {
        return influences.size() < 2
                ? Optional.empty()
                : IntStream.range(0, influences.size())
                        .boxed()
                        .max(Comparator.comparingDouble(
                                i -> Math.abs(Math.log1p(influences.get(i).share()))));
    }
}
