package app.yarrowmark.server.devices;

import app.yarrowmark.core.exchange.DeviceProtocol;
import app.yarrowmark.core.exchange.DeviceProtocol.DeviceSitting;
import app.yarrowmark.core.exchange.DeviceProtocol.Otherwise;
import app.yarrowmark.core.exchange.DeviceProtocol.Pairing;
import app.yarrowmark.core.exchange.DeviceProtocol.PairingRequest;
import app.yarrowmark.core.exchange.DeviceProtocol.PlannedMetric;
import app.yarrowmark.core.exchange.DeviceProtocol.PlannedSuite;
import app.yarrowmark.core.exchange.DeviceProtocol.ProgressReport;
import app.yarrowmark.core.exchange.DeviceProtocol.Start;
import app.yarrowmark.core.exchange.RunFile;
import app.yarrowmark.core.suite.SuiteSheet;
import app.yarrowmark.server.access.Caller;
import app.yarrowmark.server.access.TokenService;
import app.yarrowmark.server.access.TokenView;
import app.yarrowmark.server.events.LiveEvents;
import app.yarrowmark.server.problems.Refusal;
import app.yarrowmark.server.problems.RuleViolations;
import app.yarrowmark.server.runs.FactReading;
import app.yarrowmark.server.runs.SuiteTimes;
import app.yarrowmark.server.scorebook.ScoreRevision;
import app.yarrowmark.server.setups.SetupLabel;
import app.yarrowmark.server.setups.SetupService;
import app.yarrowmark.server.setups.SetupView;
import app.yarrowmark.server.sittings.LiveBoard;
import app.yarrowmark.server.sittings.Progress;
import app.yarrowmark.server.sittings.Sitting;
import app.yarrowmark.server.sittings.SittingService;
import app.yarrowmark.server.suites.Suite;
import app.yarrowmark.server.suites.SuiteService;
import io.swagger.v3.oas.annotations.Operation;
import jakarta.servlet.http.HttpServletRequest;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
class DeviceController {

    private static final int LONGEST_TRACE = 200;
    private static final int MOST_SENSORS = 8;

    private final PairingService pairing;
    private final SittingService sittings;
    private final SetupService setups;
    private final SuiteService suites;
    private final SuiteTimes times;
    private final ScoreRevision revision;
    private final LiveBoard live;
    private final TokenService tokens;
    private final LiveEvents events;
    private final Clock clock;

    DeviceController(
            PairingService pairing,
            SittingService sittings,
            SetupService setups,
            SuiteService suites,
            SuiteTimes times,
            ScoreRevision revision,
            LiveBoard live,
            TokenService tokens,
            LiveEvents events,
            Clock clock) {
        this.pairing = pairing;
        this.sittings = sittings;
        this.setups = setups;
        this.suites = suites;
        this.times = times;
        this.revision = revision;
        this.live = live;
        this.tokens = tokens;
        this.events = events;
        this.clock = clock;
    }

    record CodeView(String code, Instant expiresAt) {}

    @Operation(summary = "A new code with which one device may join a sitting")
    @PostMapping("/api/v1/sittings/{id}/codes")
    @ResponseStatus(HttpStatus.CREATED)
    CodeView code(@PathVariable long id, @AuthenticationPrincipal Caller caller) {
        PairingService.Code code = pairing.newCode(id, caller.who());
        return new CodeView(code.code(), code.expiresAt());
    }

    @Operation(summary = "Exchange a code for a token")
    @PostMapping(DeviceProtocol.PAIRINGS)
    @ResponseStatus(HttpStatus.CREATED)
    Pairing pair(@RequestBody PairingRequest body, HttpServletRequest request) {
        PairingService.Paired paired = pairing.pair(body.code(), body.program(), request.getRemoteAddr(), body.clock());
        events.changed(LiveEvents.Topic.SITTINGS);
        return new Pairing(paired.token().secret(), paired.token().expiresAt(), view(paired.sitting()));
    }

    @Operation(summary = "What this device's sitting has planned")
    @GetMapping(DeviceProtocol.SITTING)
    DeviceSitting sitting(@AuthenticationPrincipal Caller caller) {
        return view(sittings.get(caller.sittingId()));
    }

