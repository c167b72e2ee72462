package app.yarrowmark.server.standings;

import app.yarrowmark.core.Maps;
import app.yarrowmark.core.rank.Estimate;
import app.yarrowmark.core.rank.Overall;
import app.yarrowmark.core.rank.Place;
import app.yarrowmark.core.rank.Placing;
import app.yarrowmark.core.suite.Home;
import app.yarrowmark.core.suite.TestGroup;
import app.yarrowmark.server.catalogue.DeviceKind;
import app.yarrowmark.server.scorebook.TestColumn;
import app.yarrowmark.server.setups.SetupLabel;
import app.yarrowmark.server.standings.StandingsView.GroupPlaceView;
import app.yarrowmark.server.standings.StandingsView.GroupView;
import app.yarrowmark.server.standings.StandingsView.PlaceView;
import app.yarrowmark.server.standings.StandingsView.StandingTest;
import app.yarrowmark.server.standings.StandingsView.SteepTest;
import app.yarrowmark.server.standings.StandingsView.UnplacedView;
import app.yarrowmark.server.subjects.Pool;
import app.yarrowmark.server.subjects.Speaker;
import app.yarrowmark.server.subjects.Subject;
import app.yarrowmark.server.subjects.SubjectKey;
import app.yarrowmark.server.subjects.SubjectService;
import app.yarrowmark.server.subjects.SubjectView;
import app.yarrowmark.server.suites.Suite;
import java.util.Arrays;
import java.util.BitSet;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.IntFunction;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** Standings of the subjects of a pool, for one test, for a group of tests, and overall. */
@Service
public class StandingsService {

    private static final int MOST_UNPLACED = 250;

    private final FitKeeper keeper;

    StandingsService(FitKeeper keeper) {
        this.keeper = keeper;
    }

    /**
     * Some subjects of a pool in a fixed order with where they may stand; of one group or overall.
     *
     * @param subjects numbers in the pool
     * @param tests how many tests they are ranked by
     * @param testsOf how many each of them has
     * @param middle row of the one in the middle
     */
    record Ranked(List<Integer> subjects, int tests, int[] testsOf, Placing placing, int middle) {

        Ranked(List<Integer> subjects, int tests, int[] testsOf, Placing placing) {
            this(
                    subjects,
                    tests,
                    testsOf,
                    placing,
                    Placing.middle(placing.estimate().theta()));
        }

        static Ranked of(GroupFit.Part part) {
            int rows = part.subjects().size();
            return new Ranked(
                    part.subjects(),
                    part.tests().size(),
                    IntStream.range(0, rows).map(part::testsOf).toArray(),
                    Placing.of(part.estimate()));
        }

        /** Returns how good each of them is, on a log scale. */
        double[] theta() {
            return placing.estimate().theta();
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
        List<Ranked> ranked = ranked(fits, group, question.weights());
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
        boolean nobody = answer.ranked.isEmpty();
        Map<String, Integer> usual = usual(question);
        List<List<PlaceView>> parts = answer.ranked.stream()
                .map(r -> places(
                        r, r == answer.ranked.get(0) ? answer.hundred : r.middle(), fits, reference, usual, shown))
                .toList();
        return new StandingsView(
                group,
                answer.test == null ? null : view(answer.test),
                fits.scores().revision(),
                nobody ? null : view(fits, reference),
                !nobody && answer.ranked.get(0).tests() == 1,
                groups(fits, question.weights(), reference),
                fits.byGroup().values().stream()
                        .filter(f -> group == null || f.group() == group)
                        .flatMap(f -> f.tests().stream())
                        .map(StandingsService::view)
                        .toList(),
                nobody ? 0 : answer.ranked.get(0).subjects().size(),
                nobody ? List.of() : parts.get(0),
                parts.stream().skip(1).toList(),
                unplaced(fits, group, question.weights(), answer.ranked),
                question.fitted().steep() && !nobody ? steepness(fits, group, question.weights()) : List.of());
    }

