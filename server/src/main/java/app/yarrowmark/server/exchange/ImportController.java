package app.yarrowmark.server.exchange;

import app.yarrowmark.core.exchange.Json;
import app.yarrowmark.server.access.Caller;
import app.yarrowmark.server.exchange.ImportViews.Accepted;
import app.yarrowmark.server.exchange.ImportViews.CellPage;
import app.yarrowmark.server.exchange.ImportViews.CellView;
import app.yarrowmark.server.exchange.ImportViews.Choice;
import app.yarrowmark.server.exchange.ImportViews.ImportView;
import app.yarrowmark.server.exchange.ImportViews.Preview;
import app.yarrowmark.server.exchange.ImportViews.TableReport;
import app.yarrowmark.server.exchange.ImportViews.Which;
import app.yarrowmark.server.lists.AskedPage;
import app.yarrowmark.server.problems.RuleViolations;
import com.fasterxml.jackson.core.JsonProcessingException;
import io.swagger.v3.oas.annotations.Operation;
import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RequestPart;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

@RestController
class ImportController {

    private final TableImport tables;
    private final TablePreview previews;
    private final CurveReading curves;

    ImportController(TableImport tables, TablePreview previews, CurveReading curves) {
        this.tables = tables;
        this.previews = previews;
        this.curves = curves;
    }

    @Operation(
            summary = "How a table would be read. Parts: file (its beginning; all of a spreadsheet) and, once a person"
                    + " said how the file is to be read, settings (JSON)")
    @PostMapping(value = "/api/v1/imports/previews", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
    Preview preview(@RequestParam MultipartFile file, @RequestPart(required = false) @Nullable FileChoice settings)
            throws IOException {
        return previews.of(
                file.getBytes(),
                settings == null ? null : settings.file(),
                settings == null ? null : settings.separator());
    }

    /** How a person said that a file is to be read. */
    record FileChoice(
            ImportSettings.@Nullable FileSettings file,
            @Nullable String separator) {}

    private static ImportSettings read(String json) {
        try {
            return Json.mapper().readValue(json, ImportSettings.class);
        } catch (JsonProcessingException e) {
            throw new RuleViolations("settings", "are not the JSON expected: " + e.getOriginalMessage());
        }
    }

    @Operation(summary = "Read a whole table; nothing counts until it is accepted. Parts: settings (JSON) and file")
    @PostMapping(value = "/api/v1/imports", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
    @ResponseStatus(HttpStatus.CREATED)
    TableReport stage(
            @RequestParam String settings, @RequestParam MultipartFile file, @AuthenticationPrincipal Caller caller)
            throws IOException {
        ImportSettings read = read(settings);
        String name = file.getOriginalFilename() == null ? "a table" : file.getOriginalFilename();
        try (InputStream bytes = file.getInputStream()) {
            return tables.stage(bytes, name, read, caller);
        }
    }

    @Operation(summary = "A page of the cells of a table as they were understood")
    @GetMapping("/api/v1/imports/{id}/cells")
    CellPage cells(
            @PathVariable long id, @RequestParam(defaultValue = "KEPT") Which which, @ParameterObject AskedPage page) {
        return tables.cells(id, which, page);
    }

    /** What is to stand in a cell instead. */
    record MendedCell(String text) {}

    @Operation(summary = "Mend a cell of a table that is not kept yet")
    @PutMapping("/api/v1/imports/{id}/cells/{line}/{ordinal}")
    CellView mend(
            @PathVariable long id, @PathVariable int line, @PathVariable int ordinal, @RequestBody MendedCell body) {
        return tables.mend(id, line, ordinal, body.text());
    }

    @Operation(summary = "Throw away a table that was read and not kept")
    @DeleteMapping("/api/v1/imports/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void throwAway(@PathVariable long id) {
        tables.throwAway(id);
    }

    @Operation(summary = "The last imports, the newest first")
    @GetMapping("/api/v1/imports")
    List<ImportView> all() {
        return tables.all();
    }

    @Operation(summary = "What was read of a table, with a page of what was rejected")
    @GetMapping("/api/v1/imports/{id}")
    TableReport report(@PathVariable long id, @ParameterObject AskedPage page) {
        return tables.report(id, page);
    }

    @Operation(summary = "Keep what was read, or the chosen parts of it, as runs")
    @PostMapping("/api/v1/imports/{id}/accept")
    Accepted accept(@PathVariable long id, @RequestBody Choice body, @AuthenticationPrincipal Caller caller) {
        return tables.accept(id, body, caller);
    }

    @Operation(summary = "Take an import back as a whole: its runs are set aside")
    @PostMapping("/api/v1/imports/{id}/take-back")
    ImportView takeBack(@PathVariable long id, @AuthenticationPrincipal Caller caller) {
        return tables.takeBack(id, false, caller);
    }

    @Operation(summary = "Let an import count again that was taken back")
    @PostMapping("/api/v1/imports/{id}/bring-back")
    ImportView bringBack(@PathVariable long id, @AuthenticationPrincipal Caller caller) {
        return tables.takeBack(id, true, caller);
    }

    @Operation(summary = "Read a table of places and quantities into series: a curve along sizes or a count, a log")
    @PostMapping("/api/v1/tables/curve")
    CurveReading.TableRead curve(@RequestBody CurveReading.Asked body) {
        return curves.read(body);
    }
}
