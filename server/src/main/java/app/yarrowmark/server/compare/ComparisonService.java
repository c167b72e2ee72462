package app.yarrowmark.server.compare;

import app.yarrowmark.core.Maps;
import app.yarrowmark.core.compare.Advantage;
import app.yarrowmark.core.compare.Basis;
import app.yarrowmark.core.compare.Breakdown;
import app.yarrowmark.core.compare.Comparability;
import app.yarrowmark.core.compare.WouldDecide;
import app.yarrowmark.core.score.PlainScore;
import app.yarrowmark.core.score.Score;
import app.yarrowmark.core.suite.Formula;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.core.suite.TestGroup;
import app.yarrowmark.server.catalogue.CatalogueService;
import app.yarrowmark.server.catalogue.DeviceKind;
import app.yarrowmark.server.compare.ComparisonView.AxisTick;
import app.yarrowmark.server.compare.ComparisonView.ComparedCell;
import app.yarrowmark.server.compare.ComparisonView.ComparedGap;
import app.yarrowmark.server.compare.ComparisonView.ComparedGroup;
import app.yarrowmark.server.compare.ComparisonView.ComparedPlain;
import app.yarrowmark.server.compare.ComparisonView.ComparedScore;
import app.yarrowmark.server.compare.ComparisonView.ComparedSummary;
import app.yarrowmark.server.compare.ComparisonView.ComparedTest;
import app.yarrowmark.server.compare.ComparisonView.Deciding;
import app.yarrowmark.server.compare.ComparisonView.Difference;
import app.yarrowmark.server.compare.ComparisonView.Obstacle;
import app.yarrowmark.server.compare.ComparisonView.Source;
import app.yarrowmark.server.facts.FactService;
import app.yarrowmark.server.problems.RuleViolations;
import app.yarrowmark.server.scorebook.PlainWords;
import app.yarrowmark.server.scorebook.ScoreBook;
import app.yarrowmark.server.scorebook.ScoreSnapshot;
import app.yarrowmark.server.scorebook.TypedWords;
import app.yarrowmark.server.setups.SetupFacts;
import app.yarrowmark.server.setups.SetupLabel;
import app.yarrowmark.server.setups.SetupLabels;
import app.yarrowmark.server.standings.Tastes;
import app.yarrowmark.server.subjects.FactDifference;
import app.yarrowmark.server.subjects.FactDifferences;
import app.yarrowmark.server.subjects.GapReasons;
import app.yarrowmark.server.subjects.MovementView;
import app.yarrowmark.server.subjects.Speaker;
import app.yarrowmark.server.subjects.Subject;
import app.yarrowmark.server.subjects.SubjectKey;
import app.yarrowmark.server.subjects.SubjectScores;
import app.yarrowmark.server.subjects.SubjectScores.Found;
import app.yarrowmark.server.subjects.SubjectService;
import app.yarrowmark.server.subjects.SubjectView;
import app.yarrowmark.server.subjects.TestRow;
import app.yarrowmark.server.subjects.TestRow.Entry;
import app.yarrowmark.server.subjects.TestView;
import app.yarrowmark.server.suites.SuiteService;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** Holds subjects against a reference, from the score book alone but for the reasons of gaps. */
@Service
public class ComparisonService {

    private static final int MOST = 12;
    private static final int CROSSED = 4;
    private static final List<Double> ROUND_SHARES = List.of(
            -.95, -.9, -.8, -.7, -.5, -.4, -.3, -.2, -.1, -.05, -.02, -.01, .01, .02, .05, .1, .2, .3, .5, .7, .9, 1.5,
            2.0, 4.0, 9.0, 19.0, 49.0);
    private static final List<Double> ROUND_TIMES = List.of(
            .02, .05, .1, .2, .3, .5, .7, .8, .9, .95, .98, 1.02, 1.05, 1.1, 1.2, 1.5, 2.0, 3.0, 5.0, 10.0, 20.0, 50.0);

    private final SubjectService subjects;
    private final CatalogueService catalogue;
    private final SetupLabels setupLabels;
    private final SetupFacts setupFacts;
    private final FactService facts;
    private final SuiteService suites;
    private final ScoreBook book;
    private final FactDifferences differences;
    private final GapReasons gaps;
    private final TypedWords words;
    private final Tastes tastes;

