package app.yarrowmark.server.writeups;

import app.yarrowmark.core.claim.Quote;
import app.yarrowmark.core.exchange.Json;
import app.yarrowmark.server.boards.BoardView;
import app.yarrowmark.server.writeups.PublishedContent.MeasuredSetup;
import app.yarrowmark.server.writeups.PublishedContent.MeasuredSuite;
import app.yarrowmark.server.writeups.WriteUpView.FigureContent;
import app.yarrowmark.server.writeups.WriteUpView.Verdict;
import java.time.Instant;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** A published state as a page that needs no script, no sign-in and no desk. */
final class ReaderPage {

    private static final DateTimeFormatter DAY =
            DateTimeFormatter.ofPattern("d MMMM uuuu", Locale.ENGLISH).withZone(ZoneOffset.UTC);
    private static final int SUMMARY = 200;
    private static final String ICON = "<link rel=\"icon\" href=\"/favicon.svg\" type=\"image/svg+xml\">\n";

    private ReaderPage() {}

    /**
     * Where a page stands.
     *
     * @param root from the page to where styles and letters are, such as {@code ../}; empty where they are beside it
     * @param files from the page to the folder of its figures' files; empty where they are beside it
     * @param absolute address of the folder of its figures' files, for links from elsewhere; empty where nobody knows it
     * @param newest from the page to the newest state of it, where it is an older one
     * @param alone whether it is read from a folder, without the desk
     */
    record Place(String root, String files, String absolute, String newest, boolean alone) {}

    /**
     * What a page says beside its content.
     *
     * @param number of the state; 0 for one that is not published
     * @param last number of the newest state
     * @param changes what changed in each state since the one before, by day
     */
    record Told(
            String who,
            Instant at,
            int number,
            int last,
            long revision,
            List<String> changes,
            @Nullable String withdrawn) {}

    /** Returns the whole page. */
    static String page(PublishedContent content, Told told, Place place) {
        Html html = new Html();
        head(html, content, told, place);
        html.raw("<body><main>\n<header class=\"top\"><p class=\"by\">")
                .raw(Html.text(byline(content, told)))
                .raw("</p>\n");
        html.tag("h1", content.title())
                .tagIf("p class=\"line\"", content.line())
                .raw("</header>\n");
        state(html, told, place);
        verdict(html, content.verdict());
        Set<Integer> shown = new HashSet<>();
        for (Markdown.Block block : Markdown.blocks(content.text())) {
            FigureContent figure = content.figures().get(block.figure());
            if (figure != null) {
                figure(html, block.figure(), shown.add(block.figure()), figure, content, place);
            } else {
                html.raw(placed(block.html(), content, place)).raw("\n");
            }
        }
        html.list("ul class=\"next\"", content.verdict().next());
        numbers(html, content, place);
        measured(html, content);
        changes(html, told);
        foot(html, told, place);
        return html.raw("</main></body></html>\n").toString();
    }

    /** Pictures of the text come from where its files are, in the size that they have room for. */
    private static String placed(String html, PublishedContent content, Place place) {
        String shown = html;
        for (PlacedPicture p : content.placed().values()) {
            shown = shown.replace(
                    "src=\"" + p.file() + "\"",
                    "src=\"" + Html.text(place.files() + p.file()) + "\" width=\"" + p.width() + "\" height=\""
                            + p.height() + "\" loading=\"lazy\"");
        }
        return shown;
    }

    private static String byline(PublishedContent content, Told told) {
        String read = content.readBy().isEmpty() ? "" : " · read by " + String.join(", ", content.readBy());
        return DAY.format(told.at()) + " · " + told.who() + read;
    }

