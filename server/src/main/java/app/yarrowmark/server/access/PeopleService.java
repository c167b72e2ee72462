package app.yarrowmark.server.access;

import app.yarrowmark.server.access.AccessLinkEntity.Kind;
import app.yarrowmark.server.history.HistoryService;
import app.yarrowmark.server.limits.AttemptLimiter;
import app.yarrowmark.server.limits.AttemptLimits;
import app.yarrowmark.server.problems.Refusal;
import app.yarrowmark.server.problems.RuleViolations;
import app.yarrowmark.server.secrets.Tokens;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Who is here: invited by a link, with a role; who leaves is closed and stays in the history. */
@Service
class PeopleService {

    private static final int MOST_DAYS = 30;
    private static final int LONGEST_WHOM = 80;
    private static final Duration RESET_LIFE = Duration.ofDays(1);

    private final AccountRepository accounts;
    private final AccessLinkRepository links;
    private final AccountService making;
    private final PersonSessions sessions;
    private final TokenService tokens;
    private final HistoryService history;
    private final Clock clock;
    private final AttemptLimiter limiter;

    PeopleService(
            AccountRepository accounts,
            AccessLinkRepository links,
            AccountService making,
            PersonSessions sessions,
            TokenService tokens,
            HistoryService history,
            AttemptLimits limits,
            Clock clock) {
        this.accounts = accounts;
        this.links = links;
        this.making = making;
        this.sessions = sessions;
        this.tokens = tokens;
        this.history = history;
        this.clock = clock;
        this.limiter = limits.of("links");
    }

    /**
     * Somebody with an account.
     *
     * @param closedAt since when they are not here any more; absent while they are
     * @param twoStep whether they sign in with a code of an authenticator too
     * @param edition to be sent along with a change
     */
    record PersonView(
            long id,
            String name,
            Role role,
            Instant since,
            @Nullable Instant closedAt,
            boolean twoStep,
            int edition) {}

    /**
     * A link that was given out.
     *
     * @param role of an invitation; absent where it gives a new password
     * @param good whether it can still be used
     */
    record LinkView(
            String id,
            Kind kind,
            @Nullable Role role,
            String forWhom,
            String madeBy,
            Instant madeAt,
            Instant expiresAt,
            @Nullable Instant usedAt,
            @Nullable Instant endedAt,
            boolean good) {}

    /** A new link; its secret is shown this once. */
    record IssuedLink(String secret, Instant expiresAt) {}

    /**
     * What a link is for.
     *
     * @param name of the account that it gives a new password; absent for an invitation
     */
    record LinkPurpose(
            Kind kind,
            @Nullable Role role,
            String forWhom,
            @Nullable String name,
            Instant expiresAt) {}

    @Transactional(readOnly = true)
    List<PersonView> people() {
        return accounts.findAllByOrderByCreatedAt().stream()
                .map(PeopleService::view)
                .toList();
    }

    @Transactional(readOnly = true)
    List<LinkView> links() {
        Instant now = clock.instant();
        return links.findTop100ByOrderByMadeAtDesc().stream()
                .map(l -> new LinkView(
                        l.id(),
                        l.kind,
                        l.role,
                        l.forWhom,
                        l.madeBy,
                        l.madeAt,
                        l.expiresAt,
                        l.usedAt,
                        l.endedAt,
                        l.isGood(now)))
                .toList();
    }

    private static PersonView view(AccountEntity a) {
        return new PersonView(a.id, a.name, a.role, a.createdAt, a.closedAt, a.twoStep != null, a.edition);
    }

    /**
     * Returns a link by which somebody makes an account of their own.
     *
     * @throws RuleViolations if it is not said for whom, or the days are unfit
     */
    @Transactional
    IssuedLink invite(Role role, String forWhom, int days, Caller caller) {
        String whom = forWhom.strip();
        if (whom.isEmpty() || whom.length() > LONGEST_WHOM) {
            throw new RuleViolations("forWhom", "says in 1 to 80 characters for whom the link is");
        }
        if (days < 1 || days > MOST_DAYS) {
            throw new RuleViolations("days", "are 1 to " + MOST_DAYS + ", got " + days);
        }
        String secret = Tokens.secret();
        AccessLinkEntity link = issue(secret, Kind.INVITATION, whom, Duration.ofDays(days), caller);
        link.role = role;
        history.add(HistoryService.Kind.ACCESS, link.id(), "INVITED", caller.who(), whom + ", as " + word(role));
        return new IssuedLink(secret, link.expiresAt);
    }

    /** Returns a link by which somebody gives their account a new password; good for a day. */
    @Transactional
    IssuedLink reset(long accountId, Caller caller) {
        AccountEntity account = account(accountId);
        String secret = Tokens.secret();
        AccessLinkEntity link = issue(secret, Kind.RESET, account.name, RESET_LIFE, caller);
        link.accountId = accountId;
        history.add(HistoryService.Kind.ACCESS, link.id(), "RESET_OFFERED", caller.who(), account.name);
        return new IssuedLink(secret, link.expiresAt);
    }

    private AccessLinkEntity issue(String secret, Kind kind, String forWhom, Duration life, Caller caller) {
        Instant now = clock.instant();
        return links.save(
                new AccessLinkEntity(Tokens.digest(secret), kind, forWhom, caller.who(), now, now.plus(life)));
    }

