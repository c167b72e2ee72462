package app.yarrowmark.server.profiles;

import app.yarrowmark.core.Maps;
import app.yarrowmark.core.compare.Advantage;
import app.yarrowmark.core.compare.GroupSummary;
import app.yarrowmark.core.score.PooledNoise;
import app.yarrowmark.core.score.Score;
import app.yarrowmark.core.score.Scoring;
import app.yarrowmark.core.setup.FactDictionary;
import app.yarrowmark.core.setup.FactKey;
import app.yarrowmark.core.suite.Direction;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.core.suite.TestGroup;
import app.yarrowmark.core.written.DigitText;
import app.yarrowmark.server.catalogue.CatalogueService;
import app.yarrowmark.server.catalogue.DeviceKind;
import app.yarrowmark.server.catalogue.ModelDetails.Claim;
import app.yarrowmark.server.catalogue.ModelDetails.SpecLine;
import app.yarrowmark.server.catalogue.ModelView;
import app.yarrowmark.server.catalogue.UnitView;
import app.yarrowmark.server.evidence.EvidenceService;
import app.yarrowmark.server.facts.FactService;
import app.yarrowmark.server.problems.Refusal;
import app.yarrowmark.server.profiles.ProfileViews.BearerView;
import app.yarrowmark.server.profiles.ProfileViews.ClaimView;
import app.yarrowmark.server.profiles.ProfileViews.EffectView;
import app.yarrowmark.server.profiles.ProfileViews.FactProfile;
import app.yarrowmark.server.profiles.ProfileViews.GroupStrip;
import app.yarrowmark.server.profiles.ProfileViews.KindMinutes;
import app.yarrowmark.server.profiles.ProfileViews.MetricProfile;
import app.yarrowmark.server.profiles.ProfileViews.ModelProfile;
import app.yarrowmark.server.profiles.ProfileViews.PartView;
import app.yarrowmark.server.profiles.ProfileViews.PoolIndex;
import app.yarrowmark.server.profiles.ProfileViews.SetupLine;
import app.yarrowmark.server.profiles.ProfileViews.SpecView;
import app.yarrowmark.server.profiles.ProfileViews.SuiteProfile;
import app.yarrowmark.server.runs.Ledger;
import app.yarrowmark.server.runs.RunReadings;
import app.yarrowmark.server.runs.RunViews.RunView;
import app.yarrowmark.server.runs.SuiteTimes;
import app.yarrowmark.server.scorebook.ScoreBook;
import app.yarrowmark.server.scorebook.ScoreColumn;
import app.yarrowmark.server.scorebook.ScoreSnapshot;
import app.yarrowmark.server.setups.SetupFacts;
import app.yarrowmark.server.setups.SetupLabel;
import app.yarrowmark.server.setups.SetupLabels;
import app.yarrowmark.server.setups.SetupService;
import app.yarrowmark.server.setups.SetupView;
import app.yarrowmark.server.sittings.SittingService;
import app.yarrowmark.server.standings.StandingsService;
import app.yarrowmark.server.standings.StandingsView.GroupPlaceView;
import app.yarrowmark.server.standings.Ticks;
import app.yarrowmark.server.suites.Suite;
import app.yarrowmark.server.suites.SuiteService;
import app.yarrowmark.server.suites.SuiteView;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** Gathers what is known about one thing from everywhere it is kept. */
@Service
class ProfileService {

    private final CatalogueService catalogue;
    private final SetupService setups;
    private final SetupLabels setupLabels;
    private final SetupFacts setupFacts;
    private final SuiteService suites;
    private final FactService facts;
    private final Ledger ledger;
    private final RunReadings runs;
    private final SuiteTimes times;
    private final ScoreBook book;
    private final StandingsService standings;
    private final EvidenceService evidence;
    private final SittingService sittings;

    ProfileService(
            CatalogueService catalogue,
            SetupService setups,
            SetupLabels setupLabels,
            SetupFacts setupFacts,
            SuiteService suites,
            FactService facts,
            Ledger ledger,
            RunReadings runs,
            SuiteTimes times,
            ScoreBook book,
            StandingsService standings,
            EvidenceService evidence,
            SittingService sittings) {
        this.catalogue = catalogue;
        this.setups = setups;
        this.setupLabels = setupLabels;
        this.setupFacts = setupFacts;
        this.suites = suites;
        this.facts = facts;
        this.ledger = ledger;
        this.runs = runs;
        this.times = times;
        this.book = book;
        this.standings = standings;
        this.evidence = evidence;
        this.sittings = sittings;
    }

