package app.yarrowmark.server.desk;

import app.yarrowmark.core.setup.Facts;
import app.yarrowmark.server.access.Caller;
import app.yarrowmark.server.catalogue.DeviceKind;
import app.yarrowmark.server.history.EventView;
import app.yarrowmark.server.setups.SetupChange;
import app.yarrowmark.server.setups.SetupService;
import app.yarrowmark.server.setups.SetupView;
import app.yarrowmark.server.sittings.Sitting;
import app.yarrowmark.server.sittings.SittingService;
import io.swagger.v3.oas.annotations.Operation;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/v1/sittings")
class DeskController {

    private final DeskService desk;
    private final SittingService sittings;
    private final SetupService setups;

    DeskController(DeskService desk, SittingService sittings, SetupService setups) {
        this.desk = desk;
        this.sittings = sittings;
        this.setups = setups;
    }

    /** Which unit in which setup, and the suites to run; a setup of that name is used as it is. */
    record NewSitting(
            long unitId,
            String setup,
            @Nullable Long parentId,
            @Nullable Boolean tuned,
            List<Long> suites) {}

    /** The next setup of the device, and what to run in it; the sitting of the one before is closed if asked. */
    record ChangedSitting(SetupChange change, List<Long> suites, boolean closeBefore) {}

    /**
     * How a suite of the run sheet is planned.
     *
     * @param repeats absent means as the sheet says
     * @param before as the caller saw it; another plan kept meanwhile is not overwritten; absent asks for none
     */
    record PlanChange(@Nullable Integer repeats, @Nullable String gapReason, SittingService.@Nullable Planned before) {}

    /** One condition that is ticked off, or not any more; what others tick at the same time stays. */
    record Tick(String condition, boolean ticked) {}

    /** How warm the room is, in degrees Celsius; absent where that is not known. */
    record Room(@Nullable Double temperature) {}

    record SuiteChoice(List<Long> suites) {}

    @Operation(summary = "The devices on the desk now")
    @GetMapping
    List<DeskViews.StripView> strip() {
        return desk.strip();
    }

    @Operation(summary = "The suites that the last device of a kind had on the desk")
    @GetMapping("/usual")
    List<Long> usual(@RequestParam DeviceKind kind) {
        return desk.lastSuites(kind);
    }

    @Operation(summary = "Put a device on the desk")
    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    @Transactional
    public DeskViews.RunSheet open(@RequestBody NewSitting body, @AuthenticationPrincipal Caller caller) {
        SetupView setup = setups.create(
                body.unitId(),
                body.setup(),
                body.parentId(),
                Boolean.TRUE.equals(body.tuned()),
                Facts.of(List.of()),
                caller.who());
        Sitting sitting = sittings.open(setup.id(), body.suites(), caller.who());
        return desk.sheet(sitting.id());
    }

    @Operation(summary = "Change the setup of the device on the desk: a new setup and a sitting of it")
    @PostMapping("/{id}/changes")
    @ResponseStatus(HttpStatus.CREATED)
    @Transactional
    public DeskViews.RunSheet change(
            @PathVariable long id, @RequestBody ChangedSitting body, @AuthenticationPrincipal Caller caller) {
        Sitting before = sittings.get(id);
        SetupView setup = setups.change(before.setupId(), body.change(), caller.who());
        Sitting sitting = sittings.open(setup.id(), body.suites(), caller.who());
        if (body.closeBefore()) {
            sittings.close(id, caller.who());
        }
        return desk.sheet(sitting.id());
    }

    @Operation(summary = "Change how often a suite is repeated here, or say why it is left out")
    @PutMapping("/{id}/suites/{suite}")
    DeskViews.RunSheet plan(
            @PathVariable long id,
            @PathVariable long suite,
            @RequestBody PlanChange body,
            @AuthenticationPrincipal Caller caller) {
        sittings.plan(
                id, suite, new SittingService.Plan(body.repeats(), body.gapReason()), body.before(), caller.who());
        return desk.sheet(id);
    }

    @Operation(summary = "Tick a condition off, or not; runs take along what is ticked")
    @PutMapping("/{id}/conditions")
    DeskViews.RunSheet tick(@PathVariable long id, @RequestBody Tick body, @AuthenticationPrincipal Caller caller) {
        sittings.tick(id, body.condition(), body.ticked(), caller.who());
        return desk.sheet(id);
    }

    @Operation(summary = "Note how warm the room is; runs take it along")
    @PutMapping("/{id}/room")
    DeskViews.RunSheet room(@PathVariable long id, @RequestBody Room body, @AuthenticationPrincipal Caller caller) {
        sittings.warm(id, body.temperature(), caller.who());
        return desk.sheet(id);
    }

    @Operation(summary = "The run sheet of a sitting")
    @GetMapping("/{id}")
    DeskViews.RunSheet sheet(@PathVariable long id) {
        return desk.sheet(id);
    }

    @Operation(summary = "What happened to a sitting, the first first")
    @GetMapping("/{id}/history")
    List<EventView> history(@PathVariable long id) {
        return sittings.historyOf(id);
    }

    @Operation(summary = "Add suites to a run sheet")
    @PostMapping("/{id}/suites")
    DeskViews.RunSheet addSuites(
            @PathVariable long id, @RequestBody SuiteChoice body, @AuthenticationPrincipal Caller caller) {
        sittings.addSuites(id, body.suites(), caller.who());
        return desk.sheet(id);
    }

    @Operation(summary = "Take a device off the desk; its runs stay")
    @PostMapping("/{id}/close")
    DeskViews.RunSheet close(@PathVariable long id, @AuthenticationPrincipal Caller caller) {
        sittings.close(id, caller.who());
        return desk.sheet(id);
    }

    @Operation(summary = "Put a device back on the desk")
    @PostMapping("/{id}/reopen")
    DeskViews.RunSheet reopen(@PathVariable long id, @AuthenticationPrincipal Caller caller) {
        sittings.reopen(id, caller.who());
        return desk.sheet(id);
    }
}
