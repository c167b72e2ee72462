package app.yarrowmark.server.writeups;

import app.yarrowmark.server.access.Caller;
import app.yarrowmark.server.evidence.EvidenceView;
import app.yarrowmark.server.evidence.FileKind;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import io.swagger.v3.oas.annotations.responses.ApiResponse;
import java.util.List;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Pictures that stand in texts. */
@RestController
@RequestMapping("/api/v1/write-ups/{id}")
class PictureController {

    private final PictureService pictures;

    PictureController(PictureService pictures) {
        this.pictures = pictures;
    }

    @Operation(summary = "Keep a picture for a text: PNG or JPEG, at most 10 MB; large ones are scaled")
    @PostMapping(value = "/pictures", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    @ResponseStatus(HttpStatus.CREATED)
    PlacedPicture add(
            @PathVariable long id,
            @RequestParam String name,
            @RequestBody byte[] content,
            @AuthenticationPrincipal Caller caller) {
        return pictures.add(id, name, content, caller.who());
    }

    @Operation(summary = "The pictures that were kept for a text, whether it has them or not")
    @GetMapping("/pictures")
    List<PlacedPicture> all(@PathVariable long id) {
        return pictures.of(id);
    }

    @Operation(summary = "The pictures that are kept as evidence with runs of its device")
    @GetMapping("/evidence")
    List<EvidenceView> evidence(@PathVariable long id) {
        return pictures.evidence(id);
    }

    @Operation(summary = "A picture of a text, by the name that the text has for it")
    @ApiResponse(
            responseCode = "200",
            content = @Content(mediaType = "image/*", schema = @Schema(type = "string", format = "binary")))
    @GetMapping("/picture-{number:\\d{1,4}}.{ending:png|jpg}")
    ResponseEntity<byte[]> one(@PathVariable long id, @PathVariable int number, @PathVariable String ending) {
        return ResponseEntity.ok()
                .contentType(
                        MediaType.parseMediaType((ending.equals("png") ? FileKind.PNG : FileKind.JPEG).mediaType()))
                .cacheControl(CacheControl.noCache())
                .body(pictures.content(id, number));
    }
}
