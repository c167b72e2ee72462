package app.yarrowmark.server.access;

import app.yarrowmark.server.history.HistoryService;
import app.yarrowmark.server.problems.Refusal;
import app.yarrowmark.server.problems.RuleViolations;
import app.yarrowmark.server.secrets.Tokens;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Bearer tokens: kept only as digests. */
@Service
public class TokenService {

    private static final Duration DEVICE_LIFE = Duration.ofHours(24);
    private static final int MOST_DAYS = 3650;
    /** The last use is written down no oftener than this. */
    private static final Duration USE_STEP = Duration.ofMinutes(1);

    private final TokenRepository tokens;
    private final HistoryService history;
    private final Clock clock;

    TokenService(TokenRepository tokens, HistoryService history, Clock clock) {
        this.tokens = tokens;
        this.history = history;
        this.clock = clock;
    }

    /** A new token; the only time its secret is seen. */
    public record Issued(String secret, Instant expiresAt) {}

    /**
     * Returns a token with which a device may report to one sitting for a day.
     *
     * @param clockAhead by how much the device's clock is ahead of ours
     */
    @Transactional
    public Issued issueForDevice(long sittingId, String name, Duration clockAhead) {
        return issue(Caller.Scope.DEVICE, name, DEVICE_LIFE, t -> {
            t.sittingId = sittingId;
            t.clockAheadMs = clockAhead.toMillis();
        });
    }

    /**
     * Returns a token with which a script may read, or change records too.
     *
     * @param role {@link Role#REVIEWER} or {@link Role#READER}
     * @throws RuleViolations if name or days are unfit
     */
    @Transactional
    public Issued issueForScript(String name, int days, Role role, Caller maker) {
        String clean = name.strip();
        if (clean.isEmpty() || clean.length() > 80) {
            throw new RuleViolations("name", "says in 1 to 80 characters what the token is for");
        }
        if (days < 1 || days > MOST_DAYS) {
            throw new RuleViolations("days", "are 1 to " + MOST_DAYS + ", got " + days);
        }
        if (role == Role.OWNER) {
            throw new RuleViolations("role", "of a script is REVIEWER or READER, got OWNER");
        }
        Issued issued = issue(Caller.Scope.SCRIPT, clean, Duration.ofDays(days), t -> {
            t.role = role;
            t.madeBy = maker.name();
        });
        history.add(
                HistoryService.Kind.ACCESS,
                idOf(issued.secret()),
                "TOKEN_MADE",
                maker.who(),
                "for the script " + clean + ", good for " + days + " days" + (role.changes() ? "" : ", reads only"));
        return issued;
    }

    private static String idOf(String secret) {
        return Tokens.digest(secret).substring(0, 12);
    }

    private Issued issue(Caller.Scope scope, String name, Duration life, Consumer<TokenEntity> more) {
        String secret = Tokens.secret();
        Instant now = clock.instant();
        TokenEntity token = new TokenEntity(Tokens.digest(secret), scope, name, now);
        token.expiresAt = now.plus(life);
        more.accept(token);
        tokens.save(token);
        return new Issued(secret, token.expiresAt);
    }

    /** Returns who holds that secret, or empty if it is unknown, was ended or has run out; its use is written down. */
    @Transactional
    public Optional<Caller> caller(String secret) {
        Instant now = clock.instant();
        return tokens.findById(Tokens.digest(secret)).filter(t -> t.isGood(now)).map(t -> {
            if (t.lastUsedAt == null || t.lastUsedAt.isBefore(now.minus(USE_STEP))) {
                tokens.used(t.tokenHash, now);
            }
            return new Caller(t.name, t.scope, t.role, t.sittingId == null ? 0 : t.sittingId, t.clockAheadMs);
        });
    }

    /** Returns whether a token still opens anything, by its digest. */
    @Transactional(readOnly = true)
    public boolean isGood(String digest) {
        return tokens.findById(digest).filter(t -> t.isGood(clock.instant())).isPresent();
    }

    /** Returns the last tokens made, the newest first. */
    @Transactional(readOnly = true)
    public List<TokenView> all() {
        return tokens.findTop200ByOrderByCreatedAtDesc().stream()
                .map(this::view)
                .toList();
    }

    /** Returns the devices that joined a sitting, the last first. */
    @Transactional(readOnly = true)
    public List<TokenView> ofSitting(long sittingId) {
        return tokens.findBySittingIdOrderByCreatedAtDesc(sittingId).stream()
                .map(this::view)
                .toList();
    }

    /**
     * Ends a token: from now on it opens nothing.
     *
     * @throws Refusal if there is no such token
     */
    @Transactional
    public void end(String id, String who) {
        List<TokenEntity> found = id.length() == 12 ? tokens.findByTokenHashStartingWith(id) : List.of();
        if (found.isEmpty()) {
            throw Refusal.notFound("There is no token " + id + ".");
        }
        found.stream().filter(t -> t.endedAt == null).forEach(t -> {
            t.endedAt = clock.instant();
            t.endedReason = "by " + who;
            history.add(HistoryService.Kind.ACCESS, id, "TOKEN_ENDED", who, t.name);
        });
    }

    /** Ends the tokens of scripts that a person made, who is here no more. */
    @Transactional
    public void endThoseOf(String name, String who) {
        tokens.findByMadeByAndEndedAtIsNull(name).forEach(t -> {
            t.endedAt = clock.instant();
            t.endedReason = "with the account of " + name;
            history.add(HistoryService.Kind.ACCESS, t.id(), "TOKEN_ENDED", who, t.name);
        });
    }

    private TokenView view(TokenEntity t) {
        return new TokenView(
                t.id(),
                t.scope,
                t.role,
                t.name,
                t.madeBy,
                t.sittingId,
                t.createdAt,
                t.lastUsedAt,
                t.expiresAt,
                t.endedAt,
                t.endedReason,
                t.isGood(clock.instant()));
    }
}
