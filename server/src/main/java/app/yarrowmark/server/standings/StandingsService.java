package app.yarrowmark.server.standings;

import app.yarrowmark.core.rank.Estimate;
import app.yarrowmark.core.rank.Overall;
import app.yarrowmark.core.rank.Place;
import app.yarrowmark.core.rank.Placing;
import app.yarrowmark.core.rank.PoolPosition;
import app.yarrowmark.core.suite.Home;
import app.yarrowmark.core.suite.TestGroup;
import app.yarrowmark.server.catalogue.DeviceKind;
import app.yarrowmark.server.scorebook.ScoreBook;
import app.yarrowmark.server.scorebook.ScoreSnapshot;
import app.yarrowmark.server.scorebook.TestColumn;
import app.yarrowmark.server.setups.SetupLabel;
import app.yarrowmark.server.setups.SetupService;
import app.yarrowmark.server.standings.StandingsView.GroupPlaceView;
import app.yarrowmark.server.standings.StandingsView.GroupView;
import app.yarrowmark.server.standings.StandingsView.PlaceView;
import app.yarrowmark.server.standings.StandingsView.UnplacedView;
import app.yarrowmark.server.suites.Suite;
import app.yarrowmark.server.suites.SuiteService;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** Standings of every setup in a pool, for a group of tests and overall with equal weights. */
@Service
public class StandingsService {

    private static final int MOST_KEPT = 32;
    /** A group is part of overall if at least this share of the pool has it. */
    private static final double COMMON = 0.6;

    private final ScoreBook book;
    private final SetupService setups;
    private final SuiteService suites;
    private final Map<Question, Fits> kept = new LinkedHashMap<>(16, .75f, true) {
        @Override
        protected boolean removeEldestEntry(Map.Entry<Question, Fits> eldest) {
            return size() > MOST_KEPT;
        }
    };

    StandingsService(ScoreBook book, SetupService setups, SuiteService suites) {
        this.book = book;
        this.setups = setups;
        this.suites = suites;
    }

    private record Question(
            long revision, int setups, @Nullable DeviceKind kind) {}

    /** The fits of all groups over one pool. */
    private record Fits(Map<Long, SetupLabel> pool, Map<TestGroup, GroupFit> byGroup) {

        List<GroupFit> common() {
            return byGroup.values().stream().filter(f -> whyNot(f) == null).toList();
        }

        @Nullable
        String whyNot(GroupFit fit) {
            int subjects =
                    fit.parts().isEmpty() ? 0 : fit.parts().get(0).setups().size();
            if (!fit.group().isSpeed()) {
                return "it does not tell how fast a device is";
            }
            if (subjects < 2) {
                return "fewer than two setups have it";
            }
            if (fit.parts().get(0).tests() < 2) {
                return "it has one test only";
            }
            long scored = byGroup.values().stream()
                    .flatMap(f -> f.parts().stream())
                    .flatMap(p -> p.setups().stream())
                    .distinct()
                    .count();
            return subjects < COMMON * scored ? "fewer than three in five of the setups have it" : null;
        }
    }

    /**
     * Returns the standings.
     *
     * @param group to rank by; null for overall
     * @param kind to narrow the pool to; null for all
     * @param reference setup whose index is 100; the one in the middle where null or not placed
     */
    public StandingsView standings(@Nullable TestGroup group, @Nullable DeviceKind kind, @Nullable Long reference) {
        ScoreSnapshot scores = book.current();
        Map<Long, SetupLabel> labels = setups.labels();
        Fits fits = fits(scores, labels, kind);
        List<GroupView> groups = fits.byGroup.values().stream()
                .filter(f -> !f.parts().isEmpty())
                .map(f -> new GroupView(
                        f.group(),
                        f.tests().size(),
                        f.parts().stream().mapToInt(p -> p.setups().size()).sum(),
                        fits.whyNot(f) == null,
                        fits.whyNot(f)))
                .toList();
        List<GroupFit.Part> ranked =
                group == null ? overall(fits) : fits.byGroup.get(group).parts();
        if (ranked.isEmpty()) {
            return new StandingsView(
                    group,
                    kind,
                    scores.revision(),
                    null,
                    false,
                    groups,
                    List.of(),
                    List.of(),
                    unplaced(fits, group, Set.of()));
        }
        GroupFit.Part main = ranked.get(0);
        int middle = reference == null || main.indexOf(reference) < 0
                ? Placing.middle(main.estimate())
                : main.indexOf(reference);
        long referenceSetup = main.setups().get(middle);
        List<List<PlaceView>> parts = ranked.stream()
                .map(p -> places(p, p == main ? middle : Placing.middle(p.estimate()), fits, referenceSetup))
                .toList();
        Set<Long> placed = ranked.stream().flatMap(p -> p.setups().stream()).collect(Collectors.toSet());
        return new StandingsView(
                group,
                kind,
                scores.revision(),
                fits.pool.get(referenceSetup),
                main.tests() == 1,
                groups,
                parts.get(0),
                parts.subList(1, parts.size()),
                unplaced(fits, group, placed));
    }

    /**
     * Returns where each setup of a pool stands in each group of tests, the setup in the middle of the group being 100.
     *
     * @param kind to narrow the pool to; null for all
     */
    public Map<Long, List<GroupPlaceView>> positions(@Nullable DeviceKind kind) {
        return strips(fits(book.current(), setups.labels(), kind), -1);
    }

