package app.yarrowmark.server.export;

import app.yarrowmark.server.catalogue.DeviceKind;
import app.yarrowmark.server.problems.Refusal;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import io.swagger.v3.oas.annotations.responses.ApiResponse;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.concurrent.Semaphore;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
class DeskZipController {

    private static final int MOST_AT_ONCE = 2;

    private final DeskExport desks;
    private final Semaphore free = new Semaphore(MOST_AT_ONCE);

    DeskZipController(DeskExport desks) {
        this.desks = desks;
    }

    @Operation(
            summary = "The desk as a ZIP",
            description =
                    "Devices, setups, suites, runs as written and their evidence; whole also history, views and people.")
    @ApiResponse(
            responseCode = "200",
            content = @Content(mediaType = "application/zip", schema = @Schema(type = "string", format = "binary")))
    @GetMapping("/api/v1/desk.zip")
    void desk(@RequestParam(required = false) @Nullable DeviceKind kind, HttpServletResponse response)
            throws IOException {
        if (!free.tryAcquire()) {
            throw Refusal.busy(
                    "The desk is being taken out " + MOST_AT_ONCE + " times already: try again in a minute.");
        }
        try {
            response.setContentType("application/zip");
            response.setHeader("Content-Disposition", "attachment; filename=desk.zip");
            desks.write(kind, response.getOutputStream());
        } finally {
            free.release();
        }
    }
}
