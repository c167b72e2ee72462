package app.yarrowmark.server.standings;

import app.yarrowmark.core.rank.Estimate;
import app.yarrowmark.core.rank.Overall;
import app.yarrowmark.core.rank.Place;
import app.yarrowmark.core.rank.Placing;
import app.yarrowmark.core.rank.PoolPosition;
import app.yarrowmark.core.suite.Home;
import app.yarrowmark.core.suite.TestGroup;
import app.yarrowmark.server.catalogue.DeviceKind;
import app.yarrowmark.server.scorebook.TestColumn;
import app.yarrowmark.server.setups.SetupLabel;
import app.yarrowmark.server.standings.StandingsView.GroupPlaceView;
import app.yarrowmark.server.standings.StandingsView.GroupView;
import app.yarrowmark.server.standings.StandingsView.PlaceView;
import app.yarrowmark.server.standings.StandingsView.SteepTest;
import app.yarrowmark.server.standings.StandingsView.TestView;
import app.yarrowmark.server.standings.StandingsView.UnplacedView;
import app.yarrowmark.server.subjects.Pool;
import app.yarrowmark.server.subjects.Speaker;
import app.yarrowmark.server.subjects.Subject;
import app.yarrowmark.server.subjects.SubjectKey;
import app.yarrowmark.server.subjects.SubjectService;
import app.yarrowmark.server.subjects.SubjectView;
import app.yarrowmark.server.suites.Suite;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Standings of the subjects of a pool, for one test, for a group of tests, and overall. */
@Service
@Transactional(readOnly = true)
public class StandingsService {

    /** More rows than this are read by nobody: the first, and those around the one asked about. */
    private static final int MOST_SHOWN = 250;

    private static final int AROUND = 12;
    private static final int MOST_INDEXES = 400;

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
     */
    record Ranked(List<Integer> subjects, int tests, int[] testsOf, Placing placing) {

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
        return row < 0 ? Placing.middle(ranked.get(0).theta()) : row;
    }

    /**
     * Returns the standings.
     *
     * @param around key of a subject that is to be seen wherever it stands; null for none
     */
    StandingsView standings(StandingsQuestion question, @Nullable String around) {
        Answer answer = answer(question);
        PoolFits fits = answer.fits;
        TestGroup group = answer.group;
        int reference = answer.reference();
        boolean nobody = answer.ranked.isEmpty();
        Map<Integer, List<GroupPlaceView>> strips = strips(fits, reference);
        Map<String, Integer> usual = usual(question);
        List<List<PlaceView>> parts = answer.ranked.stream()
                .map(r -> places(
                        r, r == answer.ranked.get(0) ? answer.hundred : Placing.middle(r.theta()), fits, strips, usual))
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
                nobody ? 0 : parts.get(0).size(),
                nobody ? List.of() : shown(parts.get(0), around),
                parts.stream().skip(1).map(p -> shown(p, around)).toList(),
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
            List<Place> order = order(fits, ranked, Placing.middle(ranked.theta()));
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
                        : fits.byGroup().get(group).parts().stream()
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
        strips(fits, -1).forEach((s, places) -> bySetup.put(fits.pool().get(s).setup(), places));
        return bySetup;
    }

