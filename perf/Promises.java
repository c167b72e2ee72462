import app.yarrowmark.core.check.Correction;
import app.yarrowmark.core.check.TotalCheck;
import app.yarrowmark.core.compare.Advantage;
import app.yarrowmark.core.compare.GroupSummary;
import app.yarrowmark.core.compare.Verdict;
import app.yarrowmark.core.exchange.SheetReader;
import app.yarrowmark.core.follow.Line;
import app.yarrowmark.core.follow.SessionVariance;
import app.yarrowmark.core.follow.Step;
import app.yarrowmark.core.follow.VersionScore;
import app.yarrowmark.core.plan.ShortList;
import app.yarrowmark.core.rank.AdditiveModel;
import app.yarrowmark.core.rank.Place;
import app.yarrowmark.core.rank.Placing;
import app.yarrowmark.core.rank.ScoreMatrix;
import app.yarrowmark.core.rank.SplitMix;
import app.yarrowmark.core.score.NoisePool;
import app.yarrowmark.core.score.PooledNoise;
import app.yarrowmark.core.written.Reading;
import app.yarrowmark.core.score.Score;
import app.yarrowmark.core.score.Scoring;
import app.yarrowmark.core.score.Student;
import app.yarrowmark.core.suite.Direction;
import app.yarrowmark.core.suite.SuiteSheet;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;

/**
 * Whether the methods keep what they promise, over many seeded desks whose truth is known: {@code java -cp 'server/target/app-…/lib/*'
 * perf/Promises.java [TIMES]}, or {@code perf/promises}. The tests hold the same promises within bounds on fewer desks; this says the
 * figures. Noise is Gaussian of 1 % unless a line says otherwise.
 */
class Promises {

    private static final SplitMix RANDOM = new SplitMix(20_260_401);
    private static int times;

    public static void main(String[] args) {
        times = args.length > 0 ? Integer.parseInt(args[0]) : 4000;
        scores();
        leads();
        groups();
        standings();
        levels();
        shortList();
        slips();
        steps();
    }

    /** Shares of runs disturbed by something that takes a tenth of the speed or more. */
    private static double disturbed() {
        return RANDOM.uniform() < .05 ? -.1 - .1 * RANDOM.uniform() : 0;
    }

    private static Reading reading(double log, double noise) {
        return new Reading(1000 * Math.exp(log + noise * RANDOM.gaussian()), .1);
    }

    private static void scores() {
        StringBuilder line = new StringBuilder();
        for (int n = 1; n <= 10; n++) {
            int hits = 0;
            for (int t = 0; t < times; t++) {
                List<List<Reading>> cells = new ArrayList<>();
                for (int c = 0; c < 8; c++) {
                    cells.add(readings(c == 0 ? n : 3, 0, 0));
                }
                Score score = Scoring.score(cells.get(0), NoisePool.ofReadings(cells).all());
                double half = Student.quantile(.975, score.dof()) * score.standardError();
                hits += Math.abs(score.log() - Math.log(1000)) <= half ? 1 : 0;
            }
            line.append(String.format(" %.3f", (double) hits / times));
        }
        System.out.println("coverage of a score's 95 % interval, 1 to 10 runs, 8 setups:" + line);
        double median = 0;
        double mean = 0;
        for (int t = 0; t < times; t++) {
            double[] y = IntStream.range(0, 5).mapToDouble(i -> .01 * RANDOM.gaussian() + disturbed()).toArray();
            median += Math.pow(Scoring.median(y), 2) / times;
            mean += Math.pow(IntStream.range(0, 5).mapToDouble(i -> y[i]).average().orElseThrow(), 2) / times;
        }
        System.out.printf("error of 5 runs, one in twenty disturbed: median %.2f of the noise, mean %.2f%n",
                Math.sqrt(median) / .01, Math.sqrt(mean) / .01);
    }

    private static List<Reading> readings(int n, double log, double between) {
        double own = log + between * RANDOM.gaussian();
        return IntStream.range(0, n).mapToObj(i -> reading(own, .01)).toList();
    }

    private static void leads() {
        for (int n : new int[] {2, 3, 5}) {
            System.out.printf("%d runs each, 8 setups: a lead is called with no difference in %.1f %%, with 2 %% in %.0f %%, the wrong way round in %.2f %%,"
                            + " with 5 %% in %.0f %%%n",
                    n, 100 * called(n, 0, false), 100 * called(n, .02, false), 100 * called(n, .02, true), 100 * called(n, .05, false));
        }
    }

