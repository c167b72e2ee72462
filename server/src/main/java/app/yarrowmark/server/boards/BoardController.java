package app.yarrowmark.server.boards;

import app.yarrowmark.server.access.Caller;
import io.swagger.v3.oas.annotations.Operation;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/v1/boards")
class BoardController {

    private final BoardService boards;

    BoardController(BoardService boards) {
        this.boards = boards;
    }

    /**
     * What to keep.
     *
     * @param address from its question mark; empty for the page as it opens
     */
    record BoardDraft(BoardView.Page page, String name, String address) {}

    /**
     * What a kept view is to be.
     *
     * @param edition that was changed; another one kept meanwhile is not overwritten
     */
    record BoardEdit(BoardView.Page page, String name, String address, int edition) {}

    @Operation(summary = "The views kept under a name")
    @GetMapping
    List<BoardView> all() {
        return boards.all();
    }

    @Operation(summary = "Keep a view under a name")
    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    BoardView keep(@RequestBody BoardDraft body, @AuthenticationPrincipal Caller caller) {
        return boards.keep(body.page(), body.name(), body.address(), caller.who());
    }

    @Operation(summary = "Give a kept view another name or content")
    @PutMapping("/{id}")
    BoardView change(@PathVariable long id, @RequestBody BoardEdit body, @AuthenticationPrincipal Caller caller) {
        return boards.change(id, body.page(), body.name(), body.address(), body.edition(), caller.who());
    }

    /** Whether readers see a kept view. */
    record Showing(boolean shown) {}

    @Operation(summary = "Show a kept standing to readers, who need no account; or to nobody else any more")
    @PutMapping("/{id}/public")
    BoardView show(@PathVariable long id, @RequestBody Showing body, @AuthenticationPrincipal Caller caller) {
        return boards.show(id, body.shown(), caller.who());
    }

    @Operation(summary = "Forget a kept view; nothing it showed is touched")
    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void forget(@PathVariable long id, @AuthenticationPrincipal Caller caller) {
        boards.forget(id, caller.who());
    }
}
