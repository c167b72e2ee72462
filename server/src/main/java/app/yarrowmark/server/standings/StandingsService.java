package app.yarrowmark.server.standings;

import app.yarrowmark.core.Maps;
import app.yarrowmark.core.rank.AdditiveFit;
import app.yarrowmark.core.rank.Estimate;
import app.yarrowmark.core.rank.Lines;
import app.yarrowmark.core.rank.Overall;
import app.yarrowmark.core.rank.Place;
import app.yarrowmark.core.rank.Placing;
import app.yarrowmark.core.rank.Steepness;
import app.yarrowmark.core.suite.TestGroup;
import app.yarrowmark.server.catalogue.DeviceKind;
import app.yarrowmark.server.scorebook.TestColumn;
import app.yarrowmark.server.setups.SetupLabel;
import app.yarrowmark.server.standings.StandingsView.ApartView;
import app.yarrowmark.server.standings.StandingsView.GroupPlaceView;
import app.yarrowmark.server.standings.StandingsView.GroupView;
import app.yarrowmark.server.standings.StandingsView.OddSuiteView;
import app.yarrowmark.server.standings.StandingsView.PlaceView;
import app.yarrowmark.server.standings.StandingsView.StandingTest;
import app.yarrowmark.server.standings.StandingsView.SteepNote;
import app.yarrowmark.server.standings.StandingsView.SteepTest;
import app.yarrowmark.server.standings.StandingsView.UnplacedView;
import app.yarrowmark.server.subjects.Pool;
import app.yarrowmark.server.subjects.Speaker;
import app.yarrowmark.server.subjects.Subject;
import app.yarrowmark.server.subjects.SubjectKey;
import app.yarrowmark.server.subjects.SubjectService;
import app.yarrowmark.server.subjects.SubjectView;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.function.BiFunction;
import java.util.function.IntFunction;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** Standings of the subjects of a pool, for one test, for a group of tests, and overall. */
@Service
public class StandingsService {

    /** Up to so many all brackets are told; of more only those that hold one of them. */
    private static final int MOST_BRACKETED = 60;

    /** As many as a reader can follow side by side. */
    private static final int MOST_BRACKETS = 24;

    private final FitKeeper keeper;
    private final GroupChoice choice;

    StandingsService(FitKeeper keeper, GroupChoice choice) {
        this.keeper = keeper;
        this.choice = choice;
    }

    /**
     * Some subjects of a pool in a fixed order with where they may stand; of one group or overall.
     *
     * @param subjects numbers in the pool
     * @param groups islands that it is of, one for each group
     * @param placing by their lines
     * @param middle row of the one in the middle
     */
    record Ranked(List<Integer> subjects, List<GroupFit.Part> groups, Placing placing, int middle) {

        Ranked(List<Integer> subjects, List<GroupFit.Part> groups, Lines lines) {
            this(subjects, groups, new Placing(lines), Placing.middle(lines.theta()));
        }

        static Ranked of(GroupFit.Part part) {
            return new Ranked(part.subjects(), List.of(part), part.lines());
        }

        /** Returns how good each of them is, on a log scale. */
        double[] theta() {
            return placing.lines().theta();
        }

        int tests() {
            return groups.stream().mapToInt(p -> p.tests().size()).sum();
        }

        int testsOf(int row) {
            int subject = subjects.get(row);
            return groups.stream().mapToInt(p -> p.testsOf(p.rowOf(subject))).sum();
        }

        int suitesOf(int row) {
            int subject = subjects.get(row);
            return groups.stream()
                    .mapToInt(p -> p.fit().suitesOf(p.rowOf(subject)))
                    .sum();
        }

        int rowOf(int subject) {
            return Math.max(-1, Collections.binarySearch(subjects, subject));
        }
    }

    /**
     * What a question comes to.
     *
     * @param test that is ranked alone; null for all of the group
     * @param group that is ranked; null for overall
     * @param ranked the largest island first; empty if nobody can be ranked
     * @param hundred row of the reference in the first of them; -1 if there is none
     */
    record Answer(
            PoolFits fits,
            @Nullable TestColumn test,
            @Nullable TestGroup group,
            List<Ranked> ranked,
            int hundred) {

        /** Returns the number of the reference in the pool; -1 if nobody is ranked. */
        int reference() {
            return hundred < 0 ? -1 : ranked.get(0).subjects().get(hundred);
        }

        /** Returns the places of the largest island, the best first. */
        List<Place> places() {
            return order(fits, ranked.get(0), hundred);
        }
    }