    private Fits fits(ScoreSnapshot scores, Map<Long, SetupLabel> labels, @Nullable DeviceKind kind) {
        Question question = new Question(scores.revision(), labels.size(), kind);
        synchronized (kept) {
            Fits before = kept.get(question);
            if (before != null) {
                return before;
            }
        }
        Map<Long, SetupLabel> pool = labels.values().stream()
                .filter(l -> kind == null || l.kind() == kind)
                .collect(Collectors.toMap(SetupLabel::setupId, l -> l));
        Map<TestGroup, GroupFit> byGroup = new EnumMap<>(TestGroup.class);
        for (TestGroup group : TestGroup.values()) {
            byGroup.put(group, GroupFit.of(group, tests(group), pool.keySet(), scores));
        }
        Fits fits = new Fits(pool, byGroup);
        synchronized (kept) {
            kept.put(question, fits);
        }
        return fits;
    }

    private List<TestColumn> tests(TestGroup group) {
        return suites.all().stream()
                .flatMap(s -> s.sheet().ranked().stream()
                        .filter(m -> s.sheet().groupOf(m) == group)
                        .map(m -> new TestColumn(s, m)))
                .toList();
    }

    /** Overall needs every common group; the largest island of each. */
    private static List<GroupFit.Part> overall(Fits fits) {
        List<GroupFit> common = fits.common();
        if (common.isEmpty()) {
            return List.of();
        }
        Set<Long> inAll = new TreeSet<>(common.get(0).parts().get(0).setups());
        common.forEach(f -> inAll.retainAll(f.parts().get(0).setups()));
        if (inAll.isEmpty()) {
            return List.of();
        }
        List<Long> subjects = List.copyOf(inAll);
        List<Estimate> estimates = common.stream()
                .map(f -> f.parts().get(0))
                .map(p -> Overall.subset(
                        p.estimate(), subjects.stream().mapToInt(p::indexOf).toArray()))
                .toList();
        double[] equal = new double[common.size()];
        Arrays.fill(equal, 1);
        int tests = common.stream().mapToInt(f -> f.parts().get(0).tests()).sum();
        int[] counts = subjects.stream()
                .mapToInt(s -> common.stream()
                        .map(f -> f.parts().get(0))
                        .mapToInt(p -> p.testCounts()[p.indexOf(s)])
                        .sum())
                .toArray();
        return List.of(new GroupFit.Part(subjects, tests, counts, Overall.combine(estimates, equal)));
    }

    private List<PlaceView> places(GroupFit.Part part, int reference, Fits fits, long groupReference) {
        boolean one = part.tests() == 1;
        Map<Long, List<GroupPlaceView>> strips = strips(fits, groupReference);
        return Placing.of(part.estimate(), reference).stream()
                .map(p -> place(p, part, one || p.subject() == reference, fits, strips))
                .toList();
    }

    private static PlaceView place(
            Place p, GroupFit.Part part, boolean exact, Fits fits, Map<Long, List<GroupPlaceView>> strips) {
        long setup = part.setups().get(p.subject());
        return new PlaceView(
                fits.pool.get(setup),
                p.index(),
                exact ? null : p.indexLow(),
                exact ? null : p.indexHigh(),
                p.best(),
                p.worst(),
                p.level(),
                part.testCounts()[p.subject()],
                part.tests(),
                strips.getOrDefault(setup, List.of()));
    }

    /** Where each setup stands in each group, by its own fit. */
    private static Map<Long, List<GroupPlaceView>> strips(Fits fits, long reference) {
        Map<Long, List<GroupPlaceView>> strips = new LinkedHashMap<>();
        for (GroupFit fit : fits.byGroup.values()) {
            if (fit.parts().isEmpty()) {
                continue;
            }
            GroupFit.Part main = fit.parts().get(0);
            double[] theta = main.estimate().theta();
            int hundred = main.indexOf(reference) < 0 ? Placing.middle(main.estimate()) : main.indexOf(reference);
            IntStream.range(0, theta.length).forEach(s -> {
                PoolPosition position = PoolPosition.of(theta[s], theta);
                strips.computeIfAbsent(main.setups().get(s), k -> new ArrayList<>())
                        .add(new GroupPlaceView(
                                fit.group(),
                                100 * Math.exp(theta[s] - theta[hundred]),
                                position.place(),
                                position.of(),
                                position.band().orElse(null)));
            });
        }
        return strips;
    }

    private List<UnplacedView> unplaced(Fits fits, @Nullable TestGroup group, Set<Long> placed) {
        List<GroupFit> needed = group == null ? fits.common() : List.of(fits.byGroup.get(group));
        Set<Long> anywhere = fits.byGroup.values().stream()
                .flatMap(f -> f.parts().stream())
                .flatMap(p -> p.setups().stream())
                .collect(Collectors.toCollection(TreeSet::new));
        anywhere.removeAll(placed);
        return anywhere.stream()
                .map(s -> unplaced(fits.pool.get(s), needed))
                .sorted(Comparator.comparing(u -> u.setup().text()))
                .toList();
    }

    private static UnplacedView unplaced(SetupLabel setup, List<GroupFit> needed) {
        List<GroupFit> missing = needed.stream()
                .filter(f -> f.parts().isEmpty() || f.parts().get(0).indexOf(setup.setupId()) < 0)
                .toList();
        Optional<Suite> quickest = missing.stream()
                .flatMap(f -> f.tests().stream())
                .map(TestColumn::suite)
                .filter(s -> setup.kind().runsNatively() || s.sheet().home() != Home.NATIVE)
                .min(Comparator.comparingDouble(s -> s.sheet().schedule().minutes()));
        return new UnplacedView(
                setup,
                missing.stream().map(GroupFit::group).toList(),
                quickest.map(s -> s.sheet().name()).orElse(null),
                quickest.map(s -> s.sheet().schedule().minutes()).orElse(null));
    }
}
