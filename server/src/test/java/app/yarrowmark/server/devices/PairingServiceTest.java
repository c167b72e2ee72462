package app.yarrowmark.server.devices;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import app.yarrowmark.server.access.TokenService;
import app.yarrowmark.server.sittings.Sitting;
import app.yarrowmark.server.sittings.SittingService;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class PairingServiceTest {

    private static final Instant NOW = Instant.parse("2026-05-04T10:00:00Z");

    private final PairingCodeRepository codes = mock();
    private final SittingService sittings = mock();
    private final TokenService tokens = mock();
    private final PairingService pairing =
            new PairingService(codes, sittings, tokens, Clock.fixed(NOW, ZoneOffset.UTC));

    @Test
    void guessingIsStoppedAfterTenTriesFromOneAddress() {
        when(codes.lock(any())).thenReturn(Optional.empty());
        for (int i = 0; i < 10; i++) {
            assertThatThrownBy(() -> pairing.pair("WRONG2", "runner", "10.0.0.9"))
                    .hasMessageContaining("There is no code");
        }
        assertThatThrownBy(() -> pairing.pair("WRONG2", "runner", "10.0.0.9")).hasMessageContaining("wait a minute");
        assertThatThrownBy(() -> pairing.pair("WRONG2", "runner", "10.0.0.8")).hasMessageContaining("There is no code");
        verify(tokens, never()).issueForDevice(7, "runner");
    }

    @Test
    void aCodeIsUsedUpByTheFirstWhoSendsIt() {
        PairingCodeEntity code = new PairingCodeEntity("ABCDE2", 7L, NOW, NOW.plusSeconds(600));
        when(codes.lock("ABCDE2")).thenReturn(Optional.of(code));
        when(sittings.get(7)).thenReturn(new Sitting(7, 1, NOW, null, List.of(), List.of(), null));
        when(tokens.issueForDevice(7, "runner")).thenReturn(new TokenService.Issued("secret", NOW));

        assertThat(pairing.pair("abc-de2", "runner", "here").token().secret()).isEqualTo("secret");

        assertThat(code.usedAt).isEqualTo(NOW);
        assertThatThrownBy(() -> pairing.pair("ABCDE2", "runner", "here")).hasMessageContaining("was used already");
    }

    @Test
    void newCodesAreForDevicesOnTheDesk() {
        when(sittings.get(7)).thenReturn(new Sitting(7, 1, NOW, NOW, List.of(), List.of(), null));
        assertThatThrownBy(() -> pairing.newCode(7)).hasMessageContaining("off the desk");
    }
}
