package app.yarrowmark.server.access;

import app.yarrowmark.server.shell.Tokens;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Bearer tokens: kept only as digests. */
@Service
public class TokenService {

    private static final Duration DEVICE_LIFE = Duration.ofHours(24);

    private final TokenRepository tokens;
    private final Clock clock;

    TokenService(TokenRepository tokens, Clock clock) {
        this.tokens = tokens;
        this.clock = clock;
    }

    /** A new token; the only time its secret is seen. */
    public record Issued(String secret, Instant expiresAt) {}

    /** Returns a token with which a device may report to one sitting for a day. */
    @Transactional
    public Issued issueForDevice(long sittingId, String name) {
        String secret = Tokens.secret();
        TokenEntity token = new TokenEntity(Tokens.digest(secret), Caller.Scope.DEVICE, name);
        token.sittingId = sittingId;
        token.createdAt = clock.instant();
        token.expiresAt = token.createdAt.plus(DEVICE_LIFE);
        tokens.save(token);
        return new Issued(secret, token.expiresAt);
    }

    /** Returns who holds that secret, or empty if it is unknown or has run out. */
    @Transactional(readOnly = true)
    public Optional<Caller> caller(String secret) {
        return tokens.findById(Tokens.digest(secret))
                .filter(t -> t.expiresAt == null || t.expiresAt.isAfter(clock.instant()))
                .map(t -> new Caller(t.name, t.scope, t.sittingId == null ? 0 : t.sittingId));
    }
}
