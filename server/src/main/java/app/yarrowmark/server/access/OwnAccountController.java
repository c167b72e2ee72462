package app.yarrowmark.server.access;

import io.swagger.v3.oas.annotations.Operation;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpSession;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What each does with their own account. */
@RestController
@RequestMapping("/api/v1/account")
class OwnAccountController {

    private final AccountService accounts;
    private final PersonSessions sessions;

    OwnAccountController(AccountService accounts, PersonSessions sessions) {
        this.accounts = accounts;
        this.sessions = sessions;
    }

    /** The password there is, and the one there is to be. */
    record NewPassword(String old, String password) {}

    /** A secret for an authenticator, and the address from which one reads it. Nothing is kept of it yet. */
    record TwoStepOffer(String secret, String address) {}

    /** The secret that was offered, and the code that the authenticator makes of it. */
    record TwoStepStart(String secret, String code) {}

    record TwoStepEnd(String old) {}

    @Operation(summary = "Where you are signed in, the last used first")
    @GetMapping("/sessions")
    List<PersonSessions.SessionPlace> sessions(@AuthenticationPrincipal Caller caller, HttpServletRequest request) {
        return sessions.of(caller.name(), own(request));
    }

    @Operation(summary = "Sign out elsewhere")
    @DeleteMapping("/sessions/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void end(@PathVariable String id, @AuthenticationPrincipal Caller caller) {
        sessions.end(caller.name(), id);
    }

    @Operation(summary = "Change your password; you are signed out everywhere else")
    @PutMapping("/password")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void password(@RequestBody NewPassword body, @AuthenticationPrincipal Caller caller, HttpServletRequest request) {
        accounts.changePassword(caller, body.old(), body.password(), request.getRemoteAddr());
        sessions.endAll(caller.name(), own(request));
    }

    @Operation(summary = "A new secret for an authenticator")
    @PostMapping("/two-step/offers")
    TwoStepOffer offer(@AuthenticationPrincipal Caller caller) {
        String secret = TwoStep.newSecret();
        return new TwoStepOffer(secret, TwoStep.address(secret, caller.name()));
    }

    @Operation(summary = "Sign in with a code of an authenticator from now on")
    @PutMapping("/two-step")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void on(@RequestBody TwoStepStart body, @AuthenticationPrincipal Caller caller) {
        accounts.turnTwoStepOn(caller, body.secret(), body.code());
    }

    @Operation(summary = "Sign in with the password alone from now on")
    @PostMapping("/two-step/end")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void off(@RequestBody TwoStepEnd body, @AuthenticationPrincipal Caller caller, HttpServletRequest request) {
        accounts.turnTwoStepOff(caller, body.old(), request.getRemoteAddr());
    }

    private static @Nullable String own(HttpServletRequest request) {
        HttpSession session = request.getSession(false);
        return session == null ? null : session.getId();
    }
}
