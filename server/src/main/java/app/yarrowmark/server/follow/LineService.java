package app.yarrowmark.server.follow;

import static java.util.Objects.requireNonNull;

import app.yarrowmark.core.compare.Advantage;
import app.yarrowmark.core.compare.Basis;
import app.yarrowmark.core.compare.GroupSummary;
import app.yarrowmark.core.compare.Looks;
import app.yarrowmark.core.follow.Line;
import app.yarrowmark.core.follow.Step;
import app.yarrowmark.core.follow.Stretch;
import app.yarrowmark.core.follow.VersionScore;
import app.yarrowmark.core.score.PlainScore;
import app.yarrowmark.core.score.Score;
import app.yarrowmark.core.score.Scoring;
import app.yarrowmark.core.setup.Fact;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.core.suite.TestGroup;
import app.yarrowmark.core.written.Reading;
import app.yarrowmark.server.catalogue.CatalogueService;
import app.yarrowmark.server.facts.FactService;
import app.yarrowmark.server.follow.LineView.Change;
import app.yarrowmark.server.follow.LineView.GroupPoint;
import app.yarrowmark.server.follow.LineView.LineCell;
import app.yarrowmark.server.follow.LineView.LineGap;
import app.yarrowmark.server.follow.LineView.LineGroup;
import app.yarrowmark.server.follow.LineView.LinePlain;
import app.yarrowmark.server.follow.LineView.LineScore;
import app.yarrowmark.server.follow.LineView.LineStep;
import app.yarrowmark.server.follow.LineView.LineStretch;
import app.yarrowmark.server.follow.LineView.LineTest;
import app.yarrowmark.server.follow.LineView.Order;
import app.yarrowmark.server.follow.LineView.Together;
import app.yarrowmark.server.follow.LineView.Version;
import app.yarrowmark.server.problems.RuleViolations;
import app.yarrowmark.server.runs.RunReadings;
import app.yarrowmark.server.runs.RunReadings.Attempt;
import app.yarrowmark.server.runs.RunState;
import app.yarrowmark.server.scorebook.ScoreBook;
import app.yarrowmark.server.scorebook.ScoreColumn;
import app.yarrowmark.server.scorebook.ScoreSnapshot;
import app.yarrowmark.server.scorebook.TypedWords;
import app.yarrowmark.server.setups.SetupFacts;
import app.yarrowmark.server.setups.SetupLabel;
import app.yarrowmark.server.setups.SetupLabels;
import app.yarrowmark.server.subjects.FactDifference;
import app.yarrowmark.server.subjects.FactDifferences;
import app.yarrowmark.server.subjects.GapReasons;
import app.yarrowmark.server.subjects.MovementView;
import app.yarrowmark.server.subjects.Subject;
import app.yarrowmark.server.subjects.SubjectScores;
import app.yarrowmark.server.subjects.SubjectService;
import app.yarrowmark.server.subjects.TestRow;
import app.yarrowmark.server.subjects.TestView;
import app.yarrowmark.server.suites.SuiteService;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** Follows a unit along one factor: every test as a series, with steps told from noise and from the movement between days. */
@Service
class LineService {

    private final LineFinder finder;
    private final SubjectService subjects;
    private final SetupFacts setupFacts;
    private final SetupLabels setupLabels;
    private final CatalogueService catalogue;
    private final SuiteService suites;
    private final FactService facts;
    private final FactDifferences differences;
    private final GapReasons gaps;
    private final RunReadings runs;
    private final ScoreBook book;
    private final TypedWords words;

    LineService(
            LineFinder finder,
            SubjectService subjects,
            SetupFacts setupFacts,
            SetupLabels setupLabels,
            CatalogueService catalogue,
            SuiteService suites,
            FactService facts,
            FactDifferences differences,
            GapReasons gaps,
            RunReadings runs,
            ScoreBook book,
            TypedWords words) {
        this.finder = finder;
        this.words = words;
        this.subjects = subjects;
        this.setupFacts = setupFacts;
        this.setupLabels = setupLabels;
        this.catalogue = catalogue;
        this.suites = suites;
        this.facts = facts;
        this.differences = differences;
        this.gaps = gaps;
        this.runs = runs;
        this.book = book;
    }

    List<LineView.UnitLine> units() {
        return finder.units();
    }

