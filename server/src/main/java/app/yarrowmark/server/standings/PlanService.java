package app.yarrowmark.server.standings;

import app.yarrowmark.core.Maps;
import app.yarrowmark.core.plan.NextRuns;
import app.yarrowmark.core.plan.PlaceRange;
import app.yarrowmark.core.plan.ShortList;
import app.yarrowmark.core.rank.AdditiveFit;
import app.yarrowmark.core.rank.Lines;
import app.yarrowmark.core.rank.ScoreMatrix;
import app.yarrowmark.core.score.DayMovement;
import app.yarrowmark.core.score.PooledNoise;
import app.yarrowmark.core.suite.Home;
import app.yarrowmark.core.suite.TestGroup;
import app.yarrowmark.server.catalogue.DeviceKind;
import app.yarrowmark.server.problems.Refusal;
import app.yarrowmark.server.problems.RuleViolations;
import app.yarrowmark.server.runs.RunReadings;
import app.yarrowmark.server.runs.RunState;
import app.yarrowmark.server.runs.SuiteTimes;
import app.yarrowmark.server.scorebook.ScoreColumn;
import app.yarrowmark.server.scorebook.TestColumn;
import app.yarrowmark.server.setups.SetupLabel;
import app.yarrowmark.server.setups.SetupLabels;
import app.yarrowmark.server.standings.PlanView.LeftOut;
import app.yarrowmark.server.standings.PlanView.ListedSuite;
import app.yarrowmark.server.standings.PlanView.NextRunsView;
import app.yarrowmark.server.standings.PlanView.ProposedRun;
import app.yarrowmark.server.standings.PlanView.ShortListView;
import app.yarrowmark.server.standings.StandingsQuestion.Fitted;
import app.yarrowmark.server.subjects.Pool;
import app.yarrowmark.server.subjects.Speaker;
import app.yarrowmark.server.subjects.SubjectKey;
import app.yarrowmark.server.subjects.SubjectService;
import app.yarrowmark.server.suites.Suite;
import app.yarrowmark.server.suites.SuiteService;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.function.IntToDoubleFunction;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** Says which runs narrow the place of a device most for their minutes, and which suites a shorter list keeps. */
@Service
class PlanService {

    /** Of a larger pool those nearest to the device are enough to tell what a run is worth. */
    /** Suites that are enough to be repeated on another day. */
    private static final int REPEATED = 3;

    private static final int MOST_SUBJECTS = 80;

    private static final int NEIGHBOURS = 4;
    private static final double LONGEST = 7 * 24 * 60;
    /** Noise of a single run where nothing is known of it: 3 %. */
    private static final double USUAL_NOISE = .03 * .03;

    private final FitKeeper keeper;
    private final GroupChoice choice;
    private final SetupLabels setupLabels;
    private final SuiteService suites;
    private final RunReadings runs;
    private final SuiteTimes times;

    PlanService(
            FitKeeper keeper,
            GroupChoice choice,
            SetupLabels setupLabels,
            SuiteService suites,
            RunReadings runs,
            SuiteTimes times) {
        this.keeper = keeper;
        this.choice = choice;
        this.setupLabels = setupLabels;
        this.suites = suites;
        this.runs = runs;
        this.times = times;
    }

    private static void requireMinutes(double minutes) {
        if (!(minutes > 0 && minutes <= LONGEST)) {
            throw new RuleViolations("minutes", "are more than 0 and at most a week, got " + minutes);
        }
    }

