package app.yarrowmark.server.devices;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import app.yarrowmark.server.access.TokenService;
import app.yarrowmark.server.limits.AttemptLimits;
import app.yarrowmark.server.sittings.Sitting;
import app.yarrowmark.server.sittings.SittingService;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.support.AbstractPlatformTransactionManager;
import org.springframework.transaction.support.DefaultTransactionStatus;
import org.springframework.transaction.support.TransactionTemplate;

class PairingServiceTest {

    private static final Instant NOW = Instant.parse("2026-05-04T10:00:00Z");

    private final PairingCodeRepository codes = mock();
    private final SittingService sittings = mock();
    private final TokenService tokens = mock();
    private final PairingService pairing = new PairingService(
            codes,
            sittings,
            tokens,
            mock(),
            Clock.fixed(NOW, ZoneOffset.UTC),
            new AttemptLimits(mock()),
            new TransactionTemplate(transactions()));

    private static PlatformTransactionManager transactions() {
        return new AbstractPlatformTransactionManager() {
            @Override
            protected Object doGetTransaction() {
                return this;
            }

            @Override
            protected void doBegin(Object transaction, TransactionDefinition definition) {}

            @Override
            protected void doCommit(DefaultTransactionStatus status) {}

            @Override
            protected void doRollback(DefaultTransactionStatus status) {}
        };
    }

    @Test
    void aCodeIsUsedUpByTheFirstWhoSendsIt() {
        PairingCodeEntity code = new PairingCodeEntity("ABCDE2", 7L, NOW, NOW.plusSeconds(600));
        when(codes.lock("ABCDE2")).thenReturn(Optional.of(code));
        when(sittings.get(7)).thenReturn(new Sitting(7, 1, NOW, null, List.of(), List.of(), null));
        when(tokens.issueForDevice(7, "runner", Duration.ZERO)).thenReturn(new TokenService.Issued("secret", NOW));

        assertThat(pairing.pair("abc-de2", "runner", "here", NOW.plusSeconds(20))
                        .token()
                        .secret())
                .isEqualTo("secret");

        assertThat(code.usedAt).isEqualTo(NOW);
        assertThatThrownBy(() -> pairing.pair("ABCDE2", "runner", "here", null))
                .hasMessageContaining("was used already");
    }

    @Test
    void howFarADevicesClockIsAheadIsKeptWithItsToken() {
        PairingCodeEntity code = new PairingCodeEntity("ABCDE2", 7L, NOW, NOW.plusSeconds(600));
        when(codes.lock("ABCDE2")).thenReturn(Optional.of(code));
        when(sittings.get(7)).thenReturn(new Sitting(7, 1, NOW, null, List.of(), List.of(), null));
        pairing.pair("ABCDE2", "runner", "here", NOW.plusSeconds(7200));
        verify(tokens).issueForDevice(7, "runner", Duration.ofHours(2));
    }

    @Test
    void newCodesAreForDevicesOnTheDesk() {
        when(sittings.get(7)).thenReturn(new Sitting(7, 1, NOW, NOW, List.of(), List.of(), null));
        assertThatThrownBy(() -> pairing.newCode(7, "Wren Alder")).hasMessageContaining("off the desk");
    }
}