    /**
     * Returns the line.
     *
     * @param chosen one setup, whose line is found, or two and more, which are the line
     * @param factor key of the fact to follow, {@code time} for none; what moves most if absent
     * @throws RuleViolations if nothing is known of the factor along the line
     */
    LineView line(List<Long> chosen, @Nullable String factor, Order order, Basis basis, double threshold) {
        if (!(threshold >= 0 && threshold < 1)) {
            throw new RuleViolations("threshold", "is a share from 0 to below 1, got " + threshold);
        }
        LineFinder.Found found = chosen.size() == 1 ? finder.through(chosen.get(0)) : finder.of(chosen);
        String followed = factor(found, factor);
        List<SetupLabel> line = ordered(found, followed, order);
        ScoreSnapshot scores = book.current();
        List<Subject> versions = line.stream().map(subjects::ofSetup).toList();
        List<TestRow> rows =
                TestRow.of(versions, suites.all(), new SubjectScores(scores, catalogue, setupFacts), scores).stream()
                        .filter(r -> r.test().metric().scale().isOrdered())
                        .toList();
        List<TestRow> followable = rows.stream().filter(r -> versionsOf(r) > 1).toList();
        List<List<FactDifference>> changes = changes(versions, followed);
        GapReasons.Reasons reasons = gaps.of(versions);
        List<LineTest> tests = followable.stream()
                .map(r -> test(r, versions, scores, reasons, basis, threshold))
                .toList();
        Map<Long, Instant> firstRuns = firstRuns(line);
        Map<Long, String> notes =
                setupFacts.notes(line.stream().map(SetupLabel::setupId).toList());
        SetupLabel last = line.get(line.size() - 1);
        return new LineView(
                scores.revision(),
                threshold,
                basis,
                last.modelId(),
                SetupLabel.called(last.maker(), last.model()),
                last.unit(),
                last.kind(),
                followed,
                followed == null ? "Time" : facts.dictionary().get(followed).words(),
                order,
                found.factors(),
                IntStream.range(0, line.size())
                        .mapToObj(i -> version(
                                line.get(i),
                                found,
                                followed,
                                firstRuns,
                                changes.get(i),
                                notes.get(line.get(i).setupId())))
                        .toList(),
                groups(followable, threshold),
                tests,
                together(tests, changes),
                once(rows));
    }

    private static long versionsOf(TestRow row) {
        return row.entries().stream().filter(TestRow.Entry::has).count();
    }

    /** Suites of which tests were run in one version only. */
    private static List<LineView.Once> once(List<TestRow> rows) {
        Map<String, Integer> tests = new TreeMap<>();
        rows.stream()
                .filter(r -> versionsOf(r) == 1)
                .forEach(r -> tests.merge(r.test().suite().sheet().name(), 1, Integer::sum));
        return tests.entrySet().stream()
                .map(e -> new LineView.Once(e.getKey(), e.getValue()))
                .toList();
    }

    private static @Nullable String factor(LineFinder.Found found, @Nullable String asked) {
        if (asked == null) {
            return found.factors().isEmpty() ? null : found.factors().get(0).key();
        }
        if (asked.equals("time")) {
            return null;
        }
        if (found.setups().stream()
                .noneMatch(l -> found.value(l.setupId(), asked).isPresent())) {
            throw new RuleViolations("factor", "no setup of this line says anything of " + asked);
        }
        return asked;
    }

    private List<SetupLabel> ordered(LineFinder.Found found, @Nullable String factor, Order order) {
        if (order == Order.VERSION) {
            return finder.byValue(found, factor);
        }
        Map<Long, Instant> first = firstRuns(found.setups());
        return found.setups().stream()
                .filter(l -> factor == null || found.value(l.setupId(), factor).isPresent())
                .sorted(Comparator.comparing(l -> first.getOrDefault(l.setupId(), Instant.MAX)))
                .toList();
    }

    private Map<Long, Instant> firstRuns(List<SetupLabel> line) {
        return runs.attempts(line.stream().map(SetupLabel::setupId).toList()).stream()
                .filter(a -> a.state() == RunState.DONE)
                .collect(Collectors.toMap(a -> a.cell().setup(), Attempt::startedAt, (a, b) -> a.isBefore(b) ? a : b));
    }

    private Version version(
            SetupLabel label,
            LineFinder.Found found,
            @Nullable String factor,
            Map<Long, Instant> firstRuns,
            List<FactDifference> changes,
            @Nullable String note) {
        return new Version(
                label.setupId(),
                label.name(),
                factor == null
                        ? label.name()
                        : found.value(label.setupId(), factor)
                                .flatMap(Fact::text)
                                .orElse(label.name()),
                firstRuns.get(label.setupId()),
                label.tuned(),
                changes,
                note);
    }

    /** What is not as in the version before, the factor left out; nothing for the first. */
    private List<List<FactDifference>> changes(List<Subject> versions, @Nullable String factor) {
        return differences.along(versions, setupLabels.all()).stream()
                .map(step -> step.stream().filter(d -> !d.key().equals(factor)).toList())
                .toList();
    }

