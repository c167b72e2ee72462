package app.yarrowmark.server.subjects;

import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.server.catalogue.CatalogueService;
import app.yarrowmark.server.catalogue.DeviceKind;
import app.yarrowmark.server.catalogue.ModelView;
import app.yarrowmark.server.facts.FactService;
import app.yarrowmark.server.kept.Kept;
import app.yarrowmark.server.problems.Refusal;
import app.yarrowmark.server.problems.RuleViolations;
import app.yarrowmark.server.scorebook.ScoreBook;
import app.yarrowmark.server.scorebook.ScoreColumn;
import app.yarrowmark.server.scorebook.ScoreSnapshot;
import app.yarrowmark.server.setups.SetupFacts;
import app.yarrowmark.server.setups.SetupLabel;
import app.yarrowmark.server.setups.SetupLabels;
import app.yarrowmark.server.suites.Suite;
import app.yarrowmark.server.suites.SuiteService;
import java.util.Collection;
import java.util.Comparator;
import java.util.DoubleSummaryStatistics;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** Finds subjects by their keys, and the setup that speaks for a model. */
@Service
public class SubjectService {

    private static final Comparator<SetupLabel> OLDEST_FIRST = Comparator.comparing(SetupLabel::unit)
            .thenComparing(SetupLabel::ordinal)
            .thenComparing(SetupLabel::setupId);

    private final SetupLabels setupLabels;
    private final SetupFacts setupFacts;
    private final CatalogueService catalogue;
    private final FactService facts;
    private final SuiteService suites;
    private final ScoreBook book;
    /** How far every setup is ahead of the usual. */
    private final Kept<String, Map<Long, DoubleSummaryStatistics>> leads = Kept.counted(1);

    SubjectService(
            SetupLabels setupLabels,
            SetupFacts setupFacts,
            CatalogueService catalogue,
            FactService facts,
            SuiteService suites,
            ScoreBook book) {
        this.setupLabels = setupLabels;
        this.setupFacts = setupFacts;
        this.catalogue = catalogue;
        this.facts = facts;
        this.suites = suites;
        this.book = book;
    }

    /**
     * Returns the subject of a key.
     *
     * @throws Refusal if there is no such setup, model or bearer
     */
    public Subject find(SubjectKey key, Speaker speaker) {
        Map<Long, SetupLabel> labels = setupLabels.all();
        return switch (key.kind()) {
            case SETUP ->
                ofSetup(Optional.ofNullable(labels.get(key.number()))
                        .orElseThrow(() -> Refusal.notFound("There is no setup number " + key.name() + ".")));
            case MODEL -> ofModel(catalogue.model(key.number()), labels.values(), speaker);
            case CLAIM -> ofClaim(catalogue.model(key.number()));
            case FACT -> ofFact(key, labels);
            case BEST -> ofBest(key, labels);
        };
    }

    /** Returns a setup as a subject. */
    public Subject ofSetup(SetupLabel label) {
        return new Subject(
                SubjectKey.ofSetup(label.setupId()),
                SetupLabel.called(label.maker(), label.model()),
                label.detail(),
                label.kind(),
                label.tuned(),
                label.origin(),
                label.modelId(),
                List.of(label.setupId()));
    }

    private Subject ofModel(ModelView model, Collection<SetupLabel> labels, Speaker speaker) {
        List<SetupLabel> own =
                labels.stream().filter(l -> l.modelId() == model.id()).toList();
        SetupLabel chosen = speaking(own, speaker, book.current())
                .orElseThrow(() -> Refusal.notFound(SetupLabel.called(model.maker(), model.name())
                        + " has no measured setup"
                        + (speaker.rule() == Speaker.Rule.NAMED ? " called \"" + speaker.name() + "\"." : ".")));
        return ofModel(chosen);
    }