    ComparisonService(
            SubjectService subjects,
            CatalogueService catalogue,
            SetupLabels setupLabels,
            SetupFacts setupFacts,
            FactService facts,
            SuiteService suites,
            ScoreBook book,
            FactDifferences differences,
            GapReasons gaps,
            TypedWords words,
            Tastes tastes) {
        this.subjects = subjects;
        this.catalogue = catalogue;
        this.setupLabels = setupLabels;
        this.setupFacts = setupFacts;
        this.facts = facts;
        this.suites = suites;
        this.book = book;
        this.differences = differences;
        this.gaps = gaps;
        this.words = words;
        this.tastes = tastes;
    }

    /**
     * Returns the comparison.
     *
     * @param reference number of the subject that the others are held against
     * @throws RuleViolations unless two to twelve different subjects are asked for and the reference is one of them
     */
    ComparisonView compare(List<SubjectKey> keys, int reference, Asked.How how, Speaker speaker) {
        if (keys.size() < 2 || keys.size() > MOST || keys.stream().distinct().count() < keys.size()) {
            throw new RuleViolations(
                    "subject", "two to " + MOST + " different subjects stand side by side, got " + keys);
        }
        if (reference < 0 || reference >= keys.size()) {
            throw new RuleViolations("reference", "is 0 to " + (keys.size() - 1) + ", got " + reference);
        }
        if (!(how.threshold() >= 0 && how.threshold() < 1)) {
            throw new RuleViolations("threshold", "is a share from 0 to below 1, got " + how.threshold());
        }
        ScoreSnapshot scores = book.current();
        List<Subject> found = keys.stream().map(k -> subjects.find(k, speaker)).toList();
        Asked asked = new Asked(found, reference, how, setupLabels.all(), tastes.of(kind(found)));
        List<FactDifference> differs = differences.from(asked.subjects(), reference, asked.labels());
        List<TestRow> rows =
                TestRow.of(asked.subjects(), suites.all(), new SubjectScores(scores, catalogue, setupFacts), scores);
        List<TestRow> unlike =
                rows.stream().filter(r -> isUnlike(r, rows, reference)).toList();
        List<Held> shown = rows.stream()
                .filter(r -> !unlike.contains(r))
                .map(r -> Held.against(r, asked))
                .toList();
        Map<TestGroup, List<Held>> byGroup = Held.counted(shown, asked).stream()
                .collect(Collectors.groupingBy(Held::group, () -> new EnumMap<>(TestGroup.class), Collectors.toList()));
        Map<TestGroup, List<Held>> ranked = ranked(byGroup);
        GapReasons.Reasons reasons = gaps.of(asked.subjects());
        // Only the reasons of gaps are read from the database, which is for this thread alone.
        boolean complete = rows.stream().flatMap(r -> r.entries().stream()).allMatch(Entry::has);
        Stream<Map.Entry<TestGroup, List<Held>>> groups =
                complete ? byGroup.entrySet().parallelStream() : byGroup.entrySet().stream();
        return new ComparisonView(
                scores.revision(),
                how.threshold(),
                how.basis(),
                asked.subjects().stream().map(s -> view(s, asked.labels())).toList(),
                reference,
                differs,
                together(ranked, asked, differs),
                groups.map(e -> new ComparedGroup(
                                e.getKey(),
                                summaries(e.getKey(), ranked.getOrDefault(e.getKey(), List.of()), asked, differs),
                                e.getValue().stream()
                                        .map(h -> test(h, rows, asked, scores, reasons))
                                        .toList()))
                        .toList(),
                crossed(asked).map(c -> c.view(ranked)).orElse(null),
                obstacles(unlike, rows, asked),
                ticks(how.basis()));
    }

    /** The kind of device of all of them; null where they are of several. */
    private static @Nullable DeviceKind kind(List<Subject> subjects) {
        DeviceKind kind = subjects.get(0).deviceKind();
        return subjects.stream().allMatch(s -> Objects.equals(s.deviceKind(), kind)) ? kind : null;
    }

    /** What counts in the means of groups. */
    private static Map<TestGroup, List<Held>> ranked(Map<TestGroup, List<Held>> groups) {
        Map<TestGroup, List<Held>> ranked = new EnumMap<>(TestGroup.class);
        groups.forEach((group, held) -> {
            List<Held> counting = held.stream().filter(Held::isRanked).toList();
            if (!counting.isEmpty()) {
                ranked.put(group, counting);
            }
        });
        return ranked;
    }

    private static List<ComparedSummary> summaries(
            @Nullable TestGroup group, List<Held> ranked, Asked asked, List<FactDifference> differs) {
        return asked.others()
                .mapToObj(i -> Means.of(group, ranked, i, asked, differs))
                .toList();
    }

    /** All tests together, where they are of more than one group. */
    private static List<ComparedSummary> together(
            Map<TestGroup, List<Held>> ranked, Asked asked, List<FactDifference> differs) {
        return ranked.size() < 2
                ? List.of()
                : summaries(null, ranked.values().stream().flatMap(List::stream).toList(), asked, differs);
    }

