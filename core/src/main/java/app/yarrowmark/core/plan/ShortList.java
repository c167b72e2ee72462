package app.yarrowmark.core.plan;

import app.yarrowmark.core.rank.AdditiveFit;
import app.yarrowmark.core.rank.AdditiveModel;
import app.yarrowmark.core.rank.Island;
import app.yarrowmark.core.rank.ScoreMatrix;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.OptionalDouble;
import java.util.stream.IntStream;

/**
 * A shorter list of suites for a given time: those first whose tests leave least unexplained for each minute, (1/v)/minutes, v a
 * test's residual variance shrunk with 4 degrees of freedom to the mean of all.
 */
public final class ShortList {

    private static final double SHRUNK = 4;
    private static final int FOLDS = 4;
    private static final int FEWEST_SUBJECTS = 8;

    private ShortList() {}

    /**
     * A suite on the full list.
     *
     * @param tests columns of the matrix that it yields
     */
    public record Suite(int id, double minutes, List<Integer> tests) {}

    /**
     * A shorter list.
     *
     * @param chosen ids in the order of their worth
     * @param minutes they take
     * @param kept how much of the order that the full list gives a list chosen so keeps, on subjects that were not looked at for
     *     choosing (Kendall's τ-b, mean of four parts); empty with fewer than eight subjects
     */
    public record Chosen(List<Integer> chosen, double minutes, OptionalDouble kept) {}

    /** Returns the list for so many minutes. */
    public static Chosen of(ScoreMatrix matrix, List<Suite> suites, double minutes) {
        ScoreMatrix whole = largestIsland(matrix);
        List<Suite> chosen = choose(whole, suites, minutes);
        return new Chosen(
                chosen.stream().map(Suite::id).toList(),
                chosen.stream().mapToDouble(Suite::minutes).sum(),
                kept(whole, suites, minutes));
    }

    /** Rows without the largest island are emptied, columns keep their numbers. */
    private static ScoreMatrix largestIsland(ScoreMatrix matrix) {
        List<Island> islands = Island.of(matrix);
        int[] rows = islands.isEmpty() ? new int[0] : islands.get(0).subjects();
        return matrix.part(rows, IntStream.range(0, matrix.tests()).toArray());
    }

    private static List<Suite> choose(ScoreMatrix matrix, List<Suite> suites, double minutes) {
        double[] variance = residualVariances(matrix);
        List<Suite> byWorth = suites.stream()
                .sorted(Comparator.comparingDouble((Suite s) -> -s.tests().stream()
                                .filter(m -> !Double.isNaN(variance[m]))
                                .mapToDouble(m -> 1 / variance[m])
                                .sum()
                        / s.minutes()))
                .toList();
        List<Suite> chosen = new ArrayList<>();
        double used = 0;
        for (Suite suite : byWorth) {
            if (used + suite.minutes() <= minutes && suite.tests().stream().anyMatch(m -> !Double.isNaN(variance[m]))) {
                chosen.add(suite);
                used += suite.minutes();
            }
        }
        return chosen;
    }

    /** What the model leaves over in each test; NaN where no two subjects share it with others. */
    private static double[] residualVariances(ScoreMatrix matrix) {
        int tests = matrix.tests();
        double[] sum = new double[tests];
        int[] count = new int[tests];
        for (Island island : Island.of(matrix)) {
            ScoreMatrix part = matrix.part(island.subjects(), island.tests());
            if (part.subjects() < 2 || part.cells() <= part.subjects() + part.tests() - 1) {
                continue;
            }
            AdditiveFit fit = AdditiveModel.fit(part);
            for (int s = 0; s < part.subjects(); s++) {
                for (int m = 0; m < part.tests(); m++) {
                    if (part.has(s, m)) {
                        double r = fit.residual(s, m);
                        sum[island.tests()[m]] += r * r;
                        count[island.tests()[m]]++;
                    }
                }
            }
        }
        double all = Arrays.stream(sum).sum();
        int cells = Arrays.stream(count).sum();
        double mean = cells == 0 ? 0 : all / cells;
        return IntStream.range(0, tests)
                .mapToDouble(m ->
                        count[m] == 0 ? Double.NaN : Math.max(1e-12, (SHRUNK * mean + sum[m]) / (SHRUNK + count[m])))
                .toArray();
    }

    private static OptionalDouble kept(ScoreMatrix matrix, List<Suite> suites, double minutes) {
        int n = matrix.subjects();
        if (n < FEWEST_SUBJECTS) {
            return OptionalDouble.empty();
        }
        List<Double> found = new ArrayList<>();
        for (int fold = 0; fold < FOLDS; fold++) {
            int part = fold;
            int[] others = IntStream.range(0, n).filter(s -> s % FOLDS != part).toArray();
            int[] columns = IntStream.range(0, matrix.tests()).toArray();
            List<Suite> chosen = choose(matrix.part(others, columns), suites, minutes);
            int[] shorter = chosen.stream()
                    .flatMap(s -> s.tests().stream())
                    .mapToInt(Integer::intValue)
                    .sorted()
                    .toArray();
            agreement(matrix, shorter, part).ifPresent(found::add);
        }
        return found.isEmpty()
                ? OptionalDouble.empty()
                : OptionalDouble.of(found.stream()
                        .mapToDouble(Double::doubleValue)
                        .average()
                        .orElseThrow());
    }

    /** How far the order of the subjects of a part by all tests and by some agrees; each is held against everyone. */
    private static OptionalDouble agreement(ScoreMatrix matrix, int[] shorter, int part) {
        double[] full = places(matrix, IntStream.range(0, matrix.tests()).toArray());
        double[] brief = places(matrix, shorter);
        double sum = 0;
        int held = 0;
        for (int s = part; s < full.length; s += FOLDS) {
            int own = s;
            int[] both = IntStream.range(0, full.length)
                    .filter(o -> o != own && !Double.isNaN(full[o]) && !Double.isNaN(brief[o]))
                    .toArray();
            if (Double.isNaN(full[s]) || Double.isNaN(brief[s]) || both.length < 2) {
                continue;
            }
            sum += Arrays.stream(both)
                    .mapToDouble(o -> Math.signum(full[own] - full[o]) * Math.signum(brief[own] - brief[o]))
                    .average()
                    .orElse(0);
            held++;
        }
        return held == 0 ? OptionalDouble.empty() : OptionalDouble.of(sum / held);
    }

    /** Estimate of each subject from some tests; NaN outside of their largest island. */
    private static double[] places(ScoreMatrix matrix, int[] columns) {
        double[] places = new double[matrix.subjects()];
        Arrays.fill(places, Double.NaN);
        ScoreMatrix some = matrix.part(IntStream.range(0, matrix.subjects()).toArray(), columns);
        List<Island> islands = Island.of(some);
        if (islands.isEmpty()) {
            return places;
        }
        Island island = islands.get(0);
        double[] theta = island.tests().length == 1
                ? logs(some, island)
                : AdditiveModel.fit(some.part(island.subjects(), island.tests()))
                        .theta();
        for (int i = 0; i < theta.length; i++) {
            places[island.subjects()[i]] = theta[i];
        }
        return places;
    }

    private static double[] logs(ScoreMatrix matrix, Island island) {
        return Arrays.stream(island.subjects())
                .mapToDouble(s -> matrix.log(s, island.tests()[0]))
                .toArray();
    }
}
