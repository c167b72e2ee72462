package app.yarrowmark.server.devices;

import app.yarrowmark.server.Settings;
import app.yarrowmark.server.problems.Refusal;
import io.swagger.v3.oas.annotations.Hidden;
import java.nio.file.Files;
import java.nio.file.Path;
import org.springframework.core.io.FileSystemResource;
import org.springframework.core.io.Resource;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@Hidden
class RunnerDownload {

    private final Settings settings;

    RunnerDownload(Settings settings) {
        this.settings = settings;
    }

    @GetMapping("/runner.jar")
    ResponseEntity<Resource> runner() {
        if (settings.runnerJar().isEmpty() || !Files.isReadable(Path.of(settings.runnerJar()))) {
            throw Refusal.notFound("This server was started without the runner; build it with ./yarrowmark start.");
        }
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType("application/java-archive"))
                .header("Content-Disposition", "attachment; filename=\"yarrowmark-runner.jar\"")
                .body(new FileSystemResource(settings.runnerJar()));
    }
}
