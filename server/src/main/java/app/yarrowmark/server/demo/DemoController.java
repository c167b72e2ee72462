package app.yarrowmark.server.demo;

import app.yarrowmark.server.problems.Refusal;
import io.swagger.v3.oas.annotations.Operation;
import jakarta.servlet.http.HttpServletRequest;
import java.net.InetAddress;
import java.net.UnknownHostException;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Only for whoever sits at the computer of the desk: the demo is served to nobody else. */
@RestController
class DemoController {

    private final DemoDesk demo;

    DemoController(DemoDesk demo) {
        this.demo = demo;
    }

    /**
     * The demo desk as it can be had from here.
     *
     * @param canBe whether it can be started and looked at from where this is asked
     */
    record DemoView(boolean canBe, DemoDesk.DemoDeskView desk) {}

    @Operation(summary = "The demo desk beside this one, and how to sign in there once it is ready")
    @GetMapping("/api/v1/demo")
    DemoView view(HttpServletRequest request) throws UnknownHostException {
        return new DemoView(
                demo.canBe() && isHere(request),
                isHere(request) ? demo.view() : new DemoDesk.DemoDeskView(DemoDesk.State.NONE, null, null, null, null));
    }

    @Operation(summary = "Start the demo desk beside this one, in a home of its own")
    @PostMapping("/api/v1/demo")
    @ResponseStatus(HttpStatus.ACCEPTED)
    DemoView start(HttpServletRequest request) throws UnknownHostException {
        if (!isHere(request)) {
            throw Refusal.forbidden("The demo is started, and looked at, on the computer that this desk runs on.");
        }
        return new DemoView(true, demo.start());
    }

    private static boolean isHere(HttpServletRequest request) throws UnknownHostException {
        return InetAddress.getByName(request.getRemoteAddr()).isLoopbackAddress();
    }
}
