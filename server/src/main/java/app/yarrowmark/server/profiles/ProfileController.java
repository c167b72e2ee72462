package app.yarrowmark.server.profiles;

import app.yarrowmark.server.profiles.ProfileViews.FactProfile;
import app.yarrowmark.server.profiles.ProfileViews.ModelProfile;
import app.yarrowmark.server.profiles.ProfileViews.PartView;
import app.yarrowmark.server.profiles.ProfileViews.SuiteProfile;
import io.swagger.v3.oas.annotations.Operation;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/v1/profiles")
class ProfileController {

    private final ProfileService profiles;

    ProfileController(ProfileService profiles) {
        this.profiles = profiles;
    }

    @Operation(summary = "All that is known about a model")
    @GetMapping("/models/{id}")
    ModelProfile model(@PathVariable long id, @RequestParam(required = false) @Nullable Long setup) {
        return profiles.model(id, setup);
    }

    @Operation(summary = "Every device that bears a value of a fact, such as a processor")
    @GetMapping("/facts")
    FactProfile fact(@RequestParam String key, @RequestParam String value) {
        return profiles.fact(key, value);
    }

    @Operation(summary = "Values by which devices are gathered: processors, drives, systems")
    @GetMapping("/parts")
    List<PartView> parts() {
        return profiles.parts();
    }

    @Operation(summary = "What is known about a suite: noise, spread and time")
    @GetMapping("/suites/{id}")
    SuiteProfile suite(@PathVariable long id) {
        return profiles.suite(id);
    }
}
