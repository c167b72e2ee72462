package app.yarrowmark.server.access;

import app.yarrowmark.server.Settings;
import app.yarrowmark.server.history.HistoryService;
import app.yarrowmark.server.limits.AttemptLimiter;
import app.yarrowmark.server.limits.AttemptLimits;
import app.yarrowmark.server.problems.Refusal;
import app.yarrowmark.server.problems.RuleViolations;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.time.Clock;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** Accounts of people. */
@Service
public class AccountService {

    private static final int LONGEST_NAME = 60;
    private static final int SHORTEST_PASSWORD = 10;
    /** bcrypt reads no further. */
    private static final int LONGEST_PASSWORD_BYTES = 72;

    private final AccountRepository accounts;
    private final PasswordEncoder passwords;
    private final Clock clock;
    private final String firstKey;
    private final HistoryService history;
    private final TransactionTemplate transaction;
    private final AttemptLimiter limiter;
    /** Compared against when the name is unknown, so that the answer takes as long. */
    private final String nobody;

    AccountService(
            AccountRepository accounts,
            PasswordEncoder passwords,
            Clock clock,
            Settings settings,
            HistoryService history,
            AttemptLimits limits,
            TransactionTemplate transaction) {
        this.accounts = accounts;
        this.passwords = passwords;
        this.clock = clock;
        this.firstKey = settings.firstKey();
        this.history = history;
        this.transaction = transaction;
        this.limiter = limits.of("passwords");
        this.nobody = passwords.encode("nobody's password");
    }

    /** Returns whether no account exists yet. */
    @Transactional(readOnly = true)
    public boolean isEmpty() {
        return accounts.count() == 0;
    }

    /** Returns the names of everybody who can sign in, in their order. */
    @Transactional(readOnly = true)
    public List<String> names() {
        return accounts.findAllByOrderByCreatedAt().stream()
                .filter(a -> a.closedAt == null)
                .map(a -> a.name)
                .sorted(String.CASE_INSENSITIVE_ORDER)
                .toList();
    }

    /**
     * Makes the first account.
     *
     * @throws Refusal if there is one already or the key is wrong
     * @throws RuleViolations if name or password are unfit
     */
    public synchronized Caller createFirst(String key, String name, String password, String from) {
        if (!isEmpty()) {
            throw Refusal.conflict("There is an account already: sign in with it.");
        }
        limiter.attempt(from, () -> {
            if (firstKey.isEmpty() || !same(firstKey, key)) {
                throw Refusal.forbidden(
                        "That key is not the one printed when Yarrowmark was started. Open the address printed there.");
            }
            return true;
        });
        return create(name, password, Role.OWNER);
    }

    /** Makes an account, checked as any other. */
    public Caller create(String name, String password, Role role) {
        return create(name, password, role, () -> {});
    }

    /** @param first is done in the same transaction; where it throws, nothing is kept */
    Caller create(String name, String password, Role role, Runnable first) {
        String clean = cleanName(name);
        String digest = digest(password);
        if (accounts.findByName(clean).isPresent()) {
            throw new RuleViolations("name", "there is a \"" + clean + "\" here already");
        }
        transaction.executeWithoutResult(tx -> {
            first.run();
            accounts.saveAndFlush(new AccountEntity(clean, digest, role, clock.instant()));
            history.add(
                    HistoryService.Kind.ACCESS,
                    "sign-in",
                    "ACCOUNT_MADE",
                    clean,
                    "as " + role.name().toLowerCase(Locale.ROOT));
        });
        return Caller.person(clean, role);
    }

    private static String cleanName(String name) {
        String clean = name.strip();
        if (clean.isEmpty() || clean.length() > LONGEST_NAME) {
            throw new RuleViolations("name", "a name has 1 to 60 characters");
        }
        String reserved = Caller.reservedBeginning(clean);
        if (reserved != null) {
            throw new RuleViolations("name", "a person's name does not begin with \"" + reserved.strip() + "\"");
        }
        return clean;
    }

    /** Returns what is kept of a new password. */
    private String digest(String password) {
        if (password.length() < SHORTEST_PASSWORD) {
            throw new RuleViolations("password", "a password has at least " + SHORTEST_PASSWORD + " characters");
        }
        if (password.getBytes(StandardCharsets.UTF_8).length > LONGEST_PASSWORD_BYTES) {
            throw new RuleViolations("password", "a password has at most " + LONGEST_PASSWORD_BYTES + " bytes");
        }
        return passwords.encode(password);
    }

