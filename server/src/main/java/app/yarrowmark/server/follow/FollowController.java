package app.yarrowmark.server.follow;

import app.yarrowmark.core.compare.Basis;
import app.yarrowmark.server.problems.RuleViolations;
import io.swagger.v3.oas.annotations.Operation;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
class FollowController {

    private final LineService lines;
    private final InsideService inside;

    FollowController(LineService lines, InsideService inside) {
        this.lines = lines;
        this.inside = inside;
    }

    @Operation(summary = "Units that have several setups, those with most first")
    @GetMapping("/api/v1/lines/units")
    List<LineView.UnitLine> units() {
        return lines.units();
    }

    @Operation(
            summary = "A unit along one factor",
            description =
                    "One setup, whose line is found, or two and more, which are the line. The factor is the key of a fact,"
                            + " or \"time\"; what moves most if left out.")
    @GetMapping("/api/v1/lines")
    LineView line(
            @RequestParam List<Long> setup,
            @RequestParam(required = false) @Nullable String factor,
            @RequestParam(defaultValue = "VERSION") LineView.Order order,
            @RequestParam(defaultValue = "GAIN") Basis basis,
            @RequestParam(defaultValue = "0.01") double threshold) {
        RuleViolations.requireEach("setup", setup);
        return lines.line(setup, factor, order, basis, threshold);
    }

    @Operation(
            summary = "What lies inside the scores of a suite: its series over setups",
            description = "Of a part of the axis, from and to, more points are shown.")
    @GetMapping("/api/v1/inside")
    InsideView inside(
            @RequestParam long suite,
            @RequestParam List<Long> setup,
            @RequestParam(required = false) @Nullable List<String> series,
            @RequestParam(required = false) @Nullable UUID run,
            @RequestParam(required = false) @Nullable Double floor,
            @RequestParam(required = false) @Nullable Double from,
            @RequestParam(required = false) @Nullable Double to) {
        RuleViolations.requireEach("setup", setup);
        return inside.inside(
                suite, setup, series == null ? List.of() : series, run, floor, new InsideService.Window(from, to));
    }
}
