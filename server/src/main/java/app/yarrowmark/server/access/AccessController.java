package app.yarrowmark.server.access;

import app.yarrowmark.server.history.EventView;
import app.yarrowmark.server.history.HistoryService;
import io.swagger.v3.oas.annotations.Operation;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/v1/access")
class AccessController {

    private final TokenService tokens;
    private final HistoryService history;

    AccessController(TokenService tokens, HistoryService history) {
        this.tokens = tokens;
        this.history = history;
    }

    /** What a new token is for, for how many days it is good, and whether it may change records (it may if absent). */
    record NewToken(String name, int days, @Nullable Role role) {}

    /** A new token; its secret is shown this once. */
    record IssuedToken(String secret, Instant expiresAt) {}

    @Operation(summary = "The tokens of scripts and devices, the newest first")
    @GetMapping("/tokens")
    List<TokenView> tokens() {
        return tokens.all();
    }

    @Operation(summary = "Make a token for a script")
    @PostMapping("/tokens")
    @ResponseStatus(HttpStatus.CREATED)
    IssuedToken issue(@RequestBody NewToken body, @AuthenticationPrincipal Caller caller) {
        TokenService.Issued issued = tokens.issueForScript(
                body.name(), body.days(), body.role() == null ? Role.REVIEWER : body.role(), caller);
        return new IssuedToken(issued.secret(), issued.expiresAt());
    }

    @Operation(summary = "End a token: from now on it opens nothing")
    @DeleteMapping("/tokens/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void end(@PathVariable String id, @AuthenticationPrincipal Caller caller) {
        tokens.end(id, caller.who());
    }

    @Operation(summary = "Who signed in, and which tokens and codes were made and ended; the last first")
    @GetMapping("/events")
    List<EventView> events() {
        return history.last(HistoryService.Kind.ACCESS);
    }
}
