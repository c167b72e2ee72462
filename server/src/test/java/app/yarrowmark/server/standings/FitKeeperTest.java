package app.yarrowmark.server.standings;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import app.yarrowmark.core.exchange.SheetReader;
import app.yarrowmark.core.suite.TestGroup;
import app.yarrowmark.core.written.Reading;
import app.yarrowmark.server.catalogue.CatalogueService;
import app.yarrowmark.server.catalogue.DeviceKind;
import app.yarrowmark.server.scorebook.ScoreBook;
import app.yarrowmark.server.scorebook.ScoreSnapshot;
import app.yarrowmark.server.scorebook.TestScores;
import app.yarrowmark.server.setups.SetupFacts;
import app.yarrowmark.server.setups.SetupLabels;
import app.yarrowmark.server.setups.TestLabels;
import app.yarrowmark.server.subjects.Pool;
import app.yarrowmark.server.subjects.Speaker;
import app.yarrowmark.server.subjects.Subject;
import app.yarrowmark.server.subjects.SubjectKey;
import app.yarrowmark.server.subjects.SubjectService;
import app.yarrowmark.server.suites.Suite;
import app.yarrowmark.server.suites.SuiteService;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.LongStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** What is fitted anew when something changes, and what is kept. */
class FitKeeperTest {

    private static final StandingsQuestion.Fitted EVERYTHING =
            new StandingsQuestion.Fitted(SubjectService.SETUPS, Speaker.USUAL, Pool.ofKind(null), null, false);
    private static final Suite KERNMILL = suite(1, "kernmill", "processor", 10);
    private static final Suite SILTPATH = suite(2, "siltpath", "storage", 20);

    private final ScoreBook book = mock(ScoreBook.class);
    private final SetupLabels setupLabels = mock(SetupLabels.class);
    private final SuiteService suites = mock(SuiteService.class);
    private final SubjectService subjects = mock(SubjectService.class);
    private final FitKeeper keeper =
            new FitKeeper(book, setupLabels, mock(SetupFacts.class), mock(CatalogueService.class), suites, subjects);
    private ScoreSnapshot scores;

    @BeforeEach
    void desk() {
        Map<Long, Map<Long, List<Reading>>> cells = new HashMap<>();
        for (long metric : new long[] {10, 11, 20, 21}) {
            Map<Long, List<Reading>> column = new HashMap<>();
            LongStream.rangeClosed(1, 5)
                    .forEach(s -> column.put(s, List.of(new Reading(100 + s, .1), new Reading(101 + s, .1))));
            cells.put(metric, column);
        }
        scores = TestScores.snapshot(cells);
        when(book.current()).thenAnswer(call -> scores);
        when(suites.all()).thenReturn(List.of(KERNMILL, SILTPATH));
        when(setupLabels.all()).thenReturn(Map.of());
        pool(5);
    }

    @Test
    void nothingIsFittedAnewWhileNothingChanges() {
        assertThat(keeper.of(EVERYTHING)).isSameAs(keeper.of(EVERYTHING));
    }

    @Test
    void onlyTheGroupWithAChangedScoreIsFittedAnew() {
        PoolFits before = keeper.of(EVERYTHING);
        change(10L, 500);
        PoolFits after = keeper.of(EVERYTHING);
        assertThat(after.scores().revision()).isEqualTo(2);
        assertThat(fit(after, TestGroup.STORAGE)).isSameAs(fit(before, TestGroup.STORAGE));
        assertThat(fit(after, TestGroup.PROCESSOR)).isNotSameAs(fit(before, TestGroup.PROCESSOR));
        assertThat(fit(after, TestGroup.PROCESSOR).parts().get(0).fit().theta()[0])
                .isGreaterThan(
                        fit(before, TestGroup.PROCESSOR).parts().get(0).fit().theta()[0]);
    }

    @Test
    void whatIsKeptIsWhatWouldBeFittedAnew() {
        keeper.of(EVERYTHING);
        change(21L, 500);
        change(10L, 50);
        PoolFits kept = keeper.of(EVERYTHING);
        PoolFits fresh = new FitKeeper(
                        book, setupLabels, mock(SetupFacts.class), mock(CatalogueService.class), suites, subjects)
                .of(EVERYTHING);
        for (TestGroup group : List.of(TestGroup.PROCESSOR, TestGroup.STORAGE)) {
            assertThat(fit(kept, group).parts().get(0).fit().theta())
                    .containsExactly(fit(fresh, group).parts().get(0).fit().theta());
        }
    }

    @Test
    void anotherPoolAndAnotherCatalogueAreFittedWhole() {
        PoolFits before = keeper.of(EVERYTHING);
        change(10L, 500);
        pool(4);
        PoolFits smaller = keeper.of(EVERYTHING);
        assertThat(fit(smaller, TestGroup.STORAGE)).isNotSameAs(fit(before, TestGroup.STORAGE));
        when(setupLabels.all()).thenReturn(Map.of(1L, TestLabels.laptop(1)));
        assertThat(fit(keeper.of(EVERYTHING), TestGroup.STORAGE)).isNotSameAs(fit(smaller, TestGroup.STORAGE));
    }

    @Test
    void aNewTestOfAGroupIsFittedThoughNobodyHasItYet() {
        PoolFits before = keeper.of(EVERYTHING);
        change(10L, 500);
        when(suites.all()).thenReturn(List.of(KERNMILL, SILTPATH, suite(3, "loamtest", "storage", 30)));
        PoolFits after = keeper.of(EVERYTHING);
        assertThat(fit(after, TestGroup.STORAGE).asked()).hasSize(4);
        assertThat(fit(after, TestGroup.STORAGE)).isNotSameAs(fit(before, TestGroup.STORAGE));
    }

    private static GroupFit fit(PoolFits fits, TestGroup group) {
        return fits.byGroup().get(group);
    }

    private void pool(int size) {
        List<Subject> pool = new ArrayList<>();
        LongStream.rangeClosed(1, size)
                .forEach(s -> pool.add(new Subject(
                        SubjectKey.ofSetup(s), "Fen " + s, "", DeviceKind.LAPTOP, false, "", s, List.of(s))));
        when(subjects.pool(any(), any(), any(), any())).thenReturn(pool);
    }

    /** The first setup has another score in one metric; all other columns stay the same objects. */
    private void change(long metric, double value) {
        scores = TestScores.changed(scores, metric, 1L, List.of(new Reading(value, .1)));
    }

    private static Suite suite(long id, String key, String group, long metric) {
        return new Suite(
                id,
                SheetReader.read("key: " + key + "\nversion: \"1\"\nname: N\ngroup: " + group
                        + "\nmetrics:\n  - {key: a, name: A, unit: MB/s}\n  - {key: b, name: B, unit: MB/s}\n"),
                Map.of("a", metric, "b", metric + 1));
    }
}