    private Optional<Crossed> crossed(Asked asked) {
        List<Long> setups = asked.subjects().stream()
                .map(Subject::setup)
                .filter(Objects::nonNull)
                .toList();
        return setups.size() == CROSSED && asked.subjects().size() == CROSSED
                ? Crossed.of(asked, setupFacts.of(setups), facts.dictionary())
                : Optional.empty();
    }

    private static List<AxisTick> ticks(Basis basis) {
        Basis of = Means.basis(basis);
        return (of == Basis.TIMES_AS_FAST ? ROUND_TIMES : ROUND_SHARES)
                .stream()
                        .map(v -> new AxisTick(of.toRatio(v), v))
                        .filter(t -> t.times() > 0 && Double.isFinite(t.times()))
                        .toList();
    }

    private static SubjectView view(Subject s, Map<Long, SetupLabel> labels) {
        return SubjectView.of(
                s, s.setup() == null ? null : Maps.at(labels, s.setup()).parentId());
    }

    /** A row that the reference lacks though it has the same test in a form that does not compare. */
    private static boolean isUnlike(TestRow row, List<TestRow> rows, int reference) {
        return !row.entries().get(reference).has()
                && rows.stream()
                        .anyMatch(o -> o.isOtherVersionOf(row)
                                && o.entries().get(reference).has());
    }

    private static List<Obstacle> obstacles(List<TestRow> unlike, List<TestRow> rows, Asked asked) {
        Map<List<Object>, Integer> counts = new LinkedHashMap<>();
        for (TestRow row : unlike) {
            TestRow theirs = rows.stream()
                    .filter(o -> o.isOtherVersionOf(row)
                            && o.entries().get(asked.reference()).has())
                    .findFirst()
                    .orElseThrow();
            String reason = Comparability.obstacle(
                            row.test().suite().sheet(),
                            theirs.test().suite().sheet(),
                            row.test().metric().key())
                    .orElse("");
            asked.others()
                    .filter(i -> row.entries().get(i).has()
                            && !theirs.entries().get(i).has())
                    .forEach(i ->
                            counts.merge(List.of(i, row.test().suite().sheet().name(), reason), 1, Integer::sum));
        }
        return counts.entrySet().stream()
                .map(e -> new Obstacle(
                        (Integer) e.getKey().get(0), (String) e.getKey().get(1), e.getValue(), (String)
                                e.getKey().get(2)))
                .toList();
    }

    private ComparedTest test(
            Held held, List<TestRow> rows, Asked asked, ScoreSnapshot scores, GapReasons.Reasons reasons) {
        return new ComparedTest(
                TestView.of(held.row().test()),
                IntStream.range(0, asked.subjects().size())
                        .mapToObj(i -> cell(held, rows, i, asked, scores, reasons))
                        .toList(),
                held.row().test().metric().isRatio()
                        ? MovementView.of(
                                scores.column(held.row().test().metricId()).movement(), held.group())
                        : null);
    }

    private ComparedCell cell(
            Held held, List<TestRow> rows, int subject, Asked asked, ScoreSnapshot scores, GapReasons.Reasons reasons) {
        TestRow row = held.row();
        Entry entry = row.entries().get(subject);
        Subject who = asked.subjects().get(subject);
        if (!entry.has()) {
            return new ComparedGap(reasons.why(who, row.test()));
        }
        boolean other = subject != asked.reference();
        if (entry.plain().isPresent()) {
            PlainScore own = entry.plain().get();
            Optional<PlainScore> theirs = row.entries().get(asked.reference()).plain();
            return new ComparedPlain(
                    own.value(),
                    entry.plainDecimals(),
                    who.setup() == null
                            ? PlainWords.of(row.test().metric(), own.value(), own.count(), entry.plainDecimals())
                            : words.of(
                                    row.test().metric(),
                                    entry.test().metricId(),
                                    who.setup(),
                                    own,
                                    entry.plainDecimals()),
                    own.count(),
                    readings(who, entry, scores),
                    other && theirs.isPresent() && row.test().metric().scale().isOrdered()
                            ? own.value() - theirs.get().value()
                            : null);
        }
        Found found = entry.score().orElseThrow();
        Score score = found.score();
        Optional<Shares> shares = other ? sources(row, rows, subject, asked) : Optional.empty();
        return new ComparedScore(
                score.value(),
                found.decimals(),
                score.count(),
                score.days(),
                readings(who, entry, scores),
                score.reach().isPresent() ? score.reach().getAsDouble() : null,
                found.of() == null ? null : Maps.at(asked.labels(), found.of()).text(),
                held.ahead()
                        .get(subject)
                        .map(a -> difference(a, held, subject, asked))
                        .orElse(null),
                shares.map(Shares::sources).orElse(List.of()),
                shares.map(Shares::unexplained).orElse(null),
                shares.map(Shares::doubtful).orElse(false));
    }

