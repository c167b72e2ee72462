package app.yarrowmark.server.writeups;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Pattern;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Attribute;
import org.jsoup.nodes.CDataNode;
import org.jsoup.nodes.Document;
import org.jsoup.nodes.Element;
import org.jsoup.nodes.Entities;
import org.jsoup.nodes.Node;
import org.jsoup.nodes.TextNode;
import org.jsoup.parser.Parser;
import org.jsoup.safety.Cleaner;
import org.jsoup.safety.Safelist;

/** Leaves of what was typed or drawn only what cannot do anything: no scripts, no frames, nothing from elsewhere. */
final class Cleaning {

    private static final Safelist TEXT = new Safelist()
            .addTags(
                    "p",
                    "h2",
                    "h3",
                    "h4",
                    "ul",
                    "ol",
                    "li",
                    "blockquote",
                    "strong",
                    "em",
                    "code",
                    "pre",
                    "br",
                    "hr",
                    "table",
                    "thead",
                    "tbody",
                    "tr",
                    "th",
                    "td",
                    "a",
                    "b",
                    "img")
            .addAttributes("a", "href")
            .addAttributes("th", "align")
            .addAttributes("td", "align")
            .addAttributes("b", "class")
            .addAttributes("ol", "start")
            .addAttributes("img", "src", "alt", "title")
            .addProtocols("a", "href", "http", "https", "mailto", "#")
            .preserveRelativeLinks(true)
            .addEnforcedAttribute("a", "rel", "nofollow noopener");

    private static final Set<String> DRAWN = Set.of(
            "svg",
            "g",
            "path",
            "rect",
            "line",
            "circle",
            "ellipse",
            "polyline",
            "polygon",
            "text",
            "tspan",
            "title",
            "desc",
            "defs",
            "clipPath",
            "pattern",
            "linearGradient",
            "stop");

    private static final Set<String> HOW = Set.of(
            "viewBox",
            "preserveAspectRatio",
            "overflow",
            "x",
            "y",
            "x1",
            "x2",
            "y1",
            "y2",
            "cx",
            "cy",
            "r",
            "rx",
            "ry",
            "d",
            "points",
            "width",
            "height",
            "dx",
            "dy",
            "transform",
            "fill",
            "fill-opacity",
            "fill-rule",
            "stroke",
            "stroke-width",
            "stroke-dasharray",
            "stroke-linecap",
            "stroke-linejoin",
            "stroke-opacity",
            "opacity",
            "font-size",
            "font-weight",
            "font-style",
            "font-family",
            "font-stretch",
            "letter-spacing",
            "text-anchor",
            "dominant-baseline",
            "textLength",
            "lengthAdjust",
            "id",
            "clip-path",
            "clipPathUnits",
            "patternUnits",
            "patternTransform",
            "offset",
            "stop-color",
            "stop-opacity",
            "gradientUnits",
            "vector-effect",
            "shape-rendering",
            "paint-order",
            "text-decoration");

    /** A colour, a named colour of the page, a number, or a part of the same drawing. */
    private static final Pattern HARMLESS = Pattern.compile("(?i)(?!.*(javascript|data):)[^<>\\\\]*");

    private static final Pattern LINK = Pattern.compile("(?i)url\\s*\\(\\s*(?!['\"]?#[\\w-]+['\"]?\\s*\\))");

    private Cleaning() {}

    /** Returns a text of HTML without anything that does something. */
    static String text(String html) {
        Document dirty = Jsoup.parseBodyFragment(html);
        Document clean = new Cleaner(TEXT).clean(dirty);
        clean.outputSettings().prettyPrint(false);
        return clean.body().html();
    }

    /** Returns the parts of a drawing that only draw; of one that is no drawing, nothing. */
    static String drawing(String markup) {
        Document parsed = Jsoup.parse("<g>" + markup + "</g>", "", Parser.xmlParser());
        parsed.outputSettings()
                .prettyPrint(false)
                .syntax(Document.OutputSettings.Syntax.xml)
                .escapeMode(Entities.EscapeMode.xhtml);
        for (Element child : parsed.children()) {
            clean(child);
        }
        Element whole = parsed.firstElementChild();
        return whole == null || !whole.tagName().equals("g") ? "" : whole.html();
    }

    private static void clean(Element element) {
        if (!DRAWN.contains(element.tagName())) {
            element.remove();
            return;
        }
        List<String> unfit = new ArrayList<>();
        for (Attribute attribute : element.attributes()) {
            if (!HOW.contains(attribute.getKey()) || !harmless(attribute.getValue())) {
                unfit.add(attribute.getKey());
            }
        }
        unfit.forEach(element::removeAttr);
        for (Node child : List.copyOf(element.childNodes())) {
            if (child instanceof Element inner) {
                clean(inner);
            } else if (child instanceof CDataNode data) {
                data.replaceWith(new TextNode(data.text()));
            } else if (!(child instanceof TextNode)) {
                child.remove();
            }
        }
    }

    private static boolean harmless(String value) {
        String text = value.toLowerCase(Locale.ROOT);
        return HARMLESS.matcher(text).matches() && !LINK.matcher(text).find();
    }
}
