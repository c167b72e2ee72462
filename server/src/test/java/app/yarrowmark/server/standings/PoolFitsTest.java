package app.yarrowmark.server.standings;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.yarrowmark.core.exchange.SheetReader;
import app.yarrowmark.core.suite.TestGroup;
import app.yarrowmark.core.written.Reading;
import app.yarrowmark.server.catalogue.DeviceKind;
import app.yarrowmark.server.scorebook.ScoreSnapshot;
import app.yarrowmark.server.scorebook.TestColumn;
import app.yarrowmark.server.scorebook.TestScores;
import app.yarrowmark.server.standings.StandingsQuestion.Weights;
import app.yarrowmark.server.subjects.Subject;
import app.yarrowmark.server.subjects.SubjectKey;
import app.yarrowmark.server.subjects.SubjectScores;
import app.yarrowmark.server.suites.Suite;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.LongStream;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Which groups overall is made of, and what is remembered of a fit. */
class PoolFitsTest {

    private static final Weights EQUAL = new Weights(
            Map.of(TestGroup.PROCESSOR, 1.0, TestGroup.MEMORY, 1.0, TestGroup.GRAPHICS, 1.0, TestGroup.STORAGE, 1.0));

    /** Whoever else is in the pool, and whatever they lack, the same groups count. */
    @Test
    void whatCountsDoesNotHangOnHowManyHaveIt() {
        PoolFits fits = fits(Map.of(TestGroup.PROCESSOR, 10, TestGroup.MEMORY, 10, TestGroup.GRAPHICS, 2), 10, 2);
        assertThat(fits.common(EQUAL))
                .extracting(GroupFit::group)
                .containsExactly(TestGroup.PROCESSOR, TestGroup.MEMORY, TestGroup.GRAPHICS);
        assertThat(PoolFits.inAll(fits.common(EQUAL)).cardinality()).isEqualTo(2);
    }

    @Test
    void whatCannotBePartOfOverallSaysWhy() {
        PoolFits fits = fits(Map.of(TestGroup.PROCESSOR, 4, TestGroup.MEMORY, 1, TestGroup.ENERGY, 4), 4, 2);
        assertThat(fits.whyNot(group(fits, TestGroup.MEMORY), EQUAL)).isEqualTo("fewer than two have it");
        assertThat(fits.whyNot(group(fits, TestGroup.ENERGY), EQUAL))
                .isEqualTo("it does not tell how fast a device is");
        assertThat(fits.whyNot(group(fits, TestGroup.STORAGE), EQUAL)).isEqualTo("nothing run");
        Weights without = new Weights(Map.of(TestGroup.PROCESSOR, 0.0));
        assertThat(fits.whyNot(group(fits, TestGroup.PROCESSOR), without)).isEqualTo("it has no weight");
        PoolFits single = fits(Map.of(TestGroup.PROCESSOR, 4), 4, 1);
        assertThat(single.whyNot(group(single, TestGroup.PROCESSOR), EQUAL)).isEqualTo("it has one test only");
        assertThat(single.common(EQUAL)).isEmpty();
    }

    @Test
    void whatFollowsIsMadeOnceAndTheOldestForgotten() {
        PoolFits fits = fits(Map.of(TestGroup.PROCESSOR, 3), 3, 2);
        int[] made = {0};
        for (int i = 0; i < 3; i++) {
            assertThat(fits.<Integer>remember("a", () -> ++made[0])).isEqualTo(1);
        }
        for (int i = 0; i < 30; i++) {
            int key = i;
            fits.remember(key, () -> key);
        }
        assertThat(fits.<Integer>remember("a", () -> ++made[0])).isEqualTo(2);
    }

    @Test
    void subjectsAreFoundByTheirKey() {
        PoolFits fits = fits(Map.of(TestGroup.PROCESSOR, 3), 3, 2);
        assertThat(fits.numberOf("setup-2")).isEqualTo(1);
        assertThat(fits.numberOf("setup-99")).isEqualTo(-1);
    }

    @Test
    void weightsAreReadByGroupInWhateverLetters() {
        Weights weights = question("processor:40", "GRAPHICS:0").weights(EQUAL);
        assertThat(weights.of(TestGroup.PROCESSOR)).isEqualTo(40);
        assertThat(weights.of(TestGroup.GRAPHICS)).isZero();
        assertThat(weights.of(TestGroup.MEMORY)).as("as the desk has it").isEqualTo(1);
        assertThat(weights.of(TestGroup.BROWSER)).isZero();
    }

    @ParameterizedTest
    @ValueSource(strings = {"PROCESSOR", "PROCESSOR:", "PROCESSOR:-1", "PROCESSOR:1001", "PROCESSOR:NaN", "MOSS:1", ""})
    void aWeightThatIsNoneIsToldHowOneLooks(String text) {
        assertThatThrownBy(() -> question(text).weights(EQUAL))
                .hasMessageContaining(
                        "is a group of tests and a number from 0 to 1000, such as PROCESSOR:40; got \"" + text);
    }

    private static StandingsQuestion question(String... weights) {
        return new StandingsQuestion(
                null, null, null, null, List.of(weights), null, null, null, null, null, null, null, null, null, null);
    }

    private static @Nullable GroupFit group(PoolFits fits, TestGroup group) {
        return fits.byGroup().get(group);
    }

    /** Of {@code of} setups, the first so many have the tests of a group. */
    private static PoolFits fits(Map<TestGroup, Integer> having, int of, int tests) {
        List<Subject> pool = LongStream.rangeClosed(1, of)
                .mapToObj(s ->
                        new Subject(SubjectKey.ofSetup(s), "Fen " + s, "", DeviceKind.LAPTOP, false, "", s, List.of(s)))
                .toList();
        Map<TestGroup, GroupFit> byGroup = new EnumMap<>(TestGroup.class);
        for (TestGroup group : TestGroup.values()) {
            Suite suite = suite(group, tests);
            Map<Long, Map<Long, List<Reading>>> cells = new HashMap<>();
            suite.sheet().metrics().forEach(m -> {
                Map<Long, List<Reading>> column = new HashMap<>();
                LongStream.rangeClosed(1, having.getOrDefault(group, 0))
                        .forEach(s ->
                                column.put(s, List.of(new Reading(100 + 7 * s, .1), new Reading(101 + 7 * s, .1))));
                cells.put(suite.metricId(m), column);
            });
            ScoreSnapshot scores = TestScores.snapshot(cells);
            List<TestColumn> columns = suite.sheet().metrics().stream()
                    .map(m -> new TestColumn(suite, m))
                    .toList();
            byGroup.put(group, GroupFit.of(group, columns, pool, new SubjectScores(scores, null, null), scores, false));
        }
        return new PoolFits(TestScores.snapshot(Map.of()), Map.of(), pool, byGroup);
    }

    private static Suite suite(TestGroup group, int tests) {
        StringBuilder sheet = new StringBuilder("key: s" + group.ordinal() + "\nversion: \"1\"\nname: S\ngroup: "
                + group.name().toLowerCase(Locale.ROOT).replace('_', ' ') + "\nmetrics:\n");
        Map<String, Long> ids = new HashMap<>();
        for (int i = 0; i < tests; i++) {
            sheet.append("  - {key: t").append(i).append(", name: T").append(i).append(", unit: MB/s}\n");
            ids.put("t" + i, 100L * group.ordinal() + i);
        }
        return new Suite(group.ordinal(), SheetReader.read(sheet.toString()), ids);
    }
}
