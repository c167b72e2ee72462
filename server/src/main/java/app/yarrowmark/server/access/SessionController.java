package app.yarrowmark.server.access;

import app.yarrowmark.server.events.LiveEvents;
import io.swagger.v3.oas.annotations.Operation;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
class SessionController {

    private static final int LONGEST_BROWSER = 200;

    private final AccountService accounts;
    private final PeopleService people;
    private final SecurityContextRepository contexts;
    private final LiveEvents events;

    SessionController(
            AccountService accounts, PeopleService people, SecurityContextRepository contexts, LiveEvents events) {
        this.accounts = accounts;
        this.people = people;
        this.events = events;
        this.contexts = contexts;
    }

    /**
     * Who is signed in, if anyone.
     *
     * @param role what they may do
     * @param codeNeeded whether name and password fit, and the code of an authenticator is needed too
     * @param firstAccountNeeded whether the first account is still to be made
     */
    record SessionView(@Nullable String name, @Nullable Role role, boolean codeNeeded, boolean firstAccountNeeded) {}

    record SignIn(String name, String password, @Nullable String code) {}

    /** The secret of a link. */
    record LinkSecret(String secret) {}

    /** What somebody who was given a link chooses; no name where it gives a new password. */
    record LinkAnswer(String secret, @Nullable String name, String password) {}

    record FirstAccount(String key, String name, String password) {}

    @Operation(summary = "Who is signed in")
    @GetMapping("/api/v1/session")
    SessionView session() {
        Authentication authentication = SecurityContextHolder.getContext().getAuthentication();
        if (authentication != null && authentication.getPrincipal() instanceof Caller caller) {
            return view(caller);
        }
        return new SessionView(null, null, false, accounts.isEmpty());
    }

    @Operation(summary = "Sign in")
    @PostMapping("/api/v1/session")
    SessionView signIn(@RequestBody SignIn body, HttpServletRequest request, HttpServletResponse response) {
        return accounts.signIn(body.name(), body.password(), body.code(), request.getRemoteAddr())
                .map(caller -> open(caller, request, response))
                .orElseGet(() -> new SessionView(null, null, true, false));
    }

    @Operation(summary = "Make the first account with the key printed at the start, and sign in")
    @PostMapping("/api/v1/first-account")
    SessionView first(@RequestBody FirstAccount body, HttpServletRequest request, HttpServletResponse response) {
        return open(
                accounts.createFirst(body.key(), body.name(), body.password(), request.getRemoteAddr()),
                request,
                response);
    }

    @Operation(summary = "What a link that was given to somebody is for")
    @PostMapping("/api/v1/links/look")
    PeopleService.LinkPurpose look(@RequestBody LinkSecret body, HttpServletRequest request) {
        return people.look(body.secret(), request.getRemoteAddr());
    }

    @Operation(summary = "Use a link: make the account, or give it a new password, and sign in")
    @PostMapping("/api/v1/links/use")
    SessionView use(@RequestBody LinkAnswer body, HttpServletRequest request, HttpServletResponse response) {
        return open(
                people.use(body.secret(), body.name(), body.password(), request.getRemoteAddr()), request, response);
    }

    @Operation(summary = "Sign out")
    @DeleteMapping("/api/v1/session")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void signOut(HttpServletRequest request) {
        Authentication known = SecurityContextHolder.getContext().getAuthentication();
        if (known != null && known.getPrincipal() instanceof Caller caller) {
            accounts.signedOut(caller);
        }
        HttpSession session = request.getSession(false);
        if (session != null) {
            events.endOf(session.getId());
            session.invalidate();
        }
        SecurityContextHolder.clearContext();
    }

    private SessionView open(Caller caller, HttpServletRequest request, HttpServletResponse response) {
        request.getSession(true);
        request.changeSessionId();
        SecurityContext context = SecurityContextHolder.createEmptyContext();
        context.setAuthentication(BearerFilter.authentication(caller));
        SecurityContextHolder.setContext(context);
        contexts.saveContext(context, request, response);
        HttpSession session = request.getSession();
        session.setAttribute(PersonSessions.FROM, request.getRemoteAddr());
        String browser = request.getHeader("User-Agent");
        if (browser != null) {
            session.setAttribute(
                    PersonSessions.BROWSER, browser.substring(0, Math.min(LONGEST_BROWSER, browser.length())));
        }
        return view(caller);
    }

    private static SessionView view(Caller caller) {
        return new SessionView(caller.name(), caller.role(), false, false);
    }
}