    /** Returns what a question comes to. */
    Answer answer(StandingsQuestion question) {
        PoolFits fits = keeper.of(question.fitted());
        TestColumn test = question.test() == null ? null : keeper.test(question.test());
        TestGroup group = test == null ? question.group() : test.suite().sheet().groupOf(test.metric());
        List<Ranked> ranked = ranked(fits, group, choice.of(question));
        SubjectKey asked = question.referenceKey();
        return new Answer(
                fits, test, group, ranked, hundred(ranked, asked == null ? -1 : fits.numberOf(asked.toString())));
    }

    private static int hundred(List<Ranked> ranked, int wanted) {
        if (ranked.isEmpty()) {
            return -1;
        }
        int row = ranked.get(0).rowOf(wanted);
        return row < 0 ? ranked.get(0).middle() : row;
    }

    /**
     * Returns the standings.
     *
     * @param shown which of the places
     */
    StandingsView standings(StandingsQuestion question, ShownRows shown) {
        Answer answer = answer(question);
        PoolFits fits = answer.fits;
        TestGroup group = answer.group;
        int reference = answer.reference();
        StandingsQuestion.Weights weights = choice.of(question);
        Map<String, Integer> usual = usual(question, weights);
        List<ApartView> parts = answer.ranked.stream()
                .map(r -> island(r, answer, reference, usual, shown))
                .toList();
        Optional<Ranked> main = answer.ranked.stream().findFirst();
        List<StandingTest> tests = fits.byGroup().values().stream()
                .filter(f -> group == null || f.group() == group)
                .flatMap(f -> f.tests().stream())
                .map(StandingsService::view)
                .toList();
        return new StandingsView(
                group,
                answer.test == null ? null : view(answer.test),
                fits.scores().revision(),
                main.isEmpty() ? null : view(fits, reference),
                main.map(r -> r.tests() == 1).orElse(false),
                groups(fits, weights, reference),
                tests,
                main.map(r -> r.groups().stream()
                                .mapToInt(p -> p.fit().suites())
                                .sum())
                        .orElse(0),
                main.map(r -> r.subjects().size()).orElse(0),
                main.isEmpty() ? List.of() : parts.get(0).places(),
                main.isEmpty() ? List.of() : parts.get(0).brackets(),
                main.isEmpty() ? null : parts.get(0).bracketed(),
                main.map(r -> r.subjects().size() * (r.subjects().size() - 1L) / 2)
                        .orElse(0L),
                main.map(r -> r.placing().lines().pairsApart()).orElse(0L),
                group == null ? null : main.map(r -> steepNote(answer, r)).orElse(null),
                parts.stream().skip(1).toList(),
                unplaced(fits, group, weights, answer.ranked),
                question.fitted().steep() && main.isPresent() ? steepness(fits, group, weights) : List.of());
    }

    private static ApartView island(
            Ranked ranked, Answer answer, int reference, Map<String, Integer> usual, ShownRows shown) {
        PoolFits fits = answer.fits;
        int hundred = ranked == answer.ranked.get(0) ? answer.hundred : ranked.middle();
        List<Place> order = order(fits, ranked, hundred);
        int asked = fits.numberOf(shown.key());
        int focus = asked < 0 || ranked.rowOf(asked) < 0 ? hundred : ranked.rowOf(asked);
        List<PlaceView> places = places(ranked, hundred, fits, reference, usual, shown);
        if (ranked.tests() == 1) {
            return new ApartView(places, List.of(), null);
        }
        return order.size() <= MOST_BRACKETED
                ? new ApartView(places, brackets(ranked, order, IntStream.rangeClosed(1, order.size()), -1), null)
                : new ApartView(
                        places,
                        brackets(ranked, order, places.stream().mapToInt(PlaceView::number), focus),
                        view(fits, ranked.subjects().get(focus)));
    }