    private static double called(int n, double truth, boolean wrong) {
        int called = 0;
        for (int t = 0; t < times; t++) {
            List<List<Reading>> cells = new ArrayList<>();
            for (int c = 0; c < 8; c++) {
                cells.add(readings(n, c == 0 ? truth : 0, 0));
            }
            PooledNoise noise = NoisePool.ofReadings(cells).all();
            Verdict verdict = Advantage.of(
                            Scoring.score(cells.get(0), noise), Scoring.score(cells.get(1), noise), Direction.HIGHER, .01)
                    .verdict()
                    .orElseThrow();
            boolean ahead = verdict == Verdict.AHEAD;
            boolean behind = verdict == Verdict.BEHIND;
            called += (truth == 0 ? ahead || behind : wrong ? behind : ahead) ? 1 : 0;
        }
        return (double) called / times;
    }

    private static void groups() {
        for (int tests : new int[] {5, 8, 20}) {
            int these = 0;
            int kind = 0;
            int mistaken = 0;
            for (int t = 0; t < times; t++) {
                List<GroupSummary.Test> all = new ArrayList<>();
                double truth = 0;
                for (int i = 0; i < tests; i++) {
                    double own = .1 * RANDOM.gaussian();
                    truth += own / tests;
                    all.add(new GroupSummary.Test(new Advantage(own + .01 * RANDOM.gaussian(), .01, 12, .01, 0), 1));
                }
                GroupSummary group = GroupSummary.of(all);
                these += covers(group, group.ofTheseTests().orElseThrow(), truth);
                kind += covers(group, group.ofThisKind().orElseThrow(), 0);
                mistaken += covers(group, group.ofTheseTests().orElseThrow(), 0);
            }
            System.out.printf("group of %d tests that differ by 10 %%: interval on these tests %.3f, for this kind of work %.3f;"
                            + " the first taken for the second would hold %.3f%n",
                    tests, (double) these / times, (double) kind / times, (double) mistaken / times);
        }
    }

    private static int covers(GroupSummary group, GroupSummary.Spread spread, double truth) {
        return group.low(spread) <= Math.exp(truth) && Math.exp(truth) <= group.high(spread) ? 1 : 0;
    }

    private static void standings() {
        double[][] settings = {{8, 7, .25, 0}, {8, 7, .25, .03}, {20, 12, .4, 0}, {20, 12, .4, .03}};
        for (double[] s : settings) {
            int hits = 0;
            int ranks = 0;
            int all = 0;
            for (int t = 0; t < Math.max(50, times / 10); t++) {
                Desk desk = desk((int) s[0], (int) s[1], s[2], s[3], false);
                List<Place> places = Placing.of(AdditiveModel.fit(desk.matrix).estimate(t)).against(0);
                for (Place place : places) {
                    double index = 100 * Math.exp(desk.truth[place.subject()] - desk.truth[0]);
                    long better = IntStream.range(0, desk.truth.length).filter(i -> desk.truth[i] > desk.truth[place.subject()]).count();
                    ranks += better + 1 >= place.best() && better + 1 <= place.worst() ? 1 : 0;
                    hits += place.subject() == 0 || (index >= place.indexLow() && index <= place.indexHigh()) ? 1 : 0;
                    all++;
                }
            }
            System.out.printf("standings of %.0f in %.0f tests, %.0f %% of cells missing, %.0f %% of cells 2.5 times off: 90 %% interval of the index %.3f, of the place %.3f%n",
                    s[0], s[1], 100 * s[2], 100 * s[3], (double) (hits - all / (int) s[0]) / (all - all / (int) s[0]), (double) ranks / all);
        }
        double fit = 0;
        double averages = 0;
        int desks = Math.max(50, times / 10);
        for (int t = 0; t < desks; t++) {
            Desk desk = desk(20, 12, 0, 0, true);
            double[] theta = AdditiveModel.fit(desk.matrix).theta();
            double[] mean = averagesOfPercentages(desk.matrix);
            int weakest = IntStream.range(0, 20).boxed().min((a, b) -> Double.compare(desk.truth[a], desk.truth[b])).orElseThrow();
            int strongest = IntStream.range(0, 20).boxed().max((a, b) -> Double.compare(desk.truth[a], desk.truth[b])).orElseThrow();
            double truth = desk.truth[weakest] - desk.truth[strongest];
            fit += Math.abs(Math.expm1(theta[weakest] - theta[strongest] - truth)) / desks;
            averages += Math.abs(mean[weakest] / mean[strongest] / Math.exp(truth) - 1) / desks;
        }
        System.out.printf("weak devices skip heavy tests: the weakest is misplaced against the strongest by %.0f %% (fit), %.0f %% (average of"
                + " percentages of those who have a test)%n", 100 * fit, 100 * averages);
    }

