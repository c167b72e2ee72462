package app.yarrowmark.core.compare;

import app.yarrowmark.core.score.ErrorParts;
import app.yarrowmark.core.score.Student;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;

/**
 * Several tests of one kind to one number: the weighted geometric mean of their ratios. Its two intervals answer two
 * questions and never stand for each other: how sure the mean of these very tests is, and how another choice of tests for this
 * kind of work might come out. Tests lie in suites, and a device may have a taste for a suite, so the second takes the suites
 * as what was chosen: the usual estimate for a mean of clusters (Cochran (1977), "Sampling Techniques", chapter 9) with its
 * scale drawn towards that of the tests inside the suites; compare Bell and McCaffrey (2002), "Bias reduction in standard errors
 * for linear regression with multi-stage samples".
 *
 * @param log logarithm of the mean ratio
 * @param ofTheseTests error of the mean over these very tests; empty where the noise of one of them is unknown
 * @param ofThisKind error for this kind of work; empty where too little is known of how tests differ
 * @param influences of each test, in the order given
 * @param suites in the order in which they come
 */
public record GroupSummary(
        double log,
        Optional<Spread> ofTheseTests,
        Optional<Kind> ofThisKind,
        List<Influence> influences,
        List<SuiteMean> suites) {

    /** How much as widely suites are taken to differ as tests inside them do, where nothing tells (variance over variance). */
    public static final double USUAL_TASTE = 1;

    private static final double LEAST_TASTE = .1;
    private static final double MOST_TASTE = 4;
    private static final int ENOUGH_TESTS = 3;
    private static final int ENOUGH_SUITES = 3;
    private static final int ENOUGH_INSIDE = 2;

    /**
     * One test of the group.
     *
     * @param weight positive
     * @param suite in which it lies; all versions and settings of one are one
     */
    public record Test(Advantage advantage, double weight, String suite) {

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
     * The error for this kind of work.
     *
     * @param basis how far it rests on these suites
     */
    public record Kind(Spread spread, Basis basis) {

        /** How far it rests on these suites. */
        public enum Basis {
            /** On how the suites differ. */
            SUITES,
            /** Fewer than three suites' worth: mostly on suites differing as much as tests do. */
            FEW_SUITES,
            /** One suite: on nothing else. */
            ONE_SUITE
        }
    }

    /**
     * What one test or suite does to the mean.
     *
     * @param without mean ratio without it; NaN if it is the only one
     * @param share by which it moves the mean: mean over mean without, minus 1
     * @param turns whether the mean would be on the other side without it
     */
    public record Influence(double without, double share, boolean turns) {}

    /**
     * One suite's part.
     *
     * @param tests how many of the tests lie in it
     * @param log logarithm of the mean ratio of those
     */
    public record SuiteMean(String suite, int tests, double log, Influence influence) {}

    /**
     * Returns the summary with suites taken to differ as usual.
     *
     * @throws IllegalArgumentException if there is no test
     */
    public static GroupSummary of(List<Test> tests) {
        return of(tests, USUAL_TASTE);
    }

    /**
     * Returns the summary.
     *
     * @param taste how far suites differ for a device, over how far tests inside them do (variances); is held within 0.1 and 4
     * @throws IllegalArgumentException if there is no test
     */
    public static GroupSummary of(List<Test> tests, double taste) {
        if (tests.isEmpty()) {
            throw new IllegalArgumentException("a group needs at least one test");
        }
        double all = tests.stream().mapToDouble(Test::weight).sum();
        double[] w = tests.stream().mapToDouble(t -> t.weight() / all).toArray();
        double[] l = tests.stream().mapToDouble(t -> t.advantage().log()).toArray();
        double log = IntStream.range(0, w.length).mapToDouble(i -> w[i] * l[i]).sum();
        Map<String, int[]> bySuite = bySuite(tests);
        List<Block> blocks =
                bySuite.values().stream().map(of -> Block.of(of, w, l)).toList();
        Optional<Spread> these = ofTheseTests(tests, bySuite, w);
        List<SuiteMean> suites = new ArrayList<>();
        List<String> names = List.copyOf(bySuite.keySet());
        for (int k = 0; k < blocks.size(); k++) {
            Block block = blocks.get(k);
            suites.add(new SuiteMean(
                    names.get(k), block.tests, block.mean, influence(block.weight, block.mean, log, blocks.size())));
        }
        return new GroupSummary(
                log,
                these,
                ofThisKind(blocks, log, Math.max(LEAST_TASTE, Math.min(MOST_TASTE, taste)), these),
                IntStream.range(0, w.length)
                        .mapToObj(i -> influence(w[i], l[i], log, w.length))
                        .toList(),
                suites);
    }

    /** Numbers of the tests of each suite, in the order in which the suites come. */
    private static Map<String, int[]> bySuite(List<Test> tests) {
        Map<String, List<Integer>> found = new LinkedHashMap<>();
        for (int i = 0; i < tests.size(); i++) {
            found.computeIfAbsent(tests.get(i).suite(), s -> new ArrayList<>()).add(i);
        }
        Map<String, int[]> numbers = new LinkedHashMap<>();
        found.forEach((suite, of) ->
                numbers.put(suite, of.stream().mapToInt(Integer::intValue).toArray()));
        return numbers;
    }

    /**
     * The tests of one suite.
     *
     * @param weight of all of them together
     * @param mean of their logarithms, by weight
     * @param own Σw² over the weight squared: how much less widely their mean spreads than one of them
     * @param squares of the logarithms around their plain mean
     */
    private record Block(int tests, double weight, double mean, double own, double squares) {

        static Block of(int[] tests, double[] w, double[] l) {
            double weight = 0;
            double sum = 0;
            double plain = 0;
            double squaredWeights = 0;
            for (int i : tests) {
                weight += w[i];
                sum += w[i] * l[i];
                plain += l[i] / tests.length;
                squaredWeights += w[i] * w[i];
            }
            double squares = 0;
            for (int i : tests) {
                squares += (l[i] - plain) * (l[i] - plain);
            }
            return new Block(tests.length, weight, sum / weight, squaredWeights / (weight * weight), squares);
        }
    }

    /** Noise within a day is each test's own; the days are those of the suite, for all of its tests at once. */
    private static Optional<Spread> ofTheseTests(List<Test> tests, Map<String, int[]> bySuite, double[] w) {
        ErrorParts all = ErrorParts.NONE;
        for (int[] suite : bySuite.values()) {
            double shared = 0;
            double dof = Double.POSITIVE_INFINITY;
            for (int i : suite) {
                ErrorParts own = tests.get(i).advantage().error();
                if (!own.known()) {
                    return Optional.empty();
                }
                double square = w[i] * w[i];
                all = all.plus(new ErrorParts(
                        square * own.within(), own.withinDof(), 0, Double.POSITIVE_INFINITY, square * own.rounding()));
                shared += w[i] * Math.sqrt(own.day());
                dof = own.day() == 0 ? dof : Math.min(dof, own.dayDof());
            }
            all = all.plus(new ErrorParts(0, Double.POSITIVE_INFINITY, shared * shared, dof, 0));
        }
        return Optional.of(new Spread(all.standardError(), all.dof()));
    }

    private static Optional<Kind> ofThisKind(List<Block> blocks, double log, double taste, Optional<Spread> these) {
        int tests = blocks.stream().mapToInt(Block::tests).sum();
        int suites = blocks.size();
        double inside = tests - suites;
        if (tests < ENOUGH_TESTS || (inside < ENOUGH_INSIDE && suites < ENOUGH_SUITES)) {
            return Optional.empty();
        }
        double q = 0;
        double ownSum = 0;
        double squares = 0;
        double between = 0;
        for (Block b : blocks) {
            q += b.weight * b.weight;
            ownSum += b.weight * b.weight * b.own;
            squares += b.squares;
            between += b.weight * (b.mean - log) * (b.mean - log);
        }
        double own = ownSum / q;
        double ofTests = inside > 0 ? squares / inside : 0;
        double dof = suites > 1 ? 1 / q - 1 : 0;
        double ofSuites = dof > 0 ? between / (1 - q) : 0;
        double weight = Math.min(dof < 2 ? 2 : 1, inside / 2);
        double scale = Math.max((weight * ofTests * (taste + own) + dof * ofSuites) / (weight + dof), ofTests * own);
        double error =
                Math.max(Math.sqrt(q * scale), these.map(Spread::standardError).orElse(0.0));
        Kind.Basis basis = suites == 1 ? Kind.Basis.ONE_SUITE : dof < 2 ? Kind.Basis.FEW_SUITES : Kind.Basis.SUITES;
        return Optional.of(new Kind(new Spread(error, weight + dof), basis));
    }

    private static Influence influence(double w, double l, double log, int of) {
        if (of == 1) {
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
        return ofTheseTests.flatMap(
                s -> new Advantage(log, ErrorParts.of(s.standardError(), s.dof()), threshold, 0, 1).verdict());
    }

    /** Returns the number of the test that moves the mean most; empty where there is only one. */
    public Optional<Integer> mostInfluential() {
        return mostInfluential(influences);
    }

    /** Returns the number of the suite that moves the mean most; empty where there is only one. */
    public Optional<Integer> mostInfluentialSuite() {
        return mostInfluential(suites.stream().map(SuiteMean::influence).toList());
    }

    private static Optional<Integer> mostInfluential(List<Influence> of) {
        return of.size() < 2
                ? Optional.empty()
                : IntStream.range(0, of.size())
                        .boxed()
                        .max(Comparator.comparingDouble(
                                i -> Math.abs(Math.log1p(of.get(i).share()))));
    }
}
