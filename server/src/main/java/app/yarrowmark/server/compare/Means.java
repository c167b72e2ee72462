package app.yarrowmark.server.compare;

import app.yarrowmark.core.Maps;
import app.yarrowmark.core.compare.Advantage;
import app.yarrowmark.core.compare.Basis;
import app.yarrowmark.core.compare.GroupSummary;
import app.yarrowmark.core.compare.Verdict;
import app.yarrowmark.core.suite.TestGroup;
import app.yarrowmark.server.compare.ComparisonView.ComparedSummary;
import app.yarrowmark.server.compare.ComparisonView.Difference;
import app.yarrowmark.server.compare.ComparisonView.Leaning;
import app.yarrowmark.server.compare.ComparisonView.LeaningSuite;
import app.yarrowmark.server.compare.ComparisonView.SuiteMean;
import app.yarrowmark.server.scorebook.TestColumn;
import app.yarrowmark.server.setups.SetupView.Standing;
import app.yarrowmark.server.standings.Tastes;
import app.yarrowmark.server.subjects.FactDifference;
import app.yarrowmark.server.subjects.SubjectKey;
import app.yarrowmark.server.subjects.TestRow;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/** What several tests come to. */
final class Means {

    /** How sure the interval of a mean is. */
    private static final double FIRST = .95;

    private Means() {}

    /**
     * What tests come to for one subject.
     *
     * @param group of which they are; null for all together
     */
    static ComparedSummary of(
            @Nullable TestGroup group, List<Held> rows, int subject, Asked asked, List<FactDifference> differs) {
        int either = (int) rows.stream()
                .map(Held::row)
                .filter(r -> r.entries().get(subject).has()
                        || r.entries().get(asked.reference()).has())
                .count();
        List<Held> used = used(rows, subject, asked);
        List<TestRow> tests = used.stream().map(Held::row).toList();
        List<Advantage> advantages =
                used.stream().flatMap(h -> h.ahead().get(subject).stream()).toList();
        Map<Verdict, Long> verdicts = used.stream()
                .flatMap(h -> h.counted().get(subject).stream())
                .collect(Collectors.groupingBy(v -> v, Collectors.counting()));
        Tastes.@Nullable Taste taste = group == null ? null : asked.tastes().get(group);
        Optional<GroupSummary> mean = of(tests, advantages, asked, taste);
        boolean amounts = areAmounts(tests);
        return new ComparedSummary(
                subject,
                advantages.size(),
                either,
                mean.map(g -> difference(g, g.ofTheseTests(), asked, amounts)).orElse(null),
                mean.flatMap(g -> g.ofThisKind().map(k -> difference(g, Optional.of(k.spread()), asked, amounts)))
                        .orElse(null),
                mean.flatMap(GroupSummary::ofThisKind)
                        .map(GroupSummary.Kind::basis)
                        .orElse(null),
                taste == null ? null : taste.setups(),
                count(verdicts, Verdict.AHEAD),
                count(verdicts, Verdict.BEHIND),
                count(verdicts, Verdict.EVEN),
                count(verdicts, Verdict.UNDECIDED),
                (int) advantages.stream().filter(a -> !a.noiseKnown()).count(),
                asRead(advantages, asked, 1),
                asRead(advantages, asked, -1),
                suites(used, subject, asked),
                mean.flatMap(g -> leaning(g, tests, asked)).orElse(null),
                mean.flatMap(g -> leaningSuite(g, amounts, asked)).orElse(null),
                differs.stream()
                        .filter(d -> d.subject() == subject
                                && d.standing() != Standing.MEANT
                                && (group == null
                                        ? !d.affects().isEmpty()
                                        : d.affects().contains(group)))
                        .map(FactDifference::name)
                        .toList());
    }

    /** What the tests of each suite come to, in the order in which the suites come. */
    private static List<SuiteMean> suites(List<Held> used, int subject, Asked asked) {
        Map<String, List<Held>> bySuite = used.stream()
                .collect(Collectors.groupingBy(h -> suite(h.row()), LinkedHashMap::new, Collectors.toList()));
        return bySuite.entrySet().stream()
                .map(e -> {
                    List<TestRow> rows = e.getValue().stream().map(Held::row).toList();
                    GroupSummary mean = of(
                                    rows,
                                    e.getValue().stream()
                                            .flatMap(h -> h.ahead().get(subject).stream())
                                            .toList(),
                                    asked)
                            .orElseThrow();
                    return new SuiteMean(
                            e.getKey(), rows.size(), difference(mean, mean.ofTheseTests(), asked, areAmounts(rows)));
                })
                .toList();
    }

