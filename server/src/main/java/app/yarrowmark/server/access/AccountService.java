package app.yarrowmark.server.access;

import app.yarrowmark.server.Settings;
import app.yarrowmark.server.shell.AttemptLimiter;
import app.yarrowmark.server.shell.Refusal;
import app.yarrowmark.server.shell.RuleViolations;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.time.Clock;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Accounts of people. */
@Service
public class AccountService {

    private static final int SHORTEST_PASSWORD = 10;
    /** bcrypt reads no further. */
    private static final int LONGEST_PASSWORD_BYTES = 72;

    private final AccountRepository accounts;
    private final PasswordEncoder passwords;
    private final Clock clock;
    private final String firstKey;
    private final AttemptLimiter limiter;
    /** Compared against when the name is unknown, so that the answer takes as long. */
    private final String nobody;

    AccountService(AccountRepository accounts, PasswordEncoder passwords, Clock clock, Settings settings) {
        this.accounts = accounts;
        this.passwords = passwords;
        this.clock = clock;
        this.firstKey = settings.firstKey();
        this.limiter = new AttemptLimiter(clock);
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
    @Transactional
    public synchronized Caller createFirst(String key, String name, String password) {
        if (!isEmpty()) {
            throw Refusal.conflict("There is an account already: sign in with it.");
        }
        limiter.check("first");
        if (firstKey.isEmpty() || !same(firstKey, key)) {
            limiter.failed("first");
            throw Refusal.forbidden(
                    "That key is not the one printed when Yarrowmark was started. Open the address printed there.");
        }
        return create(name, password);
    }

    /** Makes an account, checked as any other. */
    @Transactional
    public Caller create(String name, String password) {
        String clean = name.strip();
        if (clean.isEmpty() || clean.length() > 60) {
            throw new RuleViolations("name", "a name has 1 to 60 characters");
        }
        if (password.length() < SHORTEST_PASSWORD) {
            throw new RuleViolations("password", "a password has at least " + SHORTEST_PASSWORD + " characters");
        }
        if (password.getBytes(StandardCharsets.UTF_8).length > LONGEST_PASSWORD_BYTES) {
            throw new RuleViolations("password", "a password has at most " + LONGEST_PASSWORD_BYTES + " bytes");
        }
        accounts.save(new AccountEntity(clean, passwords.encode(password), clock.instant()));
        return new Caller(clean, Caller.Scope.PERSON, 0);
    }

    /**
     * Returns the person of that name and password.
     *
     * @throws Refusal if they do not fit, or after too many wrong tries
     */
    @Transactional(readOnly = true)
    public Caller signIn(String name, String password, String from) {
        limiter.check(from);
        AccountEntity account = accounts.findByName(name.strip()).orElse(null);
        boolean fits = passwords.matches(password, account == null ? nobody : account.passwordHash);
        if (account == null || !fits) {
            limiter.failed(from);
            throw Refusal.unauthorized("Name and password do not fit.");
        }
        return new Caller(account.name, Caller.Scope.PERSON, 0);
    }

    private static boolean same(String a, String b) {
        return MessageDigest.isEqual(a.getBytes(StandardCharsets.UTF_8), b.getBytes(StandardCharsets.UTF_8));
    }
}
