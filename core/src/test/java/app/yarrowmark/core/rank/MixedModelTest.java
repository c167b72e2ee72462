package app.yarrowmark.core.rank;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** The fit held against a general statistics package on the same desks; {@code perf/mixed-model} made the files. */
class MixedModelTest {

    /** What the package said of a desk, by restricted likelihood. */
    record Desk(String name, ScoreMatrix matrix, double taste, double rest, double[] level, double[] error) {

        @Override
        public String toString() {
            return name;
        }

        static Desk of(String name, List<String[]> cells, List<String[]> said) {
            List<String> subjects = names(cells, 1);
            List<String> tests = names(cells, 3);
            List<String> suites = names(cells, 2);
            double[][] logs = new double[subjects.size()][tests.size()];
            Arrays.stream(logs).forEach(row -> Arrays.fill(row, Double.NaN));
            int[] suiteOf = new int[tests.size()];
            for (String[] cell : cells) {
                int test = tests.indexOf(cell[3]);
                suiteOf[test] = suites.indexOf(cell[2]);
                logs[subjects.indexOf(cell[1])][test] = Double.parseDouble(cell[4]);
            }
            ScoreMatrix matrix = ScoreMatrix.of(logs, new double[subjects.size()][tests.size()], suiteOf);
            return new Desk(
                    name,
                    matrix,
                    values(said, "taste")[0],
                    values(said, "rest")[0],
                    values(said, "level"),
                    values(said, "error"));
        }

        private static List<String> names(List<String[]> cells, int column) {
            return cells.stream().map(cell -> cell[column]).distinct().toList();
        }

        private static double[] values(List<String[]> said, String what) {
            return said.stream()
                    .filter(row -> row[1].equals(what))
                    .mapToDouble(row -> Double.parseDouble(row[3]))
                    .toArray();
        }
    }

    static List<Desk> desks() throws IOException {
        List<String[]> cells = rows("desks.csv");
        List<String[]> said = rows("fits.csv");
        return cells.stream()
                .map(row -> row[0])
                .distinct()
                .map(name -> Desk.of(name, of(cells, name), of(said, name)))
                .toList();
    }

    private static List<String[]> rows(String file) throws IOException {
        try (InputStream in = MixedModelTest.class.getResourceAsStream("/mixed-model/" + file)) {
            List<String[]> rows = new ArrayList<>();
            new String(in.readAllBytes(), StandardCharsets.UTF_8)
                    .lines()
                    .skip(1)
                    .map(line -> line.split(","))
                    .forEach(rows::add);
            return rows;
        }
    }

    private static List<String[]> of(List<String[]> rows, String desk) {
        return rows.stream().filter(row -> row[0].equals(desk)).toList();
    }

    @ParameterizedTest
    @MethodSource("desks")
    void placesAndErrorsAreThoseOfTheMixedModelForTheSameVariances(Desk desk) {
        AdditiveFit fit = AdditiveModel.fitFixed(desk.matrix, desk.rest, desk.taste);
        for (int s = 0; s < desk.level.length; s++) {
            assertThat(fit.theta()[s]).isCloseTo(desk.level[s], within(2e-6));
        }
        for (int s = 0; s < desk.error.length; s++) {
            assertThat(Math.sqrt(fit.varianceOfDifference(0, s + 1)) / desk.error[s])
                    .isCloseTo(1, within(1e-4));
        }
    }

    @ParameterizedTest
    @MethodSource("desks")
    void itsOwnVariancesAreThoseOfTheLikelihood(Desk desk) {
        AdditiveFit fit = AdditiveModel.fitPlain(desk.matrix);
        assertThat(ratio(fit.tauSquared(), desk.rest)).isCloseTo(1, within(.02));
        if (desk.taste > desk.rest / 10) {
            assertThat(ratio(fit.tasteSquared(), desk.taste)).isCloseTo(1, within(.02));
        } else {
            // What is taken before anything is known keeps a taste that is hardly there from none.
            assertThat(Math.sqrt(fit.tasteSquared())).isBetween(Math.sqrt(desk.taste), .015);
        }
        check(desk, fit, .03, .06);
    }

    @ParameterizedTest
    @MethodSource("desks")
    void doubtingOddCellsMovesNobodyByMoreThanTheErrorWhereNoneIsOdd(Desk desk) {
        check(desk, AdditiveModel.fit(desk.matrix), .6, .15);
    }

    private static double ratio(double variance, double expected) {
        return Math.sqrt(variance / expected);
    }

    /** Differences to the first subject, by their error; and those errors. */
    private static void check(Desk desk, AdditiveFit fit, double ofError, double inError) {
        for (int s = 1; s < desk.level.length; s++) {
            double error = desk.error[s - 1];
            double off = fit.theta()[s] - fit.theta()[0] - (desk.level[s] - desk.level[0]);
            assertThat(off / error).isCloseTo(0, within(ofError));
            assertThat(Math.sqrt(fit.varianceOfDifference(0, s)) / error).isCloseTo(1, within(inError));
        }
    }
}
