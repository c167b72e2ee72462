package app.yarrowmark.server.standings;

import app.yarrowmark.core.suite.TestGroup;
import app.yarrowmark.server.catalogue.DeviceKind;
import io.swagger.v3.oas.annotations.Operation;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
class StandingsController {

    private final StandingsService standings;
    private final ScorePools pools;

    StandingsController(StandingsService standings, ScorePools pools) {
        this.standings = standings;
        this.pools = pools;
    }

    @Operation(summary = "Standings of a group of tests, or overall")
    @GetMapping("/api/v1/standings")
    StandingsView standings(
            @RequestParam(required = false) @Nullable TestGroup group,
            @RequestParam(required = false) @Nullable DeviceKind kind,
            @RequestParam(required = false) @Nullable Long reference) {
        return standings.standings(group, kind, reference);
    }

    @Operation(summary = "A suite's scores over one kind of device, with one setup's own marked")
    @GetMapping("/api/v1/scores")
    List<ScorePoolView> scores(@RequestParam long suite, @RequestParam long setup) {
        return pools.pools(suite, setup);
    }
}
