package app.yarrowmark.server.writeups;

import app.yarrowmark.server.boards.BoardService;
import app.yarrowmark.server.boards.BoardView;
import app.yarrowmark.server.problems.Refusal;
import app.yarrowmark.server.problems.RuleViolations;
import app.yarrowmark.server.standings.StandingAt;
import app.yarrowmark.server.writeups.ReaderPage.Place;
import app.yarrowmark.server.writeups.WriteUpView.FigureContent;
import app.yarrowmark.server.writeups.WriteUpView.State;
import io.swagger.v3.oas.annotations.Hidden;
import jakarta.servlet.http.HttpServletRequest;
import java.nio.charset.StandardCharsets;
import org.jspecify.annotations.Nullable;
import org.springframework.core.io.ClassPathResource;
import org.springframework.core.io.Resource;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;

/** What everybody may read: published write-ups, without script and without signing in. */
@Controller
@Hidden
@RequestMapping("/read")
class ReadController {

    private static final MediaType SVG = MediaType.parseMediaType("image/svg+xml");
    private static final MediaType CSV = MediaType.parseMediaType("text/csv;charset=utf-8");
    private static final MediaType ATOM = MediaType.parseMediaType("application/atom+xml;charset=utf-8");
    private static final MediaType SCRIPT = MediaType.parseMediaType("text/javascript;charset=utf-8");
    private static final MediaType HTML = MediaType.parseMediaType("text/html;charset=utf-8");

    private final PublishService publishing;
    private final PublicPages kept;
    private final BoardService boards;
    private final StandingAt standings;

    ReadController(PublishService publishing, PublicPages kept, BoardService boards, StandingAt standings) {
        this.publishing = publishing;
        this.kept = kept;
        this.boards = boards;
        this.standings = standings;
    }

    @GetMapping({"", "/"})
    ResponseEntity<byte[]> index() {
        return page(
                kept.text(
                        "index",
                        () -> ReaderPage.index(
                                PublishedFolder.listed(publishing.published()),
                                boards.all().stream()
                                        .filter(b -> b.publicSlug() != null)
                                        .toList(),
                                false)),
                HTML);
    }

    @GetMapping("/boards/{slug}")
    ResponseEntity<byte[]> board(@PathVariable String slug) {
        return page(
                kept.live("board " + slug, () -> {
                    BoardView board =
                            boards.shownAt(slug).orElseThrow(() -> Refusal.notFound("There is no board here."));
                    return BoardPage.page(board, standings.at(board.address()));
                }),
                HTML);
    }

    @GetMapping("/feed.xml")
    ResponseEntity<byte[]> feed(HttpServletRequest request) {
        String base = base(request);
        return page(
                kept.text("feed " + base, () -> ReaderPage.feed(PublishedFolder.listed(publishing.published()), base)),
                ATOM);
    }