    @Operation(summary = "Tell what the device read of itself; answers what the setup says otherwise")
    @PutMapping(DeviceProtocol.FACTS)
    List<Otherwise> facts(@RequestBody List<RunFile.FactLine> lines, @AuthenticationPrincipal Caller caller) {
        var facts = FactReading.facts(lines);
        long setup = open(caller).setupId();
        List<SetupView.DifferenceView> otherwise = setups.complete(setup, facts, caller.who());
        revision.reconsiderSetup(setup);
        events.changed(LiveEvents.Topic.SITTINGS);
        return otherwise.stream()
                .map(d -> new Otherwise(d.name(), d.before(), d.after()))
                .toList();
    }

    @Operation(summary = "Tell how far the device is")
    @PutMapping(DeviceProtocol.PROGRESS)
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void progress(@RequestBody ProgressReport body, @AuthenticationPrincipal Caller caller) {
        if (!(body.done() >= 0 && body.done() <= 1)) {
            throw new RuleViolations("done", "is a share from 0 to 1, got " + body.done());
        }
        if (body.trace().size() > LONGEST_TRACE) {
            throw new RuleViolations(
                    "trace",
                    "holds at most " + LONGEST_TRACE + " values, got "
                            + body.trace().size());
        }
        if (body.sensors().size() > MOST_SENSORS
                || body.sensors().stream().anyMatch(s -> s.values().size() > LONGEST_TRACE)) {
            throw new RuleViolations(
                    "sensors", "are at most " + MOST_SENSORS + ", each with at most " + LONGEST_TRACE + " values");
        }
        live.update(new Progress(open(caller).id(), body, clock.instant()));
    }

    @Operation(
            summary = "Tell that the device waits for the start",
            description = "To be said every two seconds; answers once that it is to start.")
    @PostMapping(DeviceProtocol.WAITING)
    Start waiting(@AuthenticationPrincipal Caller caller) {
        return new Start(live.waits(open(caller).id()));
    }

    @Operation(summary = "Start what is planned on the device that waits")
    @PostMapping("/api/v1/sittings/{id}/start")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void start(@PathVariable long id) {
        live.start(sittings.get(id).id());
    }

    @Operation(summary = "Tell that the device has nothing more to do")
    @DeleteMapping(DeviceProtocol.PROGRESS)
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void finished(@AuthenticationPrincipal Caller caller) {
        live.finished(caller.sittingId());
    }

    @Operation(summary = "The devices that joined a sitting, the last first")
    @GetMapping("/api/v1/sittings/{id}/devices")
    List<TokenView> devices(@PathVariable long id) {
        return tokens.ofSitting(sittings.get(id).id());
    }

    @Operation(summary = "End a device's part in a sitting: what it sends from now on is refused")
    @DeleteMapping("/api/v1/sittings/{id}/devices/{device}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void endDevice(@PathVariable long id, @PathVariable String device, @AuthenticationPrincipal Caller caller) {
        if (tokens.ofSitting(id).stream().noneMatch(t -> t.id().equals(device))) {
            throw Refusal.notFound("No device " + device + " joined this sitting.");
        }
        tokens.end(device, caller.who());
        live.finished(id);
        events.changed(LiveEvents.Topic.SITTINGS);
    }

    /** The caller's sitting, while it is on the desk. */
    private Sitting open(Caller caller) {
        Sitting sitting = sittings.get(caller.sittingId());
        sitting.requireOpen();
        return sitting;
    }

    private DeviceSitting view(Sitting sitting) {
        SetupView setup = setups.view(sitting.setupId());
        SuiteTimes.Minutes minutes = times.on(sitting.setupId(), sitting.suiteIds());
        return new DeviceSitting(
                sitting.id(),
                SetupLabel.called(setup.maker(), setup.model()),
                setup.name(),
                sitting.toRun().stream().map(p -> planned(p, minutes)).toList());
    }

    private PlannedSuite planned(Sitting.Planned planned, SuiteTimes.Minutes minutes) {
        Suite suite = suites.get(planned.suiteId());
        SuiteSheet sheet = suite.sheet();
        return new PlannedSuite(
                sheet.id().key(),
                sheet.id().version(),
                sheet.name(),
                sheet.group(),
                sheet.home(),
                planned.repeatsOf(suite),
                minutes.of(suite),
                sheet.schedule().restSeconds(),
                sheet.metrics().stream()
                        .map(m -> new PlannedMetric(
                                m.key(),
                                m.name(),
                                m.unit(),
                                !m.isTotal() && m.reducer().isEmpty()))
                        .toList());
    }
}
