package app.yarrowmark.server.runs;

import app.yarrowmark.core.exchange.RunFile;
import app.yarrowmark.server.access.Caller;
import io.swagger.v3.oas.annotations.Operation;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/v1/setups/{id}")
class SetupFlagController {

    private final SetupFlags flags;

    SetupFlagController(SetupFlags flags) {
        this.flags = flags;
    }

    /** Why, and of which suite only. */
    record Flagging(@Nullable Long suite, @Nullable String note) {}

    @Operation(summary = "Flags that every run of a setup has, or every run of one suite there")
    @GetMapping("/flags")
    List<SetupFlags.SetupFlag> all(@PathVariable long id) {
        return flags.of(id);
    }

    @Operation(summary = "Flag every run of a setup, those to come too; they are shown and do not count")
    @PutMapping("/flags/{flag}")
    List<SetupFlags.SetupFlag> set(
            @PathVariable long id,
            @PathVariable RunFile.Flag flag,
            @RequestBody Flagging body,
            @AuthenticationPrincipal Caller caller) {
        flags.set(id, body.suite(), flag, body.note() == null ? "" : body.note(), caller);
        return flags.of(id);
    }

    @Operation(summary = "Take such a flag off again; runs flagged by themselves stay so")
    @DeleteMapping("/flags/{flag}")
    List<SetupFlags.SetupFlag> take(
            @PathVariable long id,
            @PathVariable RunFile.Flag flag,
            @RequestParam(required = false) @Nullable Long suite,
            @AuthenticationPrincipal Caller caller) {
        flags.take(id, suite, flag, caller);
        return flags.of(id);
    }
}
