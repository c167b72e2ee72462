package app.yarrowmark.server.sittings;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import app.yarrowmark.core.exchange.DeviceProtocol.ProgressReport;
import app.yarrowmark.server.events.LiveEvents;
import app.yarrowmark.server.problems.Refusal;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.Test;

class LiveBoardTest {

    private static final Instant NOW = Instant.parse("2026-05-04T10:00:00Z");

    private final LiveEvents events = mock();
    private final Clock clock = mock();
    private final LiveBoard board = new LiveBoard(events, clock);

    @Test
    void theNewestWordIsPassedOnAndForgottenAfterHalfAMinute() {
        Progress progress = new Progress(
                7, new ProgressReport("stem", "Field notes", .5, 1, 3, 40, null, null, List.of(), List.of()), NOW);
        board.update(progress);
        verify(events).send("progress", progress);

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
}