    /**
     * Returns what to run next.
     *
     * @param everyKind whether the device is held against every kind; against its own if not
     * @throws Refusal if there is no such setup
     */
    NextRunsView nextRuns(long setupId, double minutes, boolean everyKind) {
        requireMinutes(minutes);
        SetupLabel label = Optional.ofNullable(setupLabels.all().get(setupId))
                .orElseThrow(() -> Refusal.notFound("There is no setup number " + setupId + "."));
        Fitted fitted = new Fitted(
                SubjectService.SETUPS, Speaker.USUAL, Pool.ofKind(everyKind ? null : label.kind()), null, false);
        PoolFits fits = keeper.of(fitted);
        int focus = fits.numberOf(SubjectKey.ofSetup(setupId).toString());
        List<GroupFit> groups = fits.common(choice.usual());
        String pool = everyKind ? "all devices" : "devices of its kind";
        if (groups.isEmpty() || focus < 0) {
            return new NextRunsView(
                    setupId, minutes, 0, pool, List.of(), null, null, List.of(), List.of(), anotherDay(setupId));
        }
        Near near = near(fits, groups, focus);
        SuiteTimes.Minutes learned =
                times.on(setupId, suites.all().stream().map(Suite::id).toList());
        List<LeftOut> left = new ArrayList<>();
        List<NextRuns.Candidate> candidates = candidates(label, groups, learned, left);
        NextRuns.Plan plan = NextRuns.of(near.groups, 0, near.neighbours, candidates, minutes);
        Map<Integer, NextRuns.Candidate> byId =
                candidates.stream().collect(Collectors.toMap(NextRuns.Candidate::id, c -> c));
        Set<Integer> picked =
                plan.picks().stream().map(NextRuns.Pick::candidate).collect(Collectors.toSet());
        candidates.stream()
                .filter(c -> !picked.contains(c.id()))
                .forEach(c -> left.add(new LeftOut(
                        name(c.id()),
                        c.minutes() > minutes ? "takes longer than there is" : "would tell less for its minutes")));
        return new NextRunsView(
                setupId,
                minutes,
                plan.picks().isEmpty()
                        ? 0
                        : plan.picks().get(plan.picks().size() - 1).minutes(),
                pool,
                near.names,
                near.now,
                near.after(plan),
                plan.picks().stream()
                        .map(p -> proposed(p, Maps.at(byId, p.candidate()), groups, learned, near.errors(plan)))
                        .toList(),
                left,
                anotherDay(setupId));
    }

    /** The shortest suites that were run on one day, where nothing tells how far days move a score. */
    private List<String> anotherDay(long setupId) {
        return suites.all().stream()
                .filter(s -> s.sheet().ranked().stream()
                        .map(m -> keeper.scores().column(s.metricId(m)))
                        .anyMatch(c ->
                                c.daysOf(setupId).length == 1 && c.movement().source() == DayMovement.Source.ASSUMED))
                .sorted(Comparator.comparingDouble(s -> s.sheet().schedule().minutes()))
                .limit(REPEATED)
                .map(s -> name((int) s.id()))
                .toList();
    }

    private String name(int suiteId) {
        var sheet = suites.get(suiteId).sheet();
        return sheet.name() + " " + sheet.id().version();
    }

    private ProposedRun proposed(
            NextRuns.Pick pick,
            NextRuns.Candidate candidate,
            List<GroupFit> groups,
            SuiteTimes.Minutes learned,
            double errors) {
        Suite suite = suites.get(candidate.id());
        return new ProposedRun(
                suite.id(),
                name(candidate.id()),
                suite.sheet().home(),
                candidate.minutes(),
                learned.isLearned(suite.id()),
                pick.first(),
                pick.places(),
                reach(pick.errorBefore(), errors),
                reach(pick.errorAfter(), errors),
                candidate.tests().stream()
                        .map(t -> groups.get(t.group()).group())
                        .distinct()
                        .toList());
    }

    private static @Nullable Double number(OptionalDouble value) {
        return value.isPresent() ? value.getAsDouble() : null;
    }

    private static @Nullable Double reach(OptionalDouble error, double errors) {
        return error.isPresent() && !Double.isNaN(errors) ? Math.expm1(errors * error.getAsDouble()) : null;
    }

    /**
     * The part of the pool around a device, which comes first in it.
     *
     * @param lead of the device to each, on the log scale; empty while it has no place
     * @param reach how far each must be from the device to be told apart; empty while it has no place
     * @param now where the device may stand
     */
    private record Near(
            List<NextRuns.Group> groups,
            List<Integer> neighbours,
            List<String> names,
            double[] lead,
            double[] reach,
            @Nullable PlaceRange now) {

        @Nullable
        PlaceRange after(NextRuns.Plan plan) {
            if (now == null) {
                return null;
            }
            double[] share = new double[lead.length];
            Arrays.setAll(share, s -> Math.sqrt(plan.varianceAfter()[s] / plan.varianceBefore()[s]));
            return now.narrowed(lead, reach, share);
        }

        /** Returns by how many errors the device must be from its neighbours to be told apart. */
        double errors(NextRuns.Plan plan) {
            if (now == null) {
                return Double.NaN;
            }
            double[] variance = plan.varianceBefore();
            List<Integer> known =
                    neighbours.stream().filter(s -> !Double.isNaN(variance[s])).toList();
            double reached =
                    known.stream().mapToDouble(s -> reach[s] * reach[s]).sum();
            return Math.sqrt(
                    reached / known.stream().mapToDouble(s -> variance[s]).sum());
        }
    }

