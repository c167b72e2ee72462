package app.yarrowmark.server.access;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import app.yarrowmark.server.shell.Tokens;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

class TokenServiceTest {

    private static final Instant NOW = Instant.parse("2026-05-04T10:00:00Z");

    private final Map<String, TokenEntity> kept = new HashMap<>();
    private final TokenRepository repository = mock();
    private final Clock clock = mock();
    private final TokenService tokens = new TokenService(repository, clock);

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
        TokenService.Issued issued = tokens.issueForDevice(7, "runner");

        assertThat(tokens.caller(issued.secret())).contains(new Caller("runner", Caller.Scope.DEVICE, 7));
        assertThat(issued.expiresAt()).isEqualTo(NOW.plus(Duration.ofDays(1)));
        when(clock.instant()).thenReturn(issued.expiresAt());
        assertThat(tokens.caller(issued.secret())).isEmpty();
    }

    @Test
    void onlyTheDigestIsKept() {
        String secret = tokens.issueForDevice(7, "runner").secret();
        assertThat(kept).containsOnlyKeys(Tokens.digest(secret));
        assertThat(tokens.caller("guess")).isEmpty();
    }

    @Test
    void aScriptsTokenDoesNotRunOut() {
        TokenEntity token = new TokenEntity(Tokens.digest("known"), Caller.Scope.SCRIPT, "script");
        kept.put(token.tokenHash, token);
        Caller caller = tokens.caller("known").orElseThrow();
        assertThat(caller.scope()).isEqualTo(Caller.Scope.SCRIPT);
        assertThat(caller.boundSitting()).isEmpty();
    }
}
