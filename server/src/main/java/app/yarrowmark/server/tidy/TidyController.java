package app.yarrowmark.server.tidy;

import app.yarrowmark.server.access.Caller;
import io.swagger.v3.oas.annotations.Operation;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/v1")
class TidyController {

    private final TidyService tidy;

    TidyController(TidyService tidy) {
        this.tidy = tidy;
    }

    /** Which of its kind something becomes part of. */
    record Merge(long into) {}

    @Operation(summary = "Make a setup part of another of the same model: its runs move there")
    @PostMapping("/setups/{id}/merge")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void mergeSetup(@PathVariable long id, @RequestBody Merge body, @AuthenticationPrincipal Caller caller) {
        tidy.mergeSetups(id, body.into(), caller);
    }

    @Operation(summary = "Make a unit part of another of the same model: its setups move there")
    @PostMapping("/units/{id}/merge")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void mergeUnit(@PathVariable long id, @RequestBody Merge body, @AuthenticationPrincipal Caller caller) {
        tidy.mergeUnits(id, body.into(), caller);
    }

    @Operation(summary = "Make a model part of another of the same kind: its units move there")
    @PostMapping("/models/{id}/merge")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void mergeModel(@PathVariable long id, @RequestBody Merge body, @AuthenticationPrincipal Caller caller) {
        tidy.mergeModels(id, body.into(), caller);
    }

    @Operation(summary = "Delete a setup without runs")
    @DeleteMapping("/setups/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void deleteSetup(@PathVariable long id) {
        tidy.deleteSetup(id);
    }

    @Operation(summary = "Delete a unit without setups")
    @DeleteMapping("/units/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void deleteUnit(@PathVariable long id) {
        tidy.deleteUnit(id);
    }

    @Operation(summary = "Delete a model on which nothing was measured, with its units and setups")
    @DeleteMapping("/models/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void deleteModel(@PathVariable long id) {
        tidy.deleteModel(id);
    }
}
