package app.yarrowmark.server.compare;

import app.yarrowmark.core.compare.Advantage;
import app.yarrowmark.core.suite.TestGroup;
import app.yarrowmark.server.subjects.SubjectScores.Found;
import app.yarrowmark.server.subjects.TestRow;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

/** A test with how far each subject is ahead of the reference; empty for the reference and where one has no score. */
record Held(TestRow row, List<Optional<Advantage>> ahead) {

    static Held against(TestRow row, Asked asked) {
        return new Held(
                row,
                IntStream.range(0, asked.subjects().size())
                        .mapToObj(i -> i == asked.reference() ? Optional.<Advantage>empty() : advantage(row, i, asked))
                        .toList());
    }

    private static Optional<Advantage> advantage(TestRow row, int subject, Asked asked) {
        return between(row, subject, asked.reference(), asked.threshold());
    }

    /** How far one subject is ahead of another in a test; empty where one of them has no score. */
    static Optional<Advantage> between(TestRow row, int subject, int other, double threshold) {
        Optional<Found> own = row.entries().get(subject).score();
        Optional<Found> theirs = row.entries().get(other).score();
        return own.isPresent() && theirs.isPresent()
                ? Optional.of(Advantage.of(
                        own.get().score(),
                        theirs.get().score(),
                        row.test().metric().better(),
                        threshold))
                : Optional.empty();
    }

    TestGroup group() {
        return row.test().suite().sheet().groupOf(row.test().metric());
    }

    /** Whether it counts in a mean. */
    boolean isRanked() {
        return row.test().suite().sheet().isRanked(row.test().metric());
    }

    /** Whether every subject has a score in it. */
    boolean isOfAll() {
        return row.entries().stream().allMatch(e -> e.score().isPresent());
    }
}
