package app.yarrowmark.server.standings;

import app.yarrowmark.core.suite.TestGroup;
import app.yarrowmark.server.events.LiveEvents;
import app.yarrowmark.server.history.HistoryService;
import app.yarrowmark.server.problems.Refusal;
import app.yarrowmark.server.problems.RuleViolations;
import app.yarrowmark.server.scorebook.ScoreBook;
import app.yarrowmark.server.suites.SuiteService;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Which groups of tests count overall on this desk, and how much. It is the desk's to say, and never follows from what is
 * ranked: else devices that have nothing to do with two others could turn their order round by what they lack.
 */
@Service
public class GroupChoice {

    private static final double MOST = 1000;

    private final JdbcTemplate jdbc;
    private final ScoreBook book;
    private final SuiteService suites;
    private final HistoryService history;
    private final LiveEvents events;
    private final Clock clock;

    GroupChoice(
            JdbcTemplate jdbc,
            ScoreBook book,
            SuiteService suites,
            HistoryService history,
            LiveEvents events,
            Clock clock) {
        this.jdbc = jdbc;
        this.book = book;
        this.suites = suites;
        this.history = history;
        this.events = events;
        this.clock = clock;
    }

    /** How much a group counts; 0 is not at all. */
    public record GroupWeight(TestGroup group, double weight) {}

    /**
     * The choice of the desk.
     *
     * @param weights of all groups that tell how fast a device is, in their order
     * @param saved whether somebody chose; if not, all groups that anything was measured in count alike
     * @param who chose; absent if nobody did
     * @param at when; absent if nobody did
     * @param edition to be sent along with a change
     */
    public record ChoiceView(
            List<GroupWeight> weights,
            boolean saved,
            @Nullable String who,
            @Nullable Instant at,
            int edition) {}

    private record Kept(String weights, String who, Instant at, int edition) {}

    /** Returns the choice as it is now. */
    public ChoiceView current() {
        List<Kept> kept = jdbc.query(
                "select weights, who, at, edition from standing_choice where id = 1",
                (row, i) -> new Kept(
                        row.getString(1), row.getString(2), row.getTimestamp(3).toInstant(), row.getInt(4)));
        if (kept.isEmpty()) {
            return new ChoiceView(view(measured()), false, null, null, 0);
        }
        Kept own = kept.get(0);
        return new ChoiceView(view(parse(own.weights)), true, own.who, own.at, own.edition);
    }

    /** Returns what counts for a question: the desk's choice, and the reader's own on top of it. */
    StandingsQuestion.Weights of(StandingsQuestion question) {
        return question.weights(usual());
    }

    /** Returns what counts where nobody says otherwise. */
    StandingsQuestion.Weights usual() {
        Map<TestGroup, Double> weights = new EnumMap<>(TestGroup.class);
        current().weights().forEach(w -> weights.put(w.group(), w.weight()));
        return new StandingsQuestion.Weights(weights);
    }

    /** Groups in which anything was ever measured here, all alike. */
    private Map<TestGroup, Double> measured() {
        Map<TestGroup, Double> weights = new EnumMap<>(TestGroup.class);
        var scores = book.current();
        suites.all()
                .forEach(s -> s.sheet().ranked().stream()
                        .filter(m -> m.isRatio()
                                && !scores.column(s.metricId(m)).scores().isEmpty())
                        .forEach(m -> weights.put(s.sheet().groupOf(m), 1.0)));
        return weights;
    }

    private static Map<TestGroup, Double> parse(String text) {
        return Arrays.stream(text.split(" "))
                .map(w -> w.split(":", 2))
                .collect(Collectors.toMap(
                        w -> TestGroup.valueOf(w[0]),
                        w -> Double.parseDouble(w[1]),
                        (a, b) -> b,
                        () -> new EnumMap<>(TestGroup.class)));
    }

    private static List<GroupWeight> view(Map<TestGroup, Double> weights) {
        return Arrays.stream(TestGroup.values())
                .filter(TestGroup::isSpeed)
                .map(g -> new GroupWeight(g, weights.getOrDefault(g, 0.0)))
                .toList();
    }

    /**
     * Keeps another choice.
     *
     * @throws RuleViolations if a weight is unfit, or nothing would count
     * @throws Refusal if somebody chose otherwise meanwhile
     */
    @Transactional
    ChoiceView choose(List<GroupWeight> weights, int edition, String who) {
        check(weights);
        String text = weights.stream().map(w -> w.group() + ":" + w.weight()).collect(Collectors.joining(" "));
        int changed = edition == 0
                ? jdbc.update(
                        "insert ignore into standing_choice (id, weights, who, at, edition) values (1, ?, ?, ?, 1)",
                        text,
                        who,
                        Timestamp.from(clock.instant()))
                : jdbc.update(
                        "update standing_choice set weights = ?, who = ?, at = ?, edition = edition + 1"
                                + " where id = 1 and edition = ?",
                        text,
                        who,
                        Timestamp.from(clock.instant()),
                        edition);
        if (changed == 0) {
            throw Refusal.overtaken("what counts overall", current());
        }
        history.add(HistoryService.Kind.STANDING, 1, "CHOSEN", who, text);
        events.changed(LiveEvents.Topic.STANDINGS);
        return current();
    }

    private static void check(List<GroupWeight> weights) {
        List<RuleViolations.Violation> wrong = new ArrayList<>();
        for (int i = 0; i < weights.size(); i++) {
            GroupWeight w = weights.get(i);
            if (!w.group().isSpeed()) {
                wrong.add(new RuleViolations.Violation(
                        "weights[" + i + "].group", "does not tell how fast a device is: " + w.group()));
            }
            if (!(w.weight() >= 0 && w.weight() <= MOST)) {
                wrong.add(new RuleViolations.Violation(
                        "weights[" + i + "].weight", "is a number from 0 to 1000, got " + w.weight()));
            }
        }
        if (weights.stream().noneMatch(w -> w.weight() > 0)) {
            wrong.add(new RuleViolations.Violation("weights", "leave nothing that counts: one is more than 0"));
        }
        if (!wrong.isEmpty()) {
            throw new RuleViolations(wrong);
        }
    }
}
