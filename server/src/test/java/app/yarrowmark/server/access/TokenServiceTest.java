package app.yarrowmark.server.access;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import app.yarrowmark.server.secrets.Tokens;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

class TokenServiceTest {

    private static final Instant NOW = Instant.parse("2026-05-04T10:00:00Z");

    private final Map<String, TokenEntity> kept = new HashMap<>();
    private final TokenRepository repository = mock();
    private final Clock clock = mock();
    private final TokenService tokens = new TokenService(repository, mock(), clock);

    @BeforeEach
    void keep() {
        when(clock.instant()).thenReturn(NOW);
        when(repository.save(any())).thenAnswer(call -> {
            TokenEntity token = call.getArgument(0);
            kept.put(token.tokenHash, token);
            return token;
        });
        when(repository.findById(any())).thenAnswer(call -> Optional.ofNullable(kept.get(call.<String>getArgument(0))));
    }

    @Test
    void aDevicesTokenIsForItsSittingAndADay() {
        TokenService.Issued issued = tokens.issueForDevice(7, "runner", Duration.ZERO);

        assertThat(tokens.caller(issued.secret())).contains(new Caller("runner", Caller.Scope.DEVICE, 7));
        assertThat(issued.expiresAt()).isEqualTo(NOW.plus(Duration.ofDays(1)));
        when(clock.instant()).thenReturn(issued.expiresAt());
        assertThat(tokens.caller(issued.secret())).isEmpty();
    }

    @Test
    void onlyTheDigestIsKept() {
        String secret = tokens.issueForDevice(7, "runner", Duration.ZERO).secret();
        assertThat(kept).containsOnlyKeys(Tokens.digest(secret));
        assertThat(tokens.caller("guess")).isEmpty();
    }

    @Test
    void aScriptsTokenOfOldDoesNotRunOutAndCanBeEnded() {
        TokenEntity token = new TokenEntity(Tokens.digest("known"), Caller.Scope.SCRIPT, "script", NOW);
        kept.put(token.tokenHash, token);
        Caller caller = tokens.caller("known").orElseThrow();
        assertThat(caller.scope()).isEqualTo(Caller.Scope.SCRIPT);
        assertThat(caller.boundSitting()).isEmpty();

        when(repository.findByTokenHashStartingWith(token.id())).thenReturn(List.of(token));
        tokens.end(token.id(), "Wren Alder");
        assertThat(tokens.caller("known")).isEmpty();
        assertThat(token.endedReason).isEqualTo("by Wren Alder");
    }

    @Test
    void whatChoseItsNameIsToldByItsKindFirst() {
        assertThat(new Caller("Wren Alder", Caller.Scope.PERSON, 0).who()).isEqualTo("Wren Alder");
        assertThat(new Caller("Wren Alder", Caller.Scope.DEVICE, 7).who()).isEqualTo("device by Wren Alder");
        assertThat(new Caller("Wren Alder", Caller.Scope.SCRIPT, 0).who()).isEqualTo("script Wren Alder");
        assertThat(Caller.reservedBeginning("Device by night")).isNotNull();
        assertThat(Caller.reservedBeginning("Devica")).isNull();
    }

    @Test
    void theUseOfATokenIsWrittenDownOnceAMinute() {
        String secret = tokens.issueForDevice(7, "runner", Duration.ZERO).secret();
        tokens.caller(secret);
        verify(repository).used(Tokens.digest(secret), NOW);
        kept.get(Tokens.digest(secret)).lastUsedAt = NOW;
        when(clock.instant()).thenReturn(NOW.plusSeconds(59));
        tokens.caller(secret);
        verifyNoMoreInteractionsAfterOneUse();
    }

    private void verifyNoMoreInteractionsAfterOneUse() {
        verify(repository, times(1)).used(any(), any());
    }
}
