package app.yarrowmark.server.suites;

import app.yarrowmark.server.access.Caller;
import io.swagger.v3.oas.annotations.Operation;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/v1/suites")
class SuiteController {

    private final SuiteService suites;

    SuiteController(SuiteService suites) {
        this.suites = suites;
    }

    @Operation(summary = "Every suite, by group and name")
    @GetMapping
    List<SuiteView> all() {
        return suites.all().stream().map(SuiteView::of).toList();
    }

    @Operation(summary = "Keep a suite sheet, written in YAML or JSON")
    @PostMapping(consumes = "application/yaml")
    @ResponseStatus(HttpStatus.CREATED)
    SuiteView add(@RequestBody String sheet, @AuthenticationPrincipal Caller caller) {
        return SuiteView.of(suites.add(sheet, caller.who()));
    }
}
