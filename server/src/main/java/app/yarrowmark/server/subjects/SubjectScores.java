package app.yarrowmark.server.subjects;

import app.yarrowmark.core.Maps;
import app.yarrowmark.core.score.JointScore;
import app.yarrowmark.core.score.LearnedVariance;
import app.yarrowmark.core.score.Score;
import app.yarrowmark.core.suite.Direction;
import app.yarrowmark.core.written.DigitText;
import app.yarrowmark.server.catalogue.CatalogueService;
import app.yarrowmark.server.scorebook.ScoreColumn;
import app.yarrowmark.server.scorebook.ScoreSnapshot;
import app.yarrowmark.server.scorebook.TestColumn;
import app.yarrowmark.server.setups.SetupFacts;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/** Scores of subjects in tests as of one moment; what was learned of one fact is remembered for the next test. */
public final class SubjectScores {

    private final ScoreSnapshot scores;
    private final CatalogueService catalogue;
    private final SetupFacts setupFacts;
    private final Map<String, Map<Long, String>> valuesOfFact = new HashMap<>();
    private final Map<String, LearnedVariance> between = new HashMap<>();
    private @Nullable Map<Long, Long> unitOfSetup;

    /** Starts with the scores as they are now. */
    public SubjectScores(ScoreSnapshot scores, CatalogueService catalogue, SetupFacts setupFacts) {
        this.scores = scores;
        this.catalogue = catalogue;
        this.setupFacts = setupFacts;
    }

    /**
     * What a subject comes to in a test.
     *
     * @param of the setup it is from, where it is one of several that were there to choose from; null otherwise
     * @param decimals digits after the point as read
     * @param days on which it was read, as days since 1970, rising; none for a claim and for what is of several setups
     */
    public record Found(Score score, @Nullable Long of, int decimals, int[] days) {}

    /** Returns the score of a subject in a test on a ratio scale; empty if it has none. */
    public Optional<Found> of(Subject subject, TestColumn test) {
        ScoreColumn column = scores.column(test.metricId());
        return switch (subject.key().kind()) {
            case SETUP, MODEL -> subject.setups().stream().findFirst().flatMap(s -> single(column, s));
            case CLAIM -> claim(subject.key(), test);
            case FACT -> joint(subject, test, column);
            case BEST -> best(subject, test.metric().better(), column);
        };
    }

    private static Optional<Found> single(ScoreColumn column, long setup) {
        return Optional.ofNullable(column.scores().get(setup))
                .map(s -> new Found(s, null, column.decimals(setup), column.daysOf(setup)));
    }

    private Optional<Found> claim(SubjectKey key, TestColumn test) {
        return catalogue.model(key.number()).details().claims().stream()
                .filter(c -> c.suite().equals(test.suite().sheet().id().key())
                        && c.metric().equals(test.metric().key())
                        && test.metric().isRatio())
                .map(c -> DigitText.parse(c.text()))
                .filter(r -> r.value() > 0)
                .map(r -> new Found(
                        Score.claimed(r.value()),
                        null,
                        (int) Math.max(0, Math.round(-Math.log10(r.resolution()))),
                        new int[0]))
                .findFirst();
    }

    private static Optional<Found> best(Subject subject, Direction better, ScoreColumn column) {
        return subject.setups().stream()
                .filter(s -> column.scores().containsKey(s))
                .max(Comparator.comparingDouble(s -> better.sign() * Maps.at(column.scores(), s).log()))
                .map(s -> new Found(Maps.at(column.scores(), s), s, column.decimals(s), column.daysOf(s)));
    }

    private Optional<Found> joint(Subject subject, TestColumn test, ScoreColumn column) {
        List<List<Score>> bearing = byUnit(subject.setups(), column);
        if (bearing.isEmpty()) {
            return Optional.empty();
        }
        int decimals = subject.setups().stream()
                .filter(s -> column.scores().containsKey(s))
                .mapToInt(column::decimals)
                .min()
                .orElse(0);
        LearnedVariance spread = between.computeIfAbsent(
                subject.key().pairKey() + "\t" + test.metricId(),
                k -> between(subject.key().pairKey(), column));
        return Optional.of(new Found(JointScore.of(bearing, spread), null, decimals, new int[0]));
    }

    /** The scores of some setups, those of one unit together. */
    private List<List<Score>> byUnit(Collection<Long> setups, ScoreColumn column) {
        Map<Long, Long> units = unitOfSetup;
        if (units == null) {
            units = setupFacts.units();
            unitOfSetup = units;
        }
        Map<Long, List<Score>> byUnit = new LinkedHashMap<>();
        for (Long setup : setups) {
            Score score = column.scores().get(setup);
            if (score != null) {
                byUnit.computeIfAbsent(units.getOrDefault(setup, -setup), u -> new ArrayList<>())
                        .add(score);
            }
        }
        return List.copyOf(byUnit.values());
    }

    /** How far units that bear the same value of a fact differ in one metric, over all values of it. */
    private LearnedVariance between(String fact, ScoreColumn column) {
        Map<Long, String> values = valuesOfFact.computeIfAbsent(fact, setupFacts::valuesOf);
        Map<String, List<Long>> byValue = new TreeMap<>();
        column.scores().keySet().stream().sorted().forEach(setup -> {
            String value = values.get(setup);
            if (value != null) {
                byValue.computeIfAbsent(value, v -> new ArrayList<>()).add(setup);
            }
        });
        return LearnedVariance.of(
                JointScore.USUAL_UNITS.variance(),
                JointScore.USUAL_UNITS.dof(),
                byValue.values().stream()
                        .flatMap(setups -> JointScore.contrasts(byUnit(setups, column)).stream())
                        .toList());
    }
}
