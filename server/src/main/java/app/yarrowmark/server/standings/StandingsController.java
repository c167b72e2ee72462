package app.yarrowmark.server.standings;

import app.yarrowmark.core.suite.TestGroup;
import app.yarrowmark.server.access.Caller;
import app.yarrowmark.server.catalogue.DeviceKind;
import io.swagger.v3.oas.annotations.Operation;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
class StandingsController {

    private final StandingsService standings;
    private final GroupChoice choice;
    private final RankingService rankings;
    private final WhyService why;
    private final ValueService values;
    private final ScorePools pools;
    private final PlanService plans;

    StandingsController(
            StandingsService standings,
            GroupChoice choice,
            RankingService rankings,
            WhyService why,
            ValueService values,
            ScorePools pools,
            PlanService plans) {
        this.standings = standings;
        this.choice = choice;
        this.rankings = rankings;
        this.why = why;
        this.values = values;
        this.pools = pools;
        this.plans = plans;
    }

    @Operation(summary = "Standings of one test, of a group of tests, or overall")
    @GetMapping("/api/v1/standings")
    StandingsView standings(@ParameterObject StandingsQuestion question, @ParameterObject ShownRows shown) {
        return standings.standings(question, shown);
    }

    @Operation(summary = "Which groups of tests count overall on this desk, and how much")
    @GetMapping("/api/v1/standings/choice")
    GroupChoice.ChoiceView choice() {
        return choice.current();
    }

    /**
     * What is to count.
     *
     * @param edition that was changed; another choice made meanwhile is not overwritten
     */
    record ChoiceEdit(List<GroupChoice.GroupWeight> weights, int edition) {}

    @Operation(summary = "Choose which groups of tests count overall on this desk")
    @PutMapping("/api/v1/standings/choice")
    GroupChoice.ChoiceView choose(@RequestBody ChoiceEdit body, @AuthenticationPrincipal Caller caller) {
        return choice.choose(body.weights(), body.edition(), caller.who());
    }

    @Operation(
            summary = "A pool in the order of what was read in one test",
            description =
                    "Any test with an order: a total, a temperature, a rung, a check. Without a test, the one that most have.")
    @GetMapping("/api/v1/ranking")
    RankingView ranking(@ParameterObject StandingsQuestion question, @ParameterObject ShownRows shown) {
        return rankings.ranking(question, shown);
    }

    @Operation(summary = "Why a subject stands where it does, test by test")
    @GetMapping("/api/v1/standings/why")
    WhyView why(@ParameterObject StandingsQuestion question, @RequestParam String subject) {
        return why.why(question, subject);
    }

    @Operation(summary = "Performance for the price, or for the watt")
    @GetMapping("/api/v1/standings/value")
    ValueView value(
            @ParameterObject StandingsQuestion question, @RequestParam(required = false) @Nullable String cost) {
        return values.value(question, cost);
    }

    @Operation(summary = "What to run next on a setup in so many minutes, and what each run would tell")
    @GetMapping("/api/v1/plans/runs")
    PlanView.NextRunsView nextRuns(
            @RequestParam long setup,
            @RequestParam(defaultValue = "60") double minutes,
            @RequestParam(defaultValue = "false") boolean everyKind) {
        return plans.nextRuns(setup, minutes, everyKind);
    }

    @Operation(summary = "A shorter list of suites for so many minutes, and how much of the order it keeps")
    @GetMapping("/api/v1/plans/suites")
    PlanView.ShortListView shortList(
            @RequestParam TestGroup group,
            @RequestParam(defaultValue = "60") double minutes,
            @RequestParam(required = false) @Nullable DeviceKind kind) {
        return plans.shortList(group, kind, minutes);
    }

    @Operation(summary = "A suite's scores over one kind of device, with one setup's own marked")
    @GetMapping("/api/v1/scores")
    List<ScorePoolView> scores(@RequestParam long suite, @RequestParam long setup) {
        return pools.pools(suite, setup);
    }
}
