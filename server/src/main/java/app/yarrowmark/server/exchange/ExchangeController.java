package app.yarrowmark.server.exchange;

import app.yarrowmark.server.access.Caller;
import io.swagger.v3.oas.annotations.Operation;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.springframework.http.MediaType;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestPart;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

@RestController
class ExchangeController {

    private final DeskLoads desks;
    private final DeskZip zips;

    ExchangeController(DeskLoads desks, DeskZip zips) {
        this.desks = desks;
        this.zips = zips;
    }

    @Operation(summary = "Load a desk file: models, units, setups, suites and runs")
    @PostMapping("/api/v1/desk-files")
    DeskFileImport.Report load(@RequestBody DeskFile file, @AuthenticationPrincipal Caller caller) {
        return desks.load("a desk file", file, caller);
    }

    @Operation(summary = "Take in a whole desk that was taken out as a ZIP")
    @PostMapping(path = "/api/v1/desk-zips", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
    DeskFileImport.Report take(@RequestPart("file") MultipartFile file, @AuthenticationPrincipal Caller caller)
            throws IOException {
        Path kept = Files.createTempFile("desk", ".zip");
        try {
            file.transferTo(kept);
            return zips.load(kept, caller);
        } finally {
            Files.delete(kept);
        }
    }
}
