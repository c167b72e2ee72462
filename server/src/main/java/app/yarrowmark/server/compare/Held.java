package app.yarrowmark.server.compare;

import app.yarrowmark.core.compare.Advantage;
import app.yarrowmark.core.compare.Looks;
import app.yarrowmark.core.compare.ManyTests;
import app.yarrowmark.core.compare.Verdict;
import app.yarrowmark.core.suite.TestGroup;
import app.yarrowmark.server.subjects.SubjectScores.Found;
import app.yarrowmark.server.subjects.TestRow;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

/**
 * A test with how far each subject is ahead of the reference.
 *
 * @param ahead empty for the reference and where one has no score
 * @param counted what that comes to in a count over all tests shown; empty where the noise is unknown too
 */
record Held(TestRow row, List<Optional<Advantage>> ahead, List<Optional<Verdict>> counted) {

    static Held against(TestRow row, Asked asked) {
        return new Held(
                row,
                IntStream.range(0, asked.subjects().size())
                        .mapToObj(i -> i == asked.reference() ? Optional.<Advantage>empty() : advantage(row, i, asked))
                        .toList(),
                List.of());
    }

    /** Finds what each comes to in a count over all of these tests. */
    static List<Held> counted(List<Held> shown, Asked asked) {
        List<List<Optional<Verdict>>> byTest = new ArrayList<>();
        shown.forEach(h -> byTest.add(new ArrayList<>(Collections.nCopies(h.ahead.size(), Optional.empty()))));
        asked.others().forEach(subject -> {
            int[] has = IntStream.range(0, shown.size())
                    .filter(t -> shown.get(t).ahead.get(subject).isPresent())
                    .toArray();
            List<Optional<Verdict>> verdicts = ManyTests.verdicts(IntStream.of(has)
                    .mapToObj(t -> shown.get(t).ahead.get(subject).orElseThrow())
                    .toList());
            for (int i = 0; i < has.length; i++) {
                byTest.get(has[i]).set(subject, verdicts.get(i));
            }
        });
        return IntStream.range(0, shown.size())
                .mapToObj(t -> new Held(shown.get(t).row, shown.get(t).ahead, byTest.get(t)))
                .toList();
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
                        threshold,
                        Looks.of(own.get().days(), theirs.get().days())))
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
