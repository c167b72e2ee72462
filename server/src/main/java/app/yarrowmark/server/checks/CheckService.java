package app.yarrowmark.server.checks;

import app.yarrowmark.core.Maps;
import app.yarrowmark.core.check.Correction;
import app.yarrowmark.core.check.Expectation;
import app.yarrowmark.core.check.TotalCheck;
import app.yarrowmark.core.check.TotalMismatch;
import app.yarrowmark.core.exchange.MeasuredDay;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.core.written.Reading;
import app.yarrowmark.server.checks.CheckViews.CheckView;
import app.yarrowmark.server.checks.CheckViews.CorrectionView;
import app.yarrowmark.server.checks.CheckViews.DoubtView;
import app.yarrowmark.server.checks.CheckViews.MismatchView;
import app.yarrowmark.server.scorebook.DatedReading;
import app.yarrowmark.server.scorebook.Uncounted;
import app.yarrowmark.server.suites.Suite;
import app.yarrowmark.server.suites.SuiteService;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** Checks numbers against their totals and against all that is known; it flags and proposes, and never refuses. */
@Service
public class CheckService {

    private static final int MOST_MODELLED = 400;
    /** A run is held against so many others of its cell, the first ones. */
    public static final int MOST_OTHERS = 16;

    private final Expectations expectations;
    private final SuiteService suites;
    private final Uncounted uncounted;
    private final Clock clock;

    CheckService(Expectations expectations, SuiteService suites, Uncounted uncounted, Clock clock) {
        this.expectations = expectations;
        this.suites = suites;
        this.uncounted = uncounted;
        this.clock = clock;
    }

    /**
     * Returns what looks wrong with a repeat that is not kept yet.
     *
     * @param typed text by metric key
     * @param digits how a person said that some of them are to be read, by metric key
     */
    public CheckView entry(long suiteId, long setupId, Map<String, String> typed, Map<String, String> digits) {
        Suite suite = suites.get(suiteId);
        TypedColumn column = TypedColumn.read(suite.sheet(), typed, digits);
        Map<String, Typed> texts = column.readings();
        Expectations.Moment moment = expectations.now(true).about(suite, setupId);
        int today = DatedReading.number(MeasuredDay.of(clock.instant(), ZoneOffset.UTC));
        Map<String, Double> expected = new HashMap<>();
        List<DoubtView> unlikely = new ArrayList<>();
        for (Metric metric : suite.sheet().metrics()) {
            Typed text = texts.get(metric.key());
            if (text != null) {
                Optional<Expectation> range = moment.of(metric, moment.readings(metric), today);
                range.ifPresent(e -> expected.put(metric.key(), e.value()));
                doubt(metric, text, range).ifPresent(unlikely::add);
            }
        }
        return new CheckView(
                computed(suite, texts),
                column.understood(),
                column.unreadable(),
                unlikely,
                mismatches(suite, texts, expected),
                uncounted.of(suite, setupId, clock.instant(), values(texts)));
    }

    /** What was typed, and what it was read as. */
    public record Typed(String text, Reading reading) {}

    /**
     * The numbers of one kept run.
     *
     * @param id by which it is told apart
     * @param day to which it belongs; null where that is not known
     * @param texts typed readings by metric key; computed ones left out
     */
    public record KeptRun(Object id, @Nullable LocalDate day, Map<String, Typed> texts) {

        private int dayNumber() {
            return DatedReading.number(day);
        }
    }

    /** All that is known at one moment, for reviewing many cells. */
    public static final class Session {

        private final Expectations.Known known;

        private Session(Expectations.Known known) {
            this.known = known;
        }
    }

    /**
     * Returns what is known now.
     *
     * @param cells how many are to be reviewed; over 400 they are held against repeats and their kind only, as a model
     *     for each would take minutes
     */
    public Session session(int cells) {
        return new Session(expectations.now(cells <= MOST_MODELLED));
    }

    /** What looks wrong with a kept run. */
    public record Doubts(List<DoubtView> unlikely, List<MismatchView> mismatches) {

        /** Returns whether nothing does. */
        public boolean isEmpty() {
            return unlikely.isEmpty() && mismatches.isEmpty();
        }
    }