    private Near near(PoolFits fits, List<GroupFit> groups, int focus) {
        Optional<StandingsService.Ranked> overall =
                StandingsService.ranked(fits, null, choice.usual()).stream().findFirst();
        // Where nobody has all groups yet, everybody who has one is beside it.
        List<Integer> all = overall.map(StandingsService.Ranked::subjects)
                .orElseGet(() -> groups.stream()
                        .flatMap(g -> g.parts().get(0).subjects().stream())
                        .distinct()
                        .sorted()
                        .toList());
        int row = all.indexOf(focus);
        Lines lines = row < 0 ? null : overall.map(r -> r.placing().lines()).orElse(null);
        boolean placed = lines != null;
        List<Integer> byDistance = IntStream.range(0, all.size())
                .filter(r -> r != row)
                .boxed()
                .sorted(Comparator.comparingDouble(
                        r -> lines == null ? 0 : Math.abs(lines.theta()[r] - lines.theta()[row])))
                .limit(MOST_SUBJECTS)
                .toList();
        List<Integer> subjects = new ArrayList<>(List.of(focus));
        byDistance.forEach(r -> subjects.add(all.get(r)));
        // Other setups of the same model are no neighbours to be told from.
        Long model = fits.pool().get(focus).model();
        List<Integer> neighbours = IntStream.rangeClosed(1, byDistance.size())
                .filter(i ->
                        !Objects.equals(model, fits.pool().get(subjects.get(i)).model()))
                .limit(placed ? NEIGHBOURS : MOST_SUBJECTS)
                .boxed()
                .toList();
        return new Near(
                groups.stream().map(g -> group(g, subjects)).toList(),
                neighbours,
                placed
                        ? neighbours.stream()
                                .map(i -> fits.pool().get(subjects.get(i)))
                                .map(s -> s.detail().isEmpty() ? s.name() : s.name() + ", " + s.detail())
                                .toList()
                        : List.of(),
                lines == null ? new double[0] : ofEach(row, byDistance, r -> lines.theta()[row] - lines.theta()[r]),
                lines == null ? new double[0] : ofEach(row, byDistance, r -> lines.half(row) + lines.half(r)),
                lines == null ? null : PlaceRange.of(lines, row));
    }

    private static double[] ofEach(int first, List<Integer> others, IntToDoubleFunction value) {
        return IntStream.concat(IntStream.of(first), others.stream().mapToInt(Integer::intValue))
                .mapToDouble(value)
                .toArray();
    }

    private static NextRuns.Group group(GroupFit group, List<Integer> subjects) {
        GroupFit.Part part = group.parts().get(0);
        int[] suites = IntStream.range(0, part.tests().size())
                .map(part.fit().matrix()::suiteOf)
                .toArray();
        return new NextRuns.Group(weights(group, subjects), suites, part.fit().tasteSquared(), 1);
    }

    /** Weights of the cells of the group's largest island, by all tests that anybody of the pool has. */
    private static double[][] weights(GroupFit group, List<Integer> subjects) {
        GroupFit.Part part = group.parts().get(0);
        AdditiveFit fit = part.fit();
        double[][] weights = new double[subjects.size()][part.tests().size()];
        for (int s = 0; s < subjects.size(); s++) {
            int row = part.rowOf(subjects.get(s));
            for (int m = 0; row >= 0 && m < part.tests().size(); m++) {
                if (fit.matrix().has(row, m)) {
                    weights[s][m] = fit.weight(row, m);
                }
            }
        }
        return weights;
    }

