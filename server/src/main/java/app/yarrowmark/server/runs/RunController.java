package app.yarrowmark.server.runs;

import app.yarrowmark.core.exchange.RunFile;
import app.yarrowmark.core.series.Series;
import app.yarrowmark.server.access.Caller;
import app.yarrowmark.server.lists.AskedDays;
import app.yarrowmark.server.lists.AskedPage;
import app.yarrowmark.server.problems.RuleViolations;
import io.swagger.v3.oas.annotations.Operation;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springdoc.core.annotations.ParameterObject;
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

    private static final int USUAL_PAGE = 50;

    private final RunIntake intake;
    private final Ledger ledger;
    private final RunReadings runs;
    private final RunChanges changes;
    private final RunReview review;

    RunController(RunIntake intake, Ledger ledger, RunReadings runs, RunChanges changes, RunReview review) {
        this.intake = intake;
        this.ledger = ledger;
        this.runs = runs;
        this.changes = changes;
        this.review = review;
    }

    record Reason(String reason) {}

    /** @param edition of the run that was read; another one kept meanwhile is not overwritten */
    record NewFlags(
            List<RunFile.Flag> flags,
            @Nullable String note,
            @Nullable Integer edition) {}

    /**
     * Texts to put in the place of misread ones, by metric key.
     *
     * @param edition of the run that was read; another one kept meanwhile is not overwritten
     */
    record Mend(
            Map<String, String> texts,
            @Nullable String why,
            @Nullable Integer edition) {}

    record Confirmation(@Nullable String note) {}

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
            @RequestParam(required = false) @Nullable String fact,
            @RequestParam(required = false) @Nullable String value,
            @ParameterObject AskedDays days,
            @RequestParam(name = "import", required = false) @Nullable Long importId,
            @RequestParam(defaultValue = "false") boolean flagged,
            @RequestParam(defaultValue = "false") boolean doubted,
            @ParameterObject AskedPage asked) {
        return ledger.page(
                new Ledger.Filter(state, suite, setup, model, fact, value, days, importId, flagged, doubted),
                asked.number(),
                asked.size(USUAL_PAGE));
    }

    @Operation(summary = "One run with its samples, series and history")
    @GetMapping("/{id}")
    RunViews.RunDetail detail(@PathVariable UUID id) {
        return ledger.detail(id);
    }

    @Operation(summary = "Every point of one series of a run")
    @GetMapping("/{id}/series/{name}")
    Series series(@PathVariable UUID id, @PathVariable String name) {
        return runs.series(id, name);
    }

    @Operation(summary = "Take a run out of every score, with the reason")
    @PostMapping("/{id}/set-aside")
    RunViews.RunDetail setAside(
            @PathVariable UUID id, @RequestBody Reason body, @AuthenticationPrincipal Caller caller) {
        changes.setAside(id, body.reason(), caller);
        return review(id);
    }

    @Operation(summary = "Let a run that was set aside count again")
    @PostMapping("/{id}/bring-back")
    RunViews.RunDetail bringBack(@PathVariable UUID id, @AuthenticationPrincipal Caller caller) {
        changes.bringBack(id, caller);
        return review(id);
    }

    @Operation(summary = "Set the flags of a run; a flagged one is shown and does not count")
    @PutMapping("/{id}/flags")
    RunViews.RunDetail flag(@PathVariable UUID id, @RequestBody NewFlags body, @AuthenticationPrincipal Caller caller) {
        changes.requireEdition(id, body.edition());
        changes.flag(id, body.flags(), body.note(), caller);
        return review(id);
    }

    @Operation(summary = "Put other texts in the place of misread ones; the old ones stay in the history")
    @PostMapping("/{id}/mend")
    RunViews.RunDetail mend(@PathVariable UUID id, @RequestBody Mend body, @AuthenticationPrincipal Caller caller) {
        changes.requireEdition(id, body.edition());
        changes.mend(id, body.texts(), body.why(), caller);
        return review(id);
    }

    @Operation(summary = "Confirm that a number which looks wrong is what the device said")
    @PostMapping("/{id}/confirmations/{metric}")
    RunViews.RunDetail confirm(
            @PathVariable UUID id,
            @PathVariable String metric,
            @RequestBody Confirmation body,
            @AuthenticationPrincipal Caller caller) {
        return changes.confirm(id, metric, body.note(), caller);
    }

    /** After the change is kept, so that the scores it is held against are those with it. */
    private RunViews.RunDetail review(UUID id) {
        review.around(id);
        return ledger.detail(id);
    }
}
