package app.yarrowmark.server.catalogue;

import app.yarrowmark.server.access.Caller;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.responses.ApiResponse;
import java.util.List;
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
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/v1")
class CatalogueController {

    private final CatalogueService catalogue;

    CatalogueController(CatalogueService catalogue) {
        this.catalogue = catalogue;
    }

    record NewModel(
            String maker,
            String name,
            DeviceKind kind,
            @Nullable Integer year) {}

    record NewUnit(String label, @Nullable String variant) {}

    @Operation(summary = "Models with their units, by maker and name")
    @GetMapping("/models")
    List<ModelView> models(@ParameterObject ModelFilter filter) {
        return catalogue.models().stream().filter(filter::has).toList();
    }

    @Operation(summary = "One model with its units")
    @GetMapping("/models/{id}")
    ModelView one(@PathVariable long id) {
        return catalogue.model(id);
    }

    @Operation(summary = "Make a model, or find the one of that maker and name")
    @ApiResponse(responseCode = "201", description = "Made")
    @ApiResponse(responseCode = "200", description = "There already, and left as it is")
    @PostMapping("/models")
    ResponseEntity<ModelView> add(@RequestBody NewModel body, @AuthenticationPrincipal Caller caller) {
        CatalogueService.Found found =
                catalogue.findOrAdd(body.maker(), body.name(), body.kind(), body.year(), caller.who());
        return ResponseEntity.status(found.made() ? HttpStatus.CREATED : HttpStatus.OK)
                .body(found.model());
    }

    @Operation(summary = "Keep a model as edited")
    @PutMapping("/models/{id}")
    ModelView edit(@PathVariable long id, @RequestBody ModelEdit body, @AuthenticationPrincipal Caller caller) {
        return catalogue.edit(id, body, caller.who());
    }

    @Operation(summary = "Make a unit of a model, or find the one of that label")
    @PostMapping("/models/{id}/units")
    @ResponseStatus(HttpStatus.CREATED)
    UnitView addUnit(@PathVariable long id, @RequestBody NewUnit body, @AuthenticationPrincipal Caller caller) {
        return catalogue.addUnit(id, body.label(), body.variant() == null ? "" : body.variant(), caller.who());
    }

    @Operation(summary = "Keep a unit as edited: its label and variant")
    @PutMapping("/units/{id}")
    UnitView editUnit(@PathVariable long id, @RequestBody UnitEdit body, @AuthenticationPrincipal Caller caller) {
        return catalogue.editUnit(id, body, caller.who());
    }
}
