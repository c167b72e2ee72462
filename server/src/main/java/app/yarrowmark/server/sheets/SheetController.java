package app.yarrowmark.server.sheets;

import app.yarrowmark.core.exchange.SheetDraft;
import app.yarrowmark.core.exchange.SheetProblem;
import app.yarrowmark.core.exchange.SheetReader;
import app.yarrowmark.core.written.UnitWords;
import app.yarrowmark.server.access.Caller;
import app.yarrowmark.server.history.EventView;
import app.yarrowmark.server.suites.SuiteService;
import app.yarrowmark.server.suites.SuiteView;
import io.swagger.v3.oas.annotations.Operation;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
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
@RequestMapping("/api/v1/sheets")
class SheetController {

    private final SheetService sheets;
    private final SuiteService suites;

    SheetController(SheetService sheets, SuiteService suites) {
        this.sheets = sheets;
        this.suites = suites;
    }

    record Draft(String text) {}

    /**
     * Another text for a sheet.
     *
     * @param edition that it was made from
     * @param corrected whether the sheet was wrong, so that its scores may come to mean something else; not if absent
     */
    record Revision(String text, int edition, @Nullable Boolean corrected) {}

    /**
     * What came of a draft.
     *
     * @param suite what it stands for; absent while it cannot be used
     */
    record Checked(@Nullable SuiteView suite, List<SheetProblem> problems) {}

    /** The text of a sheet with its edition and its history. */
    record Written(SuiteView suite, String text, int edition, List<EventView> history) {}

    @Operation(summary = "Check a draft of a suite sheet: every problem with its line and column")
    @PostMapping("/checks")
    Checked check(@RequestBody Draft body) {
        SheetReader.Result result = SheetReader.check(body.text());
        return new Checked(result.sheet().map(SuiteView::draft).orElse(null), result.problems());
    }

    /**
     * The text that a grid stands for, and what came of it.
     *
     * @param suite what it stands for; absent while it cannot be used
     */
    record Drafted(String text, @Nullable SuiteView suite, List<SheetProblem> problems) {}

    @Operation(summary = "The sheet of a suite that is described in a grid; nothing is kept")
    @PostMapping("/drafts")
    Drafted draft(@RequestBody SheetDraft body) {
        String text = body.text();
        SheetReader.Result result = SheetReader.check(text);
        return new Drafted(text, result.sheet().map(SuiteView::draft).orElse(null), result.problems());
    }

    @Operation(summary = "Units that tests usually have, in everyday words with their codes")
    @GetMapping("/units")
    List<UnitWords.Word> units() {
        return UnitWords.common();
    }

    @Operation(summary = "Keep a new suite, or a new version of one")
    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    SuiteView add(@RequestBody Draft body, @AuthenticationPrincipal Caller caller) {
        return SuiteView.of(sheets.add(body.text(), caller.who()));
    }

    @Operation(summary = "The text of a sheet")
    @GetMapping("/{id}")
    Written text(@PathVariable long id) {
        SuiteService.SheetText text = suites.text(id);
        return new Written(SuiteView.of(suites.get(id)), text.text(), text.edition(), sheets.historyOf(id));
    }

    @Operation(
            summary = "Keep another text for a version that still means the same, such as one with a known fault more")
    @PutMapping("/{id}")
    SuiteView revise(@PathVariable long id, @RequestBody Revision body, @AuthenticationPrincipal Caller caller) {
        return SuiteView.of(
                Boolean.TRUE.equals(body.corrected())
                        ? sheets.correct(id, body.text(), body.edition(), caller.who())
                        : sheets.revise(id, body.text(), body.edition(), caller.who()));
    }

    @Operation(summary = "What a corrected sheet would change of what is there; nothing is kept")
    @PostMapping("/{id}/corrections")
    SheetService.Correction correction(@PathVariable long id, @RequestBody Draft body) {
        return sheets.preview(id, body.text());
    }

    @Operation(summary = "Delete a sheet without scores")
    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void delete(@PathVariable long id) {
        sheets.delete(id);
    }

    @Operation(summary = "A sheet as the grid describes it")
    @GetMapping("/{id}/draft")
    SheetDraft asDraft(@PathVariable long id) {
        return SheetDraft.of(suites.get(id).sheet());
    }

    @Operation(summary = "The sheet as a file")
    @GetMapping(value = "/{id}/file", produces = "application/yaml")
    ResponseEntity<String> file(@PathVariable long id) {
        String name = suites.get(id).sheet().id().toString().replace(' ', '-') + ".yaml";
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"" + name + "\"")
                .body(suites.text(id).text());
    }
}
