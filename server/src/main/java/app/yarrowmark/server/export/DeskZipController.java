package app.yarrowmark.server.export;

import app.yarrowmark.server.catalogue.DeviceKind;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import io.swagger.v3.oas.annotations.responses.ApiResponse;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
class DeskZipController {

    private final DeskExport desks;

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
        response.setContentType("application/zip");
        response.setHeader("Content-Disposition", "attachment; filename=desk.zip");
        desks.write(kind, response.getOutputStream());
    }
}