    private List<PlaceView> places(
            Ranked ranked,
            int reference,
            PoolFits fits,
            Map<Integer, List<GroupPlaceView>> strips,
            Map<String, Integer> usual) {
        boolean one = ranked.tests() == 1;
        List<Place> order = order(fits, ranked, reference);
        return IntStream.range(0, order.size())
                .mapToObj(i -> {
                    Place p = order.get(i);
                    int subject = ranked.subjects().get(p.subject());
                    boolean exact = one || p.subject() == reference;
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
                            strips.getOrDefault(subject, List.of()));
                })
                .toList();
    }

    private static List<PlaceView> shown(List<PlaceView> places, @Nullable String around) {
        int at = IntStream.range(0, places.size())
                .filter(i -> places.get(i).subject().key().equals(around))
                .findFirst()
                .orElse(-AROUND - 1);
        return IntStream.range(0, places.size())
                .filter(i -> i < MOST_SHOWN || Math.abs(i - at) <= AROUND)
                .mapToObj(places::get)
                .toList();
    }

    static SubjectView view(PoolFits fits, int subject) {
        Subject s = fits.pool().get(subject);
        SetupLabel label = s.setup() == null ? null : fits.labels().get(s.setup());
        return SubjectView.of(s, label == null ? null : label.parentId());
    }

    static TestView view(TestColumn test) {
        return new TestView(
                test.metricId(),
                test.suite().sheet().groupOf(test.metric()),
                test.suite().sheet().name(),
                test.suite().sheet().id().version(),
                test.metric().name(),
                test.metric().unit());
    }

    private static List<GroupView> groups(PoolFits fits, StandingsQuestion.Weights weights, int reference) {
        return fits.byGroup().values().stream()
                .filter(f -> !f.parts().isEmpty())
                .map(f -> new GroupView(
                        f.group(),
                        f.tests().size(),
                        f.parts().stream().mapToInt(p -> p.subjects().size()).sum(),
                        weights.of(f.group()),
                        fits.whyNot(f, weights) == null,
                        fits.whyNot(f, weights),
                        indexes(f.parts().get(0), reference)))
                .toList();
    }

    private static List<Double> indexes(GroupFit.Part part, int reference) {
        double[] theta = part.fit().theta();
        int hundred = hundred(part, reference);
        double[] rising = Arrays.stream(theta)
                .map(t -> 100 * Math.exp(t - theta[hundred]))
                .sorted()
                .toArray();
        int shown = Math.min(rising.length, MOST_INDEXES);
        return IntStream.range(0, shown)
                .mapToObj(i -> rising[shown == 1 ? 0 : (int) Math.round(i * (rising.length - 1.0) / (shown - 1))])
                .toList();
    }

    private static int hundred(GroupFit.Part part, int reference) {
        return part.rowOf(reference) < 0 ? Placing.middle(part.fit().theta()) : part.rowOf(reference);
    }

    /** Where each subject stands in each group, by its own fit. */
    private static Map<Integer, List<GroupPlaceView>> strips(PoolFits fits, int reference) {
        Map<Integer, List<GroupPlaceView>> strips = new HashMap<>();
        for (GroupFit fit : fits.byGroup().values()) {
            if (fit.parts().isEmpty()) {
                continue;
            }
            GroupFit.Part main = fit.parts().get(0);
            double[] theta = main.fit().theta();
            int hundred = hundred(main, reference);
            PoolPosition[] positions = PoolPosition.all(theta);
            for (int s = 0; s < theta.length; s++) {
                strips.computeIfAbsent(main.subjects().get(s), k -> new ArrayList<>())
                        .add(new GroupPlaceView(
                                fit.group(),
                                100 * Math.exp(theta[s] - theta[hundred]),
                                positions[s].place(),
                                positions[s].of(),
                                positions[s].percentile(),
                                positions[s].band().orElse(null)));
            }
        }
        return strips;
    }

    private static List<UnplacedView> unplaced(
            PoolFits fits, @Nullable TestGroup group, StandingsQuestion.Weights weights, List<Ranked> ranked) {
        List<GroupFit> needed =
                group == null ? fits.common(weights) : List.of(fits.byGroup().get(group));
        TreeSet<Integer> anywhere = fits.byGroup().values().stream()
                .flatMap(f -> f.parts().stream())
                .flatMap(p -> p.subjects().stream())
                .collect(Collectors.toCollection(TreeSet::new));
        ranked.forEach(r -> r.subjects().forEach(anywhere::remove));
        return anywhere.stream()
                .limit(MOST_SHOWN)
                .map(s -> unplaced(fits, s, needed))
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
                .map(TestColumn::suite)
                .filter(s -> kind == null || kind.runsNatively() || s.sheet().home() != Home.NATIVE)
                .min(Comparator.comparingDouble(s -> s.sheet().schedule().minutes()));
        return new UnplacedView(
                view(fits, subject),
                missing.stream().map(GroupFit::group).toList(),
                quickest.map(s -> s.sheet().name()).orElse(null),
                quickest.map(s -> s.sheet().schedule().minutes()).orElse(null));
    }
}
