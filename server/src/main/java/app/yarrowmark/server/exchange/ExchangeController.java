package app.yarrowmark.server.exchange;

import app.yarrowmark.server.access.Caller;
import io.swagger.v3.oas.annotations.Operation;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

@RestController
class ExchangeController {

    private final DeskLoads desks;

    ExchangeController(DeskLoads desks) {
        this.desks = desks;
    }

    @Operation(summary = "Load a desk file: models, units, setups, suites and runs")
    @PostMapping("/api/v1/desk-files")
    DeskFileImport.Report load(@RequestBody DeskFile file, @AuthenticationPrincipal Caller caller) {
        return desks.load("a desk file", file, caller);
    }
}