    /**
     * Sets of places of which no two are told apart.
     *
     * @param numbers of the places that are looked at
     * @param holding row of one that each of them is to hold; -1 for any
     */
    private static List<List<Integer>> brackets(Ranked ranked, List<Place> order, IntStream numbers, int holding) {
        Lines lines = ranked.placing().lines();
        int[] looked = numbers.toArray();
        double[] points = Arrays.stream(lines.bracketPoints())
                .filter(point -> holding < 0 || lines.holds(holding, point))
                .toArray();
        int count = holding < 0 ? points.length : Math.min(MOST_BRACKETS, points.length);
        Set<BitSet> all = new LinkedHashSet<>();
        for (int i = 0; i < count; i++) {
            double point = points[count < 2 ? 0 : i * (points.length - 1) / (count - 1)];
            BitSet held = new BitSet();
            IntStream.of(looked)
                    .filter(n -> lines.holds(order.get(n - 1).subject(), point))
                    .forEach(held::set);
            all.add(held);
        }
        // Of a part of the places one set may lie in another.
        List<List<Integer>> largest = new ArrayList<>();
        for (BitSet b : all) {
            if (b.cardinality() > 1 && all.stream().noneMatch(o -> liesIn(b, o))) {
                largest.add(b.stream().boxed().toList());
            }
        }
        largest.sort(Comparator.comparingInt((List<Integer> b) -> b.get(0)).thenComparingInt(b -> b.get(b.size() - 1)));
        return largest;
    }

    private static boolean liesIn(BitSet part, BitSet whole) {
        BitSet rest = (BitSet) part.clone();
        rest.andNot(whole);
        return rest.isEmpty() && !part.equals(whole);
    }

    /** What a reader should know of the steepness of a group's tests. */
    private static @Nullable SteepNote steepNote(Answer answer, Ranked ranked) {
        GroupFit.Part part = ranked.groups().get(0);
        if (part.isOneTest()) {
            return null;
        }
        PoolFits fits = answer.fits;
        AdditiveFit fit = part.fit();
        Steepness steep = fits.remember(Arrays.asList("steep", part), () -> Steepness.of(fit));
        List<String> untold = Arrays.stream(Steepness.untold(fit))
                .mapToObj(m -> part.tests().get(m))
                .map(t -> t.suite().sheet().name() + ", " + t.metric().name())
                .toList();
        if (!steep.matters()) {
            return new SteepNote(false, null, null, null, untold);
        }
        int most = IntStream.range(0, fit.theta().length)
                .boxed()
                .max(Comparator.comparingDouble(s -> Math.abs(moved(steep, fit, s, answer.hundred))))
                .orElseThrow();
        double now = 100 * Math.exp(fit.theta()[most] - fit.theta()[answer.hundred]);
        return new SteepNote(
                true,
                view(fits, ranked.subjects().get(most)),
                now,
                now * Math.exp(moved(steep, fit, most, answer.hundred)),
                untold);
    }

    /** How far steepness moves a subject against the reference. */
    private static double moved(Steepness steep, AdditiveFit fit, int subject, int reference) {
        return steep.theta()[subject] - steep.theta()[reference] - fit.theta()[subject] + fit.theta()[reference];
    }

    /** Where everybody stands as usual, by key, where another reading of the scores is asked for. */
    private Map<String, Integer> usual(StandingsQuestion question, StandingsQuestion.Weights weights) {
        StandingsQuestion.Fitted fitted = question.fitted();
        if (!fitted.steep()) {
            return Map.of();
        }
        PoolFits fits = keeper.of(fitted.usual());
        TestColumn test = question.test() == null ? null : keeper.test(question.test());
        TestGroup group = test == null ? question.group() : test.suite().sheet().groupOf(test.metric());
        Map<String, Integer> numbers = new HashMap<>();
        for (Ranked ranked : ranked(fits, group, weights)) {
            List<Place> order = order(fits, ranked, ranked.middle());
            for (int i = 0; i < order.size(); i++) {
                int subject = ranked.subjects().get(order.get(i).subject());
                numbers.put(fits.pool().get(subject).key().toString(), i + 1);
            }
        }
        return numbers;
    }

    private static List<SteepTest> steepness(
            PoolFits fits, @Nullable TestGroup group, StandingsQuestion.Weights weights) {
        List<GroupFit> counted =
                group == null ? fits.common(weights) : List.of(fits.byGroup().get(group));
        return counted.stream()
                .map(f -> f.parts().get(0))
                .flatMap(p -> IntStream.range(0, p.tests().size())
                        .mapToObj(m -> new SteepTest(view(p.tests().get(m)), p.steepness(m), p.share(m))))
                .sorted(Comparator.comparingDouble((SteepTest t) -> -t.steepness()))
                .toList();
    }