    private record Desk(double[] truth, ScoreMatrix matrix) {}

    /** Tests differ in how devices take to them by 10 %. */
    private static Desk desk(int subjects, int tests, double missing, double slips, boolean skipped) {
        double[] truth = IntStream.range(0, subjects).mapToDouble(i -> .4 * RANDOM.gaussian()).toArray();
        double[][] y = new double[subjects][tests];
        double[][] v = new double[subjects][tests];
        for (int s = 0; s < subjects; s++) {
            for (int m = 0; m < tests; m++) {
                v[s][m] = 1e-4;
                boolean heavy = skipped && m >= tests / 2;
                double own = truth[s] + m + .1 * RANDOM.gaussian() + .01 * RANDOM.gaussian();
                boolean left = heavy ? truth[s] < -.2 : m > 0 && RANDOM.uniform() < missing;
                y[s][m] = left ? Double.NaN : own + (RANDOM.uniform() < slips ? Math.log(2.5) : 0);
            }
        }
        return new Desk(truth, ScoreMatrix.of(y, v));
    }

    private static double[] averagesOfPercentages(ScoreMatrix matrix) {
        double[] mean = new double[matrix.subjects()];
        int[] has = new int[matrix.subjects()];
        for (int m = 0; m < matrix.tests(); m++) {
            int test = m;
            double usual = IntStream.range(0, matrix.subjects()).filter(s -> matrix.has(s, test)).mapToDouble(s -> Math.exp(matrix.log(s, test))).average().orElse(1);
            for (int s = 0; s < matrix.subjects(); s++) {
                if (matrix.has(s, m)) {
                    mean[s] += Math.exp(matrix.log(s, m)) / usual;
                    has[s]++;
                }
            }
        }
        for (int s = 0; s < mean.length; s++) {
            mean[s] /= has[s];
        }
        return mean;
    }

    private static void levels() {
        int split = 0;
        int desks = Math.max(50, times / 10);
        for (int t = 0; t < desks; t++) {
            double[][] y = new double[16][6];
            double[][] v = new double[16][6];
            for (int s = 0; s < 16; s++) {
                for (int m = 0; m < 6; m++) {
                    y[s][m] = .1 * RANDOM.gaussian();
                    v[s][m] = 1e-4;
                }
            }
            split += Placing.of(AdditiveModel.fit(ScoreMatrix.of(y, v)).estimate(t)).against(0).get(15).level() == 0 ? 0 : 1;
        }
        System.out.printf("16 equal devices in 6 tests are split into levels in %.1f %% of desks%n", 100.0 * split / desks);
    }

    private static void shortList() {
        double kept = 0;
        int told = 0;
        for (int t = 0; t < Math.max(20, times / 100); t++) {
            int tests = 40;
            double[] own = IntStream.range(0, tests).mapToDouble(m -> .03 + .3 * RANDOM.uniform()).toArray();
            double[][] y = new double[30][tests];
            double[][] v = new double[30][tests];
            for (int s = 0; s < 30; s++) {
                double theta = .5 * RANDOM.gaussian();
                for (int m = 0; m < tests; m++) {
                    y[s][m] = theta + own[m] * RANDOM.gaussian();
                    v[s][m] = 1e-4;
                }
            }
            List<ShortList.Suite> suites = IntStream.range(0, tests)
                    .mapToObj(m -> new ShortList.Suite(m, 2 + 18 * RANDOM.uniform(), List.of(m)))
                    .toList();
            double minutes = suites.stream().mapToDouble(ShortList.Suite::minutes).sum() / 10;
            var chosen = ShortList.of(ScoreMatrix.of(y, v), suites, minutes);
            if (chosen.kept().isPresent()) {
                kept += chosen.kept().getAsDouble();
                told++;
            }
        }
        System.out.printf("a tenth of the time keeps %.2f of the order (Kendall, held out), 30 devices and 40 tests%n", kept / told);
    }

    private static void slips() {
        for (boolean expecting : new boolean[] {false, true}) {
            for (int parts : new int[] {3, 5}) {
                int first = 0;
                int three = 0;
                int all = Math.max(100, times / 5);
                SuiteSheet sheet = sheet(parts);
                for (int t = 0; t < all; t++) {
                    Slip slip = slip(parts);
                    List<Correction> best = TotalCheck.of(sheet, slip.typed, expecting ? slip.expected : Map.of()).stream()
                            .findFirst().map(m -> m.best()).orElse(List.of());
                    for (int i = 0; i < Math.min(3, best.size()); i++) {
                        if (best.get(i).texts().equals(Map.of(slip.field, slip.right))) {
                            first += i == 0 ? 1 : 0;
                            three++;
                        }
                    }
                }
                System.out.printf("a slip in a sum of %d parts, %s expected values: right mend first in %.0f %%, in the first three in %.0f %%%n",
                        parts, expecting ? "with" : "without", 100.0 * first / all, 100.0 * three / all);
            }
        }
    }

