package app.yarrowmark.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import app.yarrowmark.core.exchange.Json;
import app.yarrowmark.core.rank.AdditiveFit;
import app.yarrowmark.core.rank.AdditiveModel;
import app.yarrowmark.core.rank.ScoreMatrix;
import com.fasterxml.jackson.databind.JsonNode;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/**
 * The planner held against what the demo desk was made from: computers whose true speed in every test is known, and runs
 * as noisy as the demo's. {@code java demo/Generate.java truth} makes the file anew.
 */
class DemoTruthTest {

    private static final double TAU_SQUARED = .055 * .055;
    private static final int MINUTES = 16;
    /** A run of each suite as its sheet has it, in minutes, and the group it is of. */
    private static final Map<String, double[]> SUITES = Map.of(
            "kernmill", new double[] {4, 0},
            "stem", new double[] {6, 0},
            "leaf", new double[] {3, 1},
            "root", new double[] {4, 2},
            "siltpath", new double[] {3, 2},
            "petal", new double[] {2, 3},
            "umbel", new double[] {4, 4},
            "webspan", new double[] {6, 4});

    private static final int GROUPS = 5;
    private static final List<Suite> ALL = new ArrayList<>();
    private static double[][] truth;

    /** A suite with the columns of its tests in the truth. */
    private record Suite(int id, String key, double minutes, int group, double noise, int from, int to) {}

    @BeforeAll
    static void read() throws IOException {
        JsonNode file;
        try (InputStream in = DemoTruthTest.class.getResourceAsStream("/truth/computers.json")) {
            file = Json.mapper().readTree(in);
        }
        int[] column = {0};
        file.get("suites").fields().forEachRemaining(s -> {
            double[] about = SUITES.get(s.getKey());
            int from = column[0];
            column[0] += s.getValue().get("tests").size();
            ALL.add(new Suite(
                    ALL.size(),
                    s.getKey(),
                    about[0],
                    (int) about[1],
                    s.getValue().get("noise").asDouble(),
                    from,
                    column[0]));
        });
        List<double[]> rows = new ArrayList<>();
        file.get("devices")
                .forEach(d -> rows.add(IntStream.range(0, column[0])
                        .mapToDouble(i -> d.get(i).asDouble())
                        .toArray()));
        truth = rows.toArray(double[][]::new);
    }

    /** How often the focus ran each suite, kernmill once before; all others ran all of them three times. */
    private static int[] runs(List<Integer> picks) {
        int[] runs = new int[ALL.size()];
        ALL.stream().filter(s -> s.key.equals("kernmill")).forEach(s -> runs[s.id] = 1);
        picks.forEach(p -> runs[p]++);
        return runs;
    }

    private static int[] columns(int group) {
        return ALL.stream()
                .filter(s -> s.group == group)
                .flatMapToInt(s -> IntStream.range(s.from, s.to))
                .toArray();
    }

    private static Suite suiteOf(int column) {
        return ALL.stream()
                .filter(s -> s.from <= column && column < s.to)
                .findFirst()
                .orElseThrow();
    }

    private static double weight(int column, int runs) {
        double noise = suiteOf(column).noise;
        return runs == 0 ? 0 : 1 / (TAU_SQUARED + noise * noise / runs);
    }

    private static List<Integer> planned(int focus) {
        int[] before = runs(List.of());
        List<NextRuns.Group> groups = IntStream.range(0, GROUPS)
                .mapToObj(g -> new NextRuns.Group(
                        IntStream.range(0, truth.length)
                                .mapToObj(s -> Arrays.stream(columns(g))
                                        .mapToDouble(c -> weight(c, s == focus ? before[suiteOf(c).id] : 3))
                                        .toArray())
                                .toArray(double[][]::new),
                        Arrays.stream(columns(g)).map(c -> suiteOf(c).id).toArray(),
                        TAU_SQUARED,
                        1))
                .toList();
        List<NextRuns.Candidate> candidates = ALL.stream()
                .map(s -> new NextRuns.Candidate(
                        s.id,
                        s.minutes,
                        IntStream.range(s.from, s.to)
                                .mapToObj(c -> new NextRuns.Test(
                                        s.group,
                                        Arrays.binarySearch(columns(s.group), c),
                                        TAU_SQUARED,
                                        s.noise * s.noise,
                                        before[s.id]))
                                .toList()))
                .toList();
        List<Integer> others =
                IntStream.range(0, truth.length).filter(s -> s != focus).boxed().toList();
        return NextRuns.of(groups, focus, others, candidates, MINUTES).picks().stream()
                .map(NextRuns.Pick::candidate)
                .toList();
    }