    private static void head(Html html, PublishedContent content, Told told, Place place) {
        String summary = summary(content);
        html.raw("<!doctype html>\n<html lang=\"en\"><head><meta charset=\"utf-8\">\n")
                .raw("<meta name=\"viewport\" content=\"width=device-width, initial-scale=1\">\n")
                .tag("title", content.title());
        meta(html, "name=\"description\"", summary);
        meta(html, "property=\"og:title\"", content.title());
        meta(html, "property=\"og:description\"", summary);
        meta(html, "property=\"og:type\"", "article");
        meta(html, "name=\"color-scheme\"", "light dark");
        if (!content.pictures().isEmpty() && !place.absolute().isEmpty()) {
            meta(
                    html,
                    "property=\"og:image\"",
                    place.absolute() + "figure-" + content.pictures().get(0) + ".png");
        }
        html.raw("<link rel=\"stylesheet\" href=\"" + place.root() + "style.css\">\n");
        if (!place.alone()) {
            html.raw(ICON);
        }
        if (told.number() > 0) {
            html.raw(script(place.root()));
        }
        if (!place.alone()) {
            html.raw("<link rel=\"alternate\" type=\"application/atom+xml\" href=\"" + place.root()
                    + "feed.xml\" title=\"Everything published\">\n");
        }
        html.raw("<script type=\"application/ld+json\">" + review(content, told) + "</script>\n</head>\n");
    }

    /** What a page can do beside being read; all of it is there without. */
    static String script(String root) {
        return "<script src=\"" + root + "read.js\" defer></script>\n";
    }

    private static void meta(Html html, String which, String content) {
        html.raw("<meta " + which + " content=\"" + Html.text(content) + "\">\n");
    }

    /** Returns what it concludes, or what it says first. */
    static String summary(PublishedContent content) {
        return Stream.of(content.verdict().verdict(), content.line(), Markdown.summary(content.text(), SUMMARY))
                .filter(s -> !s.isBlank())
                .findFirst()
                .orElse(content.title());
    }

    /** A review as search engines read it, after schema.org. */
    private static String review(PublishedContent content, Told told) {
        Map<String, Object> review = new LinkedHashMap<>();
        review.put("@context", "https://schema.org");
        review.put("@type", "Review");
        review.put("name", content.title());
        review.put("author", Map.of("@type", "Person", "name", told.who()));
        review.put("datePublished", told.at().toString());
        if (content.device() != null) {
            review.put("itemReviewed", Map.of("@type", "Product", "name", content.device()));
        }
        review.put("reviewBody", summary(content));
        notes(review, "positiveNotes", content.verdict().pros());
        notes(review, "negativeNotes", content.verdict().cons());
        // No text can end the element it stands in.
        return Json.write(review).replace("<", "\\u003c");
    }

    private static void notes(Map<String, Object> review, String field, List<String> notes) {
        if (!notes.isEmpty()) {
            List<Map<String, Object>> items = new ArrayList<>();
            for (String note : notes) {
                items.add(Map.of("@type", "ListItem", "position", items.size() + 1, "name", note));
            }
            review.put(field, Map.of("@type", "ItemList", "itemListElement", items));
        }
    }

    private static void state(Html html, Told told, Place place) {
        if (told.withdrawn() != null) {
            html.raw("<p class=\"state\"><b>Withdrawn.</b> ")
                    .raw(Html.text(told.withdrawn()))
                    .raw("</p>\n");
        } else if (told.number() == 0) {
            html.tag("p class=\"state\"", "A draft, as readers would see it. Nobody sees it yet but who writes.");
        } else if (told.number() < told.last()) {
            html.raw("<p class=\"state\">An older state: <a href=\"" + Html.text(place.newest())
                    + "\">there is a newer one</a>.</p>\n");
        }
    }

    private static void verdict(Html html, Verdict v) {
        boolean words = Stream.of(v.verdict(), v.forWhom(), v.notForWhom()).anyMatch(s -> !s.isBlank());
        boolean lists = Stream.of(v.pros(), v.cons(), v.lacks()).anyMatch(l -> !l.isEmpty());
        if (!words && !lists) {
            return;
        }
        html.raw("<section class=\"verdict\" aria-label=\"Verdict\"><div>\n")
                .tagIf("p class=\"concludes\"", v.verdict())
                .tagIf("p", v.forWhom())
                .tagIf("p", v.notForWhom())
                .raw("</div>\n");
        if (lists) {
            html.raw("<dl>");
            term(html, "for", "For", v.pros());
            term(html, "against", "Against", v.cons());
            term(html, "lacks", "Lacks", v.lacks());
            html.raw("</dl>\n");
        }
        html.raw("</section>\n");
    }

