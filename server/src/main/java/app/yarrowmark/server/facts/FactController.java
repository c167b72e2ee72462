package app.yarrowmark.server.facts;

import app.yarrowmark.core.setup.FactGroup;
import app.yarrowmark.core.setup.FactKey;
import app.yarrowmark.core.suite.TestGroup;
import app.yarrowmark.server.access.Caller;
import io.swagger.v3.oas.annotations.Operation;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/v1/facts")
class FactController {

    private final FactService facts;

    FactController(FactService facts) {
        this.facts = facts;
    }

    record NewFact(
            String key,
            String words,
            FactGroup group,
            FactKey.Type type,
            @Nullable String unit,
            List<TestGroup> affects,
            @Nullable Double tolerance,
            @Nullable Boolean part,
            @Nullable String about,
            @Nullable List<String> choices) {}

    @Operation(summary = "The fact dictionary, in the order of a setup slip")
    @GetMapping
    List<FactKeyView> all() {
        return facts.all();
    }

    @Operation(summary = "Add a fact to the dictionary of this desk")
    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    FactKeyView add(@RequestBody NewFact body, @AuthenticationPrincipal Caller caller) {
        FactKeyView draft = new FactKeyView(
                body.key(),
                body.words(),
                body.group(),
                body.group().words(),
                body.type(),
                body.unit() == null ? "" : body.unit(),
                body.affects(),
                body.tolerance() == null ? 0 : body.tolerance(),
                Boolean.TRUE.equals(body.part()),
                body.about() == null ? "" : body.about(),
                List.of(),
                body.choices() == null ? List.of() : body.choices(),
                true);
        return facts.add(draft, caller.who());
    }
}
