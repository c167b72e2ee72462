package app.yarrowmark.server.checks;

import app.yarrowmark.core.exchange.PastedText;
import app.yarrowmark.server.problems.RuleViolations;
import app.yarrowmark.server.suites.SuiteLabels;
import app.yarrowmark.server.suites.SuiteService;
import io.swagger.v3.oas.annotations.Operation;
import java.util.HashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/v1/suites/{id}")
class CheckController {

    private static final int MOST_CELLS = 300;

    private final CheckService checks;
    private final SuiteService suites;
    private final SuiteLabels labels;

    CheckController(CheckService checks, SuiteService suites, SuiteLabels labels) {
        this.checks = checks;
        this.suites = suites;
        this.labels = labels;
    }

    /**
     * One repeat as typed so far.
     *
     * @param texts by metric key
     * @param digits how a person said that some of them are to be read, by metric key; none if absent
     */
    record Entry(
            long setup, Map<String, String> texts, @Nullable Map<String, String> digits) {}

    /**
     * What a suite printed.
     *
     * @param labels what a person said that labels stand for: keys of metrics; none if absent
     */
    record Pasted(String text, @Nullable Map<String, String> labels) {}

    record Labels(Map<String, String> labels) {}

    @Operation(summary = "What looks wrong with a repeat that is being typed, and what would mend it")
    @PostMapping("/checks")
    CheckViews.CheckView check(@PathVariable long id, @RequestBody Entry body) {
        if (body.texts().size() > MOST_CELLS) {
            throw new RuleViolations("texts", "holds at most " + MOST_CELLS + " cells");
        }
        return checks.entry(id, body.setup(), body.texts(), body.digits() == null ? Map.of() : body.digits());
    }

    @Operation(summary = "Read what a suite printed against its sheet: cells to accept, and what was not understood")
    @PostMapping("/readings-in-text")
    PastedText.Result read(@PathVariable long id, @RequestBody Pasted body) {
        Map<String, String> known = new HashMap<>(labels.of(id));
        known.putAll(body.labels() == null ? Map.of() : body.labels());
        return PastedText.read(suites.get(id).sheet(), body.text(), known);
    }

    @Operation(summary = "Keep what labels in the reports of a suite stand for")
    @PutMapping("/labels")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void keep(@PathVariable long id, @RequestBody Labels body) {
        labels.keep(id, body.labels());
    }
}
