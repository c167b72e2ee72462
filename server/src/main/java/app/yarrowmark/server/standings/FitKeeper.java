package app.yarrowmark.server.standings;

import app.yarrowmark.core.Maps;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.core.suite.TestGroup;
import app.yarrowmark.server.catalogue.CatalogueService;
import app.yarrowmark.server.kept.Kept;
import app.yarrowmark.server.problems.Refusal;
import app.yarrowmark.server.revisions.Marks;
import app.yarrowmark.server.scorebook.ScoreBook;
import app.yarrowmark.server.scorebook.ScoreSnapshot;
import app.yarrowmark.server.scorebook.TestColumn;
import app.yarrowmark.server.setups.SetupFacts;
import app.yarrowmark.server.setups.SetupLabel;
import app.yarrowmark.server.setups.SetupLabels;
import app.yarrowmark.server.subjects.Subject;
import app.yarrowmark.server.subjects.SubjectScores;
import app.yarrowmark.server.subjects.SubjectService;
import app.yarrowmark.server.suites.Suite;
import app.yarrowmark.server.suites.SuiteService;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/**
 * Fits pools when they are asked for, and keeps the last fits. Once scores change, only the groups with a changed score are
 * fitted anew; once the catalogue changes, everything is.
 */
@Component
class FitKeeper {

    private static final int MOST_KEPT = 24;
    /** A fit holds some kilobytes for each subject; few of thousands are kept. */
    private static final int MOST_SUBJECTS_KEPT = 8_000;

    private final ScoreBook book;
    private final SetupLabels setupLabels;
    private final SetupFacts setupFacts;
    private final CatalogueService catalogue;
    private final SuiteService suites;
    private final SubjectService subjects;
    private final Kept<StandingsQuestion.Fitted, PoolFits> kept =
            Kept.weighed(MOST_SUBJECTS_KEPT, f -> Math.max(f.pool().size(), MOST_SUBJECTS_KEPT / MOST_KEPT));

    FitKeeper(
            ScoreBook book,
            SetupLabels setupLabels,
            SetupFacts setupFacts,
            CatalogueService catalogue,
            SuiteService suites,
            SubjectService subjects) {
        this.book = book;
        this.setupLabels = setupLabels;
        this.setupFacts = setupFacts;
        this.catalogue = catalogue;
        this.suites = suites;
        this.subjects = subjects;
    }

    ScoreSnapshot scores() {
        return book.current();
    }

    /** Returns the fits a question needs, of the scores and the catalogue as they are now. */
    PoolFits of(StandingsQuestion.Fitted question) {
        ScoreSnapshot scores = book.current();
        Map<Long, SetupLabel> labels = setupLabels.all();
        PoolFits before = kept.peek(question).filter(f -> f.labels() == labels).orElse(null);
        return kept.get(question, new Moment(scores.marks(), labels), () -> {
            kept.forget(f -> f.labels() != labels);
            return fit(question, scores, labels, before);
        });
    }

    /** What a fit was made of; labels are made anew with every change of the catalogue. */
    private record Moment(Marks scores, Map<Long, SetupLabel> labels) {

        @Override
        public boolean equals(Object other) {
            return other instanceof Moment m && m.scores.equals(scores) && m.labels == labels;
        }

        @Override
        public int hashCode() {
            return scores.hashCode();
        }
    }

    /** @param before fits of the same question under the same labels, of older scores; null if there are none */
    private PoolFits fit(
            StandingsQuestion.Fitted question,
            ScoreSnapshot scores,
            Map<Long, SetupLabel> labels,
            @Nullable PoolFits before) {
        // By their names, so that nothing hangs on the order in which records were made.
        List<Subject> pool = subjects.pool(question.pool(), question.ranked(), question.speaker(), scores).stream()
                .sorted(Comparator.comparing(Subject::text)
                        .thenComparing(s -> s.key().toString()))
                .toList();
        PoolFits like = before != null && before.pool().equals(pool) ? before : null;
        if (before == null) {
            // Before and not after, or two large pools would be in memory at once.
            kept.makeRoom(pool.size());
        }
        Map<TestGroup, List<TestColumn>> tests = new EnumMap<>(TestGroup.class);
        for (TestGroup group : TestGroup.values()) {
            tests.put(group, tests(group, question.test()));
        }
        // Groups know nothing of each other, so every core takes one.
        Map<TestGroup, GroupFit> byGroup = tests.entrySet().parallelStream()
                .map(e -> like != null && isUnchanged(like, e.getKey(), e.getValue(), scores)
                        ? like.byGroup().get(e.getKey())
                        : GroupFit.of(
                                e.getKey(),
                                e.getValue(),
                                pool,
                                new SubjectScores(scores, catalogue, setupFacts),
                                scores,
                                question.steep()))
                .collect(Collectors.toMap(GroupFit::group, f -> f, (a, b) -> a, () -> new EnumMap<>(TestGroup.class)));
        return new PoolFits(scores, labels, pool, byGroup);
    }

    /** Whether a group has the same tests with the very same scores as before. */
    private static boolean isUnchanged(PoolFits before, TestGroup group, List<TestColumn> tests, ScoreSnapshot scores) {
        return Maps.at(before.byGroup(), group).asked().equals(tests)
                && tests.stream()
                        .allMatch(t ->
                                scores.column(t.metricId()) == before.scores().column(t.metricId()));
    }

    private List<TestColumn> tests(TestGroup group, @Nullable Long only) {
        return all().filter(t -> t.suite().sheet().groupOf(t.metric()) == group)
                .filter(t -> only == null ? isRanked(t) : t.metricId() == only)
                .sorted(Comparator.comparing((TestColumn t) -> t.suite().sheet().name())
                        .thenComparing(t -> t.suite().sheet().id().key())
                        .thenComparing(t -> t.suite().sheet().id().version()))
                .toList();
    }

    private static boolean isRanked(TestColumn test) {
        return test.suite().sheet().isRanked(test.metric());
    }

    private Stream<TestColumn> all() {
        return suites.all().stream().flatMap(s -> columns(s));
    }

    private static Stream<TestColumn> columns(Suite suite) {
        return suite.sheet().metrics().stream().filter(Metric::isRatio).map(m -> new TestColumn(suite, m));
    }

    /**
     * Returns a test by the number of its metric.
     *
     * @throws Refusal if there is none on a ratio scale
     */
    TestColumn test(long metricId) {
        return all().filter(t -> t.metricId() == metricId)
                .findFirst()
                .orElseThrow(() -> Refusal.notFound("There is no test number " + metricId + " that can be ranked."));
    }
}
