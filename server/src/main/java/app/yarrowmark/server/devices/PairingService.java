package app.yarrowmark.server.devices;

import app.yarrowmark.server.access.TokenService;
import app.yarrowmark.server.history.HistoryService;
import app.yarrowmark.server.limits.AttemptLimiter;
import app.yarrowmark.server.limits.AttemptLimits;
import app.yarrowmark.server.problems.Refusal;
import app.yarrowmark.server.problems.RuleViolations;
import app.yarrowmark.server.secrets.Tokens;
import app.yarrowmark.server.sittings.Sitting;
import app.yarrowmark.server.sittings.SittingService;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** Six-character codes that let one device report to one sitting; good for ten minutes and one use. */
@Service
class PairingService {

    private static final Duration LIFE = Duration.ofMinutes(10);
    private static final Duration REMEMBERED = Duration.ofDays(1);
    /** Less is the way of a message. */
    private static final Duration CLOCKS_AGREE = Duration.ofSeconds(30);

    private static final int LENGTH = 6;
    private static final int LONGEST_PROGRAM = 40;

    private final PairingCodeRepository codes;
    private final SittingService sittings;
    private final TokenService tokens;
    private final Clock clock;
    private final HistoryService history;
    private final TransactionTemplate transaction;
    private final AttemptLimiter limiter;

    PairingService(
            PairingCodeRepository codes,
            SittingService sittings,
            TokenService tokens,
            HistoryService history,
            Clock clock,
            AttemptLimits limits,
            TransactionTemplate transaction) {
        this.codes = codes;
        this.sittings = sittings;
        this.tokens = tokens;
        this.clock = clock;
        this.history = history;
        this.transaction = transaction;
        this.limiter = limits.of("codes");
    }

    record Code(String code, Instant expiresAt) {}

    record Paired(Sitting sitting, TokenService.Issued token) {}

    @Transactional
    Code newCode(long sittingId, String who) {
        sittings.get(sittingId).requireOpen();
        Instant now = clock.instant();
        codes.deleteByExpiresAtBefore(now.minus(REMEMBERED));
        String code = Tokens.code(LENGTH);
        while (codes.existsById(code)) {
            code = Tokens.code(LENGTH);
        }
        codes.save(new PairingCodeEntity(code, sittingId, now, now.plus(LIFE)));
        history.add(HistoryService.Kind.SITTING, sittingId, "CODE_MADE", who, null);
        return new Code(code, now.plus(LIFE));
    }

    /**
     * Exchanges a code for a token.
     *
     * @param from address of the device, to slow down guessing
     * @param clockNow what the device's clock says; null if it does not tell
     * @throws Refusal that says whether the code is unknown, used or run out
     */
    Paired pair(String typed, String program, String from, @Nullable Instant clockNow) {
        if (program.isBlank() || program.length() > LONGEST_PROGRAM) {
            throw new RuleViolations("program", "names the sender in 1 to " + LONGEST_PROGRAM + " characters");
        }
        return limiter.attempt(from, () -> transaction.execute(tx -> join(typed, program, from, clockNow)));
    }

    private Paired join(String typed, String program, String from, @Nullable Instant clockNow) {
        String code = typed.toUpperCase(Locale.ROOT).replaceAll("[\\s-]", "");
        PairingCodeEntity found = codes.lock(code).orElse(null);
        if (found == null) {
            throw Refusal.notFound(
                    "There is no code " + shown(code) + ". Look at the six characters on the Desk again.");
        }
        if (found.usedAt != null) {
            throw Refusal.gone("The code " + shown(code) + " was used already. Make a new one on the Desk.");
        }
        if (!found.expiresAt.isAfter(clock.instant())) {
            throw Refusal.gone(
                    "The code " + shown(code) + " ran out: it was good for ten minutes. Make a new one on the Desk.");
        }
        found.usedAt = clock.instant();
        Sitting sitting = sittings.get(found.sittingId);
        sitting.requireOpen();
        Duration ahead = clockNow == null ? Duration.ZERO : Duration.between(clock.instant(), clockNow);
        TokenService.Issued token = tokens.issueForDevice(
                found.sittingId, program, ahead.abs().compareTo(CLOCKS_AGREE) <= 0 ? Duration.ZERO : ahead);
        history.add(HistoryService.Kind.SITTING, found.sittingId, "JOINED", "device by " + program, "from " + from);
        return new Paired(sitting, token);
    }

    private static String shown(String code) {
        return code.length() > 12 ? code.substring(0, 12) + "…" : code;
    }
}
