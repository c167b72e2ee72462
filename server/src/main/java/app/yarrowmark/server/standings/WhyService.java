package app.yarrowmark.server.standings;

import app.yarrowmark.core.rank.AdditiveFit;
import app.yarrowmark.core.rank.PoolPosition;
import app.yarrowmark.server.catalogue.CatalogueService;
import app.yarrowmark.server.problems.Refusal;
import app.yarrowmark.server.scorebook.TestColumn;
import app.yarrowmark.server.setups.SetupFacts;
import app.yarrowmark.server.standings.StandingsView.GroupPlaceView;
import app.yarrowmark.server.standings.WhyView.WhyGroup;
import app.yarrowmark.server.standings.WhyView.WhyTest;
import app.yarrowmark.server.subjects.Subject;
import app.yarrowmark.server.subjects.SubjectScores;
import app.yarrowmark.server.subjects.SubjectScores.Found;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** Takes a place apart: what lifts a subject, what drags it, and which of its cells were doubted. */
@Service
class WhyService {

    /** A cell that counts less than this share of its full weight is called doubted; somewhat less is everyday. */
    static final double DOUBTED = 0.5;

    private final FitKeeper keeper;
    private final CatalogueService catalogue;
    private final SetupFacts setupFacts;

    WhyService(FitKeeper keeper, CatalogueService catalogue, SetupFacts setupFacts) {
        this.keeper = keeper;
        this.catalogue = catalogue;
        this.setupFacts = setupFacts;
    }

    /**
     * Returns why a subject stands where it does.
     *
     * @throws Refusal if it is not in the pool
     */
    WhyView why(StandingsQuestion question, String key) {
        PoolFits fits = keeper.of(question.fitted());
        int number = fits.numberOf(key);
        if (number < 0) {
            throw Refusal.notFound("\"" + key + "\" is not in this pool.");
        }
        SubjectScores scores = new SubjectScores(fits.scores(), catalogue, setupFacts);
        return new WhyView(
                StandingsService.view(fits, number),
                fits.byGroup().values().stream()
                        .filter(f -> question.group() == null ? f.group().isSpeed() : f.group() == question.group())
                        .flatMap(f -> group(f, fits.pool().get(number), number, scores).stream())
                        .toList());
    }

    private static Optional<WhyGroup> group(GroupFit fit, Subject subject, int number, SubjectScores scores) {
        return fit.parts().stream()
                .filter(p -> p.rowOf(number) >= 0)
                .findFirst()
                .map(p -> new WhyGroup(
                        fit.group(),
                        place(fit, p, p.rowOf(number)),
                        Math.expm1(Math.sqrt(p.fit().tauSquared())),
                        Math.expm1(Math.sqrt(p.fit().tasteSquared())),
                        p.fit().suites(),
                        tests(p, p.rowOf(number), subject, scores)));
    }

    private static @Nullable GroupPlaceView place(GroupFit fit, GroupFit.Part part, int row) {
        if (part != fit.parts().get(0)) {
            return null;
        }
        double[] theta = part.theta();
        PoolPosition position = PoolPosition.of(theta[row], theta);
        return new GroupPlaceView(
                fit.group(),
                100 * Math.exp(theta[row]),
                position.place(),
                position.of(),
                position.percentile(),
                position.band().orElse(null));
    }

    private static List<WhyTest> tests(GroupFit.Part part, int row, Subject subject, SubjectScores scores) {
        AdditiveFit fit = part.fit();
        double all = IntStream.range(0, part.tests().size())
                .filter(m -> fit.matrix().has(row, m))
                .mapToDouble(m -> fit.weight(row, m))
                .sum();
        return IntStream.range(0, part.tests().size())
                .filter(m -> fit.matrix().has(row, m))
                .mapToObj(m -> test(part, row, m, all, subject, scores))
                .sorted(Comparator.comparingDouble((WhyTest t) -> -t.off()))
                .toList();
    }

    private static WhyTest test(GroupFit.Part part, int row, int m, double all, Subject subject, SubjectScores scores) {
        TestColumn test = part.tests().get(m);
        AdditiveFit fit = part.fit();
        // The fit may have brought the test to the usual steepness; what is said of a score is in its own.
        double steep = part.steepness(m);
        Found found = scores.of(subject, test).orElseThrow();
        int sign = test.metric().better().sign();
        double residual = fit.matrix().log(row, m) - part.expected(row, m);
        return new WhyTest(
                test.suite().id(),
                test.suite().sheet().name(),
                test.metric().name(),
                test.metric().unit(),
                test.metric().better(),
                found.score().value(),
                found.decimals(),
                Math.exp(sign * part.expected(row, m)),
                Math.exp(residual),
                100 * Math.exp(part.theta()[row] + residual / steep),
                fit.weight(row, m) / all,
                fit.trust(row, m),
                fit.trust(row, m) < DOUBTED);
    }
}