    private static List<Integer> atRandom(Random random) {
        List<Integer> picks = new ArrayList<>();
        double left = MINUTES;
        while (true) {
            double room = left;
            List<Suite> fit = ALL.stream().filter(s -> s.minutes <= room).toList();
            if (fit.isEmpty()) {
                return picks;
            }
            Suite one = fit.get(random.nextInt(fit.size()));
            picks.add(one.id);
            left -= one.minutes;
        }
    }

    /** How far the focus is ahead of the mean of the others over the groups it has, by what was measured. */
    private static double found(int focus, int[] runs, Random noise) {
        return IntStream.range(0, GROUPS)
                .filter(g -> ALL.stream().anyMatch(s -> s.group == g && runs[s.id] > 0))
                .mapToDouble(g -> inGroup(focus, columns(g), runs, noise))
                .average()
                .orElseThrow();
    }

    private static double inGroup(int focus, int[] columns, int[] runs, Random noise) {
        double[][] y = new double[truth.length][columns.length];
        double[][] v = new double[truth.length][columns.length];
        for (int s = 0; s < truth.length; s++) {
            for (int c = 0; c < columns.length; c++) {
                Suite suite = suiteOf(columns[c]);
                int n = s == focus ? runs[suite.id] : 3;
                double error = n == 0 ? Double.NaN : suite.noise / Math.sqrt(n);
                y[s][c] = truth[s][columns[c]] + error * noise.nextGaussian();
                v[s][c] = n == 0 ? 1 : error * error;
            }
        }
        AdditiveFit fit = AdditiveModel.fit(ScoreMatrix.of(
                y, v, Arrays.stream(columns).map(c -> suiteOf(c).id).toArray()));
        return ahead(focus, s -> fit.theta()[s]);
    }

    private static double ahead(int focus, java.util.function.IntToDoubleFunction of) {
        return of.applyAsDouble(focus)
                - IntStream.range(0, truth.length)
                        .filter(s -> s != focus)
                        .mapToDouble(of)
                        .average()
                        .orElseThrow();
    }

    private static double whole(int focus) {
        return IntStream.range(0, GROUPS)
                .mapToDouble(g -> ahead(
                        focus,
                        s -> Arrays.stream(columns(g))
                                .mapToDouble(c -> truth[s][c])
                                .average()
                                .orElseThrow()))
                .average()
                .orElseThrow();
    }

    /** The root of the mean square is about 2 % for the plan and 14 % for chance, which leaves groups out. */
    @Test
    void whatIsPlannedPlacesADeviceBetterThanChance() {
        double planned = 0;
        double byChance = 0;
        Random random = new Random(7);
        for (int focus = 0; focus < truth.length; focus++) {
            List<Integer> plan = planned(focus);
            assertThat(plan.stream().mapToDouble(p -> ALL.get(p).minutes).sum())
                    .isBetween(MINUTES - 2.0, (double) MINUTES);
            for (int world = 0; world < 6; world++) {
                planned += square(found(focus, runs(plan), random) - whole(focus));
                byChance += square(found(focus, runs(atRandom(random)), random) - whole(focus));
            }
        }
        assertThat(planned).isLessThan(.5 * byChance);
    }

    private static double square(double x) {
        return x * x;
    }
}