    private static Optional<LeaningSuite> leaningSuite(GroupSummary mean, boolean amounts, Asked asked) {
        return mean.mostInfluentialSuite().map(i -> {
            GroupSummary.SuiteMean suite = mean.suites().get(i);
            return new LeaningSuite(
                    suite.suite(),
                    plain(suite.influence().without(), asked.basis(), amounts),
                    suite.influence().turns());
        });
    }

    /** The tests that a subject's mean is over. */
    private static List<Held> used(List<Held> rows, int subject, Asked asked) {
        List<Held> own =
                rows.stream().filter(h -> h.ahead().get(subject).isPresent()).toList();
        if (asked.how().over() == Asked.Over.OWN || isClaim(asked, subject)) {
            return own;
        }
        // Who has none of these tests, or never was measured, takes none away from the others.
        int[] all = asked.others()
                .filter(i -> !isClaim(asked, i)
                        && rows.stream().anyMatch(h -> h.ahead().get(i).isPresent()))
                .toArray();
        return own.stream()
                .filter(h -> IntStream.of(all).allMatch(i -> h.ahead().get(i).isPresent()))
                .toList();
    }

    private static boolean isClaim(Asked asked, int subject) {
        return asked.subjects().get(subject).key().kind() == SubjectKey.Kind.CLAIM;
    }

    /** The mean of advantages in tests, by what has a vote; empty without any. */
    static Optional<GroupSummary> of(List<TestRow> tests, List<Advantage> advantages, Asked asked) {
        return of(tests, advantages, asked, null);
    }

    /** @param taste how suites differ for these; null if too little is known of that */
    private static Optional<GroupSummary> of(
            List<TestRow> tests, List<Advantage> advantages, Asked asked, Tastes.@Nullable Taste taste) {
        if (advantages.isEmpty()) {
            return Optional.empty();
        }
        Map<String, Long> bySuite = tests.stream()
                .map(Means::suite)
                .collect(Collectors.groupingBy(Function.identity(), Collectors.counting()));
        List<GroupSummary.Test> voting = IntStream.range(0, tests.size())
                .mapToObj(i -> new GroupSummary.Test(
                        advantages.get(i),
                        asked.how().votes() == Asked.Votes.TEST ? 1 : 1.0 / Maps.at(bySuite, suite(tests.get(i))),
                        suite(tests.get(i))))
                .toList();
        return Optional.of(GroupSummary.of(voting, taste == null ? GroupSummary.USUAL_TASTE : taste.ratio()));
    }

    /** All versions and settings of a suite are one. */
    private static String suite(TestRow row) {
        return row.test().suite().sheet().name();
    }

    /** How many tests of unknown noise lie to one side by more than matters. */
    private static int asRead(List<Advantage> advantages, Asked asked, int side) {
        double matters = Math.log1p(asked.threshold());
        return (int) advantages.stream()
                .filter(a -> !a.noiseKnown() && side * a.log() >= matters && a.log() != 0)
                .count();
    }

    private static int count(Map<Verdict, Long> verdicts, Verdict verdict) {
        return verdicts.getOrDefault(verdict, 0L).intValue();
    }

    private static Optional<Leaning> leaning(GroupSummary mean, List<TestRow> rows, Asked asked) {
        return mean.mostInfluential().map(i -> {
            GroupSummary.Influence influence = mean.influences().get(i);
            TestColumn test = rows.get(i).test();
            return new Leaning(
                    test.suite().id(),
                    test.metric().key(),
                    plain(influence.without(), asked.basis(), areAmounts(rows)),
                    influence.turns());
        });
    }

    private static Difference plain(double times, Basis basis, boolean amount) {
        return new Difference(
                times, null, null, shown(times, basis, amount), null, null, amount, null, null, 1, FIRST, null);
    }

    static Difference difference(GroupSummary mean, Optional<GroupSummary.Spread> spread, Asked asked, boolean amount) {
        Double low = spread.map(mean::low).orElse(null);
        Double high = spread.map(mean::high).orElse(null);
        return new Difference(
                mean.times(),
                low,
                high,
                shown(mean.times(), asked.basis(), amount),
                low == null ? null : shown(low, asked.basis(), amount),
                high == null ? null : shown(high, asked.basis(), amount),
                amount,
                mean.verdict(asked.threshold()).orElse(null),
                null,
                1,
                FIRST,
                null);
    }

    /** A mean has no unit of its own, and is of more than times. */
    static Basis basis(Basis basis) {
        return basis == Basis.OWN_UNIT || basis == Basis.TIME_SAVED ? Basis.GAIN : basis;
    }

    /** Whether a mean is of amounts alone, so that it is one itself. */
    static boolean areAmounts(List<TestRow> rows) {
        return rows.stream().allMatch(r -> r.test().metric().isAmount());
    }

    private static double shown(double times, Basis basis, boolean amount) {
        return basis(basis).ofRatio(amount ? 1 / times : times);
    }
}
