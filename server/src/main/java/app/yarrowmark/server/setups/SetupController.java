package app.yarrowmark.server.setups;

import app.yarrowmark.core.setup.Facts;
import app.yarrowmark.server.access.Caller;
import app.yarrowmark.server.history.EventView;
import app.yarrowmark.server.problems.RuleViolations;
import io.swagger.v3.oas.annotations.Operation;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
class SetupController {

    private final SetupService setups;
    private final SetupDifferences setupDifferences;

    SetupController(SetupService setups, SetupDifferences setupDifferences) {
        this.setups = setups;
        this.setupDifferences = setupDifferences;
    }

    /** What a person makes of a difference. */
    record NewCall(boolean meant, @Nullable String note) {}

    @Operation(summary = "The setups of a unit, the first made first")
    @GetMapping("/api/v1/units/{unitId}/setups")
    List<SetupView> ofUnit(@PathVariable long unitId) {
        return setups.ofUnit(unitId);
    }

    /**
     * A setup to make.
     *
     * @param parentId number of the setup of the same unit that it was changed from; absent for a first one
     * @param tuned whether it is not as shipped; it is if absent
     */
    record NewSetup(
            String name, @Nullable Long parentId, @Nullable Boolean tuned) {}

    @Operation(
            summary = "Make a setup of a unit, or find the one of that name",
            description = "It is not put on the desk by that. Its facts are written with /setups/{id}/facts.")
    @PostMapping("/api/v1/units/{unitId}/setups")
    @ResponseStatus(HttpStatus.CREATED)
    SetupView add(@PathVariable long unitId, @RequestBody NewSetup body, @AuthenticationPrincipal Caller caller) {
        return setups.create(
                unitId,
                body.name(),
                body.parentId(),
                Boolean.TRUE.equals(body.tuned()),
                Facts.of(List.of()),
                caller.who());
    }

    @Operation(summary = "One setup with what differs from the one before")
    @GetMapping("/api/v1/setups/{id}")
    SetupView one(@PathVariable long id) {
        return setups.view(id);
    }

    @Operation(summary = "The history of a setup")
    @GetMapping("/api/v1/setups/{id}/history")
    List<EventView> history(@PathVariable long id) {
        return setups.historyOf(id);
    }

    @Operation(summary = "Make the next setup: this one with what was changed")
    @PostMapping("/api/v1/setups/{id}/changes")
    @ResponseStatus(HttpStatus.CREATED)
    SetupView change(@PathVariable long id, @RequestBody SetupChange body, @AuthenticationPrincipal Caller caller) {
        return setups.change(id, body, caller.who());
    }

    @Operation(summary = "Say whether a difference from the setup before was meant or is a caveat")
    @PutMapping("/api/v1/setups/{id}/calls/{key}")
    SetupView call(
            @PathVariable long id,
            @PathVariable String key,
            @RequestBody NewCall body,
            @AuthenticationPrincipal Caller caller) {
        return setups.call(id, key, body.meant(), body.note(), caller.who());
    }

    /**
     * A person's note; blank takes it away.
     *
     * @param before the note as it was read; one that somebody kept meanwhile is not overwritten
     */
    record NewNote(String note, @Nullable String before) {}

    @Operation(summary = "Note something of a setup, such as what might explain a score")
    @PutMapping("/api/v1/setups/{id}/note")
    SetupView note(@PathVariable long id, @RequestBody NewNote body, @AuthenticationPrincipal Caller caller) {
        return setups.keepNote(id, body.note(), body.before(), caller.who());
    }

    @Operation(summary = "The facts of two or more setups side by side")
    @GetMapping("/api/v1/setups/compared")
    List<SetupView.ComparedFact> compare(@RequestParam List<Long> id) {
        RuleViolations.requireEach("id", id);
        return setupDifferences.compare(id);
    }
}