    /** Returns the rankings a question comes to, the largest island first: of a group, or overall where it is null. */
    static List<Ranked> ranked(PoolFits fits, @Nullable TestGroup group, StandingsQuestion.Weights weights) {
        return fits.remember(
                Arrays.asList("ranked", group, weights),
                () -> group == null
                        ? overall(fits, weights).stream().toList()
                        : Maps.at(fits.byGroup(), group).parts().stream()
                                .map(Ranked::of)
                                .toList());
    }

    /** Returns the places of a ranking, the best first. */
    private static List<Place> order(PoolFits fits, Ranked ranked, int reference) {
        return fits.remember(
                Arrays.asList("order", ranked, reference),
                () -> ranked.placing().against(reference));
    }

    /** Overall needs every common group; the largest island of each. */
    private static Optional<Ranked> overall(PoolFits fits, StandingsQuestion.Weights weights) {
        List<GroupFit> common = fits.common(weights);
        if (common.isEmpty()) {
            return Optional.empty();
        }
        List<Integer> subjects = PoolFits.inAll(common).stream().boxed().toList();
        if (subjects.isEmpty()) {
            return Optional.empty();
        }
        List<GroupFit.Part> groups = common.stream().map(f -> f.parts().get(0)).toList();
        List<Estimate> estimates = groups.stream()
                .map(p -> Overall.subset(
                        p.estimate(), subjects.stream().mapToInt(p::rowOf).toArray()))
                .toList();
        return Optional.of(new Ranked(
                subjects,
                groups,
                Lines.of(Overall.combine(
                        estimates,
                        common.stream().mapToDouble(f -> weights.of(f.group())).toArray()))));
    }

    /**
     * Returns where each setup of a kind stands in each group of tests, the setup in the middle of the group being 100; by the
     * number of the setup.
     *
     * @param kind to narrow the pool to; null for all
     */
    public Map<Long, List<GroupPlaceView>> positions(@Nullable DeviceKind kind) {
        PoolFits fits = keeper.of(
                new StandingsQuestion.Fitted(SubjectService.SETUPS, Speaker.USUAL, Pool.ofKind(kind), null, false));
        Map<Long, List<GroupPlaceView>> bySetup = new HashMap<>();
        for (int s = 0; s < fits.pool().size(); s++) {
            List<GroupPlaceView> strip = strip(fits, s, -1);
            if (!strip.isEmpty()) {
                bySetup.put(fits.pool().get(s).setup(), strip);
            }
        }
        return bySetup;
    }

    /** The places of a ranking that are shown. */
    private static List<PlaceView> places(
            Ranked ranked, int hundred, PoolFits fits, int reference, Map<String, Integer> usual, ShownRows shown) {
        boolean one = ranked.tests() == 1;
        List<Place> order = order(fits, ranked, hundred);
        int around = fits.numberOf(shown.key());
        int asked = around < 0 ? -1 : ranked.rowOf(around);
        int at = asked < 0
                ? -1
                : IntStream.range(0, order.size())
                        .filter(i -> order.get(i).subject() == asked)
                        .findFirst()
                        .orElseThrow();
        IntFunction<String> name = i ->
                fits.pool().get(ranked.subjects().get(order.get(i).subject())).text();
        List<GroupOrder> groups = GroupOrder.of(fits);
        BiFunction<TestGroup, Integer, OptionalDouble> best = (group, i) -> groups.stream()
                .filter(g -> g.group() == group)
                .flatMap(g -> g.placeOf(ranked.subjects().get(order.get(i).subject()), reference).stream())
                .mapToDouble(GroupPlaceView::index)
                .max();
        return shown.of(order.size(), at, name, best)
                .mapToObj(i -> {
                    Place p = order.get(i);
                    int subject = ranked.subjects().get(p.subject());
                    boolean exact = one || p.subject() == hundred;
                    int row = p.subject();
                    return new PlaceView(
                            view(fits, subject),
                            i + 1,
                            usual.get(fits.pool().get(subject).key().toString()),
                            p.index(),
                            one ? null : p.lineLow(),
                            one ? null : p.lineHigh(),
                            exact ? null : p.low(),
                            exact ? null : p.high(),
                            p.best(),
                            p.worst(),
                            ranked.testsOf(row),
                            ranked.tests(),
                            ranked.suitesOf(row),
                            odd(fits, ranked, subject),
                            strip(fits, subject, reference));
                })
                .toList();
    }