    /** Returns the model of a setup as a subject for which that setup speaks. */
    public Subject ofModel(SetupLabel speaking) {
        return new Subject(
                SubjectKey.ofModel(speaking.modelId()),
                SetupLabel.called(speaking.maker(), speaking.model()),
                speaking.detail(),
                speaking.kind(),
                speaking.tuned(),
                speaking.origin(),
                speaking.modelId(),
                List.of(speaking.setupId()));
    }

    /** What a pool is made of. */
    public static final String SETUPS = "setup";

    /** What a pool is made of. */
    public static final String MODELS = "model";

    /**
     * Returns the subjects of a pool.
     *
     * @param ranked {@link #SETUPS}, {@link #MODELS}, or the key of a fact whose values are the subjects
     * @param speaker which setup speaks for a model
     */
    public List<Subject> pool(Pool pool, String ranked, Speaker speaker, ScoreSnapshot scores) {
        List<SetupLabel> members = members(pool);
        return switch (ranked) {
            case SETUPS -> members.stream().map(this::ofSetup).toList();
            case MODELS ->
                members.stream().collect(Collectors.groupingBy(SetupLabel::modelId)).values().stream()
                        .flatMap(own -> speaking(own, speaker, scores).stream())
                        .map(this::ofModel)
                        .toList();
            default -> bearing(ranked, members);
        };
    }

    private List<SetupLabel> members(Pool pool) {
        Stream<SetupLabel> labels = setupLabels.all().values().stream().filter(pool::has);
        if (pool.asksOfModels()) {
            Set<Long> models = catalogue.models().stream()
                    .filter(pool::has)
                    .map(ModelView::id)
                    .collect(Collectors.toSet());
            labels = labels.filter(l -> models.contains(l.modelId()));
        }
        return labels.sorted(Comparator.comparing(SetupLabel::setupId)).toList();
    }

    private List<Subject> bearing(String fact, List<SetupLabel> members) {
        if (!facts.dictionary().has(fact)) {
            throw new RuleViolations("subject", "is setup, model or the key of a fact, got \"" + fact + "\"");
        }
        Map<Long, String> values = setupFacts.valuesOf(fact);
        return members.stream()
                .filter(l -> values.containsKey(l.setupId()))
                .collect(Collectors.groupingBy(l -> values.get(l.setupId()), TreeMap::new, Collectors.toList()))
                .entrySet()
                .stream()
                .map(e -> new Subject(
                        SubjectKey.ofFact(fact, e.getKey()),
                        e.getKey(),
                        e.getValue().size() + (e.getValue().size() == 1 ? " setup" : " setups"),
                        kind(e.getValue()),
                        false,
                        "",
                        null,
                        e.getValue().stream().map(SetupLabel::setupId).toList()))
                .toList();
    }

    private static Subject ofClaim(ModelView model) {
        if (model.details().claims().isEmpty()) {
            throw Refusal.notFound(SetupLabel.called(model.maker(), model.name()) + " has no claims on its page.");
        }
        return new Subject(
                new SubjectKey(SubjectKey.Kind.CLAIM, String.valueOf(model.id())),
                SetupLabel.called(model.maker(), model.name()),
                "as claimed",
                model.kind(),
                false,
                "claimed by " + model.maker(),
                model.id(),
                List.of());
    }

    private Subject ofFact(SubjectKey key, Map<Long, SetupLabel> labels) {
        List<Long> bearers = setupFacts.withFact(key.pairKey(), key.pairValue());
        if (bearers.isEmpty()) {
            throw Refusal.notFound("No setup has " + key.name() + ".");
        }
        return new Subject(
                key,
                key.pairValue(),
                facts.dictionary().get(key.pairKey()).words() + " of " + bearers.size()
                        + (bearers.size() == 1 ? " setup" : " setups"),
                kind(bearers.stream().map(labels::get).toList()),
                false,
                "",
                null,
                bearers);
    }

    private Subject ofBest(SubjectKey key, Map<Long, SetupLabel> labels) {
        List<SetupLabel> family = family(key, labels.values());
        if (family.isEmpty()) {
            throw Refusal.notFound("No setup is in the family " + key.name() + ".");
        }
        return new Subject(
                key,
                "Best of " + familyWords(key),
                family.size() + (family.size() == 1 ? " setup" : " setups"),
                kind(family),
                false,
                "",
                null,
                family.stream().map(SetupLabel::setupId).sorted().toList());
    }

