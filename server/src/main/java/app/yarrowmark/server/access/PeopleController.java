package app.yarrowmark.server.access;

import io.swagger.v3.oas.annotations.Operation;
import java.util.List;
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

@RestController
@RequestMapping("/api/v1/access")
class PeopleController {

    private final PeopleService people;

    PeopleController(PeopleService people) {
        this.people = people;
    }

    /** Whom an invitation is for, what they may do, and for how many days it is good. */
    record Invitation(Role role, String forWhom, int days) {}

    record NewRole(Role role, int edition) {}

    @Operation(summary = "Who has an account, the first first")
    @GetMapping("/people")
    List<PeopleService.PersonView> people() {
        return people.people();
    }

    @Operation(summary = "Links that were given out, the newest first; without their secrets")
    @GetMapping("/links")
    List<PeopleService.LinkView> links() {
        return people.links();
    }

    @Operation(summary = "Make a link by which somebody makes an account")
    @PostMapping("/links")
    @ResponseStatus(HttpStatus.CREATED)
    PeopleService.IssuedLink invite(@RequestBody Invitation body, @AuthenticationPrincipal Caller caller) {
        return people.invite(body.role(), body.forWhom(), body.days(), caller);
    }

    @Operation(summary = "Take a link back: it opens nothing any more")
    @DeleteMapping("/links/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void end(@PathVariable String id, @AuthenticationPrincipal Caller caller) {
        people.endLink(id, caller);
    }

    @Operation(summary = "Give somebody another role")
    @PutMapping("/people/{id}/role")
    PeopleService.PersonView change(
            @PathVariable long id, @RequestBody NewRole body, @AuthenticationPrincipal Caller caller) {
        return people.change(id, body.role(), body.edition(), caller);
    }

    @Operation(summary = "Make a link by which somebody gives their account a new password")
    @PostMapping("/people/{id}/reset")
    @ResponseStatus(HttpStatus.CREATED)
    PeopleService.IssuedLink reset(@PathVariable long id, @AuthenticationPrincipal Caller caller) {
        return people.reset(id, caller);
    }

    @Operation(summary = "Close an account: it opens nothing any more, and keeps its name in the history")
    @PostMapping("/people/{id}/close")
    PeopleService.PersonView close(@PathVariable long id, @AuthenticationPrincipal Caller caller) {
        return people.close(id, caller);
    }

    @Operation(summary = "Open an account again")
    @PostMapping("/people/{id}/reopen")
    PeopleService.PersonView reopen(@PathVariable long id, @AuthenticationPrincipal Caller caller) {
        return people.reopen(id, caller);
    }
}
