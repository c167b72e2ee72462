import app.yarrowmark.core.check.Correction;
import app.yarrowmark.core.check.TotalCheck;
import app.yarrowmark.core.compare.Advantage;
import app.yarrowmark.core.compare.GroupSummary;
import app.yarrowmark.core.compare.ManyTests;
import app.yarrowmark.core.compare.Verdict;
import app.yarrowmark.core.exchange.SheetReader;
import app.yarrowmark.core.follow.Line;
import app.yarrowmark.core.follow.Step;
import app.yarrowmark.core.follow.Stretch;
import app.yarrowmark.core.follow.VersionScore;
import app.yarrowmark.core.plan.ShortList;
import app.yarrowmark.core.rank.AdditiveModel;
import app.yarrowmark.core.rank.Lines;
import app.yarrowmark.core.rank.ScoreMatrix;
import app.yarrowmark.core.rank.SplitMix;
import app.yarrowmark.core.score.Contrast;
import app.yarrowmark.core.score.DayMovement;
import app.yarrowmark.core.score.ErrorParts;
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

    /** How far days move on a made-up desk: some tests hardly, some by two percent. */
    private static double movement() {
        return Math.max(.003, Math.min(.02, .008 * Math.exp(.6 * RANDOM.gaussian())));
    }

    /** Runs of one setup, a list a day. */
    private static List<List<Reading>> days(int days, int runs, double log, double omega) {
        List<List<Reading>> all = new ArrayList<>();
        for (int d = 0; d < days; d++) {
            double day = log + omega * RANDOM.gaussian();
            all.add(IntStream.range(0, runs).mapToObj(i -> reading(day, .004)).toList());
        }
        return all;
    }

    /** All runs as if they had been of one day. */
    private static List<List<Reading>> together(List<List<Reading>> days) {
        return List.of(days.stream().flatMap(List::stream).toList());
    }

    /** What is known of noise and days from other setups of the test. */
    private record Known(PooledNoise noise, DayMovement movement) {

        private static final DayMovement NONE = new DayMovement(0, Double.POSITIVE_INFINITY, DayMovement.Source.TEST, 0);

        /** From so many setups, measured on two days each, and others measured on one. */
        static Known of(int repeated, double omega) {
            List<List<List<Reading>>> cells = new ArrayList<>();
            for (int c = 0; c < 8; c++) {
                cells.add(days(c < repeated ? 2 : 1, 3, 0, omega));
            }
            PooledNoise noise = NoisePool.of(cells).all();
            List<Contrast> contrasts = cells.stream().flatMap(c -> Scoring.contrasts(c, noise).stream()).toList();
            return new Known(noise, DayMovement.ASSUMED.learned(contrasts, DayMovement.Source.TEST));
        }

        Score score(List<List<Reading>> days) {
            return Scoring.score(days, noise, movement);
        }

        /** As it was reckoned before days were told apart. */
        Score ignoring(List<List<Reading>> days) {
            return Scoring.score(together(days), noise, NONE);
        }
    }

    private static boolean covers(Score score) {
        double half = Student.quantile(.975, score.error().dof()) * score.standardError();
        return Math.abs(score.log() - Math.log(1000)) <= half;
    }

    private static void scores() {
        System.out.println("a score's 95 % interval, days moving by 0.3 to 2 %        ignoring days   with days");
        for (int repeated : new int[] {0, 4}) {
            for (int days : new int[] {1, 2, 3}) {
                int old = 0;
                int now = 0;
                for (int t = 0; t < times; t++) {
                    double omega = movement();
                    Known known = Known.of(repeated, omega);
                    List<List<Reading>> own = days(days, 3, 0, omega);
                    old += covers(known.ignoring(own)) ? 1 : 0;
                    now += covers(known.score(own)) ? 1 : 0;
                }
                System.out.printf("  %d days of 3 runs, %d setups repeated%-22s covers %.2f            %.2f%n",
                        days, repeated, "", (double) old / times, (double) now / times);
            }
        }
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

    private static void leads() {
        System.out.println("one against one, 3 runs a day, days moving by 0.3 to 2 %  ignoring days   with days");
        for (int days : new int[] {1, 3}) {
            for (int repeated : new int[] {0, 4}) {
                for (double truth : new double[] {0, .05}) {
                    double[] called = called(days, repeated, truth);
                    System.out.printf("  %d %s each, %d setups repeated, %-18s called %.2f            %.2f%n",
                            days, days == 1 ? "day " : "days", repeated, truth == 0 ? "unchanged:" : "ahead by 5 %:", called[0], called[1]);
                }
            }
        }
        System.out.printf("40 tests of an unchanged pair: %.1f called one by one, %.2f counted%n", many(0)[0], many(0)[1]);
        double[] half = many(.04);
        System.out.printf("40 tests, half of them changed by 4 %%: %.1f called one by one, %.1f counted%n", half[0], half[1]);
    }

    private static double[] called(int days, int repeated, double truth) {
        double[] called = new double[2];
        for (int t = 0; t < times; t++) {
            double omega = movement();
            Known known = Known.of(repeated, omega);
            List<List<Reading>> a = days(days, 3, truth, omega);
            List<List<Reading>> b = days(days, 3, 0, omega);
            Verdict old = Advantage.of(known.ignoring(a), known.ignoring(b), Direction.HIGHER, .01).verdict().orElseThrow();
            Verdict now = Advantage.of(known.score(a), known.score(b), Direction.HIGHER, .01).verdict().orElseThrow();
            called[0] += isCalled(old, truth) ? 1.0 / times : 0;
            called[1] += isCalled(now, truth) ? 1.0 / times : 0;
        }
        return called;
    }

    private static boolean isCalled(Verdict verdict, double truth) {
        return verdict == Verdict.AHEAD || truth == 0 && verdict == Verdict.BEHIND;
    }

    private static double[] many(double change) {
        double[] called = new double[2];
        int lists = Math.max(50, times / 20);
        for (int t = 0; t < lists; t++) {
            List<Advantage> shown = IntStream.range(0, 40)
                    .mapToObj(i -> new Advantage((i < 20 ? change : 0) + .012 * RANDOM.gaussian(), ErrorParts.of(.012, 30), .01, 0, 1))
                    .toList();
            called[0] += shown.stream().filter(a -> isCalled(a.verdict().orElseThrow(), 0)).count() / (double) lists;
            called[1] += ManyTests.verdicts(shown).stream().filter(v -> isCalled(v.orElseThrow(), 0)).count() / (double) lists;
        }
        return called;
    }

    private static void groups() {
        System.out.println("mean of a group, for the kind of work; a device has a taste of 8 % for a suite   tests alone   by suites");
        for (int[] suites : new int[][] {{4, 4, 4, 4, 4, 4}, {8, 8, 8}, {17, 1, 1, 1}, {6, 6}, {12}, {1, 1, 1, 1, 1, 1, 1, 1}}) {
            int old = 0;
            int now = 0;
            for (int t = 0; t < times; t++) {
                List<GroupSummary.Test> bySuite = new ArrayList<>();
                List<GroupSummary.Test> alone = new ArrayList<>();
                for (int size : suites) {
                    double taste = .08 * RANDOM.gaussian();
                    String name = "suite " + bySuite.size();
                    for (int i = 0; i < size; i++) {
                        double log = taste + .05 * RANDOM.gaussian();
                        Advantage test = new Advantage(log, ErrorParts.of(.01, 12), .01, 0, 1);
                        bySuite.add(new GroupSummary.Test(test, 1, name));
                        alone.add(new GroupSummary.Test(test, 1, "test " + alone.size()));
                    }
                }
                old += covers(GroupSummary.of(alone), 0);
                now += covers(GroupSummary.of(bySuite), 0);
            }
            System.out.printf("  suites of %-56s covers %.2f          %.2f%n",
                    IntStream.of(suites).boxed().toList(), (double) old / times, (double) now / times);
        }
    }

    private static int covers(GroupSummary group, double truth) {
        GroupSummary.Spread spread = group.ofThisKind().orElseThrow().spread();
        return group.low(spread) <= Math.exp(truth) && Math.exp(truth) <= group.high(spread) ? 1 : 0;
    }

    private static void standings() {
        System.out.println("20 devices 3 % apart, a taste of 8 % for suites, tests of 5 %      tests alone: a pair told wrongly, all places held"
                + "   by suites: the same, and how many places wide");
        int tables = Math.max(40, times / 20);
        for (int[] suites : new int[][] {{4, 4, 4, 4, 4, 4}, {8, 8, 8}, {17, 1, 1, 1}, {12}}) {
            double[] alone = new double[3];
            double[] bySuite = new double[3];
            for (int t = 0; t < tables; t++) {
                Desk desk = desk(20, suites, .03, .08, .05);
                add(alone, desk, ScoreMatrix.of(desk.y, desk.v), t, tables);
                add(bySuite, desk, ScoreMatrix.of(desk.y, desk.v, desk.suites), t, tables);
            }
            System.out.printf("  suites of %-52s %24.2f %12.2f %24.2f %6.2f %6.1f%n",
                    IntStream.of(suites).boxed().toList(), alone[0], alone[1], bySuite[0], bySuite[1], bySuite[2]);
        }
        double[] equal = new double[3];
        for (int t = 0; t < tables; t++) {
            Desk desk = desk(20, new int[] {4, 4, 4, 4, 4, 4}, 1e-9, .08, .05);
            add(equal, desk, ScoreMatrix.of(desk.y, desk.v, desk.suites), t, tables);
        }
        System.out.printf("twenty equal devices: a pair is told apart in %.2f of tables%n", equal[0]);
        System.out.printf("weak devices skip heavy tests: the weakest is misplaced against the strongest by %.0f %% (fit), %.0f %% (average of percentages of those who have a test)%n",
                100 * skipped(false), 100 * skipped(true));
    }

    private record Desk(double[] truth, double[][] y, double[][] v, int[] suites) {}

    private static Desk desk(int subjects, int[] sizes, double spread, double taste, double tau) {
        int[] suites = IntStream.range(0, sizes.length).flatMap(k -> IntStream.range(0, sizes[k]).map(i -> k)).toArray();
        double[] truth = IntStream.range(0, subjects).mapToDouble(s -> spread * RANDOM.gaussian()).toArray();
        double[][] y = new double[subjects][suites.length];
        double[][] v = new double[subjects][suites.length];
        for (int s = 0; s < subjects; s++) {
            double[] own = IntStream.of(sizes).mapToDouble(k -> taste * RANDOM.gaussian()).toArray();
            for (int m = 0; m < suites.length; m++) {
                y[s][m] = truth[s] + m + own[suites[m]] + tau * RANDOM.gaussian() + .01 * RANDOM.gaussian();
                v[s][m] = 1e-4;
            }
        }
        return new Desk(truth, y, v, suites);
    }

    /** Adds whether a pair is told apart the wrong way round, whether all places hold, and how wide they are. */
    private static void add(double[] to, Desk desk, ScoreMatrix matrix, int seed, int tables) {
        Lines lines = Lines.of(AdditiveModel.fit(matrix).estimate(seed));
        int n = desk.truth.length;
        boolean wrong = false;
        boolean held = true;
        double width = 0;
        for (int a = 0; a < n; a++) {
            int above = 0;
            for (int b = 0; b < n; b++) {
                above += desk.truth[b] > desk.truth[a] ? 1 : 0;
                wrong |= lines.apart(a, b) && lines.theta()[a] > lines.theta()[b] && desk.truth[a] < desk.truth[b];
            }
            held &= lines.best(a) <= above + 1 && above + 1 <= lines.worst(a);
            width += (double) (lines.worst(a) - lines.best(a) + 1) / n;
        }
        to[0] += wrong ? 1.0 / tables : 0;
        to[1] += held ? 1.0 / tables : 0;
        to[2] += width / tables;
    }

    private static double skipped(boolean averages) {
        double off = 0;
        int desks = Math.max(50, times / 10);
        for (int t = 0; t < desks; t++) {
            Desk desk = desk(20, new int[] {1, 1, 1, 1, 1, 1, 1, 1, 1, 1}, .4, .1, .02);
            int weakest = 0;
            int strongest = 0;
            for (int s = 0; s < 20; s++) {
                weakest = desk.truth[s] < desk.truth[weakest] ? s : weakest;
                strongest = desk.truth[s] > desk.truth[strongest] ? s : strongest;
                for (int m = 5; m < 10; m++) {
                    desk.y[s][m] = desk.truth[s] < -.2 ? Double.NaN : desk.y[s][m];
                }
            }
            ScoreMatrix matrix = ScoreMatrix.of(desk.y, desk.v, desk.suites);
            double[] mean = averagesOfPercentages(matrix);
            double[] theta = AdditiveModel.fit(matrix).theta();
            double found = averages ? Math.log(mean[weakest] / mean[strongest]) : theta[weakest] - theta[strongest];
            off += Math.abs(Math.expm1(found - desk.truth[weakest] + desk.truth[strongest])) / desks;
        }
        return off;
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
        System.out.println("along versions, 3 runs of one day each, days moving by 0.3 to 2 %   quiet: anything named   5 % in the middle: found there");
        for (int versions : new int[] {3, 5, 6, 10}) {
            for (int repeated : new int[] {0, 4}) {
                int named = 0;
                int found = 0;
                for (int t = 0; t < times; t++) {
                    double omega = movement();
                    Known known = Known.of(repeated, omega);
                    named += isNamed(Line.of(line(versions, 0, omega, known), .01)) ? 1 : 0;
                    Line stepped = Line.of(line(versions, .05, omega, known), .01);
                    found += isFound(stepped, versions / 2) ? 1 : 0;
                }
                System.out.printf("  %2d versions, %d setups repeated: %24.2f %28.2f%n",
                        versions, repeated, (double) named / times, (double) found / times);
            }
        }
    }

    private static List<VersionScore> line(int versions, double step, double omega, Known known) {
        return IntStream.range(0, versions)
                .mapToObj(v -> Scoring.steadied(days(1, 3, v < versions / 2 ? 0 : step, omega), known.noise, known.movement))
                .map(s -> VersionScore.of(s, Direction.HIGHER))
                .toList();
    }

    private static boolean isNamed(Line line) {
        return line.steps().stream().anyMatch(s -> s.kind() != Step.Kind.NONE)
                || line.stretches().stream().anyMatch(s -> s.name() == Stretch.Name.DRIFT || s.name() == Stretch.Name.SHIFT);
    }

    private static boolean isFound(Line line, int at) {
        return line.steps().get(at - 1).kind() == Step.Kind.UP
                || line.stretches().stream().anyMatch(s -> s.name() == Stretch.Name.SHIFT && s.shiftFrom().getAsInt() == at);
    }
}
