package app.yarrowmark.server.history;

import io.swagger.v3.oas.annotations.Operation;
import java.time.Instant;
import org.jspecify.annotations.Nullable;
import org.springframework.format.annotation.DateTimeFormat;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
class HistoryController {

    private final HistoryService history;

    HistoryController(HistoryService history) {
        this.history = history;
    }

    @Operation(summary = "Who changed what, the last first, a hundred at a time")
    @GetMapping("/api/v1/history")
    HistoryPage history(
            @RequestParam(required = false) HistoryService.@Nullable Kind kind,
            @RequestParam(required = false) @Nullable String who,
            @RequestParam(required = false) @DateTimeFormat(iso = DateTimeFormat.ISO.DATE_TIME) @Nullable Instant from,
            @RequestParam(required = false) @DateTimeFormat(iso = DateTimeFormat.ISO.DATE_TIME) @Nullable Instant until,
            @RequestParam(defaultValue = "0") int page) {
        return history.page(new HistoryQuestion(kind, who, from, until, page));
    }
}
