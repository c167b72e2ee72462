package app.yarrowmark.server.standings;

import app.yarrowmark.core.rank.PoolPosition;
import app.yarrowmark.core.score.PlainScore;
import app.yarrowmark.core.score.Score;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.core.suite.Scale;
import app.yarrowmark.server.catalogue.CatalogueService;
import app.yarrowmark.server.problems.Refusal;
import app.yarrowmark.server.scorebook.PlainWords;
import app.yarrowmark.server.scorebook.ScoreBook;
import app.yarrowmark.server.scorebook.ScoreColumn;
import app.yarrowmark.server.scorebook.ScoreSnapshot;
import app.yarrowmark.server.scorebook.TestColumn;
import app.yarrowmark.server.setups.SetupFacts;
import app.yarrowmark.server.setups.SetupLabel;
import app.yarrowmark.server.setups.SetupLabels;
import app.yarrowmark.server.standings.RankingView.RankedRow;
import app.yarrowmark.server.standings.RankingView.RankedTest;
import app.yarrowmark.server.subjects.Subject;
import app.yarrowmark.server.subjects.SubjectScores;
import app.yarrowmark.server.subjects.SubjectService;
import app.yarrowmark.server.subjects.SubjectView;
import app.yarrowmark.server.subjects.TestView;
import app.yarrowmark.server.suites.SuiteService;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** Orders a pool by what was read in one test, in the test's own unit: whatever has an order can be ranked. */
@Service
class RankingService {

    private final ScoreBook book;
    private final SubjectService subjects;
    private final SetupLabels setupLabels;
    private final SetupFacts setupFacts;
    private final CatalogueService catalogue;
    private final SuiteService suites;

    RankingService(
            ScoreBook book,
            SubjectService subjects,
            SetupLabels setupLabels,
            SetupFacts setupFacts,
            CatalogueService catalogue,
            SuiteService suites) {
        this.book = book;
        this.subjects = subjects;
        this.setupLabels = setupLabels;
        this.setupFacts = setupFacts;
        this.catalogue = catalogue;
        this.suites = suites;
    }

    /**
     * Returns the ranking.
     *
     * @param shown which of its rows
     * @throws Refusal if there is no such test, or it has no order
     */
    RankingView ranking(StandingsQuestion question, ShownRows shown) {
        ScoreSnapshot scores = book.current();
        List<TestColumn> measured = tests().filter(t -> measured(t, scores) > 0).toList();
        TestColumn test = test(question.test(), measured, scores);
        List<RankedTest> choices = measured.stream().map(RankingService::choice).toList();
        if (test == null) {
            return new RankingView(scores.revision(), null, 0, 0, List.of(), choices);
        }
        StandingsQuestion.Fitted asked = question.fitted();
        List<Subject> pool = subjects.pool(asked.pool(), asked.ranked(), asked.speaker(), scores);
        SubjectScores own = new SubjectScores(scores, catalogue, setupFacts);
        List<Value> values = pool.stream()
                .flatMap(s -> value(s, test, own, scores).stream())
                .sorted(Comparator.comparingDouble((Value v) -> -v.better).thenComparing(v -> v.subject.text()))
                .toList();
        PoolPosition[] positions =
                PoolPosition.all(values.stream().mapToDouble(Value::better).toArray());
        Map<Long, SetupLabel> labels = setupLabels.all();
        int at = IntStream.range(0, values.size())
                .filter(i -> values.get(i).subject.key().toString().equals(shown.key()))
                .findFirst()
                .orElse(-1);
        List<RankedRow> rows = shown.of(
                        values.size(), at, i -> values.get(i).subject.text(), (group, i) -> OptionalDouble.empty())
                .mapToObj(i -> values.get(i).row(i + 1, positions[i], labels))
                .toList();
        return new RankingView(
                scores.revision(), choice(test), values.size(), pool.size() - values.size(), rows, choices);
    }

    private Stream<TestColumn> tests() {
        return suites.all().stream()
                .flatMap(s -> s.sheet().metrics().stream()
                        .filter(m -> m.scale().isOrdered())
                        .map(m -> new TestColumn(s, m)));
    }

    private static int measured(TestColumn test, ScoreSnapshot scores) {
        ScoreColumn column = scores.column(test.metricId());
        return test.metric().isRatio()
                ? column.scores().size()
                : column.plainScores().size();
    }

    /** The one that is asked for; without a question, the one that most have. */
    private @Nullable TestColumn test(@Nullable Long asked, List<TestColumn> measured, ScoreSnapshot scores) {
        if (asked == null) {
            return measured.stream()
                    .max(Comparator.comparingInt(t -> measured(t, scores)))
                    .orElse(null);
        }
        return tests().filter(t -> t.metricId() == asked)
                .findFirst()
                .orElseThrow(() -> Refusal.notFound("There is no test number " + asked + " that has an order."));
    }

    private static RankedTest choice(TestColumn test) {
        return new RankedTest(test.metricId(), TestView.of(test));
    }

    /**
     * What a subject has in the test.
     *
     * @param better as it is shown, turned so that more is better: what looks equal is
     */
    private record Value(
            Subject subject,
            double value,
            double better,
            int decimals,
            @Nullable String words,
            @Nullable Double low,
            @Nullable Double high,
            int count) {

        RankedRow row(int row, PoolPosition position, Map<Long, SetupLabel> labels) {
            SetupLabel label = subject.setup() == null ? null : labels.get(subject.setup());
            return new RankedRow(
                    SubjectView.of(subject, label == null ? null : label.parentId()),
                    row,
                    position.place(),
                    value,
                    decimals,
                    words,
                    low,
                    high,
                    count,
                    position.percentile());
        }
    }

    private static Optional<Value> value(Subject subject, TestColumn test, SubjectScores own, ScoreSnapshot scores) {
        Metric metric = test.metric();
        if (metric.isRatio()) {
            return own.of(subject, test).map(f -> ratio(subject, f, metric));
        }
        Long setup = subject.setup();
        ScoreColumn column = scores.column(test.metricId());
        return setup == null
                ? Optional.empty()
                : Optional.ofNullable(column.plainScores().get(setup))
                        .map(p -> plain(subject, p, metric, column.decimals(setup)));
    }

    private static Value ratio(Subject subject, SubjectScores.Found found, Metric metric) {
        Score score = found.score();
        double reach = Math.log1p(score.reach().orElse(Double.NaN));
        return new Value(
                subject,
                score.value(),
                metric.better().sign() * rounded(score.value(), found.decimals()),
                found.decimals(),
                null,
                Double.isNaN(reach) ? null : Math.exp(score.log() - reach),
                Double.isNaN(reach) ? null : Math.exp(score.log() + reach),
                score.count());
    }

    private static Value plain(Subject subject, PlainScore score, Metric metric, int decimals) {
        boolean digits = metric.scale() == Scale.INTERVAL;
        return new Value(
                subject,
                score.value(),
                metric.better().sign() * (digits ? rounded(score.value(), decimals) : score.value()),
                decimals,
                digits ? null : PlainWords.of(metric, score.value(), score.count(), decimals),
                null,
                null,
                score.count());
    }

    private static double rounded(double value, int decimals) {
        return BigDecimal.valueOf(value)
                .setScale(decimals, RoundingMode.HALF_EVEN)
                .doubleValue();
    }
}
