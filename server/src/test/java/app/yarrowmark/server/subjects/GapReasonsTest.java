package app.yarrowmark.server.subjects;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyLong;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.verifyNoInteractions;
import static org.mockito.Mockito.when;

import app.yarrowmark.core.exchange.SheetReader;
import app.yarrowmark.server.catalogue.DeviceKind;
import app.yarrowmark.server.runs.RunReadings;
import app.yarrowmark.server.runs.RunReadings.Attempt;
import app.yarrowmark.server.runs.RunState;
import app.yarrowmark.server.scorebook.Cell;
import app.yarrowmark.server.scorebook.TestColumn;
import app.yarrowmark.server.scorebook.Uncounted;
import app.yarrowmark.server.sittings.SittingService;
import app.yarrowmark.server.sittings.SittingService.LeftOut;
import app.yarrowmark.server.suites.Suite;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Why a score is not there. */
class GapReasonsTest {

    private static final Suite KERNMILL = new Suite(4, SheetReader.read("""
                    key: kernmill
                    version: "3"
                    name: Kernmill
                    group: processor
                    metrics:
                      - {key: weave, name: Weave, unit: MB/s}
                    """), Map.of("weave", 10L));
    private static final TestColumn WEAVE =
            new TestColumn(KERNMILL, KERNMILL.sheet().metrics().get(0));
    private static final Subject SETUP =
            new Subject(SubjectKey.ofSetup(1), "Ostrel Fen 13", "", DeviceKind.LAPTOP, false, "", 1L, List.of(1L));

    private final RunReadings runs = mock(RunReadings.class);
    private final SittingService sittings = mock(SittingService.class);
    private final Uncounted uncounted = mock(Uncounted.class);

    @BeforeEach
    void nothingHappened() {
        attempts();
        when(sittings.leftOut(any())).thenReturn(List.of());
        when(uncounted.of(any(), anyLong(), any(), any())).thenReturn(Map.of());
    }

    @Test
    void whatWasNeverTriedIsNotRun() {
        assertThat(why()).isEqualTo("not run");
    }

    @Test
    void whatWasLeftOutOnPurposeSaysWhyUnlessItWasTriedAllTheSame() {
        when(sittings.leftOut(any())).thenReturn(List.of(new LeftOut(1, 4, "needs a cable nobody has")));
        assertThat(why()).isEqualTo("needs a cable nobody has");
        attempts(attempt(RunState.FAILED, "it crashed", 1));
        assertThat(why()).isEqualTo("failed: it crashed");
    }

    @Test
    void theLastAttemptSaysMost() {
        attempts(attempt(RunState.FAILED, "it crashed", 1), attempt(RunState.SET_ASIDE, "throttled", 2));
        assertThat(why()).isEqualTo("set aside: throttled");
        attempts(attempt(RunState.FAILED, "it crashed", 3), attempt(RunState.SET_ASIDE, "throttled", 2));
        assertThat(why()).isEqualTo("failed: it crashed");
    }

    @Test
    void aRunThatWasDoneSaysOfTheMetricItselfWhyItIsMissing() {
        attempts(
                attempt(RunState.FAILED, "it crashed", 1),
                new Attempt(
                        new UUID(0, 1),
                        new Cell(1, 4),
                        RunState.DONE,
                        null,
                        "",
                        Map.of("weave", "no driver"),
                        time(2)));
        assertThat(why()).isEqualTo("no driver");
        // Done, and nobody said why the number is not there.
        attempts(attempt(RunState.DONE, null, 2));
        assertThat(why()).isEqualTo("not read");
    }

    @Test
    void aFlaggedRunAndAKnownFaultDoNotCount() {
        attempts(new Attempt(
                new UUID(0, 1), new Cell(1, 4), RunState.DONE, null, "maker tuning suspected", Map.of(), time(1)));
        assertThat(why()).isEqualTo("flagged: maker tuning suspected");
        attempts(attempt(RunState.DONE, null, 1));
        when(uncounted.of(KERNMILL, 1, time(1), Map.of())).thenReturn(Map.of("weave", "known fault: counts twice"));
        assertThat(why()).isEqualTo("known fault: counts twice");
    }

    @Test
    void recordsAreReadOnceAndOnlyForAGap() {
        GapReasons.Reasons reasons = reasons();
        verifyNoInteractions(runs, sittings);
        attempts();
        reasons.why(SETUP, WEAVE);
        reasons.why(SETUP, WEAVE);
        verify(runs).attempts(any());
        verify(sittings).leftOut(any());
    }

    @Test
    void whatIsOfManySetupsOrOfNoneSaysSo() {
        GapReasons.Reasons reasons = reasons();
        assertThat(reasons.why(
                        new Subject(SubjectKey.parse("claim-1"), "Ostrel Fen 13", "", null, false, "", 1L, List.of()),
                        WEAVE))
                .isEqualTo("not claimed");
        assertThat(reasons.why(
                        new Subject(
                                SubjectKey.ofFact("cpu.model", "Maren M4"),
                                "Maren M4",
                                "",
                                null,
                                false,
                                "",
                                null,
                                List.of(1L, 2L)),
                        WEAVE))
                .isEqualTo("none of its setups has it");
    }

    private String why() {
        return reasons().why(SETUP, WEAVE);
    }

    private GapReasons.Reasons reasons() {
        return new GapReasons(runs, sittings, uncounted).of(List.of(SETUP));
    }

    private void attempts(Attempt... all) {
        when(runs.attempts(any())).thenReturn(List.of(all));
    }

    private static Attempt attempt(RunState state, @Nullable String reason, int day) {
        return new Attempt(new UUID(0, 1), new Cell(1, 4), state, reason, "", Map.of(), time(day));
    }

    private static Instant time(int day) {
        return Instant.parse("2026-05-0" + day + "T10:00:00Z");
    }
}