    private static void term(Html html, String look, String term, List<String> lines) {
        if (!lines.isEmpty()) {
            html.raw("<div><dt class=\"" + look + "\">" + term + "</dt><dd>")
                    .raw(Html.text(String.join("; ", lines)))
                    .raw("</dd></div>\n");
        }
    }

    /**
     * A figure with its caveats, its data and where it can be taken.
     *
     * @param named whether links lead to it: the first time that it stands on the page
     */
    private static void figure(
            Html html, int number, boolean named, FigureContent figure, PublishedContent content, Place place) {
        String numbers = figure.numbers().isEmpty()
                ? ""
                : " data-numbers=\"" + Html.text(place.files()) + "figure-" + number + ".js\"";
        html.raw("<figure" + (named ? " id=\"figure-" + number + "\"" : "") + numbers + ">\n<figcaption>")
                .tag("b", figure.title())
                .tagIf("span", figure.about())
                .raw("</figcaption>\n<div class=\"drawing\">")
                .raw(svg(figure))
                .raw("</div>\n");
        caveats(html, figure, content);
        html.raw("<details><summary>The numbers</summary><div class=\"wide\">")
                .table(figure.table())
                .raw("</div></details>\n<p class=\"links\">")
                .raw(Html.text(figure.source()))
                .raw(" · " + link(place.files() + "figure-" + number + ".csv", "data (CSV)"))
                .raw(" · " + link(place.files() + "figure-" + number + ".svg", "drawing"));
        if (content.pictures().contains(number)) {
            html.raw(" · " + link(place.files() + "figure-" + number + ".png", "picture"));
        }
        if (!place.alone() && !place.absolute().isEmpty()) {
            html.raw(" · " + link(place.files() + "figure-" + number + ".html", "embed"));
        }
        html.raw(content.measured().isEmpty() ? "" : " · " + link("#measured", "how it was measured"))
                .raw("</p>\n</figure>\n");
    }

    static String svg(FigureContent figure) {
        return "<svg viewBox=\"0 0 " + figure.width() + " " + figure.height() + "\" width=\"" + figure.width()
                + "\" height=\"" + figure.height() + "\" role=\"img\" aria-label=\"" + Html.text(figure.title()) + "\">"
                + figure.drawing() + "</svg>";
    }

    private static void caveats(Html html, FigureContent figure, PublishedContent content) {
        figure.notes().forEach(note -> html.tag("p class=\"note\"", note));
        if (figure.caveats().isEmpty()) {
            return;
        }
        Map<String, String> answers = content.answers().stream()
                .filter(a -> !a.text().isBlank())
                .collect(Collectors.toMap(WriteUpView.Answer::caveat, WriteUpView.Answer::text, (a, b) -> b));
        html.raw("<ul class=\"caveats\">");
        for (String note : figure.caveats()) {
            String answer = answers.get(note);
            html.raw("<li>" + Html.text(note) + (answer == null ? "" : " <q>" + Html.text(answer) + "</q>") + "</li>");
        }
        html.raw("</ul>\n");
    }

    private static String link(String to, String words) {
        return "<a href=\"" + Html.text(to) + "\">" + Html.text(words) + "</a>";
    }

    /** What the numbers of the text are, with base, interval and source, where their words lead to. */
    private static void numbers(Html html, PublishedContent content, Place place) {
        List<HungNumber> numbers = HungNumber.in(content.text());
        if (numbers.isEmpty()) {
            return;
        }
        html.raw("<section id=\"numbers\">")
                .tag("h2", "The numbers in the text")
                .raw("<ol>");
        Set<Integer> shown = Markdown.figures(content.text());
        for (int i = 0; i < numbers.size(); i++) {
            HungNumber n = numbers.get(i);
            FigureContent figure = content.figures().get(n.figure());
            html.raw("<li id=\"number-" + (i + 1) + "\"><b>" + Html.text(n.text()) + "</b> ")
                    .raw(Html.text(n.said(content.figures()).map(Quote::words).orElse("is the writer's own word")));
            if (figure != null) {
                html.raw(". ")
                        .raw(
                                shown.contains(n.figure())
                                        ? link("#figure-" + n.figure(), figure.title())
                                        : Html.text(figure.title() + ". " + figure.source() + " · ")
                                                + link(place.files() + "figure-" + n.figure() + ".csv", "data (CSV)"));
            }
            html.raw("</li>\n");
        }
        html.raw("</ol></section>\n");
    }