    /** Suites in which a subject does much better or worse than elsewhere. */
    private static List<OddSuiteView> odd(PoolFits fits, Ranked ranked, int subject) {
        return ranked.groups().stream()
                .flatMap(p -> {
                    int row = p.rowOf(subject);
                    return odd(fits, p).getOrDefault(row, List.of()).stream()
                            .map(o -> new OddSuiteView(
                                    p.tests()
                                            .get(0)
                                            .suite()
                                            .sheet()
                                            .groupOf(p.tests().get(0).metric()),
                                    p.suite(o.suite()),
                                    Math.exp(o.log())));
                })
                .toList();
    }

    private static Map<Integer, List<AdditiveFit.OddSuite>> odd(PoolFits fits, GroupFit.Part part) {
        return fits.remember(
                Arrays.asList("odd", part),
                () -> part.isOneTest()
                        ? Map.of()
                        : part.fit().oddSuites().stream()
                                .collect(Collectors.groupingBy(AdditiveFit.OddSuite::subject)));
    }

    /** Where a subject stands in each group, by the group's own fit. */
    private static List<GroupPlaceView> strip(PoolFits fits, int subject, int reference) {
        return GroupOrder.of(fits).stream()
                .flatMap(g -> g.placeOf(subject, reference).stream())
                .toList();
    }

    static SubjectView view(PoolFits fits, int subject) {
        Subject s = fits.pool().get(subject);
        SetupLabel label = s.setup() == null ? null : fits.labels().get(s.setup());
        return SubjectView.of(s, label == null ? null : label.parentId());
    }

    static StandingTest view(TestColumn test) {
        return new StandingTest(
                test.metricId(),
                test.suite().sheet().groupOf(test.metric()),
                test.suite().sheet().name(),
                test.suite().sheet().id().version(),
                test.metric().name(),
                test.metric().unit());
    }

    private static List<GroupView> groups(PoolFits fits, StandingsQuestion.Weights weights, int reference) {
        Map<TestGroup, GroupOrder> orders =
                GroupOrder.of(fits).stream().collect(Collectors.toMap(GroupOrder::group, g -> g));
        // Those that count and that nobody here has are named too.
        return fits.byGroup().values().stream()
                .filter(f -> orders.containsKey(f.group()) || weights.of(f.group()) > 0)
                .map(fit -> {
                    GroupOrder g = orders.get(fit.group());
                    String whyNot = fits.whyNot(fit, weights);
                    return new GroupView(
                            fit.group(),
                            fit.tests().size(),
                            fit.parts().stream()
                                    .mapToInt(p -> p.subjects().size())
                                    .sum(),
                            weights.of(fit.group()),
                            whyNot == null,
                            whyNot,
                            g == null ? List.of() : g.indexes(reference));
                })
                .toList();
    }

    private static List<UnplacedView> unplaced(
            PoolFits fits, @Nullable TestGroup group, StandingsQuestion.Weights weights, List<Ranked> ranked) {
        List<GroupFit> needed =
                group == null ? fits.common(weights) : List.of(fits.byGroup().get(group));
        BitSet anywhere = new BitSet();
        fits.byGroup().values().forEach(f -> {
            f.parts().forEach(p -> p.subjects().forEach(anywhere::set));
            f.alone().forEach(anywhere::set);
        });
        ranked.forEach(r -> r.subjects().forEach(anywhere::clear));
        return anywhere.stream()
                .limit(StandingsView.MOST_UNPLACED)
                .mapToObj(s -> unplaced(fits, s, needed))
                .sorted(Comparator.comparing(
                        u -> u.subject().name() + u.subject().detail()))
                .toList();
    }

    private static UnplacedView unplaced(PoolFits fits, int subject, List<GroupFit> needed) {
        List<GroupFit> missing = needed.stream()
                .filter(f -> f.parts().isEmpty() || f.parts().get(0).rowOf(subject) < 0)
                .toList();
        return new UnplacedView(
                view(fits, subject),
                missing.stream().map(GroupFit::group).toList(),
                missing.stream()
                        .filter(f -> f.alone().contains(subject))
                        .map(GroupFit::group)
                        .toList(),
                WhatPlaces.of(fits, subject, missing).stream()
                        .map(s -> s.sheet().name())
                        .toList(),
                strip(fits, subject, -1));
    }
}