    @GetMapping("/style.css")
    ResponseEntity<Resource> style() {
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType("text/css;charset=utf-8"))
                .cacheControl(CacheControl.noCache())
                .body(new ClassPathResource("read/style.css"));
    }

    @GetMapping("/read.js")
    ResponseEntity<Resource> script() {
        return ResponseEntity.ok()
                .contentType(SCRIPT)
                .cacheControl(CacheControl.noCache())
                .body(new ClassPathResource("read/read.js"));
    }

    @GetMapping("/letters.woff2")
    ResponseEntity<Resource> letters() {
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType("font/woff2"))
                .cacheControl(CacheControl.noCache())
                .body(kept.letters());
    }

    @GetMapping("/{slug}")
    ResponseEntity<byte[]> last(@PathVariable String slug, HttpServletRequest request) {
        return state(slug, null, new Place("", slug + "/", base(request) + slug + "/", "", false));
    }

    @GetMapping("/{slug}/{number:\\d+}")
    ResponseEntity<byte[]> older(@PathVariable String slug, @PathVariable int number, HttpServletRequest request) {
        return state(
                slug,
                number,
                new Place("../", number + "/", base(request) + slug + "/" + number + "/", "../" + slug, false));
    }

    private ResponseEntity<byte[]> state(String slug, @Nullable Integer number, Place place) {
        byte[] page = kept.text("page " + place.absolute(), () -> {
            PublishService.Seen seen = publishing.seen(slug, number);
            return seen.writeUp().state == State.WITHDRAWN
                    ? ReaderPage.withdrawn(seen.content().title(), PublicPages.told(seen, publishing))
                    : ReaderPage.page(seen.content(), PublicPages.told(seen, publishing), place);
        });
        return page(page, HTML);
    }

    @GetMapping({"/{slug}/figure-{figure:\\d+}.{ending}", "/{slug}/{number:\\d+}/figure-{figure:\\d+}.{ending}"})
    ResponseEntity<byte[]> figure(
            @PathVariable String slug,
            @PathVariable(required = false) @Nullable Integer number,
            @PathVariable int figure,
            @PathVariable String ending,
            HttpServletRequest request) {
        MediaType type = switch (ending) {
            case "svg" -> SVG;
            case "csv" -> CSV;
            case "png" -> MediaType.IMAGE_PNG;
            case "html" -> HTML;
            case "js" -> SCRIPT;
            default -> throw Refusal.notFound("There is no such file.");
        };
        String base = base(request);
        byte[] content = kept.bytes(
                "figure " + base + slug + " " + number + " " + figure + " " + ending,
                () -> file(slug, number, figure, ending, base));
        return page(content, type);
    }

    @GetMapping({
        "/{slug}/picture-{picture:\\d{1,4}}.{ending:png|jpg}",
        "/{slug}/{number:\\d+}/picture-{picture:\\d{1,4}}.{ending:png|jpg}"
    })
    ResponseEntity<byte[]> picture(
            @PathVariable String slug,
            @PathVariable(required = false) @Nullable Integer number,
            @PathVariable int picture,
            @PathVariable String ending) {
        byte[] content = kept.bytes("picture " + slug + " " + number + " " + picture, () -> {
            PublishService.Seen seen = publishing.seen(slug, number);
            byte[] found = seen.writeUp().state == State.WITHDRAWN ? null : publishing.placed(seen, picture);
            if (found == null) {
                throw Refusal.notFound("There is no such picture.");
            }
            return found;
        });
        return page(content, ending.equals("png") ? MediaType.IMAGE_PNG : MediaType.IMAGE_JPEG);
    }

    private byte[] file(String slug, @Nullable Integer number, int figure, String ending, String base) {
        PublishService.Seen seen = publishing.seen(slug, number);
        FigureContent content = seen.content().figures().get(figure);
        if (content == null || seen.writeUp().state == State.WITHDRAWN) {
            throw Refusal.notFound("There is no such figure.");
        }
        return switch (ending) {
            case "svg" -> FigureFiles.svg(content).getBytes(StandardCharsets.UTF_8);
            case "csv" -> FigureFiles.csv(content).getBytes(StandardCharsets.UTF_8);
            case "js" -> FigureFiles.numbers(content).getBytes(StandardCharsets.UTF_8);
            case "png" -> {
                byte[] png = publishing.picture(seen.state().id, figure);
                if (png == null) {
                    throw Refusal.notFound("There is no picture of this figure.");
                }
                yield png;
            }
            default -> {
                Place place = new Place("/read/", base + slug + "/", base + slug + "/", "", true);
                yield ReaderPage.embedded(
                                figure, seen.content(), PublicPages.told(seen, publishing), place, base + slug)
                        .getBytes(StandardCharsets.UTF_8);
            }
        };
    }

    private static String base(HttpServletRequest request) {
        String port = request.getServerPort() == (request.isSecure() ? 443 : 80) ? "" : ":" + request.getServerPort();
        return request.getScheme() + "://" + request.getServerName() + port + "/read/";
    }

    private static ResponseEntity<byte[]> page(byte[] content, MediaType type) {
        return ResponseEntity.ok()
                .contentType(type)
                .cacheControl(CacheControl.noCache())
                .body(content);
    }

    @ExceptionHandler(RuleViolations.class)
    ResponseEntity<byte[]> unfit(RuleViolations unfit) {
        return nothing(Refusal.notFound("What was kept under this name cannot be shown any more."));
    }

    /** Readers get a page, not what a program is told. */
    @ExceptionHandler(Refusal.class)
    ResponseEntity<byte[]> nothing(Refusal refusal) {
        return ResponseEntity.status(HttpStatus.NOT_FOUND)
                .contentType(HTML)
                .body(ReaderPage.nothing(String.valueOf(refusal.getMessage())).getBytes(StandardCharsets.UTF_8));
    }
}
