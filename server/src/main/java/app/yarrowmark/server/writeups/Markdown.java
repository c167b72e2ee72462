package app.yarrowmark.server.writeups;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.IntFunction;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.commonmark.Extension;
import org.commonmark.ext.gfm.tables.TablesExtension;
import org.commonmark.node.AbstractVisitor;
import org.commonmark.node.Heading;
import org.commonmark.node.Node;
import org.commonmark.node.Paragraph;
import org.commonmark.node.Text;
import org.commonmark.parser.Parser;
import org.commonmark.renderer.html.HtmlRenderer;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Document;
import org.jsoup.nodes.Element;
import org.jsoup.nodes.TextNode;

/**
 * A write-up's text: CommonMark with tables, figures as {@code ::figure{number=2}} on a line of their own, and numbers as
 * {@code :number[29 %]{…}}. Pictures are named by their files, {@code ![the front](picture-3.jpg "Its front.")}.
 */
final class Markdown {

    private static final Pattern FIGURE = Pattern.compile("::figure\\{\\s*number=\"?(\\d{1,4})\"?[^}]*}");
    private static final Pattern PLACED = Pattern.compile(":number\\[([^\\]\\[]{1,80})]\\{(\\d{1,6})}");
    private static final Pattern PICTURE = Pattern.compile("picture-\\d{1,4}\\.(png|jpg)");
    private static final List<Extension> TABLES = List.of(TablesExtension.create());
    private static final Parser PARSER = Parser.builder().extensions(TABLES).build();

    /** Headings begin below the title of the page. */
    private static final int DEEPEST = 4;

    private Markdown() {}

    /** A block of a text: words as clean HTML, or the number of a figure. */
    record Block(String html, int figure) {

        boolean isFigure() {
            return figure > 0;
        }
    }

    /** Returns the blocks of a text, in order. */
    static List<Block> blocks(String text) {
        Node document = PARSER.parse(numbered(text));
        HtmlRenderer renderer = HtmlRenderer.builder()
                .extensions(TABLES)
                .escapeHtml(true)
                .sanitizeUrls(true)
                .build();
        List<Block> blocks = new ArrayList<>();
        for (Node node = document.getFirstChild(); node != null; node = node.getNext()) {
            int figure = figureOf(node);
            if (figure > 0) {
                blocks.add(new Block("", figure));
            } else {
                lower(node);
                blocks.add(new Block(pictured(Cleaning.text(linked(renderer.render(node)))), 0));
            }
        }
        return blocks;
    }

    /** Returns the numbers of the figures that a text has. */
    static Set<Integer> figures(String text) {
        Set<Integer> figures = new TreeSet<>();
        blocks(text).stream().filter(Block::isFigure).forEach(b -> figures.add(b.figure()));
        return figures;
    }

    /** Returns a text without its parts that need the desk, for programs that read CommonMark. */
    static String plain(String text, IntFunction<String> figure) {
        String words = HungNumber.NUMBER.matcher(text).replaceAll(m -> Matcher.quoteReplacement(m.group(1)));
        return FIGURE.matcher(words)
                .replaceAll(m -> Matcher.quoteReplacement(figure.apply(Integer.parseInt(m.group(1)))));
    }

    private static int figureOf(Node node) {
        if (node instanceof Paragraph && node.getFirstChild() instanceof Text only && only.getNext() == null) {
            Matcher match = FIGURE.matcher(only.getLiteral().strip());
            return match.matches() ? Integer.parseInt(match.group(1)) : 0;
        }
        return 0;
    }

    /** Returns the files of the pictures that a text has. */
    static Set<String> pictures(String text) {
        Set<String> files = new TreeSet<>();
        blocks(text)
                .forEach(b -> Jsoup.parseBodyFragment(b.html()).select("img").forEach(i -> files.add(i.attr("src"))));
        return files;
    }

    /** Only the text's own pictures are shown; one that stands alone has its line below it. */
    private static String pictured(String html) {
        if (!html.contains("<img")) {
            return html;
        }
        Document block = Jsoup.parseBodyFragment(html);
        block.outputSettings().prettyPrint(false);
        for (Element img : block.select("img")) {
            Element parent = img.parent();
            if (!PICTURE.matcher(img.attr("src")).matches()) {
                img.replaceWith(new TextNode(img.attr("alt")));
            } else if (parent != null && parent.tagName().equals("p") && parent.childNodeSize() == 1) {
                parent.tagName("figure").addClass("photo");
                if (!img.attr("title").isBlank()) {
                    parent.appendElement("figcaption").text(img.attr("title"));
                    img.removeAttr("title");
                }
            }
        }
        return block.body().html();
    }

    private static void lower(Node node) {
        node.accept(new AbstractVisitor() {
            @Override
            public void visit(Heading heading) {
                heading.setLevel(Math.min(DEEPEST, Math.max(2, heading.getLevel())));
                visitChildren(heading);
            }
        });
    }

    /** What hangs on a number may hold marks of its own, so that only its place among the numbers goes through. */
    private static String numbered(String text) {
        int[] next = {0};
        return HungNumber.NUMBER
                .matcher(text)
                .replaceAll(m -> Matcher.quoteReplacement(":number[" + m.group(1) + "]{" + next[0]++ + "}"));
    }

    /** The words of a live number lead to what hangs on it. */
    private static String linked(String html) {
        return PLACED.matcher(html)
                .replaceAll(m -> Matcher.quoteReplacement(
                        "<a href=\"#number-" + (Integer.parseInt(m.group(2)) + 1) + "\">" + m.group(1) + "</a>"));
    }

    /** Returns the words of a block without the numbers that hang on figures. */
    static String typed(String html) {
        Document block = Jsoup.parseBodyFragment(html);
        block.select("a[href^=#number-]").forEach(n -> n.replaceWith(new TextNode("\u2026")));
        return block.text();
    }

    /** Returns what a text says first, without marks, for lists and search engines. */
    static String summary(String text, int most) {
        String words = blocks(text).stream()
                .filter(b -> b.html().startsWith("<p>"))
                .map(b -> Jsoup.parseBodyFragment(b.html()).text())
                .findFirst()
                .orElse("");
        return words.length() <= most ? words : words.substring(0, words.lastIndexOf(' ', most)) + "…";
    }
}