    /**
     * Returns what looks wrong with runs of one suite in one setup, each held against the others.
     *
     * @param runs the ones that count, the first started first
     * @param asked by id, the ones to look at
     */
    public Map<Object, Doubts> review(
            Session session, long suiteId, long setupId, List<KeptRun> runs, Set<Object> asked) {
        Suite suite = suites.get(suiteId);
        Expectations.Moment moment = session.known.about(suite, setupId);
        List<KeptRun> needed = IntStream.range(0, runs.size())
                .filter(i -> i <= MOST_OTHERS || asked.contains(runs.get(i).id))
                .mapToObj(runs::get)
                .toList();
        Map<String, Map<Object, DatedReading>> readings = readings(suite, needed);
        Map<Object, Doubts> all = new LinkedHashMap<>();
        for (KeptRun run : needed) {
            if (!asked.contains(run.id)) {
                continue;
            }
            List<DoubtView> unlikely = new ArrayList<>();
            Map<String, Double> expected = new HashMap<>();
            for (Metric metric : suite.sheet().metrics()) {
                Typed text = run.texts.get(metric.key());
                if (text != null) {
                    Optional<Expectation> range =
                            moment.of(metric, others(Maps.at(readings, metric.key()), run), run.dayNumber());
                    range.ifPresent(e -> expected.put(metric.key(), e.value()));
                    doubt(metric, text, range).ifPresent(unlikely::add);
                }
            }
            all.put(run.id, new Doubts(unlikely, mismatches(suite, run.texts, expected)));
        }
        return all;
    }

    /** Every reading by metric, then by run. */
    private static Map<String, Map<Object, DatedReading>> readings(Suite suite, List<KeptRun> runs) {
        Map<String, Map<Object, DatedReading>> readings = new HashMap<>();
        for (Metric metric : suite.sheet().metrics()) {
            Map<Object, DatedReading> own = new LinkedHashMap<>();
            for (KeptRun run : runs) {
                Typed text = run.texts.get(metric.key());
                if (text != null) {
                    own.put(run.id, new DatedReading(run.dayNumber(), text.reading));
                }
            }
            readings.put(metric.key(), own);
        }
        return readings;
    }

    /** The readings of the other runs; of very many only the first tell as well. */
    private static List<DatedReading> others(Map<Object, DatedReading> readings, KeptRun self) {
        return readings.entrySet().stream()
                .filter(e -> !e.getKey().equals(self.id))
                .limit(MOST_OTHERS)
                .map(Map.Entry::getValue)
                .toList();
    }

    private static Optional<DoubtView> doubt(Metric metric, Typed typed, Optional<Expectation> range) {
        if (range.isEmpty() || range.get().fits(typed.reading.value())) {
            return Optional.empty();
        }
        Expectation e = range.get();
        return Optional.of(
                new DoubtView(metric.key(), typed.text, e.value(), e.low(), e.high(), Expectations.words(e.basis())));
    }

    private static Map<String, Double> values(Map<String, Typed> texts) {
        Map<String, Double> values = new HashMap<>();
        texts.forEach((key, typed) -> values.put(key, typed.reading.value()));
        return values;
    }

    /** Totals that nobody typed, as the sheet's decimals write them. */
    private static Map<String, String> computed(Suite suite, Map<String, Typed> texts) {
        Map<String, Double> values = new HashMap<>();
        Map<String, String> computed = new LinkedHashMap<>();
        for (Metric metric : suite.sheet().metrics()) {
            Typed text = texts.get(metric.key());
            if (text != null) {
                values.put(metric.key(), text.reading.value());
            } else if (metric.isTotal()) {
                metric.formula().orElseThrow().evaluate(values).ifPresent(total -> {
                    values.put(metric.key(), total);
                    computed.put(metric.key(), rounded(total, metric.decimals()));
                });
            }
        }
        return computed;
    }

    private static List<MismatchView> mismatches(Suite suite, Map<String, Typed> texts, Map<String, Double> expected) {
        Map<String, String> digits = new LinkedHashMap<>();
        texts.forEach((key, typed) -> digits.put(key, typed.reading.digits()));
        return TotalCheck.of(suite.sheet(), digits, expected).stream()
                .map(m -> view(m, texts, digits))
                .toList();
    }

    private static MismatchView view(TotalMismatch m, Map<String, Typed> texts, Map<String, String> digits) {
        Typed total = Maps.at(texts, m.metric());
        int decimals = (int) Math.max(0, Math.round(-Math.log10(total.reading.resolution())));
        double off = m.typed() - m.computed();
        return new MismatchView(
                m.metric(),
                total.text,
                rounded(m.computed(), decimals),
                (off > 0 ? "+" : "\u2212") + rounded(Math.abs(off), decimals),
                m.best().stream().map(c -> view(c, digits)).toList());
    }

    private static CorrectionView view(Correction c, Map<String, String> digits) {
        String words = c.texts().entrySet().stream()
                .findFirst()
                .map(e -> SlipWords.of(c, Maps.at(digits, e.getKey()), e.getValue()))
                .orElseThrow();
        return new CorrectionView(c.texts(), words, c.share());
    }

    private static String rounded(double value, int decimals) {
        return BigDecimal.valueOf(value)
                .setScale(decimals, RoundingMode.HALF_EVEN)
                .toPlainString();
    }
}
