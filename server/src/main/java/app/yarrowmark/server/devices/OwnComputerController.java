package app.yarrowmark.server.devices;

import app.yarrowmark.server.access.Caller;
import io.swagger.v3.oas.annotations.Operation;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
class OwnComputerController {

    private final OwnComputer computer;

    OwnComputerController(OwnComputer computer) {
        this.computer = computer;
    }

    @Operation(summary = "The computer that this desk runs on, and whether it can be measured from here")
    @GetMapping("/api/v1/own-computer")
    OwnComputer.About about() {
        return computer.about();
    }

    @Operation(summary = "Measure the computer that this desk runs on, for a sitting: the runner is started on it")
    @PostMapping("/api/v1/sittings/{id}/own-computer")
    @ResponseStatus(HttpStatus.ACCEPTED)
    void measure(@PathVariable long id, @AuthenticationPrincipal Caller caller) {
        computer.measure(id, caller);
    }
}
