package app.yarrowmark.server.evidence;

import app.yarrowmark.server.access.Caller;
import io.swagger.v3.oas.annotations.Operation;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Duration;
import java.util.List;
import java.util.UUID;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
class EvidenceController {

    private static final String POLICY = "sandbox; default-src 'none'; style-src 'unsafe-inline'; img-src 'self'";

    private final EvidenceService evidence;

    EvidenceController(EvidenceService evidence) {
        this.evidence = evidence;
    }

    @Operation(summary = "Keep a picture or file with a run: PNG, JPEG, WebP, PDF or plain text, at most 10 MB")
    @PostMapping(value = "/api/v1/runs/{id}/evidence", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    @ResponseStatus(HttpStatus.CREATED)
    EvidenceView add(
            @PathVariable UUID id,
            @RequestParam String name,
            @RequestBody byte[] content,
            @AuthenticationPrincipal Caller caller) {
        return evidence.add(id, name, content, caller.who());
    }

    @Operation(summary = "The files kept with a run")
    @GetMapping("/api/v1/runs/{id}/evidence")
    List<EvidenceView> of(@PathVariable UUID id) {
        return evidence.of(List.of(id));
    }

    @Operation(summary = "Take a file off a run; it can be put back")
    @DeleteMapping("/api/v1/runs/{id}/evidence/{number}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable UUID id, @PathVariable long number, @AuthenticationPrincipal Caller caller) {
        evidence.remove(id, number, false, caller.who());
    }

    @Operation(summary = "Put a file back that was taken off a run")
    @PostMapping("/api/v1/runs/{id}/evidence/{number}/put-back")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void putBack(@PathVariable UUID id, @PathVariable long number, @AuthenticationPrincipal Caller caller) {
        evidence.remove(id, number, true, caller.who());
    }

    @Operation(summary = "The content of a file")
    @GetMapping("/api/v1/evidence/{hash}")
    ResponseEntity<byte[]> content(@PathVariable String hash, HttpServletResponse response) {
        return answer(evidence.content(hash, false), response);
    }

    @Operation(summary = "A small picture of a file")
    @GetMapping("/api/v1/evidence/{hash}/thumbnail")
    ResponseEntity<byte[]> thumbnail(@PathVariable String hash, HttpServletResponse response) {
        return answer(evidence.content(hash, true), response);
    }

    /** Shown as what it was found to be and nothing else; a hash never means another content. */
    private static ResponseEntity<byte[]> answer(EvidenceService.Content content, HttpServletResponse response) {
        response.setHeader("Content-Security-Policy", POLICY);
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType(content.mediaType()))
                .cacheControl(
                        CacheControl.maxAge(Duration.ofDays(365)).cachePrivate().immutable())
                .body(content.bytes());
    }
}