    private static void measured(Html html, PublishedContent content) {
        if (content.measured().isEmpty()) {
            return;
        }
        html.raw("<section id=\"measured\">").tag("h2", "How it was measured");
        for (MeasuredSetup setup : content.measured()) {
            html.tag("h3", setup.setup());
            html.tagIf("p class=\"facts\"", String.join(" · ", setup.facts()));
            html.raw("<ul>");
            setup.suites().forEach(s -> html.raw("<li>" + Html.text(words(s)) + "</li>"));
            html.raw("</ul>\n");
        }
        html.raw("</section>\n");
    }

    private static String words(MeasuredSuite s) {
        List<String> parts = new ArrayList<>();
        parts.add(s.runs() == 1 ? "one run" : s.runs() + " runs");
        Stream.of(s.days(), s.settings(), s.room().isEmpty() ? "" : "room " + s.room(), s.noise())
                .filter(p -> !p.isEmpty())
                .forEach(parts::add);
        if (!s.origin().isEmpty()) {
            parts.add("from a list: " + s.origin());
        }
        if (!s.conditions().isEmpty()) {
            parts.add("ticked before each: " + String.join(", ", s.conditions()));
        }
        if (!s.leftOut().isEmpty()) {
            parts.add("left out: " + String.join(", ", s.leftOut()));
        }
        return s.suite() + ": " + String.join("; ", parts) + ".";
    }

    private static void changes(Html html, Told told) {
        if (!told.changes().isEmpty()) {
            html.raw("<section class=\"changes\">")
                    .tag("h2", "Changed since")
                    .list("ul", told.changes())
                    .raw("</section>\n");
        }
    }

    private static void foot(Html html, Told told, Place place) {
        html.raw("<footer><p>");
        if (told.number() > 0) {
            html.raw("State " + told.number() + " of this page, revision " + told.revision()
                    + " of the scores. What is published never changes by itself. ");
        }
        if (!place.alone()) {
            html.raw(link(place.root().isEmpty() ? "./" : place.root(), "Everything published"));
        }
        html.raw("</p></footer>\n");
    }

    /** Returns a page with one figure only, to be shown within another page. */
    static String embedded(int number, PublishedContent content, Told told, Place place, String whole) {
        Html html = new Html();
        FigureContent figure = content.figures().get(number);
        html.raw("<!doctype html>\n<html lang=\"en\"><head><meta charset=\"utf-8\">\n")
                .raw("<meta name=\"viewport\" content=\"width=device-width, initial-scale=1\">\n")
                .tag("title", figure == null ? content.title() : figure.title())
                .raw("<link rel=\"stylesheet\" href=\"" + place.root()
                        + "style.css\"></head><body class=\"embedded\"><main>\n");
        if (figure != null) {
            figure(html, number, true, figure, content, place);
        }
        return html.raw("<p class=\"links\">From <a href=\"" + Html.text(whole) + "\" target=\"_top\">")
                .raw(Html.text(content.title()))
                .raw("</a>, " + Html.text(told.who()) + ", " + DAY.format(told.at()) + "</p></main></body></html>\n")
                .toString();
    }

    /** Returns the page that stands where something was taken back. */
    static String withdrawn(String title, Told told) {
        Html html = bare(title);
        html.tag("h1", title).raw("<p class=\"state\"><b>Withdrawn.</b> ");
        return html.raw(Html.text(told.withdrawn() == null ? "" : told.withdrawn()))
                .raw("</p>\n<p>" + link("/read/", "Everything published") + "</p></main></body></html>\n")
                .toString();
    }