    /** The suites that this device can run and that tell something of an overall group. */
    private List<NextRuns.Candidate> candidates(
            SetupLabel label, List<GroupFit> groups, SuiteTimes.Minutes learned, List<LeftOut> left) {
        Map<Long, List<NextRuns.Test>> bySuite = new LinkedHashMap<>();
        for (int g = 0; g < groups.size(); g++) {
            GroupFit.Part part = groups.get(g).parts().get(0);
            for (int m = 0; m < part.tests().size(); m++) {
                TestColumn test = part.tests().get(m);
                bySuite.computeIfAbsent(test.suite().id(), s -> new ArrayList<>())
                        .add(test(g, m, test, part.fit(), label.setupId()));
            }
        }
        Map<Long, String> failed = failures(label.setupId());
        List<NextRuns.Candidate> candidates = new ArrayList<>();
        bySuite.forEach((id, tests) -> {
            Suite suite = suites.get(id);
            boolean neverHere =
                    suite.sheet().home() == Home.NATIVE && !label.kind().runsNatively();
            if (neverHere) {
                left.add(new LeftOut(name((int) suite.id()), "runs natively, which this kind of device does not"));
            } else if (failed.containsKey(id)) {
                left.add(new LeftOut(name((int) suite.id()), "failed here: " + failed.get(id)));
            } else {
                candidates.add(new NextRuns.Candidate((int) suite.id(), minutes(suite, learned), tests));
            }
        });
        return candidates;
    }

    private static double minutes(Suite suite, SuiteTimes.Minutes learned) {
        return Math.max(.05, learned.of(suite) + suite.sheet().schedule().restSeconds() / 60.0);
    }

    private NextRuns.Test test(int group, int place, TestColumn test, AdditiveFit fit, long setupId) {
        ScoreColumn column = keeper.scores().column(test.metricId());
        PooledNoise noise = column.noise();
        double single = noise.logVariance() > 0 ? noise.logVariance() : USUAL_NOISE;
        return new NextRuns.Test(
                group,
                place,
                fit.tauSquared() + column.movement().variance(),
                single,
                column.readings(setupId).size());
    }

    /** Suites of which every attempt on a setup failed, with the last reason. */
    private Map<Long, String> failures(long setupId) {
        Map<Long, String> failed = new HashMap<>();
        Set<Long> others = new HashSet<>();
        runs.attempts(List.of(setupId)).forEach(a -> {
            if (a.state() == RunState.FAILED) {
                failed.put(a.cell().suite(), String.valueOf(a.reason()));
            } else {
                others.add(a.cell().suite());
            }
        });
        failed.keySet().removeAll(others);
        return failed;
    }

    /** Returns a shorter list of the suites of a group. */
    ShortListView shortList(TestGroup group, @Nullable DeviceKind kind, double minutes) {
        requireMinutes(minutes);
        GroupFit fit = keeper.of(new Fitted(SubjectService.SETUPS, Speaker.USUAL, Pool.ofKind(kind), null, false))
                .byGroup()
                .get(group);
        if (fit == null || fit.parts().isEmpty()) {
            return new ShortListView(group, minutes, 0, 0, 0, null, List.of());
        }
        GroupFit.Part part = fit.parts().get(0);
        ScoreMatrix matrix = part.fit().matrix();
        Map<Long, List<Integer>> columns = new LinkedHashMap<>();
        for (int m = 0; m < part.tests().size(); m++) {
            columns.computeIfAbsent(part.tests().get(m).suite().id(), s -> new ArrayList<>())
                    .add(m);
        }
        SuiteTimes.Minutes learned = times.onKind(kind, columns.keySet());
        List<ShortList.Suite> all = columns.entrySet().stream()
                .map(e -> new ShortList.Suite(
                        (int) (long) e.getKey(), minutes(suites.get(e.getKey()), learned), e.getValue()))
                .toList();
        ShortList.Chosen chosen = ShortList.of(matrix, all, minutes);
        List<ListedSuite> listed = all.stream()
                .map(s -> new ListedSuite(
                        s.id(),
                        name(s.id()),
                        s.minutes(),
                        learned.isLearned(s.id()),
                        s.tests().size(),
                        chosen.chosen().contains(s.id())))
                .sorted(Comparator.comparingInt((ListedSuite s) -> {
                    int place = chosen.chosen().indexOf((int) s.suiteId());
                    return place < 0 ? Integer.MAX_VALUE : place;
                }))
                .toList();
        return new ShortListView(
                group,
                minutes,
                chosen.minutes(),
                all.stream().mapToDouble(ShortList.Suite::minutes).sum(),
                matrix.subjects(),
                number(chosen.kept()),
                listed);
    }
}
