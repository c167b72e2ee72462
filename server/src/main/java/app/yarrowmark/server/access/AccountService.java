package app.yarrowmark.server.access;

import app.yarrowmark.server.Settings;
import app.yarrowmark.server.history.HistoryService;
import app.yarrowmark.server.limits.AttemptLimiter;
import app.yarrowmark.server.problems.Refusal;
import app.yarrowmark.server.problems.RuleViolations;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.time.Clock;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.PlatformTransactionManager;
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
    private final AttemptLimiter limiter = new AttemptLimiter();
    /** Compared against when the name is unknown, so that the answer takes as long. */
    private final String nobody;

    AccountService(
            AccountRepository accounts,
            PasswordEncoder passwords,
            Clock clock,
            Settings settings,
            HistoryService history,
            PlatformTransactionManager transactions) {
        this.accounts = accounts;
        this.passwords = passwords;
        this.clock = clock;
        this.firstKey = settings.firstKey();
        this.history = history;
        this.transaction = new TransactionTemplate(transactions);
        this.nobody = passwords.encode("nobody's password");
    }

    /** Returns whether no account exists yet. */
    @Transactional(readOnly = true)
    public boolean isEmpty() {
        return accounts.count() == 0;
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
        return create(name, password);
    }

    /** Makes an account, checked as any other. */
    public Caller create(String name, String password) {
        String clean = name.strip();
        if (clean.isEmpty() || clean.length() > LONGEST_NAME) {
            throw new RuleViolations("name", "a name has 1 to 60 characters");
        }
        String reserved = Caller.reservedBeginning(clean);
        if (reserved != null) {
            throw new RuleViolations("name", "a person's name does not begin with \"" + reserved.strip() + "\"");
        }
        if (password.length() < SHORTEST_PASSWORD) {
            throw new RuleViolations("password", "a password has at least " + SHORTEST_PASSWORD + " characters");
        }
        if (password.getBytes(StandardCharsets.UTF_8).length > LONGEST_PASSWORD_BYTES) {
            throw new RuleViolations("password", "a password has at most " + LONGEST_PASSWORD_BYTES + " bytes");
        }
        String digest = passwords.encode(password);
        transaction.executeWithoutResult(tx -> {
            accounts.saveAndFlush(new AccountEntity(clean, digest, clock.instant()));
            history.add(HistoryService.Kind.ACCESS, "sign-in", "ACCOUNT_MADE", clean, null);
        });
        return new Caller(clean, Caller.Scope.PERSON, 0);
    }

    /**
     * Returns the person of that name and password; many wrong tries make the next one wait. No connection is held while
     * the password is checked.
     *
     * @throws Refusal if they do not fit
     */
    public Caller signIn(String name, String password, String from) {
        AccountEntity known = limiter.attempt(from, () -> {
            AccountEntity account = name.length() > LONGEST_NAME
                    ? null
                    : accounts.findByName(name.strip()).orElse(null);
            String given = password.getBytes(StandardCharsets.UTF_8).length > LONGEST_PASSWORD_BYTES ? "" : password;
            boolean fits = passwords.matches(given, account == null ? nobody : account.passwordHash);
            if (account == null || !fits) {
                throw Refusal.unauthorized("Name and password do not fit.");
            }
            return account;
        });
        record("SIGNED_IN", known.name);
        return new Caller(known.name, Caller.Scope.PERSON, 0);
    }

    /** Writes down that somebody signed out. */
    public void signedOut(Caller caller) {
        record("SIGNED_OUT", caller.who());
    }

    private void record(String what, String who) {
        transaction.executeWithoutResult(tx -> history.add(HistoryService.Kind.ACCESS, "sign-in", what, who, null));
    }

    private static boolean same(String a, String b) {
        return MessageDigest.isEqual(a.getBytes(StandardCharsets.UTF_8), b.getBytes(StandardCharsets.UTF_8));
    }
}