    /** The score of a version with the history counting for more, as a line needs it. */
    private static Optional<Score> score(TestRow.Entry entry, Subject version, ScoreSnapshot scores) {
        ScoreColumn column = scores.column(entry.test().metricId());
        List<List<Reading>> days = column.days(requireNonNull(version.setup()));
        return entry.score().isEmpty() || days.isEmpty()
                ? Optional.empty()
                : Optional.of(Scoring.steadied(days, column.noise(), column.movement()));
    }

    private LineTest test(
            TestRow row,
            List<Subject> versions,
            ScoreSnapshot scores,
            GapReasons.Reasons reasons,
            Basis basis,
            double threshold) {
        Metric metric = row.test().metric();
        List<Integer> has = new ArrayList<>();
        List<Score> found = new ArrayList<>();
        for (int i = 0; i < versions.size(); i++) {
            Optional<Score> score = score(row.entries().get(i), versions.get(i), scores);
            if (score.isPresent()) {
                has.add(i);
                found.add(score.get());
            }
        }
        List<VersionScore> line =
                found.stream().map(s -> VersionScore.of(s, metric.better())).toList();
        Optional<Line> told = line.size() < 2 ? Optional.empty() : Optional.of(Line.of(line, threshold));
        return new LineTest(
                TestView.of(row.test()),
                IntStream.range(0, versions.size())
                        .mapToObj(i -> cell(
                                row,
                                versions.get(i),
                                i,
                                scores,
                                reasons,
                                has.contains(i) ? found.get(has.indexOf(i)) : null,
                                found.isEmpty() ? null : found.get(0)))
                        .toList(),
                told.map(l -> steps(l, has)).orElse(List.of()),
                told.map(l -> stretches(l, has)).orElse(List.of()),
                told.map(l -> change(
                                ends(row, has.get(0), has.get(has.size() - 1), threshold), found.get(0), metric, basis))
                        .orElse(null),
                found.isEmpty()
                        ? null
                        : MovementView.of(
                                found.get(0).movement(),
                                row.test().suite().sheet().groupOf(metric)));
    }

    /** From the first version to the last, as the two are held against each other anywhere. */
    private static Advantage ends(TestRow row, int first, int last, double threshold) {
        SubjectScores.Found from = row.entries().get(first).score().orElseThrow();
        SubjectScores.Found to = row.entries().get(last).score().orElseThrow();
        return Advantage.of(
                to.score(), from.score(), row.test().metric().better(), threshold, Looks.of(to.days(), from.days()));
    }

    private LineCell cell(
            TestRow row,
            Subject version,
            int number,
            ScoreSnapshot scores,
            GapReasons.Reasons reasons,
            @Nullable Score score,
            @Nullable Score first) {
        TestRow.Entry entry = row.entries().get(number);
        List<Double> readings = scores.column(entry.test().metricId()).values(requireNonNull(version.setup()));
        if (entry.plain().isPresent()) {
            PlainScore own = entry.plain().get();
            String said = words.of(
                    row.test().metric(),
                    entry.test().metricId(),
                    requireNonNull(version.setup()),
                    own,
                    entry.plainDecimals());
            return new LinePlain(own.value(), entry.plainDecimals(), said, own.count(), readings);
        }
        if (score == null || first == null) {
            return new LineGap(reasons.why(version, row.test()));
        }
        double times = row.test().metric().better().sign() * (score.log() - first.log());
        double reach = Math.log1p(score.reach().orElse(0));
        return new LineScore(
                score.value(),
                scores.column(entry.test().metricId()).decimals(version.setup()),
                score.count(),
                readings,
                100 * Math.exp(times),
                score.noiseKnown() ? 100 * Math.exp(times - reach) : null,
                score.noiseKnown() ? 100 * Math.exp(times + reach) : null);
    }

    private static List<LineStep> steps(Line line, List<Integer> has) {
        return IntStream.range(0, line.steps().size())
                .mapToObj(i -> {
                    Step step = line.steps().get(i);
                    return new LineStep(
                            has.get(i),
                            has.get(i + 1),
                            step.kind(),
                            Math.exp(step.log()),
                            step.kind() == Step.Kind.UNKNOWN ? null : step.adjusted());
                })
                .toList();
    }

    private static List<LineStretch> stretches(Line line, List<Integer> has) {
        return line.stretches().stream()
                .map(s -> new LineStretch(
                        has.get(s.first()),
                        has.get(s.last()),
                        s.name(),
                        s.shiftFrom().isPresent() ? has.get(s.shiftFrom().getAsInt()) : null,
                        Math.exp(s.slope())))
                .toList();
    }

