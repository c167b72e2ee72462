package app.yarrowmark.server.checks;

import app.yarrowmark.core.check.Expectation;
import app.yarrowmark.core.check.Plausibility;
import app.yarrowmark.core.rank.AdditiveModel;
import app.yarrowmark.core.rank.Island;
import app.yarrowmark.core.rank.ScoreMatrix;
import app.yarrowmark.core.score.Score;
import app.yarrowmark.core.score.Scoring;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.core.suite.TestGroup;
import app.yarrowmark.server.catalogue.DeviceKind;
import app.yarrowmark.server.scorebook.DatedReading;
import app.yarrowmark.server.scorebook.PoolMatrix;
import app.yarrowmark.server.scorebook.ScoreBook;
import app.yarrowmark.server.scorebook.ScoreColumn;
import app.yarrowmark.server.scorebook.ScoreSnapshot;
import app.yarrowmark.server.scorebook.TestColumn;
import app.yarrowmark.server.setups.SetupLabel;
import app.yarrowmark.server.setups.SetupLabels;
import app.yarrowmark.server.suites.Suite;
import app.yarrowmark.server.suites.SuiteService;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Predicate;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;

/** Where a reading should fall, from the best that is known: repeats, other tests of the device, others of its kind. */
@Service
class Expectations {

    /** More setups than this tell no more about one, and take longer. */
    private static final int MOST_SETUPS = 120;

    private final ScoreBook book;
    private final SetupLabels setupLabels;
    private final SuiteService suites;

    Expectations(ScoreBook book, SetupLabels setupLabels, SuiteService suites) {
        this.book = book;
        this.setupLabels = setupLabels;
        this.suites = suites;
    }

    /**
     * Returns everything known at this moment.
     *
     * @param modelled whether other tests are modelled where there are no repeats
     */
    Known now(boolean modelled) {
        return new Known(book.current(), setupLabels.all(), modelled);
    }

    /** Every score as of one revision, and whose it is. */
    final class Known {

        private final ScoreSnapshot scores;
        private final Map<Long, SetupLabel> labels;
        private final boolean modelled;
        /** The scores of a metric over each kind of device, rising; found once for all cells. */
        private final Map<ScoreColumn, Map<DeviceKind, double[]>> byKind = new ConcurrentHashMap<>();

        private Known(ScoreSnapshot scores, Map<Long, SetupLabel> labels, boolean modelled) {
            this.scores = scores;
            this.labels = labels;
            this.modelled = modelled;
        }

        /** Returns what is asked about one suite in one setup. */
        Moment about(Suite suite, long setupId) {
            return new Moment(this, suite, setupId);
        }

        private double[] ofKind(ScoreColumn column, DeviceKind kind) {
            return byKind.computeIfAbsent(column, this::sorted).getOrDefault(kind, new double[0]);
        }

        private Map<DeviceKind, double[]> sorted(ScoreColumn column) {
            Map<DeviceKind, DoubleStream.Builder> values = new HashMap<>();
            column.scores().forEach((setup, score) -> {
                SetupLabel label = labels.get(setup);
                if (label != null) {
                    values.computeIfAbsent(label.kind(), k -> DoubleStream.builder())
                            .add(score.value());
                }
            });
            Map<DeviceKind, double[]> sorted = new HashMap<>();
            values.forEach((kind, all) -> sorted.put(kind, all.build().sorted().toArray()));
            return sorted;
        }
    }

    /** One setup and one suite, as of one revision of the scores. */
    final class Moment {

        private final Known known;
        private final ScoreSnapshot scores;
        private final Suite suite;
        private final long setupId;

        private Moment(Known known, Suite suite, long setupId) {
            this.known = known;
            this.scores = known.scores;
            this.suite = suite;
            this.setupId = setupId;
        }

        /** Returns the readings that the setup's score rests on now. */
        List<DatedReading> readings(Metric metric) {
            return scores.column(suite.metricId(metric)).readings(setupId);
        }