    /** Returns the page that stands where nothing is. */
    static String nothing(String words) {
        return bare("Nothing here")
                .tag("h1", words)
                .raw("<p>" + link("/read/", "Everything published") + "</p></main></body></html>\n")
                .toString();
    }

    static Html bare(String title) {
        return new Html()
                .raw("<!doctype html>\n<html lang=\"en\"><head><meta charset=\"utf-8\">\n")
                .raw("<meta name=\"viewport\" content=\"width=device-width, initial-scale=1\">\n")
                .tag("title", title)
                .raw("<link rel=\"stylesheet\" href=\"/read/style.css\"></head><body><main>\n");
    }

    /** Returns a day in words, in UTC. */
    static String day(Instant at) {
        return DAY.format(at);
    }

    /** A write-up in the index of everything published. */
    record Listed(
            String slug,
            String title,
            String line,
            String who,
            Instant at,
            @Nullable String device) {}

    /**
     * Returns the page that lists everything published.
     *
     * @param boards standings that stay live; none where it is read from a folder
     * @param alone whether it is read from a folder, without the desk
     */
    static String index(List<Listed> all, List<BoardView> boards, boolean alone) {
        Html html = new Html();
        html.raw("<!doctype html>\n<html lang=\"en\"><head><meta charset=\"utf-8\">\n")
                .raw("<meta name=\"viewport\" content=\"width=device-width, initial-scale=1\">\n")
                .tag("title", "Published write-ups");
        meta(html, "name=\"description\"", "Reviews of devices with the measurements behind them.");
        html.raw("<link rel=\"stylesheet\" href=\"" + (alone ? "" : "/read/") + "style.css\">\n");
        if (!alone) {
            html.raw("<link rel=\"alternate\" type=\"application/atom+xml\" href=\"/read/feed.xml\""
                    + " title=\"Everything published\">\n");
        }
        html.raw("</head><body><main>\n").tag("h1", "Published");
        if (all.isEmpty() && boards.isEmpty()) {
            html.tag("p", "Nothing is published yet.");
        }
        html.raw("<ul class=\"index\">");
        all.forEach(one -> listed(html, one, alone ? one.slug() + "/index.html" : "/read/" + one.slug()));
        html.raw("</ul>\n");
        if (!boards.isEmpty()) {
            html.tag("h2", "Standings that stay live").raw("<ul class=\"index\">");
            boards.forEach(b -> html.raw("<li>" + link("/read/boards/" + b.publicSlug(), b.name()) + "</li>\n"));
            html.raw("</ul>\n");
        }
        return html.raw("</main></body></html>\n").toString();
    }

    private static void listed(Html html, Listed one, String address) {
        html.raw("<li><h2>" + link(address, one.title()) + "</h2>")
                .tagIf("p class=\"line\"", one.line())
                .raw("<p class=\"by\">" + Html.text(DAY.format(one.at()) + " · " + one.who()))
                .raw(one.device() == null ? "" : " · " + Html.text(one.device()))
                .raw("</p></li>\n");
    }

    /** Returns the feed of everything published, after RFC 4287. */
    static String feed(List<Listed> all, String base) {
        Instant newest = all.isEmpty() ? Instant.EPOCH : all.get(0).at();
        Html xml = new Html();
        xml.raw("<?xml version=\"1.0\" encoding=\"utf-8\"?>\n<feed xmlns=\"http://www.w3.org/2005/Atom\">\n")
                .tag("title", "Published write-ups")
                .tag("id", base)
                .tag("updated", newest.toString())
                .raw("<link rel=\"self\" href=\"" + Html.text(base + "feed.xml") + "\"/>\n");
        for (Listed one : all) {
            xml.raw("<entry>\n")
                    .tag("title", one.title())
                    .tag("id", base + one.slug())
                    .tag("updated", one.at().toString())
                    .raw("<link href=\"" + Html.text(base + one.slug()) + "\"/>\n<author>")
                    .tag("name", one.who())
                    .raw("</author>\n")
                    .tagIf("summary", one.line())
                    .raw("</entry>\n");
        }
        return xml.raw("</feed>\n").toString();
    }
}
