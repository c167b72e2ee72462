package app.yarrowmark.server.writeups;

import app.yarrowmark.server.access.Caller;
import io.swagger.v3.oas.annotations.Operation;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Second readers of write-ups. */
@RestController
@RequestMapping("/api/v1/write-ups")
class SecondReadingController {

    private final SecondReadingService reading;

    SecondReadingController(SecondReadingService reading) {
        this.reading = reading;
    }

    /**
     * Somebody to ask.
     *
     * @param who by the name of their account
     * @param asked whether they are to read it; false takes it back
     */
    record Asking(String who, boolean asked) {}

    /**
     * Something to say of a passage.
     *
     * @param passage words of the text; empty for all of it
     */
    record NewRemark(String passage, String text) {}

    /** Whether a remark is settled. */
    record Settling(boolean settled) {}

    /**
     * A name to put to a write-up.
     *
     * @param edition that was read
     */
    record Reading(int edition) {}

    @Operation(summary = "Who can be asked to read a write-up: the names of everybody here")
    @GetMapping("/second-readers")
    List<String> people() {
        return reading.people();
    }

    @Operation(summary = "Ask somebody to read a write-up, or take that back")
    @PutMapping("/{id}/asked")
    WriteUpView ask(@PathVariable long id, @RequestBody Asking body, @AuthenticationPrincipal Caller caller) {
        return reading.ask(id, body.who(), body.asked(), caller.who());
    }

    @Operation(summary = "Say something of a passage")
    @PostMapping("/{id}/remarks")
    @ResponseStatus(HttpStatus.CREATED)
    WriteUpView remark(@PathVariable long id, @RequestBody NewRemark body, @AuthenticationPrincipal Caller caller) {
        return reading.remark(id, body.passage(), body.text(), caller.who());
    }

    @Operation(summary = "Settle a remark, or open it again")
    @PutMapping("/{id}/remarks/{remark}")
    WriteUpView settle(
            @PathVariable long id,
            @PathVariable long remark,
            @RequestBody Settling body,
            @AuthenticationPrincipal Caller caller) {
        return reading.settle(id, remark, body.settled(), caller.who());
    }

    @Operation(summary = "Put one's name to a write-up that one read")
    @PostMapping("/{id}/readers")
    @ResponseStatus(HttpStatus.CREATED)
    WriteUpView read(@PathVariable long id, @RequestBody Reading body, @AuthenticationPrincipal Caller caller) {
        return reading.read(id, body.edition(), caller.who());
    }
}