    /** Where everybody stands as usual, by key, where another reading of the scores is asked for. */
    private Map<String, Integer> usual(StandingsQuestion question) {
        StandingsQuestion.Fitted fitted = question.fitted();
        if (!fitted.steep()) {
            return Map.of();
        }
        PoolFits fits = keeper.of(fitted.usual());
        TestColumn test = question.test() == null ? null : keeper.test(question.test());
        TestGroup group = test == null ? question.group() : test.suite().sheet().groupOf(test.metric());
        Map<String, Integer> numbers = new HashMap<>();
        for (Ranked ranked : ranked(fits, group, question.weights())) {
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
                        .mapToObj(m -> new SteepTest(view(p.tests().get(m)), p.steepness()[m], p.share(m))))
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
        // Groups are drawn independently of each other, so every core takes some.
        List<Estimate> estimates = groups.parallelStream()
                .map(p -> Overall.subset(
                        p.estimate(), subjects.stream().mapToInt(p::rowOf).toArray()))
                .toList();
        return Optional.of(new Ranked(
                subjects,
                groups.stream().mapToInt(p -> p.tests().size()).sum(),
                subjects.stream()
                        .mapToInt(s -> groups.stream()
                                .mapToInt(p -> p.testsOf(p.rowOf(s)))
                                .sum())
                        .toArray(),
                Placing.of(Overall.combine(
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
    private List<PlaceView> places(
            Ranked ranked, int hundred, PoolFits fits, int reference, Map<String, Integer> usual, ShownRows shown) {
        boolean one = ranked.tests() == 1;
        List<Place> order = order(fits, ranked, hundred);
        int around = fits.numberOf(shown.key());
        int row = around < 0 ? -1 : ranked.rowOf(around);
        int at = row < 0
                ? -1
                : IntStream.range(0, order.size())
                        .filter(i -> order.get(i).subject() == row)
                        .findFirst()
                        .orElseThrow();
        IntFunction<String> name = i ->
                fits.pool().get(ranked.subjects().get(order.get(i).subject())).text();
        return shown.of(order.size(), at, name)
                .mapToObj(i -> {
                    Place p = order.get(i);
                    int subject = ranked.subjects().get(p.subject());
                    boolean exact = one || p.subject() == hundred;
                    return new PlaceView(
                            view(fits, subject),
                            i + 1,
                            usual.get(fits.pool().get(subject).key().toString()),
                            p.index(),
                            exact ? null : p.indexLow(),
                            exact ? null : p.indexHigh(),
                            p.best(),
                            p.worst(),
                            p.level(),
                            ranked.testsOf()[p.subject()],
                            ranked.tests(),
                            strip(fits, subject, reference));
                })
                .toList();
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
        return GroupOrder.of(fits).stream()
                .map(g -> {
                    GroupFit fit = Maps.at(fits.byGroup(), g.group());
                    String whyNot = fits.whyNot(fit, weights);
                    return new GroupView(
                            g.group(),
                            fit.tests().size(),
                            fit.parts().stream()
                                    .mapToInt(p -> p.subjects().size())
                                    .sum(),
                            weights.of(g.group()),
                            whyNot == null,
                            whyNot,
                            g.indexes(reference));
                })
                .toList();
    }

    private static List<UnplacedView> unplaced(
            PoolFits fits, @Nullable TestGroup group, StandingsQuestion.Weights weights, List<Ranked> ranked) {
        List<GroupFit> needed =
                group == null ? fits.common(weights) : List.of(fits.byGroup().get(group));
        BitSet anywhere = new BitSet();
        fits.byGroup().values().stream()
                .flatMap(f -> f.parts().stream())
                .forEach(p -> p.subjects().forEach(anywhere::set));
        ranked.forEach(r -> r.subjects().forEach(anywhere::clear));
        return anywhere.stream()
                .limit(MOST_UNPLACED)
                .mapToObj(s -> unplaced(fits, s, needed))
                .sorted(Comparator.comparing(
                        u -> u.subject().name() + u.subject().detail()))
                .toList();
    }

    private static UnplacedView unplaced(PoolFits fits, int subject, List<GroupFit> needed) {
        DeviceKind kind = fits.pool().get(subject).deviceKind();
        List<GroupFit> missing = needed.stream()
                .filter(f -> f.parts().isEmpty() || f.parts().get(0).rowOf(subject) < 0)
                .toList();
        Optional<Suite> quickest = missing.stream()
                .flatMap(f -> f.tests().stream())
                .filter(t -> isOfItsKind(fits, t, kind) && !hasAny(fits, t.suite(), subject))
                .map(TestColumn::suite)
                .filter(s -> kind == null || kind.runsNatively() || s.sheet().home() != Home.NATIVE)
                .min(Comparator.comparingDouble(s -> s.sheet().schedule().minutes()));
        return new UnplacedView(
                view(fits, subject),
                missing.stream().map(GroupFit::group).toList(),
                quickest.map(s -> s.sheet().name()).orElse(null),
                quickest.map(s -> s.sheet().schedule().minutes()).orElse(null));
    }

    /** Whether a test says anything of devices of a kind: one of them has it, or it runs wherever a browser does. */
    private static boolean isOfItsKind(PoolFits fits, TestColumn test, @Nullable DeviceKind kind) {
        return kind == null
                || test.suite().sheet().home() == Home.BROWSER
                || fits.scores().column(test.metricId()).scores().keySet().stream()
                        .map(fits.labels()::get)
                        .anyMatch(label -> label != null && kind.equals(label.kind()));
    }

    private static boolean hasAny(PoolFits fits, Suite suite, int subject) {
        List<Long> setups = fits.pool().get(subject).setups();
        return suite.sheet().metrics().stream()
                .map(m -> fits.scores().column(suite.metricId(m)).scores().keySet())
                .anyMatch(measured -> setups.stream().anyMatch(measured::contains));
    }
}
