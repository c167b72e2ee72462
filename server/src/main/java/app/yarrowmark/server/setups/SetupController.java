package app.yarrowmark.server.setups;

import io.swagger.v3.oas.annotations.Operation;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

@RestController
class SetupController {

    private final SetupService setups;

    SetupController(SetupService setups) {
        this.setups = setups;
    }

    @Operation(summary = "The setups of a unit, the first made first")
    @GetMapping("/api/v1/units/{unitId}/setups")
    List<SetupView> ofUnit(@PathVariable long unitId) {
        return setups.ofUnit(unitId);
    }
}
