package app.yarrowmark.server.sittings;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyString;
import static org.mockito.Mockito.doAnswer;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import app.yarrowmark.core.exchange.DeviceProtocol.ProgressReport;
import app.yarrowmark.server.events.LiveEvents;
import app.yarrowmark.server.problems.Refusal;
import app.yarrowmark.server.servers.Relay;
import java.time.Clock;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import org.junit.jupiter.api.Test;

class LiveBoardTest {

    private static final Instant NOW = Instant.parse("2026-05-04T10:00:00Z");

    private final LiveEvents events = mock();
    private final Clock clock = mock();
    private final LiveBoard board = new LiveBoard(events, mock(Relay.class), clock);

    @Test
    void theNewestWordIsPassedOnAndForgottenAfterHalfAMinute() {
        Progress progress = new Progress(
                7, new ProgressReport("stem", "Field notes", .5, 1, 3, 40, null, null, List.of(), List.of()), NOW);
        board.update(progress);
        verify(events).pass("progress", progress);

        when(clock.instant()).thenReturn(NOW.plusSeconds(29));
        assertThat(board.progress(7)).contains(progress);
        assertThat(board.progress(8)).isEmpty();
        when(clock.instant()).thenReturn(NOW.plusSeconds(31));
        assertThat(board.progress(7)).isEmpty();
    }

    @Test
    void theEndIsToldOnceAndOnlyOfWhatWasThere() {
        board.finished(7);
        verify(events, never()).changed(LiveEvents.Topic.SITTINGS);
        board.update(
                new Progress(7, new ProgressReport("stem", "x", 0, 1, 1, 0, null, null, List.of(), List.of()), NOW));
        board.finished(7);
        board.finished(7);
        verify(events).changed(LiveEvents.Topic.SITTINGS);
    }

    @Test
    void aDeviceThatWaitsIsStartedOnceFromTheDesk() {
        when(clock.instant()).thenReturn(NOW);
        assertThat(board.isWaiting(7)).isFalse();
        assertThatThrownBy(() -> board.start(7)).hasMessageContaining("No device of this sitting waits for the start");
        assertThat(board.waits(7)).isFalse();
        assertThat(board.waits(7)).isFalse();
        verify(events).changed(LiveEvents.Topic.SITTINGS);
        assertThat(board.isWaiting(7)).isTrue();
        board.start(7);
        assertThat(board.waits(8)).isFalse();
        assertThat(board.waits(7)).isTrue();
        assertThat(board.isWaiting(7)).isFalse();
        assertThat(board.waits(7)).isFalse();
    }

    @Test
    void aDeviceThatSaysNothingMoreDoesNotWait() {
        when(clock.instant()).thenReturn(NOW);
        board.waits(7);
        when(clock.instant()).thenReturn(NOW.plusSeconds(9));
        assertThat(board.isWaiting(7)).isFalse();
        assertThatThrownBy(() -> board.start(7)).isInstanceOf(Refusal.class);
    }

    /** Two servers on one database: what one tells, the other hears. */
    private LiveBoard[] tied() {
        Relay[] relays = {mock(Relay.class), mock(Relay.class)};
        Map<Integer, Consumer<String>> listeners = new HashMap<>();
        for (int i = 0; i < 2; i++) {
            int own = i;
            doAnswer(call -> {
                        listeners.put(own, call.getArgument(1));
                        return null;
                    })
                    .when(relays[i])
                    .listen(anyString(), any());
            doAnswer(call -> {
                        listeners.get(1 - own).accept(call.getArgument(1));
                        return null;
                    })
                    .when(relays[i])
                    .tell(anyString(), anyString());
        }
        when(clock.instant()).thenReturn(NOW);
        return new LiveBoard[] {new LiveBoard(events, relays[0], clock), new LiveBoard(events, relays[1], clock)};
    }

    @Test
    void aDeviceWaitsAtOneServerAndIsStartedOnceFromAnother() {
        LiveBoard[] boards = tied();
        assertThat(boards[0].waits(7)).isFalse();
        assertThat(boards[1].isWaiting(7)).isTrue();
        boards[1].start(7);
        assertThat(boards[0].waits(7)).isTrue();
        assertThat(boards[1].isWaiting(7)).isFalse();
        assertThat(boards[1].waits(7)).as("said once, wherever it asks").isFalse();
    }

    @Test
    void progressIsKnownAtEveryServerUntilItIsOver() {
        LiveBoard[] boards = tied();
        ProgressReport report =
                new ProgressReport("stem", "Field notes", .5, 1, 3, 40, 61.5, null, List.of(1.0, 2.0), List.of());
        boards[0].update(new Progress(7, report, NOW));
        assertThat(boards[1].progress(7)).contains(new Progress(7, report, NOW));
        boards[0].finished(7);
        assertThat(boards[1].progress(7)).isEmpty();
    }
}
