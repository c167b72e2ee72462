package app.yarrowmark.server.history;

import app.yarrowmark.server.lists.AskedDays;
import app.yarrowmark.server.lists.AskedPage;
import io.swagger.v3.oas.annotations.Operation;
import org.jspecify.annotations.Nullable;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
class HistoryController {

    private final HistoryService history;

    HistoryController(HistoryService history) {
        this.history = history;
    }

    @Operation(summary = "Who changed what, the last first")
    @GetMapping("/api/v1/history")
    HistoryPage history(
            @RequestParam(required = false) HistoryService.@Nullable Kind kind,
            @RequestParam(required = false) @Nullable String who,
            @ParameterObject AskedDays days,
            @ParameterObject AskedPage page) {
        return history.page(new HistoryQuestion(kind, who, days, page));
    }
}