    /** @throws Refusal if there is no such link */
    @Transactional
    void endLink(String id, Caller caller) {
        AccessLinkEntity link = links.findFirstByTokenHashStartingWith(id)
                .filter(l -> l.id().equals(id))
                .orElseThrow(() -> Refusal.notFound("There is no link " + id + "."));
        if (link.isGood(clock.instant())) {
            link.endedAt = clock.instant();
            history.add(HistoryService.Kind.ACCESS, id, "LINK_ENDED", caller.who(), link.forWhom);
        }
    }

    /**
     * Gives somebody another role.
     *
     * @throws Refusal if somebody else changed them meanwhile, or nobody would be owner
     */
    @Transactional
    PersonView change(long id, Role role, int edition, Caller caller) {
        AccountEntity account = account(id);
        if (account.edition != edition) {
            throw Refusal.overtaken("this account", view(account));
        }
        if (account.role != role) {
            keepAnOwner(account);
            account.role = role;
            history.add(
                    HistoryService.Kind.ACCESS,
                    id,
                    "ROLE_CHANGED",
                    caller.who(),
                    account.name + " is " + word(role) + " now");
        }
        return view(accounts.saveAndFlush(account));
    }

    /**
     * Closes an account: it opens nothing from now on, nor do the tokens that its owner made. Their name stays where it is.
     *
     * @throws Refusal if nobody would be owner
     */
    @Transactional
    PersonView close(long id, Caller caller) {
        AccountEntity account = account(id);
        if (account.closedAt == null) {
            keepAnOwner(account);
            account.closedAt = clock.instant();
            links.findByAccountIdAndUsedAtIsNullAndEndedAtIsNull(id).forEach(l -> l.endedAt = clock.instant());
            tokens.endThoseOf(account.name, caller.who());
            sessions.endAll(account.name, null);
            history.add(HistoryService.Kind.ACCESS, id, "CLOSED", caller.who(), account.name);
        }
        return view(accounts.saveAndFlush(account));
    }

    @Transactional
    PersonView reopen(long id, Caller caller) {
        AccountEntity account = account(id);
        if (account.closedAt != null) {
            account.closedAt = null;
            history.add(HistoryService.Kind.ACCESS, id, "REOPENED", caller.who(), account.name);
        }
        return view(accounts.saveAndFlush(account));
    }

    private void keepAnOwner(AccountEntity account) {
        boolean isOne = account.role == Role.OWNER && account.closedAt == null;
        if (isOne && accounts.countByRoleAndClosedAtIsNull(Role.OWNER) == 1) {
            throw Refusal.conflict(account.name + " is the only owner: make somebody else owner first.");
        }
    }

    private AccountEntity account(long id) {
        return accounts.findById(id).orElseThrow(() -> Refusal.notFound("There is no account number " + id + "."));
    }

    /** @throws Refusal if the link is not good, with why */
    LinkPurpose look(String secret, String from) {
        AccessLinkEntity link = limiter.attempt(from, () -> good(secret));
        return new LinkPurpose(
                link.kind,
                link.role,
                link.forWhom,
                link.accountId == null ? null : account(link.accountId).name,
                link.expiresAt);
    }

    /**
     * Uses a link, which is good once. No connection is held while the password is made into what is kept of it.
     *
     * @param name of the new account; not read where a link gives a new password
     * @throws Refusal if the link is not good
     * @throws RuleViolations if name or password are unfit: the link stays good
     */
    Caller use(String secret, @Nullable String name, String password, String from) {
        AccessLinkEntity link = limiter.attempt(from, () -> good(secret));
        if (link.kind == Kind.INVITATION) {
            return making.create(
                    name == null ? "" : name, password, Objects.requireNonNull(link.role), () -> take(link));
        }
        AccountEntity account = account(Objects.requireNonNull(link.accountId));
        if (account.closedAt != null) {
            throw Refusal.gone("This account is closed. An owner of the desk can open it again.");
        }
        making.resetPassword(account.name, password, () -> take(link));
        sessions.endAll(account.name, null);
        return Caller.person(account.name, account.role);
    }

    /** Of two who use one link at once, one does. */
    private void take(AccessLinkEntity link) {
        if (links.take(link.tokenHash, clock.instant()) == 0) {
            throw Refusal.gone("This link was used already: it is good once. Sign in, or ask for a new one.");
        }
    }

    private AccessLinkEntity good(String secret) {
        AccessLinkEntity link = links.findById(Tokens.digest(secret))
                .orElseThrow(() -> Refusal.notFound("This link is not known here: is it whole?"));
        if (link.usedAt != null) {
            throw Refusal.gone("This link was used already: it is good once. Sign in, or ask for a new one.");
        }
        if (link.endedAt != null) {
            throw Refusal.gone("This link was taken back by an owner of the desk.");
        }
        if (!link.isGood(clock.instant())) {
            throw Refusal.gone("This link ran out. Ask an owner of the desk for a new one.");
        }
        return link;
    }

    private static String word(Role role) {
        return role.name().toLowerCase(Locale.ROOT);
    }
}