    /**
     * Returns the person of that name and password; many wrong tries make the next one wait. No connection is held while
     * the password is checked.
     *
     * @param code of the authenticator; null while none was asked for
     * @return empty if a code is needed beside the password
     * @throws Refusal if they do not fit
     */
    public Optional<Caller> signIn(String name, String password, @Nullable String code, String from) {
        Optional<AccountEntity> known = limiter.attempt(from, () -> {
            AccountEntity account = fitting(name, password);
            if (account.twoStep == null) {
                return Optional.of(account);
            }
            if (code == null || code.isBlank()) {
                return Optional.empty();
            }
            long interval = TwoStep.intervalOf(account.twoStep, code, clock.instant(), account.twoStepUntil)
                    .orElseThrow(() -> Refusal.unauthorized(
                            "That code is not the one of now: wait for the next one and type that."));
            transaction.executeWithoutResult(tx -> {
                AccountEntity fresh = find(account.name);
                fresh.twoStepUntil = interval;
            });
            return Optional.of(account);
        });
        known.ifPresent(a -> record("SIGNED_IN", a.name, null));
        return known.map(a -> Caller.person(a.name, a.role));
    }

    /** @throws Refusal if name and password do not fit, or the account is closed */
    private AccountEntity fitting(String name, String password) {
        AccountEntity account = name.length() > LONGEST_NAME
                ? null
                : accounts.findByName(name.strip()).orElse(null);
        String given = password.getBytes(StandardCharsets.UTF_8).length > LONGEST_PASSWORD_BYTES ? "" : password;
        boolean fits = passwords.matches(given, account == null ? nobody : account.passwordHash);
        if (account == null || !fits) {
            throw Refusal.unauthorized("Name and password do not fit.");
        }
        if (account.closedAt != null) {
            throw Refusal.unauthorized("This account is closed. An owner of the desk can open it again.");
        }
        return account;
    }

    /**
     * Changes the password of whoever asks.
     *
     * @throws RuleViolations if the old one is wrong or the new one is unfit
     */
    public void changePassword(Caller caller, String old, String fresh, String from) {
        checkOwn(caller, old, from);
        String digest = digest(fresh);
        transaction.executeWithoutResult(tx -> find(caller.name()).passwordHash = digest);
        record("PASSWORD_CHANGED", caller.who(), null);
    }

    /**
     * Gives an account another password, and takes the authenticator from it: its owner may have lost both.
     *
     * @param first is done in the same transaction; where it throws, nothing is kept
     */
    void resetPassword(String name, String password, Runnable first) {
        String digest = digest(password);
        transaction.executeWithoutResult(tx -> {
            first.run();
            AccountEntity account = find(name);
            account.passwordHash = digest;
            account.twoStep = null;
            account.twoStepUntil = 0;
            history.add(HistoryService.Kind.ACCESS, "sign-in", "PASSWORD_RESET", name, null);
        });
    }

    /**
     * From now on a code is needed beside the password.
     *
     * @throws RuleViolations if the code is not one of the secret, which shows that the authenticator has it
     */
    public void turnTwoStepOn(Caller caller, String secret, String code) {
        if (!TwoStep.isSecret(secret)) {
            throw new RuleViolations("secret", "has 32 to 64 of the characters A to Z and 2 to 7");
        }
        long interval = TwoStep.intervalOf(secret, code, clock.instant(), 0)
                .orElseThrow(() -> new RuleViolations(
                        "code", "is not the one that the authenticator shows now; is the clock of the device right?"));
        transaction.executeWithoutResult(tx -> {
            AccountEntity account = find(caller.name());
            account.twoStep = secret;
            account.twoStepUntil = interval;
        });
        record("TWO_STEP_ON", caller.who(), null);
    }

    /** @throws RuleViolations if the password is wrong */
    public void turnTwoStepOff(Caller caller, String password, String from) {
        checkOwn(caller, password, from);
        transaction.executeWithoutResult(tx -> find(caller.name()).twoStep = null);
        record("TWO_STEP_OFF", caller.who(), null);
    }

    private void checkOwn(Caller caller, String password, String from) {
        limiter.attempt(from, () -> {
            if (!passwords.matches(password, find(caller.name()).passwordHash)) {
                throw new RuleViolations("old", "is not the password of " + caller.name());
            }
            return true;
        });
    }

    private AccountEntity find(String name) {
        return accounts.findByName(name).orElseThrow(() -> Refusal.notFound("There is no account of " + name + "."));
    }

    /** Writes down that somebody signed out. */
    public void signedOut(Caller caller) {
        record("SIGNED_OUT", caller.who(), null);
    }

    private void record(String what, String who, @Nullable String reason) {
        transaction.executeWithoutResult(tx -> history.add(HistoryService.Kind.ACCESS, "sign-in", what, who, reason));
    }

    private static boolean same(String a, String b) {
        return MessageDigest.isEqual(a.getBytes(StandardCharsets.UTF_8), b.getBytes(StandardCharsets.UTF_8));
    }
}
