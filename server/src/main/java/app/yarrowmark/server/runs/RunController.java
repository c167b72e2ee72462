package app.yarrowmark.server.runs;

import app.yarrowmark.core.exchange.RunFile;
import app.yarrowmark.server.access.Caller;
import app.yarrowmark.server.shell.RuleViolations;
import io.swagger.v3.oas.annotations.Operation;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/v1/runs")
class RunController {

    private static final int LARGEST_PAGE = 200;

    private final RunIntake intake;
    private final RunService runs;

    RunController(RunIntake intake, RunService runs) {
        this.intake = intake;
        this.runs = runs;
    }

    record Reason(String reason) {}

    @Operation(summary = "Keep a run; the same run sent again is kept once (201 the first time, 200 after)")
    @PutMapping("/{id}")
    ResponseEntity<RunIntake.Kept> put(
            @PathVariable UUID id, @RequestBody RunFile run, @AuthenticationPrincipal Caller caller) {
        if (!id.equals(run.id())) {
            throw new RuleViolations("id", "is " + run.id() + " in the run and " + id + " in the address");
        }
        RunIntake.Kept kept = intake.accept(run, caller);
        return ResponseEntity.status(kept.fresh() ? HttpStatus.CREATED : HttpStatus.OK)
                .body(kept);
    }

    @Operation(summary = "The ledger, newest first")
    @GetMapping
    RunViews.LedgerPage ledger(
            @RequestParam(required = false) @Nullable RunState state,
            @RequestParam(required = false) @Nullable Long suite,
            @RequestParam(required = false) @Nullable Long setup,
            @RequestParam(required = false) @Nullable Long model,
            @RequestParam(defaultValue = "0") int page,
            @RequestParam(defaultValue = "50") int size) {
        if (page < 0 || size < 1 || size > LARGEST_PAGE) {
            throw new RuleViolations("size", "pages count from 0 and hold 1 to " + LARGEST_PAGE + " runs");
        }
        return runs.ledger(new RunService.Filter(state, suite, setup, model), page, size);
    }

    @Operation(summary = "One run with its samples and history")
    @GetMapping("/{id}")
    RunViews.RunDetail detail(@PathVariable UUID id) {
        return runs.detail(id);
    }

    @Operation(summary = "Take a run out of every score, with the reason")
    @PostMapping("/{id}/set-aside")
    RunViews.RunDetail setAside(
            @PathVariable UUID id, @RequestBody Reason body, @AuthenticationPrincipal Caller caller) {
        return runs.setAside(id, body.reason(), caller);
    }

    @Operation(summary = "Let a run that was set aside count again")
    @PostMapping("/{id}/bring-back")
    RunViews.RunDetail bringBack(@PathVariable UUID id, @AuthenticationPrincipal Caller caller) {
        return runs.bringBack(id, caller);
    }
}
