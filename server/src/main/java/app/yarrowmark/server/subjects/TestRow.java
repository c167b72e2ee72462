package app.yarrowmark.server.subjects;

import app.yarrowmark.core.Maps;
import app.yarrowmark.core.compare.Comparability;
import app.yarrowmark.core.score.PlainScore;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.server.scorebook.ScoreSnapshot;
import app.yarrowmark.server.scorebook.TestColumn;
import app.yarrowmark.server.suites.Suite;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * One test with what each subject has in it: versions of a suite that compare share a row, others have rows of their own.
 *
 * @param test the newest version any subject has
 */
public record TestRow(TestColumn test, List<Entry> entries) {

    /**
     * What a subject has.
     *
     * @param test the version it was run in
     * @param score on a ratio scale
     * @param plain on any other
     */
    public record Entry(
            TestColumn test, Optional<SubjectScores.Found> score, Optional<PlainScore> plain, int plainDecimals) {

        /** Returns whether there is a score. */
        public boolean has() {
            return score.isPresent() || plain.isPresent();
        }
    }

    /** Returns the rows of every suite in which a subject has a score, in the order of the sheets. */
    public static List<TestRow> of(
            List<Subject> subjects, List<Suite> suites, SubjectScores scores, ScoreSnapshot book) {
        Map<String, List<TestColumn>> byTest = new LinkedHashMap<>();
        for (Suite suite : suites) {
            for (Metric metric : suite.sheet().metrics()) {
                byTest.computeIfAbsent(suite.sheet().id().key() + " " + metric.key(), k -> new ArrayList<>())
                        .add(new TestColumn(suite, metric));
            }
        }
        List<TestRow> rows = new ArrayList<>();
        for (List<TestColumn> versions : byTest.values()) {
            versions.sort(Comparator.comparing(
                            (TestColumn t) -> t.suite().sheet().id().version())
                    .reversed());
            rows.addAll(rows(versions, subjects, scores, book));
        }
        return rows;
    }

    private static List<TestRow> rows(
            List<TestColumn> versions, List<Subject> subjects, SubjectScores scores, ScoreSnapshot book) {
        List<TestRow> rows = new ArrayList<>();
        List<TestColumn> left = versions;
        while (!left.isEmpty()) {
            TestColumn first = left.get(0);
            Map<Boolean, List<TestColumn>> alike = left.stream()
                    .collect(Collectors.partitioningBy(t -> t == first
                            || Comparability.obstacle(
                                            first.suite().sheet(),
                                            t.suite().sheet(),
                                            first.metric().key())
                                    .isEmpty()));
            List<TestColumn> same = Maps.at(alike, true);
            left = Maps.at(alike, false);
            List<Entry> entries =
                    subjects.stream().map(s -> entry(s, same, scores, book)).toList();
            entries.stream().filter(Entry::has).findFirst().ifPresent(e -> rows.add(new TestRow(e.test(), entries)));
        }
        return rows;
    }

    private static Entry entry(Subject subject, List<TestColumn> versions, SubjectScores scores, ScoreSnapshot book) {
        for (TestColumn test : versions) {
            Entry entry = entry(subject, test, scores, book);
            if (entry.has()) {
                return entry;
            }
        }
        return new Entry(versions.get(0), Optional.empty(), Optional.empty(), 0);
    }

    private static Entry entry(Subject subject, TestColumn test, SubjectScores scores, ScoreSnapshot book) {
        if (test.metric().isRatio()) {
            return new Entry(test, scores.of(subject, test), Optional.empty(), 0);
        }
        Long setup = subject.setup();
        return new Entry(
                test,
                Optional.empty(),
                Optional.ofNullable(setup)
                        .map(s -> book.column(test.metricId()).plainScores().get(s)),
                setup == null ? 0 : book.column(test.metricId()).decimals(setup));
    }

    /** Returns whether two rows are the same test of suites that do not compare. */
    public boolean isOtherVersionOf(TestRow other) {
        return this != other
                && test.suite()
                        .sheet()
                        .id()
                        .key()
                        .equals(other.test.suite().sheet().id().key())
                && test.metric().key().equals(other.test.metric().key());
    }
}
