package app.yarrowmark.server;

import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import app.yarrowmark.server.shell.AttemptLimiter;
import java.time.Clock;
import org.junit.jupiter.api.Test;

class AttemptLimiterTest {

    private final Clock clock = mock(Clock.class);
    private final AttemptLimiter limiter = new AttemptLimiter(clock);

    @Test
    void tenFailuresWithinAMinuteAreEnough() {
        when(clock.millis()).thenReturn(1_000L);
        for (int i = 0; i < 10; i++) {
            assertThatCode(() -> limiter.check("here")).doesNotThrowAnyException();
            limiter.failed("here");
        }
        assertThatThrownBy(() -> limiter.check("here")).hasMessageContaining("wait a minute");
        assertThatCode(() -> limiter.check("elsewhere")).doesNotThrowAnyException();

        when(clock.millis()).thenReturn(61_000L);
        assertThatCode(() -> limiter.check("here")).doesNotThrowAnyException();
        limiter.failed("here");
        assertThatCode(() -> limiter.check("here")).doesNotThrowAnyException();
    }
}