    private static List<Double> readings(Subject who, Entry entry, ScoreSnapshot scores) {
        return who.setup() == null
                ? List.of()
                : scores.column(entry.test().metricId()).values(who.setup());
    }

    private static Difference difference(Advantage a, Held held, int subject, Asked asked) {
        TestRow row = held.row();
        Score own = row.entries().get(subject).score().orElseThrow().score();
        Score theirs =
                row.entries().get(asked.reference()).score().orElseThrow().score();
        Metric metric = row.test().metric();
        Double low = a.noiseKnown() ? a.low() : null;
        Double high = a.noiseKnown() ? a.high() : null;
        return new Difference(
                a.times(),
                low,
                high,
                shown(a.times(), theirs, metric, asked),
                low == null ? null : shown(low, theirs, metric, asked),
                high == null ? null : shown(high, theirs, metric, asked),
                metric.isAmount() && asked.basis() != Basis.OWN_UNIT,
                a.verdict().orElse(null),
                held.counted().get(subject).orElse(null),
                a.look(),
                1 - a.level(),
                WouldDecide.of(own, theirs, a)
                        .map(m -> new Deciding(
                                m.aim(),
                                m.answer(),
                                m.days(),
                                m.runs(),
                                fewer(own.days(), theirs.days()),
                                fewer(own.count(), theirs.count())))
                        .orElse(null));
    }

    /** The smaller of two counts; a claim has none and needs none. */
    private static int fewer(int own, int theirs) {
        return own == 0 ? theirs : theirs == 0 ? own : Math.min(own, theirs);
    }

    private static @Nullable Double shown(double times, Score reference, Metric metric, Asked asked) {
        OptionalDouble shown = asked.basis().ofTimes(times, reference.value(), metric);
        return shown.isPresent() ? shown.getAsDouble() : null;
    }

    /** Where the change of a total came from, and what of it the parts do not explain. */
    private record Shares(List<Source> sources, @Nullable Double unexplained, boolean doubtful) {}

    /** By what its parts come to on both sides; empty where they are not all there. */
    private static Optional<Shares> sources(TestRow row, List<TestRow> rows, int subject, Asked asked) {
        Optional<Formula> formula = row.test().metric().formula();
        Optional<Found> before = row.entries().get(asked.reference()).score();
        if (formula.isEmpty() || before.isEmpty()) {
            return Optional.empty();
        }
        Map<String, TestRow> parts = rows.stream()
                .filter(r -> r.test().suite().id() == row.test().suite().id())
                .collect(Collectors.toMap(r -> r.test().metric().key(), r -> r));
        Found after = row.entries().get(subject).score().orElseThrow();
        return Breakdown.of(
                        formula.get(),
                        values(formula.get(), parts, asked.reference()),
                        values(formula.get(), parts, subject))
                .map(b -> shares(b, parts, before.get(), after));
    }

    private static Shares shares(Breakdown found, Map<String, TestRow> parts, Found before, Found after) {
        Breakdown.Unexplained rest =
                found.unexplained(before.score().value(), after.score().value());
        double shown = Math.pow(10, -Math.min(before.decimals(), after.decimals())) / 2;
        boolean doubtful = rest.doubtful() && Math.abs(rest.rest()) >= shown;
        return new Shares(
                doubtful
                        ? List.of()
                        : found.shares().entrySet().stream()
                                .map(e -> new Source(
                                        e.getKey(),
                                        Maps.at(parts, e.getKey())
                                                .test()
                                                .metric()
                                                .name(),
                                        e.getValue()))
                                .sorted(Comparator.comparingDouble((Source s) -> -Math.abs(s.share())))
                                .toList(),
                Math.abs(rest.rest()) < shown ? null : rest.rest(),
                doubtful);
    }

    private static Map<String, Double> values(Formula formula, Map<String, TestRow> parts, int subject) {
        return formula.keys().stream()
                .filter(parts::containsKey)
                .map(k -> Map.entry(k, Maps.at(parts, k).entries().get(subject)))
                .filter(e -> e.getValue().score().isPresent())
                .collect(Collectors.toMap(
                        Map.Entry::getKey,
                        e -> e.getValue().score().orElseThrow().score().value()));
    }
}