    private record Slip(Map<String, String> typed, Map<String, Double> expected, String field, String right) {}

    /** Digits swapped or replaced, always so that the number changes. */
    private static Slip slip(int parts) {
        while (true) {
            Map<String, String> truth = new LinkedHashMap<>();
            Map<String, Double> expected = new HashMap<>();
            int sum = 0;
            for (int i = 0; i < parts; i++) {
                int part = (int) Math.exp(4 + 3.5 * RANDOM.uniform());
                truth.put("p" + i, String.valueOf(part));
                sum += part;
            }
            truth.put("total", String.valueOf(sum));
            truth.forEach((key, value) -> expected.put(key, Double.parseDouble(value) * Math.exp(.03 * RANDOM.gaussian())));
            String field = List.copyOf(truth.keySet()).get((int) (RANDOM.uniform() * (parts + 1)));
            String text = truth.get(field);
            int at = (int) (RANDOM.uniform() * (text.length() - 1));
            String slipped = RANDOM.uniform() < .45
                    ? text.substring(0, at) + text.charAt(at + 1) + text.charAt(at) + text.substring(at + 2)
                    : text.substring(0, at + 1) + (char) ('0' + (int) (RANDOM.uniform() * 10)) + text.substring(at + 2);
            if (!slipped.equals(text) && !slipped.startsWith("0")) {
                Map<String, String> typed = new HashMap<>(truth);
                typed.put(field, slipped);
                return new Slip(typed, expected, field, text);
            }
        }
    }

    private static SuiteSheet sheet(int parts) {
        StringBuilder sheet = new StringBuilder("key: a\nversion: '1'\nname: A\ngroup: memory\nmetrics:\n");
        List<String> keys = IntStream.range(0, parts).mapToObj(i -> "p" + i).toList();
        keys.forEach(k -> sheet.append("  - {key: ").append(k).append(", name: P, unit: s, decimals: 0}\n"));
        return SheetReader.read(sheet + "  - {key: total, name: T, unit: s, decimals: 0, formula: \"sum(" + String.join(", ", keys) + ")\"}\n");
    }

    private static void steps() {
        System.out.printf("quiet lines of 8 versions with a false step: %.1f %% if days do not matter; days moving by 1 %%: %.0f %% if ignored,"
                        + " %.1f %% with their movement from history, %.1f %% estimated from the line%n",
                100 * falseSteps(0, 0), 100 * falseSteps(.01, 0), 100 * falseSteps(.01, 1), 100 * falseSteps(.01, 2));
    }

    /** @param how 0 ignores the movement between days, 1 knows it from twenty setups measured on two days each, 2 estimates it */
    private static double falseSteps(double omega, int how) {
        int alarms = 0;
        for (int t = 0; t < times; t++) {
            List<VersionScore> line = new ArrayList<>();
            for (int v = 0; v < 8; v++) {
                double chi = 0;
                for (int i = 0; i < 6; i++) {
                    chi += Math.pow(RANDOM.gaussian(), 2);
                }
                line.add(new VersionScore(.006 * RANDOM.gaussian() + omega * RANDOM.gaussian(), .006 * Math.sqrt(chi / 6), 6));
            }
            SessionVariance session = how == 0 ? SessionVariance.UNKNOWN : how == 1 ? history(omega) : SessionVariance.ofLine(line);
            alarms += Line.of(line, session, 0).steps().stream().anyMatch(s -> s.kind() != Step.Kind.NONE) ? 1 : 0;
        }
        return (double) alarms / times;
    }

    private static SessionVariance history(double omega) {
        List<List<double[]>> setups = new ArrayList<>();
        for (int s = 0; s < 20; s++) {
            List<double[]> days = new ArrayList<>();
            for (int d = 0; d < 2; d++) {
                double day = omega * RANDOM.gaussian();
                days.add(IntStream.range(0, 3).mapToDouble(i -> day + .006 * Math.sqrt(3) * RANDOM.gaussian()).toArray());
            }
            setups.add(days);
        }
        return SessionVariance.ofHistory(setups);
    }
}
