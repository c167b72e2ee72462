package app.yarrowmark.server.events;

import app.yarrowmark.server.secrets.Tokens;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import io.swagger.v3.oas.annotations.responses.ApiResponse;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpSession;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

@RestController
class EventsController {

    private final LiveEvents events;

    EventsController(LiveEvents events) {
        this.events = events;
    }

    @Operation(
            summary =
                    "Live events: `changed` with a topic, `progress` of a sitting; ends with the session or the token",
            responses =
                    @ApiResponse(
                            responseCode = "200",
                            description = "What `changed` says; `progress` is that of a run sheet",
                            content =
                                    @Content(
                                            mediaType = MediaType.TEXT_EVENT_STREAM_VALUE,
                                            schema = @Schema(implementation = LiveEvents.Topic.class))))
    @GetMapping(path = "/api/v1/events", produces = MediaType.TEXT_EVENT_STREAM_VALUE)
    SseEmitter events(HttpServletRequest request) {
        String authorization = request.getHeader("Authorization");
        HttpSession session = request.getSession(false);
        return events.subscribe(
                authorization != null
                        ? LiveEvents.ownerOf(Tokens.digest(
                                authorization.replaceFirst("^Bearer ", "").strip()))
                        : session == null ? "" : session.getId());
    }
}
