package app.yarrowmark.server.slips;

import app.yarrowmark.core.exchange.PastedFacts;
import app.yarrowmark.server.access.Caller;
import app.yarrowmark.server.problems.RuleViolations;
import app.yarrowmark.server.setups.SetupService.WrittenFact;
import app.yarrowmark.server.setups.SetupView;
import io.swagger.v3.oas.annotations.Operation;
import java.util.List;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

@RestController
class SlipController {

    private static final int MOST_FACTS = 300;

    private final SlipService slips;

    SlipController(SlipService slips) {
        this.slips = slips;
    }

    record WrittenSlip(List<WrittenFact> facts) {}

    record SetupName(String name, boolean tuned) {}

    record PastedSystem(String text) {}

    @Operation(summary = "Write facts of a setup that were always so; its history keeps what stood there before")
    @PutMapping("/api/v1/setups/{id}/facts")
    SetupView write(@PathVariable long id, @RequestBody WrittenSlip body, @AuthenticationPrincipal Caller caller) {
        if (body.facts().size() > MOST_FACTS) {
            throw new RuleViolations("facts", "holds at most " + MOST_FACTS + " facts");
        }
        return slips.write(id, body.facts(), caller.who());
    }

    @Operation(summary = "Rename a setup, or say whether it is tuned")
    @PutMapping("/api/v1/setups/{id}/name")
    SetupView rename(@PathVariable long id, @RequestBody SetupName body, @AuthenticationPrincipal Caller caller) {
        return slips.rename(id, body.name(), body.tuned(), caller.who());
    }

    @Operation(summary = "Read what a system printed about itself: facts to accept, and what was not understood")
    @PostMapping("/api/v1/facts/in-text")
    PastedFacts.ReadFacts read(@RequestBody PastedSystem body) {
        return slips.read(body.text());
    }
}
