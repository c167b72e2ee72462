package app.yarrowmark.server.writeups;

import app.yarrowmark.core.claim.Known;
import app.yarrowmark.core.claim.Quote;
import app.yarrowmark.core.claim.Quote.Wish;
import app.yarrowmark.server.access.Caller;
import app.yarrowmark.server.problems.RuleViolations;
import app.yarrowmark.server.writeups.WriteUpView.FigureContent;
import app.yarrowmark.server.writeups.WriteUpView.FigureSource;
import app.yarrowmark.server.writeups.WriteUpView.FigureView;
import io.swagger.v3.oas.annotations.Operation;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Numbers that hang on figures: how they are put, and whether they hold. */
@RestController
@RequestMapping("/api/v1/write-ups")
class QuoteController {

    private static final int MOST_DIGITS = 6;

    private final WriteUpService writeUps;
    private final MoveService moves;

    QuoteController(WriteUpService writeUps, MoveService moves) {
        this.writeUps = writeUps;
        this.moves = moves;
    }

    /**
     * A number of which all ways to put it are asked.
     *
     * @param numbers of the figure
     * @param figure by which the text names it; absent where it is not put in yet
     * @param of what it is a number of
     * @param subject whose it is
     * @param base whom it is held against; absent for the number itself
     * @param digits after the point; absent for as many as are usual
     */
    record NumberQuestion(
            List<Known> numbers,
            @Nullable Integer figure,
            String of,
            String subject,
            @Nullable String base,
            @Nullable Integer digits) {}

    /**
     * A way to put a number.
     *
     * @param as how it is put
     * @param text what would stand in the text
     * @param words what it is, with its base and interval
     * @param about what hangs on the text, in its directive
     */
    record NumberWay(Quote.As as, String text, String words, String about) {}

    /**
     * A number to be put at the end of a text.
     *
     * @param source of the figure that has it
     * @param number which it is, and how it is put
     */
    record NewNumber(FigureSource source, FigureContent content, Wish number) {}

    @Operation(summary = "All ways to put a number of a figure")
    @PostMapping("/number-ways")
    List<NumberWay> ways(@RequestBody NumberQuestion asked) {
        requireDigits(asked.digits());
        String base = asked.base() == null ? "" : asked.base();
        int figure = asked.figure() == null ? 0 : asked.figure();
        return Quote.ways(asked.numbers(), asked.of(), asked.subject(), base, asked.digits()).stream()
                .map(q -> new NumberWay(
                        q.as(),
                        q.text(),
                        q.words(),
                        new HungNumber(
                                        q.text(),
                                        figure,
                                        new Wish(asked.of(), asked.subject(), base, q.as(), asked.digits()))
                                .about()))
                .toList();
    }

    @Operation(summary = "Put a number at the end of a text, with the figure that it hangs on")
    @PostMapping("/{id}/numbers")
    @ResponseStatus(HttpStatus.CREATED)
    FigureView quote(@PathVariable long id, @RequestBody NewNumber body, @AuthenticationPrincipal Caller caller) {
        requireDigits(body.number().digits());
        return writeUps.quote(id, body.source(), body.content(), body.number(), caller.who());
    }

    private static void requireDigits(@Nullable Integer digits) {
        if (digits != null && (digits < 0 || digits > MOST_DIGITS)) {
            throw new RuleViolations("digits", "are 0 to 6 after the point");
        }
    }

    @Operation(summary = "The numbers of a text that hang on figures, and whether they hold")
    @GetMapping("/{id}/moves")
    MoveService.Moves moves(@PathVariable long id) {
        return moves.of(id);
    }

    @Operation(summary = "Figures whose views nobody looked at since the scores changed")
    @GetMapping("/unseen-figures")
    List<MoveService.UnseenFigure> unseen() {
        return moves.unseen();
    }

    @Operation(summary = "Which published numbers no longer hold")
    @GetMapping("/published-moves")
    List<MoveService.PublishedMoves> published() {
        return moves.published();
    }

    @Operation(summary = "Keep what the view of a figure says now, beside what the figure says")
    @PutMapping("/{id}/figures/{number}/now")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void seen(@PathVariable long id, @PathVariable int number, @RequestBody FigureContent body) {
        moves.seen(id, number, body);
    }
}
