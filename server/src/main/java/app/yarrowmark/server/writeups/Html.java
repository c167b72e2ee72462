package app.yarrowmark.server.writeups;

import java.util.List;
import java.util.stream.Collectors;

/** HTML put together from texts: whatever is not a tag of ours is written as text. */
final class Html {

    private final StringBuilder out = new StringBuilder();

    /** Returns a text as HTML writes it, in an attribute too. */
    static String text(String plain) {
        return plain.replace("&", "&amp;")
                .replace("<", "&lt;")
                .replace(">", "&gt;")
                .replace("\"", "&quot;")
                .replace("'", "&#39;");
    }

    /** Adds markup that is clean already. */
    Html raw(String markup) {
        out.append(markup);
        return this;
    }

    /** Adds a tag around a text; the tag may have attributes of ours. */
    Html tag(String tag, String plain) {
        return raw("<" + tag + ">" + text(plain) + "</" + name(tag) + ">\n");
    }

    /** As {@link #tag}, and nothing where the text is blank. */
    Html tagIf(String tag, String plain) {
        return plain.isBlank() ? this : tag(tag, plain);
    }

    /** Adds a list, and nothing where it is empty. */
    Html list(String tag, List<String> lines) {
        if (!lines.isEmpty()) {
            raw("<" + tag + ">");
            lines.forEach(l -> raw("<li>" + text(l) + "</li>"));
            raw("</" + name(tag) + ">\n");
        }
        return this;
    }

    /** Adds a table whose first row is its head. */
    Html table(List<List<String>> rows) {
        raw("<table>");
        for (int r = 0; r < rows.size(); r++) {
            String cell = r == 0 ? "th scope=\"col\"" : "td";
            raw(rows.get(r).stream()
                    .map(t -> "<" + cell + ">" + text(t) + "</" + name(cell) + ">")
                    .collect(Collectors.joining("", (r == 0 ? "<thead>" : r == 1 ? "<tbody>" : "") + "<tr>", "</tr>")));
            raw(r == 0 ? "</thead>\n" : "\n");
        }
        return raw(rows.size() > 1 ? "</tbody></table>\n" : "</table>\n");
    }

    private static String name(String tag) {
        return tag.split(" ", 2)[0];
    }

    @Override
    public String toString() {
        return out.toString();
    }
}