    ModelProfile model(long id, @Nullable Long asked) {
        ModelView model = catalogue.model(id);
        List<SetupView> all = model.units().stream()
                .map(UnitView::id)
                .flatMap(u -> setups.ofUnit(u).stream())
                .toList();
        List<RunView> own = ledger.ofSetups(all.stream().map(SetupView::id).toList());
        Map<Long, Long> counts = own.stream().collect(Collectors.groupingBy(RunView::setupId, Collectors.counting()));
        ScoreSnapshot scores = book.current();
        Optional<SetupView> shown = shown(all, counts, asked);
        return new ModelProfile(
                model,
                all.stream()
                        .map(s -> new SetupLine(s, counts.getOrDefault(s.id(), 0L), effects(s, scores)))
                        .toList(),
                shown.map(SetupView::id).orElse(null),
                Stream.concat(
                                own.stream().map(RunView::suiteId),
                                sittings.leftOut(all.stream().map(SetupView::id).toList()).stream()
                                        .map(SittingService.LeftOut::suiteId))
                        .distinct()
                        .map(suites::get)
                        .sorted(Comparator.comparing((Suite s) -> s.sheet().group())
                                .thenComparing(s -> s.sheet().name()))
                        .map(SuiteView::of)
                        .toList(),
                shown.map(s -> runs.suitesWithSeries(s.id())).orElse(List.of()),
                shown.map(s -> strips(s.id(), model.kind())).orElse(List.of()),
                model.details().claims().stream()
                        .map(c -> claim(c, shown, scores))
                        .toList(),
                model.details().specification().stream()
                        .map(l -> spec(l, shown))
                        .toList(),
                own.size(),
                evidence.of(own.stream().map(RunView::id).toList()),
                catalogue.historyOf(id));
    }

    /** The setup asked for; else the newest that is as shipped and was measured; else the newest measured at all. */
    private static Optional<SetupView> shown(List<SetupView> all, Map<Long, Long> counts, @Nullable Long asked) {
        return Stream.of(
                        all.stream().filter(s -> asked != null && s.id() == asked),
                        all.stream()
                                .filter(s -> counts.containsKey(s.id())
                                        && !s.tuned()
                                        && s.origin().isEmpty())
                                .sorted(Comparator.comparing(SetupView::createdAt)
                                        .thenComparing(SetupView::ordinal)
                                        .reversed()),
                        all.stream().filter(s -> counts.containsKey(s.id())),
                        all.stream())
                .flatMap(s -> s)
                .findFirst();
    }

    /** What the change of a setup did to each group, over the tests that it and the one before both have. */
    private List<EffectView> effects(SetupView setup, ScoreSnapshot scores) {
        if (setup.parentId() == null) {
            return List.of();
        }
        Map<TestGroup, List<GroupSummary.Test>> tests = new EnumMap<>(TestGroup.class);
        for (Suite suite : suites.all()) {
            for (Metric metric : suite.sheet().ranked()) {
                Map<Long, Score> column = scores.column(suite.metricId(metric)).scores();
                Score now = column.get(setup.id());
                Score before = column.get(setup.parentId());
                if (now != null && before != null) {
                    tests.computeIfAbsent(suite.sheet().groupOf(metric), g -> new ArrayList<>())
                            .add(new GroupSummary.Test(
                                    Advantage.of(now, before, metric.better(), 0),
                                    1,
                                    suite.sheet().name()));
                }
            }
        }
        return tests.entrySet().stream()
                .map(e -> effect(e.getKey(), e.getValue()))
                .toList();
    }

    private static EffectView effect(TestGroup group, List<GroupSummary.Test> tests) {
        GroupSummary mean = GroupSummary.of(tests);
        return new EffectView(
                group,
                mean.times() - 1,
                mean.ofTheseTests().map(s -> mean.low(s) - 1).orElse(null),
                mean.ofTheseTests().map(s -> mean.high(s) - 1).orElse(null),
                tests.size());
    }

    private List<GroupStrip> strips(long setupId, DeviceKind kind) {
        Map<Long, List<GroupPlaceView>> positions = standings.positions(kind);
        Map<Long, SetupLabel> labels = setupLabels.all();
        return positions.getOrDefault(setupId, List.of()).stream()
                .filter(p -> p.group() != TestGroup.BODY)
                .map(p -> strip(p, setupId, positions, labels))
                .toList();
    }

    private static GroupStrip strip(
            GroupPlaceView place,
            long setupId,
            Map<Long, List<GroupPlaceView>> positions,
            Map<Long, SetupLabel> labels) {
        List<PoolIndex> pool = positions.entrySet().stream()
                .flatMap(e -> e.getValue().stream()
                        .filter(x -> x.group() == place.group())
                        .map(x -> new PoolIndex(
                                e.getKey(), Maps.at(labels, e.getKey()).text(), x.index())))
                .sorted(Comparator.comparingDouble(PoolIndex::index))
                .toList();
        return new GroupStrip(
                place,
                Ticks.thinned(pool, PoolIndex::index, p -> p.setupId() == setupId),
                pool.size(),
                Scoring.median(pool.stream().mapToDouble(PoolIndex::index).toArray()));
    }