    /** Lists from elsewhere are no opponents: what is best must have been measured here. */
    private List<SetupLabel> family(SubjectKey key, Collection<SetupLabel> labels) {
        String value = key.pairValue();
        Stream<SetupLabel> own = labels.stream().filter(l -> l.origin().isEmpty());
        return switch (key.pairKey()) {
            case "kind" -> {
                DeviceKind kind = DeviceKind.of(value);
                yield own.filter(l -> l.kind().equals(kind)).toList();
            }
            case "maker" -> own.filter(l -> l.maker().equalsIgnoreCase(value)).toList();
            case "tag" -> {
                Set<Long> models = catalogue.models().stream()
                        .filter(m -> m.details().tags().stream().anyMatch(value::equalsIgnoreCase))
                        .map(ModelView::id)
                        .collect(Collectors.toSet());
                yield own.filter(l -> models.contains(l.modelId())).toList();
            }
            default -> {
                Set<Long> bearers = new HashSet<>(setupFacts.withFact(key.pairKey(), value));
                yield own.filter(l -> bearers.contains(l.setupId())).toList();
            }
        };
    }

    private String familyWords(SubjectKey key) {
        return switch (key.pairKey()) {
            case "kind" -> "every " + DeviceKind.of(key.pairValue()).words();
            case "maker" -> key.pairValue();
            case "tag" -> "all tagged " + key.pairValue();
            default -> "all with " + key.pairValue();
        };
    }

    private static @Nullable DeviceKind kind(List<SetupLabel> labels) {
        List<DeviceKind> kinds =
                labels.stream().map(SetupLabel::kind).distinct().toList();
        return kinds.size() == 1 ? kinds.get(0) : null;
    }

    /** Returns which of a model's setups speaks for it; empty if none that would was measured. */
    public Optional<SetupLabel> speaking(Collection<SetupLabel> own, Speaker speaker, ScoreSnapshot scores) {
        List<SetupLabel> measured = own.stream()
                .filter(l -> scores.measured(l.setupId()))
                .sorted(OLDEST_FIRST)
                .toList();
        return switch (speaker.rule()) {
            case AS_SHIPPED ->
                measured.stream()
                        .filter(l -> !l.tuned())
                        .min(Comparator.comparing((SetupLabel l) -> !l.origin().isEmpty())
                                .thenComparing(OLDEST_FIRST));
            case LATEST -> measured.stream().max(Comparator.comparing(SetupLabel::setupId));
            case NAMED ->
                measured.stream()
                        .filter(l -> l.name().equalsIgnoreCase(speaker.name()))
                        .findFirst();
            case BEST -> measured.stream().max(Comparator.comparingDouble(l -> aheadOfUsual(l.setupId(), scores)));
        };
    }

    /** Mean over the tests a setup has of how far it is above the middle score, as a logarithm. */
    private double aheadOfUsual(long setup, ScoreSnapshot scores) {
        DoubleSummaryStatistics own =
                leads.get("", scores.marks(), () -> leads(scores)).get(setup);
        return own == null ? Double.NEGATIVE_INFINITY : own.getAverage();
    }

    private Map<Long, DoubleSummaryStatistics> leads(ScoreSnapshot scores) {
        Map<Long, DoubleSummaryStatistics> all = new HashMap<>();
        for (Suite suite : suites.all()) {
            for (Metric metric : suite.sheet().ranked()) {
                ScoreColumn column = scores.column(suite.metricId(metric));
                double middle = column.middleLog();
                column.scores()
                        .forEach((setup, score) -> all.computeIfAbsent(setup, s -> new DoubleSummaryStatistics())
                                .accept(metric.better().sign() * (score.log() - middle)));
            }
        }
        return all;
    }
}
