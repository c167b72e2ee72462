package app.yarrowmark.server.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyLong;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import app.yarrowmark.core.exchange.DeviceProtocol.ProgressReport;
import app.yarrowmark.core.exchange.RunFile;
import app.yarrowmark.core.exchange.SheetReader;
import app.yarrowmark.server.desk.DeskViews.CellState;
import app.yarrowmark.server.desk.DeskViews.RunSheet;
import app.yarrowmark.server.runs.Ledger;
import app.yarrowmark.server.runs.RunState;
import app.yarrowmark.server.runs.RunViews.RunView;
import app.yarrowmark.server.runs.SuiteTimes;
import app.yarrowmark.server.scorebook.Uncounted;
import app.yarrowmark.server.setups.SetupLabels;
import app.yarrowmark.server.setups.SetupService;
import app.yarrowmark.server.setups.TestLabels;
import app.yarrowmark.server.sittings.LiveBoard;
import app.yarrowmark.server.sittings.Progress;
import app.yarrowmark.server.sittings.Sitting;
import app.yarrowmark.server.sittings.SittingService;
import app.yarrowmark.server.suites.Suite;
import app.yarrowmark.server.suites.SuiteService;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

class DeskServiceTest {

    private static final Instant NOW = Instant.parse("2026-05-04T10:00:00Z");
    private static final Suite SUITE = new Suite(
            4,
            SheetReader.read("key: kernmill\nversion: '3'\nname: Kernmill\ngroup: processor\nrepeats: 2\nminutes: 4\n"
                    + "rest_seconds: 60\nconditions: [Plugged in]\nmetrics: [{key: weave, name: Weave, unit: s}]"),
            Map.of("weave", 41L));

    private final SittingService sittings = mock();
    private final SuiteService suites = mock();
    private final Ledger ledger = mock();
    private final SuiteTimes times = mock();
    private final LiveBoard live = mock();
    private final SetupLabels setupLabels = mock(SetupLabels.class);
    private final DeskService desk = new DeskService(
            sittings,
            mock(SetupService.class),
            setupLabels,
            suites,
            ledger,
            times,
            mock(Uncounted.class),
            live,
            Clock.fixed(NOW, ZoneOffset.UTC));

    @BeforeEach
    void oneSitting() {
        planned(null, null);
        when(setupLabels.all()).thenReturn(Map.of(70L, TestLabels.laptop(70)));
        when(suites.get(4)).thenReturn(SUITE);
        when(times.on(anyLong(), any())).thenReturn(new SuiteTimes.Minutes(Map.of()));
        when(live.progress(7)).thenReturn(Optional.empty());
    }

    @Test
    void aSuiteIsDoneWithAsManyRunsAsItsSheetWants() {
        assertThat(state()).isEqualTo(CellState.WAITING);
        assertThat(state(RunState.FAILED)).isEqualTo(CellState.FAILED);
        assertThat(state(RunState.SET_ASIDE)).isEqualTo(CellState.FAILED);
        assertThat(state(RunState.DONE, RunState.FAILED)).isEqualTo(CellState.PARTLY);
        assertThat(state(RunState.DONE, RunState.SET_ASIDE, RunState.DONE)).isEqualTo(CellState.DONE);
        assertThat(state(RunState.DONE, RunState.DONE, RunState.DONE)).isEqualTo(CellState.DONE);
    }

    @Test
    void minutesLeftAreOfTheRunsStillWanted() {
        assertThat(sheet().minutesLeft()).isEqualTo(9);
        assertThat(sheet(RunState.DONE, RunState.SET_ASIDE).minutesLeft()).isEqualTo(4);
        assertThat(sheet(RunState.DONE, RunState.DONE, RunState.DONE).minutesLeft())
                .isZero();
    }

    @Test
    void whatRunsNowIsRunningWhateverWasBefore() {
        Progress progress = new Progress(
                7, new ProgressReport("kernmill", "Weave", .5, 1, 2, 9, null, null, List.of(), List.of()), NOW);
        when(live.progress(7)).thenReturn(Optional.of(progress));
        assertThat(state(RunState.DONE, RunState.DONE)).isEqualTo(CellState.RUNNING);
        assertThat(sheet().progress()).isEqualTo(progress);
    }

    @Test
    void repeatsMayBeFewerHereAndASuiteMayBeLeftOut() {
        planned(1, null);
        assertThat(state(RunState.DONE)).isEqualTo(CellState.DONE);
        assertThat(sheet().minutesLeft()).isEqualTo(4);
        planned(null, "needs a network");
        assertThat(state()).isEqualTo(CellState.LEFT_OUT);
        assertThat(sheet().minutesLeft()).isZero();
        assertThat(sheet().next().words()).isEqualTo("Every suite is done.");
    }

    @Test
    void minutesAreThoseOfPastRunsWhereThereAreSome() {
        when(times.on(70, List.of(4L))).thenReturn(new SuiteTimes.Minutes(Map.of(4L, 1.5)));
        assertThat(sheet().minutesLeft()).isEqualTo(4);
        assertThat(sheet().rows().get(0).learned()).isTrue();
    }

    @Test
    void theSheetSaysWhatIsNext() {
        assertThat(sheet().next().words()).isEqualTo("Run Kernmill and type it in.");
        assertThat(sheet(RunState.DONE).next().words()).isEqualTo("Run Kernmill and type it in, one more time.");
        assertThat(sheet(RunState.FAILED).next().words()).startsWith("Run Kernmill and type it in again, or say why");
        assertThat(sheet(RunState.DONE, RunState.DONE).next().suiteId()).isNull();
    }

    @Test
    void aFlaggedRunIsNotDone() {
        RunView flagged = view(RunState.DONE, List.of(RunFile.Flag.RECORDING));
        when(ledger.ofSittings(List.of(7L))).thenReturn(Map.of(7L, List.of(flagged)));
        assertThat(desk.sheet(7).rows().get(0).done()).isZero();
    }

    @Test
    void conditionsAreGatheredWithTheSuitesThatAskForThem() {
        assertThat(sheet().conditions())
                .containsExactly(new DeskViews.ConditionView("Plugged in", true, List.of("Kernmill")));
    }

    private void planned(Integer repeats, String gap) {
        when(sittings.get(7))
                .thenReturn(new Sitting(
                        7, 70, NOW, null, List.of(new Sitting.Planned(4, repeats, gap)), List.of("Plugged in"), 21.5));
    }

    private static RunView view(RunState state, List<RunFile.Flag> flags) {
        return new RunView(
                UUID.randomUUID(), 70, 4, state, null, NOW, NOW, "desk", false, List.of(), List.of(), flags, 0, "");
    }

    private CellState state(RunState... states) {
        return sheet(states).rows().get(0).state();
    }

    private RunSheet sheet(RunState... states) {
        List<RunView> views = new ArrayList<>();
        for (RunState state : states) {
            views.add(view(state, List.of()));
        }
        when(ledger.ofSittings(List.of(7L))).thenReturn(Map.of(7L, views));
        return desk.sheet(7);
    }
}
