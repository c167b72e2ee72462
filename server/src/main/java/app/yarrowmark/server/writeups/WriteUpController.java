package app.yarrowmark.server.writeups;

import app.yarrowmark.server.access.Caller;
import app.yarrowmark.server.problems.Refusal;
import app.yarrowmark.server.writeups.WriteUpView.FigureContent;
import app.yarrowmark.server.writeups.WriteUpView.FigureSource;
import app.yarrowmark.server.writeups.WriteUpView.FigureView;
import app.yarrowmark.server.writeups.WriteUpView.WriteUpLine;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import io.swagger.v3.oas.annotations.responses.ApiResponse;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
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
@RequestMapping("/api/v1/write-ups")
class WriteUpController {

    private final WriteUpService writeUps;
    private final PublishService publishing;
    private final PublishedFolder folder;
    private final ClaimService claims;

    WriteUpController(WriteUpService writeUps, PublishService publishing, PublishedFolder folder, ClaimService claims) {
        this.writeUps = writeUps;
        this.publishing = publishing;
        this.folder = folder;
        this.claims = claims;
    }

    /**
     * A write-up to begin.
     *
     * @param line below the title
     * @param modelId of the device it is of; absent for none
     */
    record NewWriteUp(
            String title, @Nullable String line, @Nullable Long modelId) {}

    /** A figure to put in, with where it is taken from. */
    record NewFigure(FigureSource source, FigureContent content) {}

    /** Why it is withdrawn, for readers. */
    record Withdrawal(String why) {}

    @Operation(summary = "Write-ups, the last changed first")
    @GetMapping
    List<WriteUpLine> all() {
        return writeUps.all();
    }

    @Operation(summary = "One write-up as its writers see it")
    @GetMapping("/{id}")
    WriteUpView one(@PathVariable long id) {
        return writeUps.view(id);
    }

    @Operation(summary = "Begin a write-up")
    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    WriteUpView begin(@RequestBody NewWriteUp body, @AuthenticationPrincipal Caller caller) {
        return writeUps.begin(body.title(), body.line() == null ? "" : body.line(), body.modelId(), caller.who());
    }

    @Operation(summary = "Keep a write-up as edited")
    @PutMapping("/{id}")
    WriteUpView edit(@PathVariable long id, @RequestBody WriteUpEdit body, @AuthenticationPrincipal Caller caller) {
        return writeUps.edit(id, body, caller.who());
    }

    @Operation(summary = "Throw away a draft that readers never saw")
    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void throwAway(@PathVariable long id, @AuthenticationPrincipal Caller caller) {
        writeUps.throwAway(id, caller.who());
    }

    @Operation(summary = "Put a figure into a write-up")
    @PostMapping("/{id}/figures")
    @ResponseStatus(HttpStatus.CREATED)
    FigureView put(@PathVariable long id, @RequestBody NewFigure body, @AuthenticationPrincipal Caller caller) {
        return writeUps.put(id, null, body.source(), body.content(), caller.who());
    }

    @Operation(summary = "Put a figure in place of one that is there")
    @PutMapping("/{id}/figures/{number}")
    FigureView renew(
            @PathVariable long id,
            @PathVariable int number,
            @RequestBody NewFigure body,
            @AuthenticationPrincipal Caller caller) {
        return writeUps.put(id, number, body.source(), body.content(), caller.who());
    }

    @Operation(summary = "The numbers that a text says, held against its figures")
    @GetMapping("/{id}/claims")
    List<ClaimService.SaidNumber> claims(@PathVariable long id) {
        return claims.claims(id);
    }

    @Operation(summary = "What would be published now")
    @GetMapping("/{id}/draft")
    PublishedContent draft(@PathVariable long id) {
        return publishing.draft(id);
    }

    @Operation(summary = "The page that readers would see")
    @ApiResponse(
            responseCode = "200",
            content = @Content(mediaType = MediaType.TEXT_HTML_VALUE, schema = @Schema(type = "string")))
    @GetMapping(path = "/{id}/page", produces = MediaType.TEXT_HTML_VALUE)
    String page(@PathVariable long id, @AuthenticationPrincipal Caller caller) {
        return publishing.preview(id, caller.who());
    }

    @Operation(summary = "What is published, as a folder of plain files")
    @ApiResponse(
            responseCode = "200",
            content = @Content(mediaType = "application/zip", schema = @Schema(type = "string", format = "binary")))
    @GetMapping(path = "/published.zip", produces = "application/zip")
    void folder(@RequestParam(required = false) @Nullable Long id, HttpServletResponse response) throws IOException {
        List<PublishService.Seen> all = publishing.published().stream()
                .filter(s -> id == null || s.writeUp().id.equals(id))
                .toList();
        if (all.isEmpty()) {
            throw Refusal.notFound("Readers see nothing of that: there is nothing to take along.");
        }
        response.setContentType("application/zip");
        response.setHeader("Content-Disposition", "attachment; filename=published.zip");
        folder.write(all, response.getOutputStream());
    }

    @Operation(summary = "Publish a write-up as it is")
    @PostMapping("/{id}/states")
    @ResponseStatus(HttpStatus.CREATED)
    WriteUpView publish(
            @PathVariable long id,
            @RequestBody PublishService.Publication body,
            @AuthenticationPrincipal Caller caller) {
        return publishing.publish(id, body, caller.who());
    }

    @Operation(summary = "Take back what readers see; a page says so in its place")
    @PostMapping("/{id}/withdraw")
    WriteUpView withdraw(@PathVariable long id, @RequestBody Withdrawal body, @AuthenticationPrincipal Caller caller) {
        return publishing.withdraw(id, body.why(), caller.who());
    }
}
