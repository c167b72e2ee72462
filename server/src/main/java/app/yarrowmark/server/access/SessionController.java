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

    private final AccountService accounts;
    private final SecurityContextRepository contexts;
    private final LiveEvents events;

    SessionController(AccountService accounts, SecurityContextRepository contexts, LiveEvents events) {
        this.accounts = accounts;
        this.events = events;
        this.contexts = contexts;
    }

    /** Who is signed in, if anyone; and whether the first account is still to be made. */
    record SessionView(@Nullable String name, boolean firstAccountNeeded) {}

    record SignIn(String name, String password) {}

    record FirstAccount(String key, String name, String password) {}

    @Operation(summary = "Who is signed in")
    @GetMapping("/api/v1/session")
    SessionView session() {
        Authentication authentication = SecurityContextHolder.getContext().getAuthentication();
        if (authentication != null && authentication.getPrincipal() instanceof Caller caller) {
            return new SessionView(caller.name(), false);
        }
        return new SessionView(null, accounts.isEmpty());
    }

    @Operation(summary = "Sign in")
    @PostMapping("/api/v1/session")
    SessionView signIn(@RequestBody SignIn body, HttpServletRequest request, HttpServletResponse response) {
        return open(accounts.signIn(body.name(), body.password(), request.getRemoteAddr()), request, response);
    }

    @Operation(summary = "Make the first account with the key printed at the start, and sign in")
    @PostMapping("/api/v1/first-account")
    SessionView first(@RequestBody FirstAccount body, HttpServletRequest request, HttpServletResponse response) {
        return open(
                accounts.createFirst(body.key(), body.name(), body.password(), request.getRemoteAddr()),
                request,
                response);
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
        return new SessionView(caller.name(), false);
    }
}