    private ClaimView claim(Claim claim, Optional<SetupView> shown, ScoreSnapshot scores) {
        List<Suite> versions = suites.all().stream()
                .filter(s -> s.sheet().id().key().equals(claim.suite()))
                .filter(s -> s.sheet().metric(claim.metric()).isPresent())
                .sorted(Comparator.comparing((Suite s) -> s.id()).reversed())
                .toList();
        Optional<Metric> metric =
                versions.stream().findFirst().flatMap(s -> s.sheet().metric(claim.metric()));
        Optional<Measured> measured = shown.flatMap(s -> versions.stream()
                .flatMap(v -> measured(v, claim.metric(), s.id(), scores).stream())
                .findFirst());
        double claimed = DigitText.parse(claim.text()).value();
        String gap = measured.isPresent() ? null : metric.isEmpty() ? "there is no such suite here" : "not measured";
        return new ClaimView(
                claim.suite(),
                claim.metric(),
                metric.map(Metric::name).orElse(claim.metric()),
                metric.map(Metric::unit).orElse(""),
                metric.map(Metric::better).orElse(Direction.HIGHER),
                claim.text(),
                claimed,
                measured.map(Measured::value).orElse(null),
                measured.map(Measured::decimals).orElse(0),
                measured.filter(m -> m.ratio).map(m -> m.value / claimed).orElse(null),
                gap,
                claim.note());
    }

    private record Measured(double value, int decimals, boolean ratio) {}

    private static Optional<Measured> measured(Suite suite, String key, long setupId, ScoreSnapshot scores) {
        Metric metric = suite.sheet().metric(key).orElseThrow();
        ScoreColumn column = scores.column(suite.metricId(metric));
        return Optional.ofNullable(column.scores().get(setupId))
                .map(s -> new Measured(s.value(), column.decimals(setupId), true))
                .or(() -> Optional.ofNullable(column.plainScores().get(setupId))
                        .map(s -> new Measured(s.value(), column.decimals(setupId), false)));
    }

    private SpecView spec(SpecLine line, Optional<SetupView> shown) {
        FactDictionary words = facts.dictionary();
        String found = shown.stream()
                .flatMap(s -> s.facts().stream())
                .filter(f -> f.key().equals(line.key()) && f.value() != null)
                .map(f -> f.unit().isEmpty() ? f.value() : f.value() + " " + f.unit())
                .findFirst()
                .orElse(null);
        return new SpecView(line.key(), words.get(line.key()).words(), line.value(), line.unit(), found);
    }

    FactProfile fact(String key, String value) {
        FactDictionary words = facts.dictionary();
        FactKey fact = known(words, key);
        Map<Long, SetupLabel> labels = setupLabels.all();
        Map<Long, List<GroupPlaceView>> positions = standings.positions(null);
        Map<Long, Long> counts = runs.countBySetup();
        List<BearerView> bearers = setupFacts.withFact(key, value).stream()
                .map(id -> new BearerView(
                        Maps.at(labels, id), counts.getOrDefault(id, 0L), positions.getOrDefault(id, List.of())))
                .sorted(Comparator.comparing((BearerView b) -> b.setup().text()))
                .toList();
        return new FactProfile(key, fact.words(), value, fact.part(), bearers);
    }

    private static FactKey known(FactDictionary words, String key) {
        try {
            return words.get(key);
        } catch (IllegalArgumentException e) {
            throw Refusal.notFound("There is no such fact: " + e.getMessage());
        }
    }

    List<PartView> parts() {
        FactDictionary words = facts.dictionary();
        return setupFacts.partValues().stream()
                .map(v -> new PartView(v.key(), words.get(v.key()).words(), v.value(), v.setups()))
                .sorted(Comparator.comparing(PartView::key, words.bySlip()).thenComparing(PartView::value))
                .toList();
    }

    SuiteProfile suite(long id) {
        Suite suite = suites.get(id);
        ScoreSnapshot scores = book.current();
        List<KindMinutes> minutes = times.byKind(id).entrySet().stream()
                .map(e -> new KindMinutes(e.getKey(), e.getValue()))
                .toList();
        return new SuiteProfile(
                SuiteView.of(suite),
                suite.sheet().metrics().stream()
                        .map(m -> metric(m, scores.column(suite.metricId(m))))
                        .toList(),
                minutes);
    }

    private static MetricProfile metric(Metric metric, ScoreColumn column) {
        PooledNoise noise = column.noise();
        double[] values = column.scores().values().stream()
                .mapToDouble(Score::value)
                .sorted()
                .toArray();
        int setups = metric.isRatio() ? values.length : column.plainScores().size();
        return new MetricProfile(
                metric.key(),
                setups,
                noise.dof() > 0 ? Math.sqrt(noise.logVariance()) : null,
                noise.dof(),
                values.length == 0 ? null : values[0],
                values.length == 0 ? null : Scoring.median(values),
                values.length == 0 ? null : values[values.length - 1]);
    }
}