    private static Change change(Advantage a, Score first, Metric metric, Basis basis) {
        boolean known = a.noiseKnown();
        return new Change(
                a.times(),
                known ? a.low() : null,
                known ? a.high() : null,
                shown(a.times(), first, metric, basis),
                known ? shown(a.low(), first, metric, basis) : null,
                known ? shown(a.high(), first, metric, basis) : null,
                metric.isAmount() && basis != Basis.OWN_UNIT,
                a.verdict().orElse(null),
                a.look(),
                1 - a.level());
    }

    private static @Nullable Double shown(double times, Score first, Metric metric, Basis basis) {
        OptionalDouble shown = basis.ofTimes(times, first.value(), metric);
        return shown.isPresent() ? shown.getAsDouble() : null;
    }

    /** Each version against the first, over the tests that both have. */
    private static List<LineGroup> groups(List<TestRow> rows, double threshold) {
        Map<TestGroup, List<TestRow>> byGroup = new EnumMap<>(TestGroup.class);
        for (TestRow row : rows) {
            var sheet = row.test().suite().sheet();
            if (sheet.isRanked(row.test().metric())) {
                byGroup.computeIfAbsent(sheet.groupOf(row.test().metric()), g -> new ArrayList<>())
                        .add(row);
            }
        }
        List<LineGroup> groups = new ArrayList<>();
        byGroup.forEach((group, own) -> groups.add(new LineGroup(
                group,
                IntStream.range(0, own.get(0).entries().size())
                        .mapToObj(i -> point(own, i, threshold))
                        .toList())));
        return groups;
    }

    private static GroupPoint point(List<TestRow> rows, int version, double threshold) {
        Predicate<TestRow> first = r -> r.entries().get(0).score().isPresent();
        Predicate<TestRow> own = r -> r.entries().get(version).score().isPresent();
        int of = (int) rows.stream().filter(first.or(own)).count();
        List<GroupSummary.Test> common = rows.stream()
                .filter(first.and(own))
                .map(r -> new GroupSummary.Test(
                        Advantage.of(
                                r.entries().get(version).score().orElseThrow().score(),
                                r.entries().get(0).score().orElseThrow().score(),
                                r.test().metric().better(),
                                threshold),
                        1,
                        r.test().suite().sheet().name()))
                .toList();
        if (common.isEmpty()) {
            return new GroupPoint(null, null, null, 0, of);
        }
        if (version == 0) {
            return new GroupPoint(100.0, null, null, common.size(), of);
        }
        GroupSummary mean = GroupSummary.of(common);
        Optional<GroupSummary.Spread> spread = mean.ofTheseTests();
        return new GroupPoint(
                100 * mean.times(),
                spread.map(s -> 100 * mean.low(s)).orElse(null),
                spread.map(s -> 100 * mean.high(s)).orElse(null),
                common.size(),
                of);
    }

    /** Versions at which tests moved, totals left out, and what else changed there that can touch their groups. */
    private static List<Together> together(List<LineTest> tests, List<List<FactDifference>> changes) {
        Map<Integer, List<LineTest>> up = new TreeMap<>();
        Map<Integer, List<LineTest>> down = new HashMap<>();
        for (LineTest test : tests) {
            if (!test.test().total()) {
                moves(test)
                        .forEach((version, isUp) -> (isUp ? up : down)
                                .computeIfAbsent(version, v -> new ArrayList<>())
                                .add(test));
            }
        }
        Set<Integer> versions = new TreeSet<>(up.keySet());
        versions.addAll(down.keySet());
        return versions.stream()
                .map(v -> together(v, up.getOrDefault(v, List.of()), down.getOrDefault(v, List.of()), changes.get(v)))
                .toList();
    }

    private static Together together(
            int version, List<LineTest> up, List<LineTest> down, List<FactDifference> changes) {
        Set<TestGroup> touched = new HashSet<>();
        up.forEach(t -> touched.add(t.test().group()));
        down.forEach(t -> touched.add(t.test().group()));
        return new Together(
                version,
                up.stream().map(t -> t.test().name()).toList(),
                down.stream().map(t -> t.test().name()).toList(),
                changes.stream()
                        .filter(c -> c.affects().stream().anyMatch(touched::contains))
                        .toList());
    }

    /** The versions at which a test stepped or shifted, and whether up. */
    private static Map<Integer, Boolean> moves(LineTest test) {
        Map<Integer, Boolean> moves = new HashMap<>();
        test.steps().stream()
                .filter(s -> s.kind() == Step.Kind.UP || s.kind() == Step.Kind.DOWN)
                .forEach(s -> moves.put(s.to(), s.kind() == Step.Kind.UP));
        test.stretches().stream()
                .filter(s -> s.name() == Stretch.Name.SHIFT && s.shiftFrom() != null)
                .forEach(s -> moves.put(s.shiftFrom(), s.aVersion() > 1));
        return moves;
    }
}