        /**
         * Returns where a reading should fall; empty where too little is known, or the metric has no ratios.
         *
         * @param others readings of the same cell, the one in question left out
         * @param day of the one in question
         */
        Optional<Expectation> of(Metric metric, List<DatedReading> others, int day) {
            if (!metric.isRatio()) {
                return Optional.empty();
            }
            ScoreColumn column = scores.column(suite.metricId(metric));
            if (!others.isEmpty()) {
                Score score =
                        Scoring.score(DatedReading.byDay(others), column.noiseWithout(setupId), column.movement());
                Optional<Expectation> fromRepeats =
                        Plausibility.fromRepeats(score, others.stream().anyMatch(o -> o.day() == day));
                if (fromRepeats.isPresent()) {
                    return fromRepeats;
                }
            }
            if (!known.modelled) {
                return ofKind(column);
            }
            double error = Math.sqrt(column.noise().logVariance());
            TestGroup group = suite.sheet().groupOf(metric);
            return Stream.<Predicate<TestColumn>>of(
                            t -> t.suite().sheet().groupOf(t.metric()) == group,
                            t -> t.suite().sheet().groupOf(t.metric()).isSpeed())
                    .flatMap(tests -> fromOtherTests(metric, tests, error).stream())
                    .findFirst()
                    .or(() -> ofKind(column));
        }

        private Optional<Expectation> ofKind(ScoreColumn column) {
            SetupLabel own = known.labels.get(setupId);
            if (own == null) {
                return Optional.empty();
            }
            Score score = column.scores().get(setupId);
            return Plausibility.fromKind(
                    known.ofKind(column, own.kind()),
                    score == null ? OptionalDouble.empty() : OptionalDouble.of(score.value()));
        }

        /** The model over tests that fit, the suite's own cells of this setup left out. */
        private Optional<Expectation> fromOtherTests(Metric metric, Predicate<TestColumn> wanted, double error) {
            List<TestColumn> tests = suites.all().stream()
                    .flatMap(s -> s.sheet().ranked().stream().map(m -> new TestColumn(s, m)))
                    .filter(t -> t.metric().isRatio() && (wanted.test(t) || isAsked(t, metric)))
                    .filter(t -> !scores.column(t.metricId()).scores().isEmpty())
                    .toList();
            int test = indexOf(tests, metric);
            if (test < 0) {
                return Optional.empty();
            }
            List<Long> pool = Stream.concat(
                            Stream.of(setupId),
                            scores.column(tests.get(test).metricId()).scores().keySet().stream()
                                    .filter(s -> s != setupId)
                                    .sorted()
                                    .limit(MOST_SETUPS))
                    .toList();
            ScoreMatrix matrix = PoolMatrix.of(tests, pool, scores);
            for (int m = 0; m < tests.size(); m++) {
                if (tests.get(m).suite().id() == suite.id()) {
                    matrix = matrix.without(0, m);
                }
            }
            return predicted(matrix, test, metric, error);
        }

        private Optional<Expectation> predicted(ScoreMatrix matrix, int test, Metric metric, double error) {
            for (Island island : Island.of(matrix)) {
                int row = Arrays.binarySearch(island.subjects(), 0);
                int column = Arrays.binarySearch(island.tests(), test);
                if (row >= 0 && column >= 0 && island.subjects().length > 1) {
                    ScoreMatrix own = matrix.part(island.subjects(), island.tests());
                    return Optional.of(Plausibility.fromOtherTests(
                            AdditiveModel.fit(own).predict(row, column), metric.better(), error));
                }
            }
            return Optional.empty();
        }

        private boolean isAsked(TestColumn t, Metric metric) {
            return t.suite().id() == suite.id() && t.metric().key().equals(metric.key());
        }

        private int indexOf(List<TestColumn> tests, Metric metric) {
            return IntStream.range(0, tests.size())
                    .filter(i -> isAsked(tests.get(i), metric))
                    .findFirst()
                    .orElse(-1);
        }
    }

    /** Words for what an expectation rests on. */
    static String words(Expectation.Basis basis) {
        return switch (basis) {
            case REPEATS -> "by the other runs here";
            case OTHER_TESTS -> "by what this device does in other tests";
            case FEW_OTHER_TESTS -> "by the little that is known of this device";
            case KIND -> "by what others of its kind do";
        };
    }
}
